/** Recalls over HTTP: a loan that is shortened for who waits, told to who has it, and given back when nobody needs it. */
import type { Card } from '@catalex/contract/card'
import type { Hold, HoldOptions } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import type { Waiting } from '@catalex/contract/waiting'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { keptMessages } from '../src/standins/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let lecturer: Visitor
let student: Visitor
let record = ''
beforeAll(async () => {
  catalogue = await startCatalogue(400)
  lecturer = new Visitor(catalogue.address)
  student = new Visitor(catalogue.address)
  await lecturer.signIn('42556', '4755')
  await student.signIn('42448', '4744')
  record = await recordOf('Brackish margins')
})
afterAll(() => catalogue.close())

const recordOf = async (title: string) =>
  (await catalogue.database.read<{ controlNumber: string }>('SELECT controlNumber FROM records WHERE title = $title', { title })).at(0)
    ?.controlNumber ?? ''
const loanOf = async (title: string) => (await lecturer.get<Card>('/api/card')).body.loans.find((loan) => loan.title === title)
const recallAtCope = async (who: Visitor) =>
  (await who.get<HoldOptions>(`/api/hold-options?records=${record}`)).body.pickups.find(({ pickup }) => pickup === 'cope')?.recall
const place = (who: Visitor, more: object = {}) =>
  who.ask<Hold & Problem>('POST', '/api/holds', { records: [record], barcode: null, pickup: 'cope', recall: true, ...more })
const mails = async () =>
  (await keptMessages(catalogue.database, 10)).map((message) => ('to' in message ? [message.to, message.subject, message.text] : []))

// The demo's day is 25 November: the rule leaves fourteen days of a loan that would have ended after 63.
const OFFERED = { was: '2027-01-27', due: '2026-12-09' }

it('is offered, reckoned with, done and told', async () => {
  expect(await recallAtCope(student)).toEqual(OFFERED)
  const wait = async (more = '') => (await student.get<Waiting>(`/api/waiting?records=${record}&pickup=cope${more}`)).body.likely ?? ''
  expect(await wait('&recall=true')).toMatch(/^2026-12/)
  expect((await wait()) > '2027-01-15').toBe(true)
  expect((await place(student, { notBefore: '2026-12-14' })).body.refusal).toEqual({ code: 'not-recalled' })
  const { body: hold } = await place(student)
  expect(hold).toMatchObject({ state: 'waiting', recalled: '2026-12-09' })
  const loan = await loanOf('Brackish margins')
  expect(loan).toMatchObject({ due: '2026-12-09', recalledFrom: '2027-01-27', renewal: { refusal: { code: 'others-wait', waiting: 1 } } })
  expect(await mails()).toEqual([
    ['perpetua.varmoor@pellan.example', 'Please return sooner: Brackish margins', expect.stringMatching(/by Wednesday,? 9 December 2026/)],
  ])
})

it('is done once, and given back when the hold ends', async () => {
  const other = new Visitor(catalogue.address)
  await other.signIn('42225', '4722')
  expect(await recallAtCope(other)).toBeNull()
  expect((await place(other)).body.refusal).toEqual({ code: 'not-recalled' })
  const held = (await student.get<Card>('/api/card')).body.holds.find(({ title }) => title === 'Brackish margins')
  await student.ask('DELETE', `/api/holds/${held?.id ?? ''}`)
  expect(await loanOf('Brackish margins')).toMatchObject({ due: '2027-01-27', recalledFrom: null })
  expect((await mails()).map(([, subject]) => subject)).toEqual([
    'You can keep it longer: Brackish margins',
    'Please return sooner: Brackish margins',
  ])
  expect(await recallAtCope(student)).toEqual(OFFERED)
  // Nobody is asked for one thing again and again.
  for (let i = 0; i < 2; i += 1) {
    const { body } = await place(student)
    await student.ask('DELETE', `/api/holds/${body.id}`)
  }
  expect(await recallAtCope(student)).toBeNull()
})

it('does not shorten the loan of who asks for it, nor one that the library’s file says is shortened', async () => {
  expect(await recallAtCope(lecturer)).toBeNull()
  expect(await loanOf('Sounding leads')).toMatchObject({ due: '2026-12-07', recalledFrom: '2027-01-19' })
  record = await recordOf('Sounding leads')
  expect(await recallAtCope(student)).toBeNull()
})
