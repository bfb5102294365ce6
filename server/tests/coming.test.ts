/** Files that keep coming to a catalogue that is served: lists of copies, records, folders that are watched. */
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { SearchAnswer } from '@catalex/contract/search'
import type { TitlePage } from '@catalex/contract/title'
import { writeIso2709, writeMarcXml, type MarcRecord } from '@catalex/core/catalogue'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { load } from '../src/cli/commands/load.ts'
import { watch } from '../src/cli/commands/watch.ts'
import { claim } from '../src/database/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let visitor: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(120, (world) => {
    const file = join(world, 'policies.json')
    const policies = JSON.parse(readFileSync(file, 'utf8')) as object
    writeFileSync(file, JSON.stringify({ ...policies, statuses: { Vermisst: 'missing' } }))
  })
  visitor = new Visitor(catalogue.address)
})
afterAll(() => catalogue.close())

const file = (name: string, content: string | Uint8Array) => {
  const path = join(catalogue.folder, name)
  writeFileSync(path, content)
  return path
}
const loaded = async (path: string, strict = false) => {
  const code = await load([path], { data: catalogue.data, strict })
  await catalogue.search.settled()
  return code
}
const marc = (number: string, title: string, more: MarcRecord['fields'] = []): MarcRecord => ({
  leader: '00000nam a2200000 i 4500',
  fields: [['001', number], ['008', '260101s2026    xx            000 0 eng d'], ['245', '10', 'a', title], ['852', '1 ', 'a', 'PSLIB', 'b', 'Ferrygate', 'c', 'NONFIC', 'h', '738.14 fen', 'p', `${number}-A`], ...more],
}) // prettier-ignore
const iso = (...records: MarcRecord[]) => Buffer.concat(records.map((record) => writeIso2709(record) ?? new Uint8Array(0)))
const page = async (number: string) => (await visitor.get<TitlePage>(`/api/titles/${number}`)).body
const search = async (q: string) => (await visitor.get<SearchAnswer>(`/api/search?q=${encodeURIComponent(q)}`)).body
/** A copy on its shelf that nobody waits for, with the number of its record. */
const shelved = async () => {
  const [copy] = await catalogue.database.read<{ barcode: string; controlNumber: string }>(
    `SELECT barcode, controlNumber FROM copies JOIN records ON records.id = recordId WHERE status = 'on shelf' AND useRule IS NULL
       AND barcode NOT IN (SELECT barcode FROM loans) AND barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL) LIMIT 1`,
  )
  return copy!
}
const statusOf = async ({ barcode, controlNumber }: { barcode: string; controlNumber: string }) => {
  const copy = (await page(controlNumber)).copies.find((one) => one.barcode === barcode)
  return copy && [copy.status, copy.statusText, copy.due, copy.inNow]
}

describe('a list of copies', () => {
  it('says what is on loan, back, or otherwise not in, and is seen at once', async () => {
    const copy = await shelved()
    const say = (status: string, due = '') => loaded(file('today.csv', `barcode,status,due\n${copy.barcode},${status},${due}\n`))
    for (const [status, due, shown] of [
      ['On loan', '2026-12-24', ['on loan', null, '2026-12-24', false]],
      ['on shelf', '', ['on shelf', null, null, true]],
      ['vermisst', '', ['missing', null, null, false]],
      ['In the exhibition', '', ['other', 'In the exhibition', null, false]],
      ['on shelf', '', ['on shelf', null, null, true]],
    ] as const) {
      expect(await say(status, due)).toBe(0)
      expect(await statusOf(copy)).toEqual(shown)
    }
  })
  it('tells of rows that it can’t take, and takes the others', async () => {
    const copy = await shelved()
    const rows = `barcode,status,due\nnobody,on shelf,\n${copy.barcode},on loan,soon\n${copy.barcode},missing,\n`
    expect(await loaded(file('odd.csv', rows))).toBe(0)
    expect(await loaded(file('odd.csv', rows), true)).toBe(2)
    expect(await statusOf(copy)).toEqual(['missing', null, null, false])
    expect(await loaded(file('none.csv', 'barcode,status,due\nnobody,on shelf,\n'))).toBe(1)
    await expect(loaded(file('other.csv', 'title,author\nTide,Nobody\n'))).rejects.toThrow(/other\.csv, line 2/)
  })
})

