/** What goes out: exports that give the same catalogue again, SRU for machines, addresses of all titles. */
import { execFileSync, spawn } from 'node:child_process'
import { request } from 'node:http'
import { existsSync, mkdirSync, readFileSync, copyFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { SearchAnswer } from '@catalex/contract/search'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { exportRecords } from '../src/cli/commands/export.ts'
import { load } from '../src/cli/commands/load.ts'
import { restateRecords } from '../src/catalogue/index.ts'
import { Database } from '../src/database/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const YAZ = existsSync('/usr/bin/yaz-client')

let catalogue: Catalogue
let visitor: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(150)
  visitor = new Visitor(catalogue.address)
  const [copy] = await catalogue.database.read<{ barcode: string }>(
    "SELECT barcode FROM copies WHERE status = 'on shelf' LIMIT 1 OFFSET 40",
  )
  const list = join(catalogue.folder, 'today.csv')
  writeFileSync(list, `barcode,status,due\n${copy!.barcode},in the exhibition,\n`)
  await load([list], { data: catalogue.data })
  await catalogue.search.settled()
})
afterAll(() => catalogue.close())

/** Everything that a catalogue says of its records, copies and headings, but for numbers of rows. */
async function contentsOf(database: Database) {
  const records = await database.read(
    'SELECT controlNumber, carrier, title, record FROM records WHERE withdrawn = 0 ORDER BY controlNumber',
  )
  const copies = await database.read(
    "SELECT barcode, controlNumber, system, branch, collection, useRule, status, statusText, callText, sortKey, enumeration, copy, note FROM copies JOIN records ON records.id = recordId WHERE status <> 'withdrawn' ORDER BY barcode",
  )
  const headings = await database.read('SELECT kind, label, key, target, type FROM headingReferences ORDER BY kind, key, type, target')
  return { records, copies, headings }
}

describe('an export', () => {
  it.each(['mrc', 'xml'])('as %s, loaded again, gives the same catalogue', async (ending) => {
    const world = join(catalogue.folder, `again-${ending}`)
    mkdirSync(world)
    for (const name of ['library.json', 'policies.json']) copyFileSync(join(catalogue.world, name), join(world, name))
    writeFileSync(join(world, 'readers.csv'), readFileSync(join(catalogue.world, 'readers.csv')))
    await exportRecords(join(world, `all.${ending}`), { data: catalogue.data })
    const data = join(catalogue.folder, `again-${ending}.sqlite`)
    expect(await load([], { world, data, strict: true })).toBe(0)
    const again = await Database.open(data)
    expect(await contentsOf(again)).toEqual(await contentsOf(catalogue.database))
    await again.close()
  })
  it('of what a query finds has these records in its order', async () => {
    const file = join(catalogue.folder, 'orrick.xml')
    await exportRecords(file, { data: catalogue.data, cql: 'dc.creator = orrick sortBy dc.date/sort.descending' })
    const years = [...readFileSync(file, 'utf8').matchAll(/<controlfield tag="008">.{7}(\d{4})/g)].map(([, year]) => Number(year))
    expect(years.length).toBeGreaterThan(10)
    expect(years).toEqual([...years].sort((a, b) => b - a))
  })
})

it('records that an earlier version stored otherwise are read anew from their MARC, once', async () => {
  const { database } = catalogue
  const before = await contentsOf(database)
  await database.write(async (write) => {
    await write.run('PRAGMA user_version = 0')
    await write.run(`UPDATE records SET hash = '', record = json_remove(record, '$.people', '$.online')`)
    await write.run("UPDATE copies SET sortKey = 'D|' || barcode, statusText = NULL WHERE status <> 'other'")
  })
  const anew = () => restateRecords(database, () => Promise.resolve(catalogue.libraries))
  expect(await anew()).toBe(before.records.length)
  expect(await contentsOf(database)).toEqual(before)
  expect(await anew()).toBe(0)
})

const sru = async (parameters: Record<string, string>) => {
  const response = await fetch(`${catalogue.address}/sru?${new URLSearchParams(parameters).toString()}`)
  return { status: response.status, type: response.headers.get('content-type'), xml: await response.text() }
}
const search = (query: string, more: Record<string, string> = {}) => sru({ operation: 'searchRetrieve', version: '1.2', query, ...more })
const countIn = (xml: string) => Number(/<numberOfRecords>(\d+)</.exec(xml)?.[1])
const diagnosticIn = (xml: string) => /info:srw\/diagnostic\/1\/(\d+)/.exec(xml)?.[1]

