/** What the library's files say of copies, loans and readers, where holds and charges of this catalogue stand against it. */
import type { Card } from '@catalex/contract/card'
import type { Hold } from '@catalex/contract/holds'
import { addReaders } from '@catalex/demo/world'
import { appendFileSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest'
import { momentOf } from '../src/circulation/index.ts'
import { load } from '../src/cli/commands/load.ts'
import { isNotice, keptMessages } from '../src/standins/index.ts'
import { booksOfOneCopy, sampleReader, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const CARDS = ['00090001', '00090002']
const NOW = '2026-11-25T12:00'
let catalogue: Catalogue
let [ann, ben]: Visitor[] = []
let title = ''
let barcode = ''
let loans = ''
beforeAll(async () => {
  catalogue = await startCatalogue(200, (world) => {
    addReaders(world, CARDS.map((card) => ({ ...sampleReader(card), owed: card === CARDS[1] ? '70' : '0', mail: `${card}@example.org`, notify: 'mail' as const }))) // prettier-ignore
  })
  loans = readFileSync(join(catalogue.world, 'loans.csv'), 'utf8')
  ;[ann, ben] = CARDS.map(() => new Visitor(catalogue.address))
  await ann!.signIn(CARDS[0]!, '1234')
  await ben!.signIn(CARDS[1]!, '1234')
  const [found] = await booksOfOneCopy(catalogue)
  title = found!.controlNumber
  barcode = found!.barcode
})
afterAll(() => catalogue.close())

const cardOf = async (who: Visitor) => (await who.get<Card>('/api/card')).body
const holdOf = async (who: Visitor) => (await cardOf(who)).holds.find(({ controlNumber }) => controlNumber === title)!
const place = async (who: Visitor) =>
  (await who.ask<Hold>('POST', '/api/holds', { records: [title], barcode: null, pickup: 'ferrygate' })).body
const loadWorld = () => load([], { world: catalogue.world, data: catalogue.data, clock: NOW })
const loadList = async (...lines: string[]) => {
  const file = join(catalogue.folder, 'today.csv')
  writeFileSync(file, ['barcode,status,due', ...lines].join('\n'))
  await load([file], { data: catalogue.data, clock: NOW })
}
const told = async () => (await keptMessages(catalogue.database, 50)).filter(isNotice).map(({ notice, to }) => `${notice} ${to}`) // prettier-ignore
const atDesk = async () => (await catalogue.database.read('SELECT desk FROM whereabouts WHERE barcode = $barcode', { barcode })).length
beforeEach(async () => {
  for (const who of [ann!, ben!]) for (const { id } of (await cardOf(who)).holds) await who.ask('DELETE', `/api/holds/${id}`)
  await catalogue.database.write((write) => write.run('DELETE FROM holdEvents'))
  await catalogue.database.write((write) => write.run('DELETE FROM holdTargets'))
  await catalogue.database.write((write) => write.run('DELETE FROM requestKeys'))
  await catalogue.database.write((write) => write.run('DELETE FROM holds'))
  await loadList(`${barcode},on shelf,`)
  await catalogue.commands.checkIn({ barcode, branch: 'northmole' }, momentOf(DateTime.fromISO(NOW, { zone: 'Europe/Dublin' })))
  await catalogue.database.write((write) => write.run('DELETE FROM outbox'))
})

it('lent to somebody else: the hold waits again, which its reader is told', async () => {
  await place(ann!)
  await catalogue.commands.checkIn({ barcode, branch: 'saltpan' }, momentOf(DateTime.fromISO(NOW, { zone: 'Europe/Dublin' })))
  expect([(await holdOf(ann!)).state, await atDesk()]).toEqual(['in transit', 1])
  await loadList(`${barcode},on loan,2026-12-20`)
  expect([(await holdOf(ann!)).state, await atDesk(), await told()]).toEqual(['waiting', 0, ['waits again 00090001@example.org']])
})

it('lent to its reader: the hold was collected', async () => {
  await place(ann!)
  appendFileSync(join(catalogue.world, 'loans.csv'), `${barcode},${CARDS[0]!},2026-12-20,,\n`)
  await loadWorld()
  expect([(await holdOf(ann!)).state, (await cardOf(ann!)).loans.map((loan) => loan.barcode)]).toEqual(['collected', [barcode]])
})

it('back by the file: the next in the queue has it', async () => {
  appendFileSync(join(catalogue.world, 'loans.csv'), `${barcode},${CARDS[0]!},2026-12-20,,\n`)
  await loadWorld()
  await place(ben!)
  expect((await holdOf(ben!)).state).toBe('waiting')
  writeFileSync(join(catalogue.world, 'loans.csv'), loans)
  await loadWorld()
  expect((await holdOf(ben!)).state).toBe('being fetched')
})

it('missing: it lies at no desk, and is kept for nobody', async () => {
  await place(ann!)
  await catalogue.commands.checkIn({ barcode, branch: 'ferrygate' }, momentOf(DateTime.fromISO(NOW, { zone: 'Europe/Dublin' })))
  expect((await holdOf(ann!)).state).toBe('ready')
  await loadList(`${barcode},missing,`)
  expect([(await holdOf(ann!)).state, await atDesk()]).toEqual(['unfillable', 0])
})

it('what is owed by the file comes on top of what was charged here', async () => {
  await catalogue.database.write((write) =>
    write.run(
      "INSERT INTO charges (readerId, barcode, title, amount, at) SELECT id, 'x', 'Late', 120, '2026-11-25T11:00:00Z' FROM readers WHERE card = $card",
      { card: CARDS[1]! },
    ),
  )
  await loadWorld()
  expect((await cardOf(ben!)).owed).toBe(70 + 120)
  await loadWorld()
  expect((await cardOf(ben!)).owed).toBe(70 + 120)
})
