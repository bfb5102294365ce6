/** Whatever a record says: written to a file and loaded, it is found by each of its words, and shown as it was written. */
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { SearchAnswer } from '@catalex/contract/search'
import type { TitlePage } from '@catalex/contract/title'
import fc from 'fast-check'
import { Marc } from 'marcjs'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { loadMarc } from '../src/catalogue/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let visitor: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(40)
  visitor = new Visitor(catalogue.address)
})
afterAll(() => catalogue.close())

const UPDATE = { whole: false, alongside: () => Promise.resolve(), progress: () => undefined }
const LEADER = '00000nam a2200000 i 4500'
const FIXED = '260101s2011    xx            000 1 eng d'

/** Words of several scripts, with marks, of which none is an operator or an article. */
const word = fc
  .oneof(
    fc.stringMatching(/^[a-z]{4,9}$/),
    fc.stringMatching(/^[äöüéèçñß][a-zäöüéèçñ]{3,7}$/),
    fc.stringMatching(/^[абвгдежзик]{4,8}$/),
    fc.stringMatching(/^[αβγδεζηθικ]{4,8}$/),
  )
  .filter((text) => !['with', 'from', 'near', 'prox'].includes(text))
const words = (most: number) => fc.array(word, { minLength: 1, maxLength: most })
interface Drafted {
  title: string[]
  author: string[]
  subject: string[]
  note: string[]
  contents: string[]
  year: number
}
const drafted: fc.Arbitrary<Drafted> = fc.record({
  title: words(4),
  author: words(2),
  subject: words(2),
  note: words(5),
  contents: words(5),
  year: fc.integer({ min: 1500, max: 2026 }),
})

const fieldsOf = (draft: Drafted, number: string): string[][] => [
  ['001', number],
  ['008', FIXED.replace('2011', String(draft.year))],
  ['100', '1 ', 'a', draft.author.join(', ')],
  ['245', '10', 'a', `${draft.title.join(' ')} /`, 'c', 'somebody.'],
  ['264', ' 1', 'a', 'Pellan :', 'b', 'Gullwing,', 'c', `${String(draft.year)}.`],
  ['500', '  ', 'a', draft.note.join(' ')],
  ['505', '0 ', 'a', draft.contents.join(' ')],
  ['650', ' 4', 'a', draft.subject.join(' ')],
  ['852', '8 ', 'a', 'pslib', 'b', 'ferrygate', 'c', 'fiction', 'h', '823', 'p', `c${number}`],
]

const escape = (text: string) => text.replace(/[&<]/g, (sign) => (sign === '&' ? '&amp;' : '&lt;'))
const xml = (fields: string[][]): string =>
  `<record><leader>${LEADER}</leader>${fields
    .map(([tag = '', first = '', ...rest]) =>
      tag < '010'
        ? `<controlfield tag="${tag}">${escape(first)}</controlfield>`
        : `<datafield tag="${tag}" ind1="${first[0] ?? ' '}" ind2="${first[1] ?? ' '}">${Array.from({ length: rest.length / 2 }, (_, i) => `<subfield code="${rest[2 * i] ?? ''}">${escape(rest[2 * i + 1] ?? '')}</subfield>`).join('')}</datafield>`,
    )
    .join('')}</record>`

let runs = 0

it.each(['iso2709', 'marcxml'] as const)('as %s', async (format) => {
  await fc.assert(
    fc.asyncProperty(fc.array(drafted, { minLength: 1, maxLength: 5 }), async (drafts) => {
      runs += 1
      const records = drafts.map((draft, i) => ({ draft, number: `${format}-${String(runs)}-${String(i)}` }))
      const fields = records.map(({ draft, number }) => fieldsOf(draft, number))
      const file = join(catalogue.folder, format === 'iso2709' ? 'random.mrc' : 'random.xml')
      writeFileSync(
        file,
        format === 'iso2709'
          ? Buffer.from(fields.map((one) => Marc.format({ leader: LEADER, fields: one }, 'iso2709')).join(''))
          : `<collection>${fields.map(xml).join('')}</collection>`,
      )
      const report = await loadMarc(catalogue.database, catalogue.libraries, [file], UPDATE)
      expect(report.faults).toEqual([])
      expect(report.added).toBe(records.length)
      await catalogue.search.settled()
      for (const { draft, number } of records) {
        const page = (await visitor.get<TitlePage>(`/api/titles/${number}`)).body
        expect(page.description.title.normalize('NFC')).toBe(draft.title.join(' ').normalize('NFC'))
        expect(page.description.years).toBe(String(draft.year))
        expect(page.copies.map(({ barcode }) => barcode)).toEqual([`c${number}`])
        const sought = { title: draft.title, person: draft.author, subject: draft.subject, notes: draft.note, contents: draft.contents }
        for (const [field, all] of Object.entries(sought))
          for (const text of new Set(all))
            for (const where of [field, 'anywhere']) {
              const q = encodeURIComponent(`"${text}"`)
              const { body } = await visitor.get<SearchAnswer>(`/api/search?q=${q}&field=${where}&sort=added&size=100`)
              const found = body.rows.flatMap((row) => row.editions.map((edition) => edition.controlNumber))
              expect(found, `${text} in ${where}`).toContain(number)
            }
      }
    }),
    { numRuns: 4 * inject('runFactor') },
  )
})
