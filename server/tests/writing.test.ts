/** What a running server writes: in a thread of its own as in this one, and no longer than it is needed. */
import type { Hold } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { momentOf } from '../src/circulation/index.ts'
import { CommandThread } from '../src/writing/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let reader: Visitor
let books: string[]
beforeAll(async () => {
  catalogue = await startCatalogue(200)
  reader = new Visitor(catalogue.address)
  await reader.signIn('42225', '4722')
  const rows = await catalogue.database.read<{ controlNumber: string }>(
    "SELECT DISTINCT controlNumber FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND branch = 'ferrygate' AND useRule IS NULL ORDER BY records.id LIMIT 30",
  )
  books = rows.map(({ controlNumber }) => controlNumber)
})
afterAll(() => catalogue.close())

const place = (records: string[], key?: string) =>
  reader.ask<Hold & Problem>('POST', '/api/holds', { records, barcode: null, pickup: 'ferrygate' }, key ? { 'idempotency-key': key } : {})

describe('a hold', () => {
  it('on a record that is not there, alone or among others, is refused, and so is one on different works', async () => {
    const [one, two] = books
    for (const records of [['none'], [one!, 'none'], [`${one!}' OR 1=1`]])
      expect((await place(records)).body).toMatchObject({ status: 409, refusal: { code: 'no-such-title' } })
    expect((await place([one!, two!])).body).toMatchObject({ status: 409, refusal: { code: 'different-works' } })
    expect(await catalogue.database.read("SELECT 1 FROM holds JOIN readers ON readers.id = readerId WHERE card = '00042225'")).toEqual([])
  })
})

describe('the thread that writes', () => {
  it('does as this one does, fails what it breaks down over, and goes on', async () => {
    const thread = new CommandThread(catalogue.data, new URL('./plainWriter.mjs', import.meta.url))
    const [{ id } = { id: 0 }] = await catalogue.database.read<{ id: number }>("SELECT id FROM readers WHERE card = '00042225'")
    const wish = { records: [books[2]!], barcode: null, pickup: 'ferrygate' }
    const at = momentOf(catalogue.machine.now())
    const hold = await thread.commands.placeHold(id, wish, 'key', at)
    expect(hold).toMatchObject({ controlNumber: books[2], pickup: 'ferrygate' })
    // The same request is the same hold, whichever thread is asked.
    expect(await catalogue.commands.placeHold(id, wish, 'key', at)).toEqual(hold)
    expect(await thread.commands.placeHold(id, { ...wish, records: ['none'] }, null, at)).toEqual({ code: 'no-such-title' })
    await expect(thread.commands.setFeed('break down' as never, null)).rejects.toThrow('broken down')
    expect(await thread.commands.cancelHold(id, (hold as Hold).id, at)).toMatchObject({ state: 'cancelled' })
    expect(thread.waiting).toBe(0)
    await thread.close()
  })
})

describe('what is kept', () => {
  const owners = (references: string[]) =>
    catalogue.database.read<{ state: string; owned: number }>(
      'SELECT state, readerId IS NOT NULL AS owned FROM holds WHERE reference IN (SELECT value FROM json_each($references)) ORDER BY id',
      { references: JSON.stringify(references) },
    )
  const keys = async () => (await catalogue.database.read("SELECT 1 FROM requestKeys WHERE requestKey LIKE 'kept%'")).length
  const purgeAfter = async (days: number) => {
    const time = catalogue.machine.now().plus({ days })
    while (await catalogue.commands.purge(momentOf(time), time.toMillis()));
  }

  it('an ended hold is nobody’s after thirty days, a key lasts a day, a hold that lives stays its reader’s', async () => {
    const ended = (await place([books[5]!], 'kept 1')).body.id
    const both = [ended, (await place([books[6]!], 'kept 2')).body.id]
    await reader.ask('DELETE', `/api/holds/${ended}`)
    await purgeAfter(0)
    expect(await keys()).toBe(2)
    await purgeAfter(1.1)
    expect(await keys()).toBe(0)
    await purgeAfter(29)
    expect((await owners(both)).map(({ owned }) => owned)).toEqual([1, 1])
    const events = await catalogue.database.read('SELECT holdId, at, state FROM holdEvents ORDER BY id')
    await purgeAfter(31)
    const [cancelled, living] = await owners(both)
    expect([cancelled, living?.owned]).toEqual([{ state: 'cancelled', owned: 0 }, 1])
    // The facts stay, without the reader.
    expect(await catalogue.database.read('SELECT holdId, at, state FROM holdEvents ORDER BY id')).toEqual(events)
    expect((await reader.get<{ holds: { id: string }[] }>('/api/card')).body.holds.map(({ id }) => id)).not.toContain(ended)
  })

  it('sessions that nobody uses are gone from the database, too', async () => {
    await new Visitor(catalogue.address).signIn('42448', '4744')
    await purgeAfter(0.5)
    expect(await catalogue.database.read('SELECT key FROM sessions')).toEqual([])
  })
})

it('counts of the catalogue are for this machine alone, and tell of no reader', async () => {
  const metrics = await fetch(`${catalogue.address}/api/metrics`)
  const text = await metrics.text()
  expect(text).toMatch(/catalex_answers_seconds_count\{endpoint="placeHold",status="201"\} \d/)
  expect(text).toMatch(/catalex_waiting\{what="searches"\} 0/)
  expect(text).not.toMatch(/42225|Marlstead|Tobias/)
  const throughProxy = await fetch(`${catalogue.address}/api/metrics`, { headers: { 'x-forwarded-for': '192.0.2.1' } })
  expect(throughProxy.status).toBe(404)
})
