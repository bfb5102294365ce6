/** Loading: what is good comes in whole, what is broken is named exactly and stays out whole. */
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makeWorld } from '@catalex/demo/world'
import { Marc } from 'marcjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readBatches } from '../src/catalogue/batches.ts'
import { loadMarc, loadWholeCatalogue, readInThread } from '../src/catalogue/index.ts'
import { faultInWords } from '../src/cli/sentences.ts'
import { Libraries } from '../src/libraries/index.ts'
import { Database, migrate } from '../src/database/index.ts'

const UPDATE = { whole: false, alongside: () => Promise.resolve(), progress: () => undefined }
const folder = mkdtempSync(join(tmpdir(), 'catalex-load-'))
let database: Database
let libraries: Libraries
const world = makeWorld({ titles: 1000, seed: 'load', today: '2026-11-25', branches: 14 })
const records = [...world.records()].map(({ marc }) => marc)
const written = (marc: (typeof records)[number]) => Buffer.from(Marc.format(marc, 'iso2709'))
const file = (name: string, content: string | Buffer) => {
  const path = join(folder, name)
  writeFileSync(path, content)
  return path
}
/** A record of its own with changed fields. */
const broken = (number: string, change: (fields: string[][]) => string[][]) => ({
  leader: records[0]!.leader,
  fields: change([['001', number], ['008', records[0]!.fields.find(([tag]) => tag === '008')?.[1] ?? ''], ['245', '10', 'a', 'A broken record'], ['852', '1 ', 'a', 'pslib', 'b', 'ferrygate', 'c', 'fiction', 'p', `b${number}`]]),
}) // prettier-ignore

const xmlOf = (marc: ReturnType<typeof broken>): string => {
  const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')
  const fields = marc.fields.map(([tag = '', first = '', ...rest]) =>
    tag < '010'
      ? `<controlfield tag="${tag}">${first}</controlfield>`
      : `<datafield tag="${tag}" ind1="${first[0]}" ind2="${first[1]}">${rest.map((part, i) => (i % 2 === 0 ? `<subfield code="${part}">` : `${escape(part)}</subfield>`)).join('')}</datafield>`,
  )
  return `<record><leader>${marc.leader}</leader>${fields.join('')}</record>`
}

beforeAll(async () => {
  database = await Database.open(join(folder, 'catalex.sqlite'))
  await migrate(database)
  await database.write((write) => new Libraries({ library: world.library, policies: world.policies }).save(write))
  libraries = await Libraries.load(database)
})
afterAll(async () => {
  await database.close()
})

