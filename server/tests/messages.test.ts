/** Messages to the staff over HTTP: taken, kept for the staff alone, bounded. */
import type { Problem } from '@catalex/contract/problem'
import type { SendMessage } from '@catalex/contract/messages'
import crypto from 'node:crypto'
import { syncBuiltinESMExports } from 'node:module'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { outbox } from '../src/cli/commands/outbox.ts'
import { keptMessages, keepMailedTitles, keepMessage, type Mail } from '../src/standins/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let visitor: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(40)
  visitor = new Visitor(catalogue.address)
})
afterAll(() => catalogue.close())

const MESSAGE: SendMessage = {
  kind: 'reading list',
  branch: 'ferrygate',
  text: 'Something for a long ferry crossing.',
  likes: 'Slow books about tides',
  dislikes: 'Shipwrecks',
  replyTo: 'reader@post.example',
  about: '/search?q=tides&in=ferrygate',
}
const send = (more: Partial<SendMessage> = {}) => visitor.ask<{ reference: string; type: string }>('POST', '/api/messages', { ...MESSAGE, ...more }) // prettier-ignore

it('a message reaches the staff of the branch word for word, with a reference, and nobody else', async () => {
  const { status, body } = await send()
  expect([status, body.reference]).toEqual([201, expect.stringMatching(/^[A-Z0-9]{6}$/)])
  const [kept] = await keptMessages(catalogue.database, 5)
  expect(kept).toMatchObject({ ...MESSAGE, reference: body.reference, at: expect.stringMatching(/^2026-11-25T11:2/) })
  const log = vi.spyOn(console, 'log').mockReturnValue()
  await outbox({ data: catalogue.data, most: '1' })
  const said = String(log.mock.calls[0]?.[0])
  log.mockRestore()
  for (const words of [body.reference, 'ferrygate', MESSAGE.text, MESSAGE.likes, MESSAGE.dislikes, MESSAGE.replyTo])
    expect(said).toContain(words)
})

it('nothing that a reader writes is obeyed by the terminal it is read in', async () => {
  await send({ text: 'Before \u001b]0;gone\u0007 after', likes: '\u202eturned round' })
  const log = vi.spyOn(console, 'log').mockReturnValue()
  await outbox({ data: catalogue.data, most: '1' })
  const said = String(log.mock.calls[0]?.[0])
  log.mockRestore()
  expect(said).toMatch(/Before .+gone. after\nLiked: .turned round/)
  expect(['\u001b', '\u0007', '\u202e'].filter((sign) => said.includes(sign))).toEqual([])
})

it('what is too long, empty, or for no branch is refused, and nothing of it is kept', async () => {
  const before = (await keptMessages(catalogue.database, 100)).length
  for (const wrong of [
    { text: '' },
    { text: ' \n ' },
    { text: 'x'.repeat(4001) },
    { branch: 'atlantis' },
    { kind: 'complaint' as never },
    { replyTo: 'x'.repeat(201) },
  ])
    expect((await send(wrong)).status, JSON.stringify(wrong).slice(0, 60)).toBe(400)
  expect((await keptMessages(catalogue.database, 100)).length).toBe(before)
})

it('one address writes so many an hour, and is then told when to go on', async () => {
  const statuses: number[] = []
  for (let i = 0; i < 14; i += 1) statuses.push((await send({ text: `Again ${String(i)}` })).status)
  const last = await send()
  expect(last).toMatchObject({ status: 429, body: { type: 'urn:catalex:problem:too-many-messages', minutes: 60 } })
  expect(statuses.lastIndexOf(201)).toBeLessThan(statuses.indexOf(429))
})

it('the oldest give way', async () => {
  const at = '2026-11-25T12:00:00.000Z'
  await catalogue.database.write(async (write) => {
    await write.run('DELETE FROM outbox')
    await write.run(
      `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 12000)
       INSERT INTO outbox (id, reference, at, message) SELECT i, 'M' || i, '2026-11-25', '{}' FROM n`,
    )
    for (let i = 0; i < 50; i += 1) await keepMessage(write, MESSAGE, at)
  })
  const kept = await keptMessages(catalogue.database, 20_000)
  expect(kept.length).toBe(10_000)
  expect(kept.filter(({ reference }) => reference.startsWith('M')).at(-1)?.reference).toBe('M2051')
})

it('titles that are mailed never push out what staff should read', async () => {
  const at = '2026-11-25T12:00:00.000Z'
  await catalogue.database.write(async (write) => {
    await write.run('DELETE FROM outbox')
    await keepMessage(write, MESSAGE, at)
    for (let i = 0; i < 1200; i += 1) await keepMailedTitles(write, { to: 'a@example.org', subject: 'Titles', text: '' }, at)
  })
  const kept = await keptMessages(catalogue.database, 20_000)
  expect(kept.at(-1)).toMatchObject(MESSAGE)
  expect(kept.length).toBeLessThanOrEqual(1 + 1000 + 50)
})

it('a card is asked for: its branch is told and so is who asks, and nothing of them is kept beside', async () => {
  const wish = { name: 'Nan\nEbb', born: '1990-01-01', address: '1 Mole Quay', mail: 'nan@example.org', branch: 'ferrygate', agreed: true }
  const apply = (more: object) => new Visitor(catalogue.address).ask<Problem & { reference: string }>('POST', '/api/applications', { ...wish, ...more }) // prettier-ignore
  const { status, body } = await apply({})
  expect(status).toBe(201)
  const [own, told] = (await keptMessages(catalogue.database, 2)) as Mail[]
  expect(told).toMatchObject({ to: 'ferrygate@libraries.example', subject: `New card ${body.reference}`, text: 'Name: Nan Ebb\nBorn: 1990-01-01\nAddress: 1 Mole Quay\nMail: nan@example.org' }) // prettier-ignore
  expect(own).toMatchObject({ to: 'nan@example.org', subject: `Your new card: ${body.reference}` })
  expect(own!.text).toContain('Bring something with your name and address on it')
  // Somebody of fifteen needs a guardian; a store makes no cards; nobody is born tomorrow; terms have to be agreed to.
  for (const wrong of [
    { born: '2011-06-01' },
    { branch: 'store' },
    { born: '2026-11-26' },
    { agreed: false },
    { name: ' ' },
    { mail: 'nan@example.org, all@example.org' },
  ])
    expect((await apply(wrong)).status, JSON.stringify(wrong)).toBe(400)
  expect((await apply({ born: '2011-06-01', guardian: 'Odd Ebb' })).status).toBe(201)
})

it('a reference that is taken is not given again: what it would have told is told by another', async () => {
  const [taken] = await keptMessages(catalogue.database, 1)
  const signs = 'ACDEFGHJKLMNPQRTUVWXY34679'
  // Chance gives the taken one first, then another.
  const given = [...taken!.reference, ...'ACDEFG'].map((sign) => signs.indexOf(sign))
  vi.spyOn(crypto, 'randomInt').mockImplementation(() => given.shift() ?? 0)
  syncBuiltinESMExports()
  const reference = await catalogue.database.write((write) => keepMessage(write, MESSAGE, '2026-11-25T12:00:00.000Z'))
  vi.restoreAllMocks()
  syncBuiltinESMExports()
  expect([taken!.reference === reference, given]).toEqual([false, []])
})
