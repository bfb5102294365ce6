/** The index follows the database: while it is served, from a file, and beside it. */
import { cpSync, existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Marc } from 'marcjs'
import { checkedQuery } from '@catalex/contract/schema'
import { searchQuerySchema, type SearchAnswer, type SearchQuery } from '@catalex/contract/search'
import { makeWorld } from '@catalex/demo/world'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { loadMarc } from '../src/catalogue/index.ts'
import { indexing, usableSnapshot } from '../src/cli/commands/indexing.ts'
import { Database } from '../src/database/index.ts'
import { SearchService, snapshotFile } from '../src/search/index.ts'
import { fail, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const DAY = '2026-11-25'
let catalogue: Catalogue
let visitor: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(300)
  visitor = new Visitor(catalogue.address)
})
afterAll(() => catalogue.close())

const [{ marc: pattern } = { marc: { leader: '', fields: [] } }] = [
  ...makeWorld({ titles: 1, seed: 'edit', today: DAY, branches: 14 }).records(),
]
const UPDATE = { whole: false, alongside: () => Promise.resolve(), progress: () => undefined }
const control = (tag: string) => pattern.fields.find(([name]) => name === tag) ?? [tag, '']

/** A record of its own, as a file. */
const record = (number: string, title: string, author = 'Quillfeather, Ottoline', more: string[][] = []) =>
  Buffer.from(
    Marc.format(
      {
        leader: pattern.leader,
        fields: [['001', number], control('008'), ['100', '1 ', 'a', author], ['245', title.startsWith('The ') ? '14' : '10', 'a', title], ...more, ['852', '8 ', 'a', 'pslib', 'b', 'ferrygate', 'c', 'fiction', 'h', 'QUI', 'p', `b${number}`]],
      },
      'iso2709',
    ),
  ) // prettier-ignore

const load = async (...records: Buffer[]) => {
  const file = join(catalogue.folder, 'edits.mrc')
  writeFileSync(file, Buffer.concat(records))
  const report = await loadMarc(catalogue.database, catalogue.libraries, [file], UPDATE)
  expect(report.faults).toEqual([])
}
const find = async (q: string, more = '') => (await visitor.get<SearchAnswer>(`/api/search?q=${encodeURIComponent(q)}${more}`)).body
const editionsOf = (answer: SearchAnswer) => answer.rows.map((row) => row.editions.length)

describe('records loaded while the catalogue is served', () => {
  it('are found, counted and filed without a new start', async () => {
    await load(record('edit1', 'The ossifrage almanac'))
    await catalogue.search.settled()
    const found = await find('ossifrage almanac')
    expect(found).toMatchObject({ count: 1, facets: { place: { ferrygate: 1 }, person: { 'Quillfeather, Ottoline': 1 } } })
    expect(found.rows[0]).toMatchObject({ title: 'The ossifrage almanac' })
    const browse = await visitor.get<{ headings: { label: string; count: number }[] }>('/api/headings?kind=person&from=quillf&size=1')
    expect(browse.body.headings).toMatchObject([{ label: 'Quillfeather, Ottoline', count: 1 }])
    const suggested = await visitor.get<{ kind: string }[]>('/api/suggestions?q=ossifrage')
    expect(suggested.body.map(({ kind }) => kind)).toEqual(['title'])
  })

  it('join the works that they belong to, and leave them', async () => {
    await load(record('edit2', 'The ossifrage almanac', undefined, [['250', '  ', 'a', 'Second edition']]))
    await catalogue.search.settled()
    expect(editionsOf(await find('ossifrage almanac'))).toEqual([2])
    await load(record('edit2', 'The ossifrage yearbook'))
    await catalogue.search.settled()
    expect(editionsOf(await find('ossifrage almanac'))).toEqual([1])
    expect(await find('ossifrage')).toMatchObject({ count: 2, records: 2 })
  })

  it('are found by what they say now, and no more by what they said', async () => {
    await load(record('edit1', 'The petrel almanac', 'Thrushwood, Cassian'))
    await catalogue.search.settled()
    expect((await find('petrel almanac')).count).toBe(1)
    expect((await find('ossifrage almanac')).count).toBe(0)
    expect((await find('', '&person=Quillfeather%2C%20Ottoline')).count).toBe(1)
  })

  it('know when their copies go', async () => {
    await catalogue.database.write((write) => write.run("INSERT INTO loans (barcode, due, source) VALUES ('bedit1', '2026-12-01', 'here')"))
    await catalogue.search.catchUp()
    expect((await find('petrel almanac', '&copies=inNow')).count).toBe(0)
    await catalogue.database.write((write) => write.run("DELETE FROM loans WHERE barcode = 'bedit1'"))
    await catalogue.search.catchUp()
    expect((await find('petrel almanac', '&copies=inNow')).count).toBe(1)
  })

  it('that are gone are not found', async () => {
    await catalogue.database.write(async (write) => {
      for (const table of ['identifiers', 'copies']) await write.run(`DELETE FROM ${table} WHERE recordId = (SELECT id FROM records WHERE controlNumber = 'edit2')`)
      await write.run("DELETE FROM records WHERE controlNumber = 'edit2'")
    }) // prettier-ignore
    await catalogue.search.settled()
    expect((await find('ossifrage')).count).toBe(0)
  })
})