describe('records', () => {
  it('are added, replaced and deleted by their numbers, whatever the case of their codes, and end with a code', async () => {
    expect(await loaded(file('new.mrc', iso(marc('clay-1', 'Fired clay'), marc('clay-2', 'Glazes'))))).toBe(0)
    expect((await search('738.14FEN')).rows.map((row) => row.title)).toEqual(['Fired clay', 'Glazes'])
    expect((await search('CLAY 1 a')).readback).toMatchObject([{ kind: 'barcode' }])
    const deleted = { ...marc('clay-2', 'Glazes'), leader: '00000dam a2200000 i 4500' }
    expect(
      await loaded(file('next.xml', `<collection>${writeMarcXml(marc('clay-1', 'Fired clays'))}${writeMarcXml(deleted)}</collection>`)),
    ).toBe(0)
    expect((await search('738.14')).rows.map((row) => row.title)).toEqual(['Fired clays'])
    expect((await visitor.get('/api/titles/clay-2')).status).toBe(404)
  })
  it('end with 1 where nothing could be read, with 2 where something was odd and that is asked for', async () => {
    expect(await loaded(file('page.mrc', '<html><body>No records today</body></html>'))).toBe(1)
    const odd = iso(marc('n3', ''), marc('n4', 'Slip'))
    expect([await loaded(file('odd.mrc', odd)), await loaded(file('odd.mrc', odd), true)]).toEqual([0, 2])
  })
})

describe('other names of a heading', () => {
  const authority = (...others: string[]): MarcRecord => ({
    leader: '00000nz  a2200000n  4500',
    fields: [['001', 'auth-1'], ['100', '1 ', 'a', 'Orrick, Tamsin,', 'd', '1961-'], ...others.map((name) => ['400', '1 ', 'a', name])],
  })
  it('are searched at once, and no more when they are gone', async () => {
    const of = async (name: string) => (await search(name)).records
    const all = await of('orrick')
    expect(all).toBeGreaterThan(10)
    expect(await loaded(file('names.mrc', iso(authority('Zwetlana, Quirina'))))).toBe(0)
    expect(await of('zwetlana')).toBe(all)
    expect(await loaded(file('names.mrc', iso(authority('Xenodike, Palamede'))))).toBe(0)
    expect([await of('zwetlana'), await of('xenodike')]).toEqual([0, all])
  })
})

describe('a folder that is watched', () => {
  it('gives each file once, when it has come whole, and moves it with its report', async () => {
    const folder = join(catalogue.folder, 'incoming')
    mkdirSync(folder)
    const watching = new AbortController()
    const other = await claim(`${catalogue.data}.load-lock`)
    const errors = vi.spyOn(console, 'error')
    const done = watch(folder, { data: catalogue.data, signal: watching.signal, every: 40 })
    writeFileSync(join(folder, '1.mrc'), iso(marc('w1', 'Kilns')))
    writeFileSync(join(folder, '2.mrc'), 'no records')
    writeFileSync(join(folder, 'notes.txt'), 'left alone')
    const came = (...path: string[]) => expect.poll(() => existsSync(join(folder, ...path)), { timeout: 15_000 }).toBe(true)
    // While another load is under way files wait.
    await vi.waitUntil(() => errors.mock.calls.some(([words]) => String(words).includes('Another process is loading')), { timeout: 15_000 })
    errors.mockRestore()
    expect(readdirSync(folder).sort()).toEqual(['1.mrc', '2.mrc', 'done', 'notes.txt', 'refused'])
    await other?.()
    await came('done', '1.mrc.report.json')
    await came('refused', '2.mrc')
    writeFileSync(join(folder, '1.mrc'), iso(marc('w1', 'Kilns and ovens')))
    await came('done', '2-1.mrc')
    watching.abort()
    await done
    expect(readdirSync(folder).sort()).toEqual(['done', 'notes.txt', 'refused'])
    await catalogue.search.settled()
    expect((await page('w1')).description.title).toBe('Kilns and ovens')
  })
})

it('of a work with hundreds of editions a row tells forty and a page two hundred, the one that is meant among them', async () => {
  const numbers = Array.from({ length: 210 }, (_, i) => `equal-${String(i)}`)
  expect(await loaded(file('equal.mrc', iso(...numbers.map((number) => marc(number, 'Everywhere the same')))))).toBe(0)
  const { count, rows } = await search('everywhere the same')
  expect([count, rows[0]?.editions.length, rows[0]?.moreEditions]).toEqual([1, 40, 170])
  for (const number of ['equal-0', 'equal-209']) {
    const { editions, moreEditions } = await page(number)
    expect([editions.length, moreEditions, editions.some(({ controlNumber }) => controlNumber === number)]).toEqual([200, 10, true])
  }
})
