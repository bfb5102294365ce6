/** How long a wait is likely to be, over HTTP: by hand where things come back on their day, and by the demo's own history. */
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Hold } from '@catalex/contract/holds'
import type { Waiting } from '@catalex/contract/waiting'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let punctual: Catalogue
let usual: Catalogue
beforeAll(async () => {
  punctual = await startCatalogue(80, (world) => {
    writeFileSync(join(world, 'returns.json'), JSON.stringify({ late: [{ days: [[0, 1]] }], collected: [[2, 1]], lapsed: 0 }))
  })
  usual = await startCatalogue(80)
})
afterAll(() => Promise.all([punctual.close(), usual.close()]))

const readerOf = async (catalogue: Catalogue, card: string, pin: string) => {
  const visitor = new Visitor(catalogue.address)
  await visitor.signIn(card, pin)
  return visitor
}
const place = async (who: Visitor, records: string[], pickup: string) =>
  (await who.ask<Hold>('POST', '/api/holds', { records, barcode: null, pickup, cost: 1000 })).body
const numberOf = async ({ database }: Catalogue, title: string) =>
  (await database.read<{ controlNumber: string }>('SELECT controlNumber FROM records WHERE title = $title', { title }))[0]!.controlNumber

it('of the one copy, which is on its way to somebody: their shelf days, their loan, and the way from there', async () => {
  const records = [await numberOf(punctual, 'On sediments')]
  const ines = await readerOf(punctual, '42117', '4711')
  const solveig = await readerOf(punctual, '0004-3239', '4832')
  expect((await place(ines, records, 'ferrygate')).state).toBe('being fetched')
  const asked = `records=${records.join()}&pickup=corrow`
  const { body: guest } = await new Visitor(punctual.address).get<Waiting>(`/api/waiting?${asked}`)
  const hold = await place(solveig, records, 'corrow')
  const { body } = await solveig.get<Waiting>(`/api/holds/${hold.id}/waiting`)
  // From the store it is at Ferrygate on Thursday 26 November, is collected on Saturday and due four weeks later, on 26
  // December. Ferrygate opens again on Monday 28; the ferry of Tuesday brings it.
  expect(body).toMatchObject({ before: 0, copies: 1, from: '2026-12-29', likely: '2026-12-29', until: '2026-12-29' })
  expect(body.byWeek.map(({ chance }) => chance)).toEqual([0, 0, 0, 0, 1])
  expect(body.byWeek.at(-1)?.date).toBe('2026-12-30')
  expect(guest).toEqual(body)
  // Who comes after that waits for another loan.
  const later = (await ines.get<Waiting>(`/api/waiting?${asked}`)).body
  expect(later.before).toBe(1)
  expect(later.from ?? '').toMatch(/^2027-0[12]/)
  // Nobody asks after the hold of another, and of one that does not wait there is nothing to say.
  expect((await ines.get(`/api/holds/${hold.id}/waiting`)).status).toBe(409)
})

it('by the history of the demo it is a span, the longer the more wait, and the same at each look', async () => {
  const visitor = new Visitor(usual.address)
  const record = await numberOf(usual, 'The winter watch')
  const asked = `/api/waiting?records=${record}&pickup=ferrygate`
  const { body } = await visitor.get<Waiting>(asked)
  const waiting = await usual.database.read(
    "SELECT id FROM holds JOIN holdTargets ON holdId = id WHERE controlNumber = $record AND state IN ('waiting', 'paused')",
    { record },
  )
  expect(body.before).toBe(waiting.length)
  expect(waiting.length).toBeGreaterThan(3)
  expect([body.from, body.likely, body.until]).toEqual([body.from, body.likely, body.until].sort())
  expect((body.from ?? '') < (body.until ?? '')).toBe(true)
  expect((await visitor.get<Waiting>(asked)).body).toEqual(body)
  await usual.database.write((write) =>
    write.run(
      "UPDATE holds SET state = 'cancelled' WHERE state = 'waiting' AND id IN (SELECT holdId FROM holdTargets WHERE controlNumber = $record)",
      {
        record,
      },
    ),
  )
  const alone = (await visitor.get<Waiting>(asked)).body
  expect(alone.before).toBe(0)
  expect((alone.likely ?? '') < (body.likely ?? '')).toBe(true)
})
