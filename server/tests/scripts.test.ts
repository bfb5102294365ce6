/** The same records in MARC-8, in UTF-8 and as MARCXML come to the same titles, in ten languages and five scripts. */
import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { recordFromMarc, writeIso2709, writeMarcXml, type BibRecord, type MarcRecord } from '@catalex/core/catalogue'
import fc from 'fast-check'
import { afterAll, describe, expect, it } from 'vitest'
import { recordsIn } from '../src/catalogue/marcFiles.ts'

const folder = mkdtempSync(join(tmpdir(), 'catalex-scripts-'))
afterAll(() => {
  rmSync(folder, { recursive: true, force: true })
})

/** Letters of each language, as its books have them. */
const LETTERS: Record<string, string> = {
  eng: 'abcdefghijklmnopqrstuvwxyz',
  fre: 'abcdeéèêëàâçîïôœùûü',
  ger: 'abcdeäöüßfghiklmnrst',
  nor: 'abcdeæøåfghiklmnrst',
  pol: 'aąbcćdeęfghijklłmnńoóprsśtuwyzźż',
  spa: 'abcdefghijklmnñoópqrstuúáéíü',
  rus: 'абвгдеёжзийклмнопрстуфхцчшщъыьэюя',
  gre: 'αβγδεζηθικλμνξοπρστυφχψωάέήίόύώϊϋ',
  heb: 'אבגדהוזחטיכלמנסעפצקרשת',
  ara: 'ابتثجحخدذرزسشصضطظعغفقكلمنهوي',
}
const LATIN = ['eng', 'fre', 'ger', 'nor', 'pol', 'spa']

const drawn = fc.constantFrom(...Object.keys(LETTERS)).chain((language) => {
  const word = fc.array(fc.constantFrom(...(LETTERS[language] ?? '')), { minLength: 2, maxLength: 9 }).map((letters) => letters.join(''))
  const words = (least: number, most: number) => fc.array(word, { minLength: least, maxLength: most }).map((all) => all.join(' '))
  return fc.record({ language: fc.constant(language), title: words(1, 5), remainder: words(1, 3), person: words(2, 2), subject: words(1, 2), note: words(1, 8), year: fc.integer({ min: 1900, max: 2026 }) })
}) // prettier-ignore

/** What is in another script stands in 880, beside a transliteration. */
function recordOf(one: typeof drawn extends fc.Arbitrary<infer T> ? T : never, i: number): MarcRecord {
  const number = `x${String(i)}`
  const latin = LATIN.includes(one.language)
  const title = (text: string, rest: string) => ['a', `${text} :`, 'b', `${rest} /`, 'c', 'H₂O and m² of it.']
  const fields: MarcRecord['fields'] = [
    ['001', number],
    ['008', `260101s${String(one.year)}    xx            000 0 ${one.language} d`],
    ['100', '1 ', ...(latin ? [] : ['6', '880-01']), 'a', latin ? one.person : `Person ${number}`],
    ['245', '10', ...(latin ? [] : ['6', '880-02']), ...title(latin ? one.title : `Title ${number}`, latin ? one.remainder : 'rest')],
    ['500', '  ', 'a', one.note],
    ['650', ' 4', 'a', one.subject],
    ...(latin
      ? []
      : [
          ['880', '1 ', '6', '100-01', 'a', one.person],
          ['880', '10', '6', '245-02', ...title(one.title, one.remainder)],
        ]),
  ]
  return { leader: '00000nam a2200000 i 4500', fields } // prettier-ignore
}

const RECORDS = fc.sample(drawn, { numRuns: 500, seed: 1926 }).map(recordOf)

async function titlesIn(file: string): Promise<BibRecord[]> {
  const titles: BibRecord[] = []
  for await (const read of recordsIn(file)) {
    if ('fault' in read) throw new Error(`${file}: ${read.fault.code}`)
    expect(read.warnings).toEqual([])
    titles.push(recordFromMarc(read.record))
  }
  return titles
}

const utf8 = join(folder, 'utf8.mrc')
writeFileSync(utf8, Buffer.concat(RECORDS.map((record) => writeIso2709(record) ?? new Uint8Array(0))))

describe('five hundred records', () => {
  it('in UTF-8 and as MARCXML are the same titles', async () => {
    const xml = join(folder, 'all.xml')
    writeFileSync(xml, `<collection>${RECORDS.map(writeMarcXml).join('\n')}</collection>`)
    const titles = await titlesIn(utf8)
    expect(titles).toHaveLength(500)
    expect(new Set(titles.map(({ languages }) => languages[0])).size).toBe(10)
    expect(titles.filter(({ titleInScript }) => titleInScript !== null).length).toBeGreaterThan(100)
    expect(await titlesIn(xml)).toEqual(titles)
  })
  it.runIf(existsSync('/usr/bin/yaz-marcdump'))('in MARC-8, written by another program, are the same titles', async () => {
    const [apart, marc8] = [join(folder, 'apart.mrc'), join(folder, 'marc8.mrc')]
    // Marks stand apart in MARC-8, but for letters of Cyrillic that it has whole.
    const parted = (text: string) => text.normalize('NFD').replaceAll('и\u0306', 'й').replaceAll('е\u0308', 'ё')
    const records = RECORDS.map((record) => ({ ...record, fields: record.fields.map((field) => field.map(parted)) }))
    writeFileSync(apart, Buffer.concat(records.map((record) => writeIso2709(record) ?? new Uint8Array(0))))
    const octets = execFileSync('yaz-marcdump', ['-f', 'UTF-8', '-t', 'MARC-8', '-o', 'marc', '-l', '9=32', apart], { maxBuffer: 1 << 28 })
    writeFileSync(marc8, octets)
    expect(octets.includes(0x1b)).toBe(true)
    expect(await titlesIn(marc8)).toEqual(await titlesIn(utf8))
  })
})