describe('the index in the file', () => {
  const opened = async () => {
    const database = await Database.open(catalogue.data)
    const snapshot = await usableSnapshot(database, catalogue.libraries, catalogue.data)
    expect(snapshot).not.toBeNull()
    return { database, snapshot: snapshot ?? undefined, libraries: catalogue.libraries, today: () => DAY, trouble: fail }
  }

  it('was written by the load, and with what has changed since answers like the one that is served', async () => {
    const opening = await opened()
    const search = await SearchService.open(opening)
    await search.settled()
    for (const q of ['petrel almanac', 'ossifrage', 'the', '', 'river OR tide']) {
      const asked = checkedQuery<SearchQuery>(searchQuerySchema, { q, sort: 'title', copies: ['inNow'] })
      const searcher = { borrower: { category: 'adult', homeSystem: null }, at: 'ferrygate', today: DAY, now: '2026-11-25T11:20:00.000Z' }
      const [ours, served] = await Promise.all([search.answer(asked, searcher), catalogue.search.answer(asked, searcher)])
      expect(ours).toEqual(served)
    }
    await opening.database.close()
  })

  it('agrees with the database, and says of which record it does not', async () => {
    const copy = join(catalogue.folder, 'copy.sqlite')
    const database = await Database.open(catalogue.data)
    await database.close()
    cpSync(catalogue.data, copy)
    cpSync(snapshotFile(catalogue.data), snapshotFile(copy))
    await expect(indexing({ data: copy, check: true })).resolves.toBeUndefined()
    const tampered = await Database.open(copy)
    await tampered.write(async (write) => {
      await write.run('DROP TRIGGER recordChanged')
      await write.run("UPDATE records SET record = json_set(record, '$.year', 1066) WHERE id = 7")
    })
    await tampered.close()
    await expect(indexing({ data: copy, check: true })).rejects.toThrow(/differ in 1 records/)
    await indexing({ data: copy })
    await expect(indexing({ data: copy, check: true })).resolves.toBeUndefined()
    // The older index knows nothing of changes that have been forgotten since.
    cpSync(snapshotFile(catalogue.data), snapshotFile(copy))
    await expect(indexing({ data: copy, check: true })).rejects.toThrow(/no index of this catalogue/)
    await indexing({ data: copy })
    await expect(indexing({ data: copy, check: true })).resolves.toBeUndefined()
  })

  it('is not taken for that of another catalogue, nor when it is broken off, nor with one octet wrong', async () => {
    const other = await startCatalogue(20)
    const own = readFileSync(snapshotFile(other.data))
    expect(await usableSnapshot(other.database, other.libraries, other.data)).not.toBeNull()
    const at = own.length - 100
    own.writeUInt8(own.readUInt8(at) ^ 1, at)
    writeFileSync(snapshotFile(other.data), own)
    expect(await usableSnapshot(other.database, other.libraries, other.data)).toBeNull()
    cpSync(snapshotFile(catalogue.data), snapshotFile(other.data))
    expect(await usableSnapshot(other.database, other.libraries, other.data)).toBeNull()
    writeFileSync(snapshotFile(other.data), 'not an index')
    expect(await usableSnapshot(other.database, other.libraries, other.data)).toBeNull()
    await expect(indexing({ data: other.data, check: true })).rejects.toThrow(/no index of this catalogue/)
    await other.close()
    expect(existsSync(other.data)).toBe(false)
  })
})
