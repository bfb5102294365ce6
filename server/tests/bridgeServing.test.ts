/** Catalex begins to ask a system that lends, or is killed in the middle of a question to it: afterwards each hold is there once, on both sides. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Card } from '@catalex/contract/card'
import type { Hold } from '@catalex/contract/holds'
import { addReaders } from '@catalex/demo/world'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { StandinLending, StandinRecords } from '../src/bridge/index.ts'
import { Database, ReadingPool } from '../src/database/index.ts'
import { virtualClock } from '../src/standins/index.ts'
import { DAY, sampleReader, Visitor } from './catalogue.ts'
import { copyPreparedWorld } from './preparedWorlds.ts'
import { killAll, runWith, serve } from './process.ts'

const [CARD, OTHER] = ['00080001', '00080002']
let folder: string
let data: string
let known: ReadingPool
let records: StandinRecords
let standin: StandinLending
let settings: Record<string, string>

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'catalex-killed-'))
  ;({ data } = await copyPreparedWorld(folder, 120, (world) => {
    addReaders(world, [sampleReader(CARD), sampleReader(OTHER)])
  }))
  known = await ReadingPool.open(data, 1)
  records = await StandinRecords.open(known, null)
  standin = new StandinLending({ records, clock: virtualClock('Europe/Dublin', `${DAY}T11:20`), institution: '', login: null })
  settings = { CATALEX_DESK: 'sip2', CATALEX_SIP2_ADDRESS: `127.0.0.1:${String(await standin.listen(0, '127.0.0.1'))}` }
})
afterAll(async () => {
  killAll()
  await standin.close()
  await known.close()
  rmSync(folder, { recursive: true, force: true })
})

const held = (by = CARD) => records.holds.filter(({ card }) => card === by)
const until = async (holds: () => boolean | Promise<boolean>) => {
  for (let tries = 0; tries < 200 && !(await holds()); tries += 1) await new Promise((later) => setTimeout(later, 50))
  expect(await holds()).toBe(true)
}
const asked = async () => {
  const database = await Database.open(data, 1)
  const rows = await database.read<{ id: number }>("SELECT id FROM holds WHERE lending = 'asked' AND state <> 'cancelled'")
  await database.close()
  return rows.length
}

it('holds from files are served from there, and from here again once this catalogue lends', async () => {
  const lending = async () =>
    known.read<{ lending: string | null; count: number }>(
      "SELECT lending, count(*) AS count FROM holds WHERE state IN ('waiting', 'paused', 'being fetched', 'in transit', 'ready') GROUP BY 1",
    )
  const [all] = await lending()
  expect(all).toMatchObject({ lending: null })
  expect(all?.count).toBeGreaterThan(10)
  expect(runWith(settings, 'load', '--world', join(folder, 'world'), '--data', data).status).toBe(0)
  expect(await lending()).toEqual([{ ...all, lending: 'taken' }])
  const own = await serve(data)
  own.child.kill('SIGTERM')
  await own.ended
  expect(await lending()).toEqual([{ ...all, lending: null }])
})

it('what was placed here is asked for there, once, when the other system begins to lend', async () => {
  const titles = await known.read<{ controlNumber: string; last: string }>(
    `SELECT controlNumber, max(barcode) AS last FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND system = 'pslib' AND useRule IS NULL
       AND copies.status = 'on shelf' AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) GROUP BY records.id HAVING count(*) = 2 ORDER BY 1 LIMIT 3`,
  )
  // What is on its way can't be paused.
  const [lent] = await known.read<{ controlNumber: string }>(
    "SELECT controlNumber FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND system = 'pslib' GROUP BY records.id HAVING max(barcode NOT IN (SELECT barcode FROM loans)) = 0",
  )
  const [plain, brought, collected, paused] = [...titles, lent].map((title) => title?.controlNumber)
  const own = await serve(data)
  const visitor = new Visitor(own.address)
  await visitor.signIn(OTHER, '1234')
  for (const controlNumber of [plain, brought, collected, paused]) {
    const { status, body } = await visitor.ask<Hold>('POST', '/api/holds', { records: [controlNumber], barcode: null, pickup: 'ferrygate', again: true })
    expect(status).toBe(201)
    if (controlNumber === paused) expect((await visitor.ask('POST', `/api/holds/${body.id}`, { paused: { until: '2026-12-20' } })).status).toBe(200)
  }
  own.child.kill('SIGTERM')
  await own.ended
  const before = records.holds
  // Somebody at a desk has placed one over there by the other copy.
  const byHand = { card: OTHER, barcode: titles[1]?.last ?? '', title: brought ?? '', thisCopy: false, pickup: 'ferrygate', until: null }
  records.setHolds([...before, byHand])
  // Another came and was collected before anybody asked.
  records.setLoan(titles[2]?.last ?? '', { card: OTHER, due: '2026-12-16', renewals: 0 })
  const bridged = await serve(data, settings)
  await until(async () => (await asked()) === 1)
  // What its files name is there already.
  expect(records.holds.slice(0, before.length + 1)).toEqual([...before, byHand])
  expect(held(OTHER).map(({ title }) => title)).toEqual([brought, plain])
  const again = new Visitor(bridged.address)
  await again.signIn(OTHER, '1234')
  const { holds } = (await again.get<Card>('/api/card')).body
  expect(new Map(holds.map(({ controlNumber, state, unconfirmed }) => [controlNumber, [state, unconfirmed]]))).toEqual(
    new Map([[plain, ['waiting', false]], [brought, ['waiting', false]], [collected, ['collected', false]], [paused, ['paused', false]]]),
  )
  expect((await again.ask<Hold>('DELETE', `/api/holds/${holds.find(({ controlNumber }) => controlNumber === brought)?.id ?? ''}`)).status).toBe(200)
  expect(held(OTHER).map(({ title }) => title)).toEqual([plain])
  bridged.child.kill('SIGTERM')
  await bridged.ended
  // Its day comes.
  const database = await Database.open(data, 1)
  await database.write((write) => write.run("UPDATE holds SET pausedUntil = $today WHERE state = 'paused' AND lending = 'asked'", { today: DAY }))
  await database.close()
  const later = await serve(data, settings)
  await until(async () => (await asked()) === 0)
  expect(held(OTHER).map(({ title }) => title)).toEqual([plain, paused])
  const visitorThen = new Visitor(later.address)
  await visitorThen.signIn(OTHER, '1234')
  const then = (await visitorThen.get<Card>('/api/card')).body.holds.find(({ controlNumber }) => controlNumber === paused)
  expect(then).toMatchObject({ state: 'waiting', unconfirmed: false })
  later.child.kill('SIGTERM')
  await later.ended
}) // prettier-ignore

it.each(['answers lost', 'silent'] as const)('%s: once it runs again, what it had asked for is settled, and no hold is there twice', async (trouble) => {
  const [wanted] = await known.read<{ controlNumber: string }>(
    `SELECT controlNumber FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND system = 'pslib' AND useRule IS NULL AND copies.status = 'on shelf'
       AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) GROUP BY records.id HAVING count(*) = 1 ORDER BY 1 LIMIT 1`,
  )
  const before = held().map(({ title }) => title)
  const first = await serve(data, settings)
  const visitor = new Visitor(first.address)
  await visitor.signIn(CARD, '1234')
  const wish = { records: [wanted?.controlNumber], barcode: null, pickup: 'ferrygate', again: true }
  const place = (who: Visitor) => who.ask<Hold>('POST', '/api/holds', wish, { 'idempotency-key': `once ${trouble}` })
  standin.trouble = trouble
  const answer = place(visitor).catch(() => null)
  await until(async () => (await asked()) === 1 && (trouble === 'silent' || held().length > before.length))
  first.child.kill('SIGKILL')
  await first.ended
  expect(await answer).toBeNull()
  standin.trouble = null
  const second = await serve(data, settings)
  await until(async () => (await asked()) === 0)
  const after = [...before, wanted?.controlNumber]
  expect(held().map(({ title }) => title)).toEqual(after)
  const again = new Visitor(second.address)
  await again.signIn(CARD, '1234')
  const { holds } = (await again.get<Card>('/api/card')).body
  const hold = holds.find(({ controlNumber }) => controlNumber === wanted?.controlNumber)
  expect(holds).toHaveLength(after.length)
  expect((await place(again)).body).toMatchObject({ id: hold?.id, state: 'waiting', unconfirmed: false })
  expect(held()).toHaveLength(after.length)
  second.child.kill('SIGKILL')
  await second.ended
}) // prettier-ignore