describe('loading', () => {
  it('takes 1,000 good records out of a file with broken ones, what can be used of these, and names each', async () => {
    const good = records.map(written)
    const octets = (number: string, change: (fields: string[][]) => string[][] = (fields) => fields) => written(broken(number, change))
    const wrongLength = octets('bad2')
    wrongLength.write('00099', 0, 'latin1')
    const badText = octets('bad3')
    badText.set([0xc3, 0x9f, 0xff], badText.indexOf('A broken'))
    const bad: [at: number, octets: Buffer][] = [
      [10, octets('bad1').subarray(0, 150)], // runs into the next record
      [200, wrongLength],
      [300, badText],
      [400, octets('bad4', (fields) => fields.filter(([tag]) => tag !== '245'))],
      [500, Buffer.from('no record at all, only words\u001d')],
      [600, octets('bad6', (fields) => [...fields, ['245', '10', 'a', 'Another']])],
      [700, octets('bad7', (fields) => fields.map((field) => (field[0] === '852' ? ['852', 'x ', ...field.slice(2)] : field)))],
    ]
    const pieces = good.flatMap((octets, i) => [...bad.filter(([at]) => at === i).map(([, octetsOfBad]) => octetsOfBad), octets])
    const report = await loadMarc(database, libraries, [file('mixed.mrc', Buffer.concat(pieces))], UPDATE)
    expect(report).toMatchObject({ read: 1007, added: 1005, replaced: 0, counts: { refused: { 'cut-off': 1, 'no-leader': 1 } } })
    const lines = (faults: typeof report.faults) =>
      faults.map((fault) => [fault.record, fault.controlNumber, fault.field, faultInWords(fault)])
    expect(lines(report.faults)).toEqual([
      [11, null, null, 'It is cut off before its end.'],
      [505, null, null, 'There is no leader: it does not begin with its length.'],
    ])
    expect(lines(report.warnings)).toEqual([
      [202, 'bad2', null, `The leader says 00099 octets, it has ${String(wrongLength.length)}.`],
      [303, 'bad3', '245', '1 octet is no UTF-8 and became U+FFFD.'],
      [404, 'bad4', '245', 'There is no title, in 245 or elsewhere.'],
      [606, 'bad6', '245', 'There are 2 title fields; the first counts.'],
      [707, 'bad7', '852', 'The first indicator "x" is no shelving scheme; the number is read as it stands.'],
    ])
    expect(await database.read("SELECT barcode FROM copies WHERE barcode LIKE 'bbad%' ORDER BY barcode")).toEqual(
      ['bbad2', 'bbad3', 'bbad4', 'bbad6', 'bbad7'].map((barcode) => ({ barcode })),
    )
    expect(await database.read('SELECT count(*) AS n FROM records')).toEqual([{ n: 1005 }])
  })

  it.each([
    ['a page of the web', '<!DOCTYPE html><html><body><p>record</p></body></html>'],
    ['a text', 'Dear library, here are our records. They are good ones.'],
    ['a table', '001,title\n1,Tide\n'],
    ['nothing', ''],
  ])('says of %s that it holds no MARC', async (_, content) => {
    const report = await loadMarc(database, libraries, [file('other.dat', content)], UPDATE)
    expect(report).toMatchObject({ added: 0, faults: [{ code: 'not-marc' }] })
  })

  it('deletes what says that it is deleted, and tells of what it never had', async () => {
    const gone = { ...broken('bad6', (fields) => fields), leader: records[0]!.leader.replace(/^(.{5})./, '$1d') }
    const never = { ...gone, fields: gone.fields.map((field) => (field[0] === '001' ? ['001', 'never'] : field)) }
    const report = await loadMarc(database, libraries, [file('gone.mrc', Buffer.concat([written(gone), written(never)]))], UPDATE)
    expect(report).toMatchObject({ read: 2, deleted: 2, withdrawn: 1, warnings: [{ code: 'nothing-to-delete', controlNumber: 'never' }] })
    expect(await database.read("SELECT 1 FROM records WHERE controlNumber = 'bad6'")).toEqual([])
    expect(await database.read("SELECT 1 FROM copies WHERE barcode = 'bbad6'")).toEqual([])
  })

  it('replaces what comes again; a copy with the barcode of another record is left out, its record is not', async () => {
    const [first, second] = [records[0]!, records[1]!]
    const again = {
      leader: first.leader,
      fields: first.fields
        .map((f) => (f[0] === '245' ? ['245', '10', 'a', 'Another title'] : [...f]))
        .filter((f) => f[0] !== '852' && f[0] !== '876'),
    }
    const barcode = second.fields.find(([tag]) => tag === '852')?.[second.fields.find(([tag]) => tag === '852')!.indexOf('p') + 1]
    const thief = broken('thief', (fields) => fields.map((f) => (f[0] === '852' ? [...f.slice(0, -1), barcode ?? ''] : f)))
    const report = await loadMarc(database, libraries, [file('again.mrc', Buffer.concat([written(again), written(thief)]))], UPDATE)
    expect(report).toMatchObject({
      read: 2,
      added: 1,
      replaced: 1,
      faults: [],
      warnings: [{ controlNumber: 'thief', code: 'barcode-taken' }],
    })
    expect(await database.read('SELECT recordId FROM copies WHERE barcode = $barcode', { barcode })).toEqual([{ recordId: 2 }])
    expect(
      await database.read('SELECT title, (SELECT count(*) FROM copies WHERE recordId = records.id) AS copies FROM records WHERE id = 1'),
    ).toEqual([{ title: 'Another title', copies: 0 }])
  })

  describe('a record that comes more than once in a load', () => {
    const titled = (number: string, title: string) =>
      broken(number, (fields) => fields.map((field) => (field[0] === '245' ? ['245', '10', 'a', title] : field)))
    const deletion = (number: string) => ({ ...titled(number, 'Gone'), leader: records[0]!.leader.replace(/^(.{5})./, '$1d') })
    const rowsOf = (base: Database, number: string) =>
      base.read(
        `SELECT title, group_concat(barcode) AS barcodes FROM records LEFT JOIN copies ON recordId = records.id
         WHERE controlNumber = $number AND NOT withdrawn GROUP BY records.id`,
        { number },
      )
    // Two entries of one file stand in one batch, those of two files in two.
    const ways = ['in one file', 'in two files'] as const
    const filesOf = (way: (typeof ways)[number], entries: ReturnType<typeof titled>[]) =>
      way === 'in one file'
        ? [file('both.mrc', Buffer.concat(entries.map(written)))]
        : entries.map((entry, i) => file(`${String(i)}.mrc`, written(entry)))
    const cases: [string, (number: string) => ReturnType<typeof titled>[], string | null][] = [
      ['a second version replaces the first', (n) => [titled(n, 'First'), titled(n, 'Second')], 'Second'],
      ['a deletion after it takes it out', (n) => [titled(n, 'First'), deletion(n)], null],
      ['a record after its deletion stays', (n) => [deletion(n), titled(n, 'Second')], 'Second'],
      ['of three the last one counts', (n) => [titled(n, 'First'), deletion(n), titled(n, 'Third')], 'Third'],
    ]
    const all = ways.flatMap((way) => cases.map(([says, entries, title]) => ({ way, says, entries, title })))

    it.each(all)('$says, $way, into a catalogue in use', async ({ way, says, entries, title }) => {
      const number = `${says} ${way}`
      const report = await loadMarc(database, libraries, filesOf(way, entries(number)), UPDATE)
      expect(await rowsOf(database, number)).toEqual(title === null ? [] : [{ title, barcodes: `b${number}` }])
      expect(report.added).toBe(title === null ? 0 : 1)
      expect(report.faults).toEqual([])
      expect(report.warnings.map(({ code, controlNumber }) => [code, controlNumber])).toContainEqual(['record-twice', number])
      expect(report.counts.warned['nothing-to-delete']).toBeUndefined()
    })

    it.each(all)('$says, $way, into a new catalogue', async ({ way, says, entries, title }) => {
      const empty = await Database.open(join(mkdtempSync(join(folder, 'new-')), 'catalex.sqlite'))
      try {
        await migrate(empty)
        const report = await loadWholeCatalogue(empty, libraries, filesOf(way, entries(says)), () => undefined)
        expect(await rowsOf(empty, says)).toEqual(title === null ? [] : [{ title, barcodes: `b${says}` }])
        expect(report).toMatchObject({ added: title === null ? 0 : 1, copies: title === null ? 0 : 1, faults: [] })
      } finally {
        await empty.close()
      }
    })

    it('frees the barcode of the version that no longer counts', async () => {
      const other = broken('takes', (fields) => fields.map((f) => (f[0] === '852' ? [...f.slice(0, -1), 'bgives'] : f)))
      const report = await loadMarc(
        database,
        libraries,
        filesOf('in two files', [titled('gives', 'First'), deletion('gives'), other]),
        UPDATE,
      )
      expect(await rowsOf(database, 'takes')).toEqual([{ title: 'A broken record', barcodes: 'bgives' }])
      expect(report.counts.warned).toEqual({ 'record-twice': 1 })
    })
  })

  it('reads MARCXML', async () => {
    const marc = broken('xml1', (fields) => [...fields, ['500', '  ', 'a', 'Fish & ships <old>']])
    const record = xmlOf(marc)
    const report = await loadMarc(
      database,
      libraries,
      [
        file(
          'one.xml',
          `<?xml version="1.0"?><collection xmlns="http://www.loc.gov/MARC21/slim">${record}<record><leader>short</leader></record></collection>`,
        ),
      ],
      UPDATE,
    )
    expect(report).toMatchObject({ read: 2, added: 1, faults: [{ record: 2, code: 'no-xml-leader' }] })
    const [{ record: stored } = { record: '' }] = await database.read<{ record: string }>(
      "SELECT record FROM records WHERE controlNumber = 'xml1'",
    )
    expect(JSON.parse(stored)).toMatchObject({ notes: [{ kind: 'general', text: 'Fish & ships <old>' }] })
  })
})