describe('SRU', () => {
  it('counts records as the catalogue does, and gives them page by page', async () => {
    const { body } = await visitor.get<SearchAnswer>('/api/search?q=title%20%3D%20harbour')
    const first = await search('dc.title = harbour', { maximumRecords: '1' })
    expect(first).toMatchObject({ status: 200, type: expect.stringMatching(/^application\/xml/) as string })
    expect(countIn(first.xml)).toBe(body.records)
    expect(first.xml).toContain('<nextRecordPosition>2</nextRecordPosition>')
    const all = await search('dc.title = harbour', { maximumRecords: '100', recordSchema: 'dc' })
    expect([...all.xml.matchAll(/<dc:title>[^<]*harbour/gi)].length).toBe(body.records)
  })
  it.each([
    ['> d = "info:srw/cql-context-set/1/dc-v1.1" d.title = harbour', 'dc.title = harbour'],
    ['> "info:srw/cql-context-set/1/dc-v1.1" title = harbour', 'dc.title = harbour'],
    ['bath.title =/stem/relevant harbour', 'dc.title = harbour'],
    ['dc.title cql.any "harbour"', 'dc.title = harbour'],
    ['dc.creator = orrick and dc.date within "2012 2014"', 'dc.creator = orrick and dc.date >= 2012 and dc.date <= 2014'],
    ['cql.allRecords = 1', 'cql.allRecords = 1 not rec.identifier = nobody'],
  ])('%s finds what %s finds', async (one, other) => {
    const [a, b] = [await search(one), await search(other)]
    expect(countIn(a.xml)).toBeGreaterThan(0)
    expect(countIn(a.xml)).toBe(countIn(b.xml))
  })
  it('finds a record by its number, in the very words in which it was loaded', async () => {
    const { xml } = await search('rec.identifier = ps00000001')
    expect(countIn(xml)).toBe(1)
    expect(xml).toContain('<controlfield tag="001">ps00000001</controlfield>')
    expect(xml).toMatch(/<datafield tag="852".*<subfield code="b">/)
  })
  it('puts them in the order that is asked for', async () => {
    const titles = async (sort: string) =>
      [
        ...(await search(`dc.subject = harbors sortBy ${sort}`, { recordSchema: 'dc', maximumRecords: '50' })).xml.matchAll(
          /<dc:date>(\d+)/g,
        ),
      ].map(([, year]) => Number(year))
    const up = await titles('dc.date')
    expect(up).toEqual([...up].sort((a, b) => a - b))
    const down = await titles('dc.date/sort.descending dc.title')
    expect(down).toEqual([...down].sort((a, b) => b - a))
  })
  it.each<[string, Record<string, string>, string]>([
    ['another operation', { operation: 'scan', version: '1.2' }, '4'],
    ['another version', { operation: 'searchRetrieve', version: '9.9', query: 'a' }, '5'],
    ['a parameter that is none', { operation: 'searchRetrieve', query: 'tide', colour: 'red' }, '8'],
    ['no query', { operation: 'searchRetrieve', version: '1.2' }, '7'],
    ['an open quote', { query: 'dc.title = "tide' }, '10'],
    ['another set', { query: 'zz.title = tide' }, '15'],
    ['another index', { query: 'dc.colour = red' }, '16'],
    ['a relation that says nothing here', { query: 'dc.title < tide' }, '19'],
    ['another modifier', { query: 'dc.title =/fuzzy tide' }, '20'],
    ['no word', { query: 'dc.title = "..."' }, '27'],
    ['a number that is none', { query: 'bath.isbn = 12' }, '36'],
    ['words near each other', { query: 'tide prox mill' }, '39'],
    ['a record behind the last', { query: 'rec.identifier = ps00000001', startRecord: '2' }, '61'],
    ['another schema', { query: 'tide', recordSchema: 'mods' }, '66'],
    ['another packing', { query: 'tide', recordPacking: 'zip' }, '71'],
    ['another order', { query: 'tide sortBy dc.subject' }, '80'],
    ['a count that is none', { query: 'tide', maximumRecords: 'many' }, '6'],
    ['a query longer than any', { query: 'tide '.repeat(300) }, '12'],
  ])('answers %s with its diagnostic', async (_, parameters, number) => {
    const { status, xml } = await sru(parameters)
    expect([status, diagnosticIn(xml)]).toEqual([200, number])
  })
  it('explains itself, also without being asked, in the words of either version', async () => {
    const { xml } = await sru({})
    expect(xml).toMatch(/explainResponse xmlns="http:\/\/docs\.oasis-open\.org/)
    expect(xml).toContain('<name set="dc">title</name>')
    expect((await sru({ operation: 'explain', version: '1.2' })).xml).toMatch(/explainResponse xmlns="http:\/\/www\.loc\.gov\/zing\/srw\/"/)
  })
  it.runIf(YAZ)('is understood by another client', { timeout: 30_000 }, async () => {
    const commands = [
      'sru get 1.2',
      `open ${catalogue.address}/sru`,
      'querytype cql',
      'find dc.title=salt and dc.creator=orrick',
      'show 1+2',
      'quit',
    ]
    // It asks the server that this very process is, so nobody may wait for it here.
    const client = spawn('yaz-client', { timeout: 20_000 })
    let said = ''
    client.stdout.on('data', (piece: Buffer) => (said += piece.toString()))
    client.stdin.end(`${commands.join('\n')}\n`)
    await new Promise((ended) => client.on('close', ended))
    expect(said).toMatch(/Number of hits: [1-9]/)
    expect(said).toMatch(/<subfield code="a">Orrick, Tamsin/)
  })
})

describe('addresses', () => {
  it('that are nobody’s to gather are named to robots', async () => {
    const response = await fetch(`${catalogue.address}/robots.txt`)
    expect(response.headers.get('content-type')).toContain('text/plain')
    expect((await response.text()).split('\n')).toEqual(expect.arrayContaining(['User-agent: *', 'Disallow: /api/', 'Disallow: /card']))
  })
  it('of all titles stand in the sitemap, which says where its pages are', async () => {
    const index = await (await fetch(`${catalogue.address}/sitemap.xml`)).text()
    const [, page = ''] = /<loc>([^<]+)<\/loc>/.exec(index) ?? []
    const text = await (await fetch(page)).text()
    const [{ n } = { n: 0 }] = await catalogue.database.read<{ n: number }>('SELECT count(*) AS n FROM records WHERE withdrawn = 0')
    expect([...text.matchAll(/\/titles\/ps/g)]).toHaveLength(n)
    expect((await fetch(`${catalogue.address}/sitemap-99.xml`)).status).toBe(404)
  })
  it.each(['evil.example:99999', 'a b', '"><script>'])('never repeat a host as odd as %s', async (host) => {
    const { port } = new URL(catalogue.address)
    const text = await new Promise<string>((done, fail) => {
      request({ port, host: '127.0.0.1', path: '/opensearch.xml', headers: { host } }, (answer) => {
        let all = ''
        answer.on('data', (piece: Buffer) => (all += piece.toString()))
        answer.on('end', () => {
          done(all)
        })
      })
        .on('error', fail)
        .end()
    })
    expect(text).not.toContain(host)
  })
  it('are those under which it was asked, and nothing that a client makes up', async () => {
    const description = await (await fetch(`${catalogue.address}/opensearch.xml`)).text()
    expect(description).toContain(`template="${catalogue.address}/search?q={searchTerms}"`)
  })
})

describe.runIf(YAZ)('an independent reader of MARC', () => {
  it('reads what is written, the same from either form', async () => {
    const [iso, xml] = [join(catalogue.folder, 'out.mrc'), join(catalogue.folder, 'out.xml')]
    for (const file of [iso, xml]) await exportRecords(file, { data: catalogue.data, cql: 'cql.allRecords = 1 sortBy rec.identifier' })
    const dump = (...parameters: string[]) =>
      execFileSync('yaz-marcdump', ['-o', 'line', ...parameters], { encoding: 'utf8', maxBuffer: 1 << 28 })
    const withoutLengths = (text: string) => text.replace(/^\d{5}(.{7})\d{5}/gm, '00000$100000').replace(/^(\d{5}.{4}).22/gm, '$1a22')
    const lines = withoutLengths(dump('-f', 'UTF-8', '-t', 'UTF-8', iso))
    expect(lines.split('\n').filter((line) => line.startsWith('001')).length).toBeGreaterThan(100)
    expect(withoutLengths(dump('-i', 'marcxml', xml))).toBe(lines)
  })
})
