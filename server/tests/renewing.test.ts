/** Renewing over HTTP: what is said beforehand is what happens, and others who wait come first. */
import type { Card, Loan } from '@catalex/contract/card'
import type { Hold } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import type { TitlePage } from '@catalex/contract/title'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { addReaders } from '@catalex/demo/world'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { sampleReader, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const CARD = '00090001'
let catalogue: Catalogue
let reader: Visitor
/** Books of the public library with one copy, each lent to the reader until the day beside it. */
const DUE = ['2026-11-28', '2026-12-24', '2026-12-23']
let barcodes: string[] = []
beforeAll(async () => {
  catalogue = await startCatalogue(400, (world) => {
    addReaders(world, [sampleReader(CARD)])
    writeFileSync(join(world, 'holds.csv'), 'card,controlNumbers,barcode,pickup,asked,state,collectBy\n')
  })
  const rows = await catalogue.database.read<{ barcode: string }>(
    `SELECT barcode FROM copies JOIN records ON records.id = recordId WHERE carrier = 'book' AND system = 'pslib' AND useRule IS NULL
       AND collection IN ('fiction', 'nonfic') AND copies.status = 'on shelf' AND barcode NOT IN (SELECT barcode FROM loans)
       AND recordId IN (SELECT recordId FROM copies GROUP BY recordId HAVING count(*) = 1) ORDER BY recordId LIMIT 3`,
  )
  barcodes = rows.map(({ barcode }) => barcode)
  expect(barcodes).toHaveLength(3)
  for (const [i, barcode] of barcodes.entries())
    await catalogue.database.write((write) =>
      write.run("INSERT INTO loans (barcode, readerId, due, source) SELECT $barcode, id, $due, 'here' FROM readers WHERE card = $card", {
        barcode,
        due: DUE[i] ?? '',
        card: CARD,
      }),
    )
  reader = new Visitor(catalogue.address)
  await reader.signIn(CARD, '1234')
})
afterAll(() => catalogue.close())

const loans = async () => (await reader.get<Card>('/api/card')).body.loans
const renew = (barcode: string, who = reader) => who.ask<Loan & Problem>('POST', `/api/loans/${barcode}/renewal`)

it('is told beforehand with its new day, and done; the next gains nothing before tomorrow', async () => {
  const [barcode = '', later = '', sooner = ''] = barcodes
  const renewalOf = async (one: string) => (await loans()).find((loan) => loan.barcode === one)?.renewal
  // Four weeks from 25 November are 23 December.
  expect(await renewalOf(barcode)).toEqual({ due: '2026-12-23', refusal: null })
  expect(await renewalOf(sooner)).toEqual({ due: null, refusal: { code: 'renewable-from', from: '2026-11-26' } })
  expect(await renewalOf(later)).toEqual({ due: null, refusal: { code: 'renewable-from', from: '2026-11-27' } })
  const { status, body } = await renew(barcode)
  expect([status, body.due, body.renewals, body.renewal.refusal?.code]).toEqual([200, '2026-12-23', 1, 'renewable-from'])
  expect((await renew(barcode)).body.refusal).toEqual({ code: 'renewable-from', from: '2026-11-26' })
  const page = await reader.get<TitlePage>(`/api/titles/${body.controlNumber ?? ''}`)
  expect(page.body.copies.find((copy) => copy.barcode === barcode)?.due).toBe('2026-12-23')
})

it('not while another waits, nor for another, nor with a card that is stopped', async () => {
  const [, barcode = ''] = barcodes
  await catalogue.database.write((write) => write.run("UPDATE loans SET due = '2026-12-01' WHERE barcode = $barcode", { barcode }))
  const loan = (await loans()).find((one) => one.barcode === barcode)
  const other = new Visitor(catalogue.address)
  await other.signIn('42225', '4722')
  const wish = { records: [loan?.controlNumber], barcode: null, pickup: 'ferrygate' }
  const { body: hold } = await other.ask<Hold>('POST', '/api/holds', wish)
  expect(hold).toMatchObject({ state: 'waiting' })
  expect((await renew(barcode)).body.refusal).toEqual({ code: 'others-wait', waiting: 1 })
  await other.ask('DELETE', `/api/holds/${hold.id}`)
  expect((await loans()).find((one) => one.barcode === barcode)?.renewal).toEqual({ due: '2026-12-23', refusal: null })
  // One’s own hold is no reason to give it back.
  await reader.ask('POST', '/api/holds', { ...wish, again: true })
  expect((await renew(barcode, other)).body.refusal).toEqual({ code: 'no-such-loan' })
  expect((await renew('made-up')).body.refusal).toEqual({ code: 'no-such-loan' })
  await catalogue.database.write((write) => write.run('UPDATE readers SET owed = 100000 WHERE card = $card', { card: CARD }))
  expect((await renew(barcode)).body.refusal?.code).toBe('owes-too-much')
  await catalogue.database.write((write) => write.run('UPDATE readers SET owed = 0 WHERE card = $card', { card: CARD }))
  expect((await renew(barcode)).body.due).toBe('2026-12-23')
})