describe('how a file is written', () => {
  const titled = (number: string) =>
    broken(number, (fields) => fields.map((f) => (f[0] === '245' ? ['245', '10', 'a', 'Größe & Café'] : f)))
  const xml = (number: string, declaration: string) => `${declaration}<collection>${xmlOf(titled(number))}</collection>`
  const swapped = (octets: Buffer) => Buffer.from(octets).swap16()
  const mark = '\ufeff'
  it.each<[string, (number: string) => Buffer]>([
    ['ISO 2709 with a byte order mark', (n) => Buffer.concat([Buffer.from(mark), written(titled(n))])],
    ['UTF-8 with a byte order mark', (n) => Buffer.from(mark + xml(n, '<?xml version="1.0" encoding="UTF-8"?>'))],
    ['UTF-16, low octet first', (n) => Buffer.from(mark + xml(n, '<?xml version="1.0" encoding="UTF-16"?>'), 'utf16le')],
    ['UTF-16, high octet first', (n) => swapped(Buffer.from(mark + xml(n, '<?xml version="1.0" encoding="UTF-16"?>'), 'utf16le'))],
    ['UTF-16 without a mark', (n) => Buffer.from(xml(n, '<?xml version="1.0"?>'), 'utf16le')],
    ['ISO 8859-1 by its declaration', (n) => Buffer.from(xml(n, '<?xml version="1.0" encoding="ISO-8859-1"?>'), 'latin1')],
  ])('%s is read', async (name, octets) => {
    const number = `written as ${name}`
    const report = await loadMarc(database, libraries, [file('written', octets(number))], UPDATE)
    expect(report).toMatchObject({ read: 1, added: 1, faults: [], warnings: [] })
    expect(await database.read('SELECT title FROM records WHERE controlNumber = $number', { number })).toEqual([{ title: 'Größe & Café' }])
  })

  it('says which encoding it does not read', async () => {
    const report = await loadMarc(database, libraries, [file('other.xml', xml('n', '<?xml version="1.0" encoding="EBCDIC-US"?>'))], UPDATE)
    expect(report.faults.map(faultInWords)).toEqual([
      'The file says that it is written in "EBCDIC-US", which is not read here: write it as UTF-8.',
    ])
  })
})

