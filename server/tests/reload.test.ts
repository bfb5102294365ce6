/** The library's world is loaded anew while readers are at work: nothing of theirs is lost, and what went away is told. */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Card } from '@catalex/contract/card'
import type { Hold } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import type { SearchAnswer } from '@catalex/contract/search'
import { addReaders, makeWorld, writeWorld } from '@catalex/demo/world'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { load } from '../src/cli/commands/load.ts'
import { claim } from '../src/database/index.ts'
import { virtualClock } from '../src/standins/index.ts'
import { DAY, sampleReader, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const READERS = 20
const TITLES = 400
const cardOf = (reader: number) => `000800${String(reader).padStart(2, '0')}`
const withReaders = (world: string) => {
  addReaders(
    world,
    Array.from({ length: READERS }, (_, i) => sampleReader(cardOf(i))),
  )
}

let catalogue: Catalogue
let readers: Visitor[]
beforeAll(async () => {
  catalogue = await startCatalogue(TITLES, withReaders)
  readers = Array.from({ length: READERS }, () => new Visitor(catalogue.address))
  for (const [i, reader] of readers.entries()) expect((await reader.signIn(cardOf(i), '1234')).status).toBe(200)
})
afterAll(() => catalogue.close())

const clock = virtualClock('Europe/London', `${DAY}T12:00`)
const reload = () => load([], { world: catalogue.world, data: catalogue.data, clock })
/** Titles of print of which every adult may have a copy sent. */
const sendable = (most: number) =>
  catalogue.database.read<{ controlNumber: string; barcode: string }>(
    `SELECT controlNumber, min(barcode) AS barcode FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND system = 'pslib'
       AND branch <> 'saltpan' AND useRule IS NULL AND collection IN ('fiction', 'nonfic') AND status = 'on shelf' AND barcode NOT IN (SELECT barcode FROM loans)
       AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) GROUP BY records.id HAVING count(*) = 1 ORDER BY records.id LIMIT $most`,
    { most },
  )
const place = async (who: Visitor, controlNumber: string) =>
  (await who.ask<Hold & Problem>('POST', '/api/holds', { records: [controlNumber], barcode: null, pickup: 'ferrygate' })).body
const holdsOf = async (who: Visitor) => (await who.get<Card>('/api/card')).body.holds

/** Writes the world anew, without some of its records. */
async function rewriteWithout(
  gone: readonly string[],
  change: (fields: string[][], controlNumber: string) => string[][] = (fields) => fields,
) {
  const world = makeWorld({ titles: TITLES, seed: 'test', today: DAY, branches: 14 })
  const numberOf = (fields: readonly (readonly string[])[]) => fields.find(([tag]) => tag === '001')?.[1] ?? ''
  const records = function* () {
    for (const record of world.records())
      if (!gone.includes(numberOf(record.marc.fields)))
        yield { ...record, marc: { ...record.marc, fields: change(record.marc.fields.map((field) => [...field]), numberOf(record.marc.fields)) } }
  } // prettier-ignore
  await writeWorld({ ...world, records } as typeof world, catalogue.world)
  withReaders(catalogue.world)
}

it('while twenty readers place and cancel, no hold is lost, moved or doubled, and all stay signed in', async () => {
  const titles = await sendable(READERS)
  expect(titles.length).toBe(READERS)
  const last = new Map<number, string>()
  let loading = true
  const work = readers.map(async (reader, i) => {
    for (let round = 0; loading || round < 3; round += 1) {
      const hold = await place(reader, titles[i]?.controlNumber ?? '')
      expect(hold.state, JSON.stringify(hold)).toBe('being fetched')
      expect((await reader.ask('DELETE', `/api/holds/${hold.id}`)).status).toBe(200)
      expect((await reader.get<SearchAnswer>('/api/search?q=the')).status).toBe(200)
    }
    last.set(i, (await place(reader, titles[i]?.controlNumber ?? '')).id)
  })
  try {
    await reload()
    await reload()
  } finally {
    loading = false
    await Promise.all(work)
  }
  for (const [i, reader] of readers.entries()) {
    const holds = await holdsOf(reader)
    expect(holds.filter(({ state }) => state === 'being fetched').map(({ id, controlNumber }) => [id, controlNumber])).toEqual([
      [last.get(i), titles[i]?.controlNumber],
    ])
  }
  expect(
    await catalogue.database.read("SELECT barcode FROM holds WHERE state = 'being fetched' GROUP BY barcode HAVING count(*) > 1"),
  ).toEqual([])
  await catalogue.search.settled()
  expect((await readers[0]!.get<{ index: string }>('/api/health')).body.index).toBe('ready')
})

it('a withdrawn record ends the holds on it, which the card tells; a withdrawn copy sends its hold back to the queue', async () => {
  const [gone, other] = await sendable(2)
  const first = await place(readers[0]!, gone!.controlNumber)
  const second = await place(readers[1]!, other!.controlNumber)
  const { records } = (await readers[2]!.get<SearchAnswer>('/api/search')).body
  const [{ title } = { title: '' }] = await catalogue.database.read<{ title: string }>(
    'SELECT title FROM records WHERE controlNumber = $gone',
    { gone: gone!.controlNumber },
  )
  await rewriteWithout([gone!.controlNumber], (fields, number) =>
    number === other!.controlNumber
      ? fields.map((field) => (field[0] === '852' ? field.map((part) => (part === other!.barcode ? `${part}9` : part)) : field))
      : fields,
  )
  await reload()
  await catalogue.search.settled()
  const ended = (await holdsOf(readers[0]!)).find(({ id }) => id === first.id)
  expect(ended).toMatchObject({ state: 'unfillable', title, controlNumber: null })
  expect(ended?.events.map(({ state }) => state)).toEqual(['waiting', 'being fetched', 'unfillable'])
  const moved = (await holdsOf(readers[1]!)).find(({ id }) => id === second.id)
  // The copy came again under another barcode, and went to the hold that had lost its copy.
  expect(moved?.events.map(({ state }) => state)).toEqual(['waiting', 'being fetched', 'waiting', 'being fetched'])
  expect(moved).toMatchObject({ state: 'being fetched', controlNumber: other!.controlNumber })
  expect((await readers[2]!.get<SearchAnswer>('/api/search')).body.records).toBe(records - 1)
  expect((await readers[2]!.get(`/api/titles/${gone!.controlNumber}`)).status).toBe(404)
})

it('a record that comes again is found again', async () => {
  const before = (await readers[0]!.get<SearchAnswer>('/api/search')).body.records
  await rewriteWithout([])
  await reload()
  await catalogue.search.settled()
  expect((await readers[0]!.get<SearchAnswer>('/api/search')).body.records).toBe(before + 1)
})

it('a load that fails half-way changes nothing', async () => {
  const tables = ['records', 'copies', 'loans', 'holds', 'readers']
  const counts = () => Promise.all(tables.map((name) => catalogue.database.read(`SELECT count(*) AS n FROM ${name}`)))
  const before = await counts()
  const file = join(catalogue.world, 'policies.json')
  const policies = readFileSync(file, 'utf8')
  writeFileSync(file, policies.replace('"holdsLimit": 15', '"holdsLimit": "many"').replace('"holdsLimit":15', '"holdsLimit":"many"'))
  await expect(reload()).rejects.toThrow(/policies\.json, categories\.0\.holdsLimit/)
  writeFileSync(file, policies)
  expect(await counts()).toEqual(before)
})

it('two loads at once are refused, and the second may come afterwards', async () => {
  const release = await claim(`${catalogue.data}.load-lock`)
  await expect(reload()).rejects.toThrow(/Another process is loading/)
  await release?.()
  await reload()
})