describe('the demo’s world', () => {
  it('is the same from the same seed, and another from another', () => {
    const some = (seed: string) =>
      JSON.stringify([...makeWorld({ titles: 400, seed, today: '2026-11-25', branches: 14 }).records()].slice(200))
    expect(some('a')).toBe(some('a'))
    expect(some('a')).not.toBe(some('b'))
  })
})

describe('reading in a thread of its own', () => {
  const script = new URL('./plainReader.mjs', import.meta.url)
  const all = async (read: AsyncIterable<unknown>) => {
    const batches: unknown[] = []
    for await (const batch of read) batches.push(batch)
    return batches
  }
  it('gives the very same batches, in order', async () => {
    const path = file('many.mrc', Buffer.concat([...records, ...records, ...records].map(written)))
    const here = await all(readBatches([path, path], libraries))
    expect(here.length).toBeGreaterThan(5)
    expect(await all(readInThread([path, path], libraries, script))).toEqual(here)
  })
  it('fails as the reading fails, and leaves no thread behind when nobody wants more', async () => {
    await expect(all(readInThread([join(folder, 'nowhere.mrc')], libraries, script))).rejects.toThrow(/nowhere\.mrc/)
    const path = file('more.mrc', Buffer.concat([...records, ...records].map(written)))
    for await (const batch of readInThread([path, path, path, path], libraries, script)) {
      expect(batch.read).toBe(1000)
      break
    }
  })
})
