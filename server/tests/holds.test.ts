/** Holds over HTTP: signing in, placing, cancelling, and what no two readers may do to each other. */
import type { Card } from '@catalex/contract/card'
import type { Hold, HoldOptions } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import type { Copies, TitlePage } from '@catalex/contract/title'
import { isHoldRoute } from '@catalex/core/routes'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { expectAt } from '../src/circulation/index.ts'
import { noteFailure } from '../src/readers/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let ines: Visitor
let solveig: Visitor
const visitor = () => new Visitor(catalogue.address)
const page = async (title: string, carrier: string, pickup = 'corrow') => {
  const [{ controlNumber } = { controlNumber: '' }] = await catalogue.database.read<{ controlNumber: string }>(
    'SELECT controlNumber FROM records WHERE title = $title AND carrier = $carrier ORDER BY id',
    { title, carrier },
  )
  return (await visitor().get<TitlePage>(`/api/titles/${controlNumber}?at=${pickup}`)).body
}
const place = (who: Visitor, wish: { records: string[]; barcode?: string | null; pickup: string }, key?: string) =>
  who.ask<Hold & Problem>('POST', '/api/holds', { barcode: null, cost: 1000, ...wish }, key === undefined ? {} : { 'idempotency-key': key })
const cancel = (who: Visitor, id: string) => who.ask<Hold & Problem>('DELETE', `/api/holds/${id}`)

beforeAll(async () => {
  catalogue = await startCatalogue(300)
  ines = visitor()
  solveig = visitor()
  await ines.signIn('42117', '4711')
  await solveig.signIn('0004-3239', '4832')
})
afterAll(async () => {
  await catalogue.close()
})

describe('signing in', () => {
  it('forgives the form of the number and never says which of the two was wrong', async () => {
    const wrongPin = await visitor().signIn('00042117', '0000')
    const wrongCard = await visitor().signIn('00000001', '4711')
    expect([wrongPin.status, wrongCard.status]).toEqual([401, 401])
    expect(wrongPin.body).toEqual(wrongCard.body)
    for (const typed of ['00042117', '42117', ' 0004 2117 ', '0004-2117-C'])
      expect((await visitor().signIn(typed, '4711')).status).toBe(200)
  })

  it.each([
    ['a card', '00042225', '4722'],
    ['a number that is on no card', '00099999', '1'],
  ])('%s waits after five failures, from whatever address, while others sign in; the wait passes', async (_, card, pin) => {
    const tries = []
    for (let i = 0; i < 5; i += 1) tries.push((await visitor().signIn(card, '0000')).status)
    expect(tries).toEqual(Array(5).fill(401))
    const refused = await visitor().ask<Problem>('POST', '/api/session', { card, pin })
    expect(refused.body).toMatchObject({ status: 429, minutes: 1 })
    expect((await visitor().signIn('00042448', '4744')).status).toBe(200)
    catalogue.machine.advance({ minutes: 1 })
    expect((await visitor().signIn(card, pin)).status).toBe(card === '00042225' ? 200 : 401)
  })

  it('of numbers that are on no card only so many failures are kept, and they push out none of a card', async () => {
    await catalogue.database.write(async (write) => {
      await noteFailure(write, 'card', '00042448', 0)
      for (let i = 0; i < 10_200; i += 1) await noteFailure(write, 'unknown', `9${String(i)}`, 0)
    })
    const kept = await catalogue.database.read<{ kind: string; n: number }>(
      'SELECT kind, count(*) AS n FROM failures GROUP BY kind ORDER BY kind',
    )
    expect(kept.find(({ kind }) => kind === 'unknown')?.n).toBe(10_000)
    expect(await catalogue.database.read("SELECT count FROM failures WHERE kind = 'card' AND card = '00042448'")).toEqual([{ count: 1 }])
    await catalogue.database.write((write) => write.run("DELETE FROM failures WHERE kind = 'unknown' OR card = '00042448'"))
  })

  it('ends altogether on signing out', async () => {
    const passing = visitor()
    await passing.signIn('00042331', '4733')
    expect((await passing.get('/api/card')).status).toBe(200)
    expect((await passing.ask('DELETE', '/api/session')).status).toBe(204)
    expect((await passing.get('/api/card')).status).toBe(401)
    expect(await catalogue.database.read('SELECT 1 FROM sessions WHERE readerId = 3')).toEqual([])
  })

  it('is needed for a hold, and a change without the token of the session is refused', async () => {
    const { controlNumber } = await page('The lamplighter’s alibi', 'large-print-book')
    expect((await place(visitor(), { records: [controlNumber], pickup: 'corrow' })).status).toBe(401)
    const foreign = await ines.ask(
      'POST',
      '/api/holds',
      { records: [controlNumber], barcode: null, pickup: 'corrow' },
      { 'x-csrf-token': 'guessed' },
    )
    expect(foreign.status).toBe(403)
    // A page without an origin of its own says "null".
    for (const origin of ['http://elsewhere.example', 'null']) {
      const { status } = await ines.ask('POST', '/api/holds', { records: [controlNumber], barcode: null, pickup: 'corrow' }, { origin })
      expect([origin, status]).toEqual([origin, 403])
    }
  })
})

describe('a hold', () => {
  it('sets a copy aside, shows on the card, and gives it back when cancelled', async () => {
    const before = await page('The lamplighter’s alibi', 'large-print-book')
    const { status, body } = await place(ines, { records: [before.controlNumber], pickup: 'corrow' })
    expect(status).toBe(201)
    expect(body).toMatchObject({ state: 'being fetched', from: 'ferrygate', pickup: 'corrow' })
    const during = await page('The lamplighter’s alibi', 'large-print-book')
    expect(during.copies.filter((copy) => copy.inNow)).toHaveLength(before.copies.filter((copy) => copy.inNow).length - 1)
    expect((await ines.get<Card>('/api/card')).body.holds.map((hold) => hold.id)).toContain(body.id)
    expect((await cancel(ines, body.id)).body.state).toBe('cancelled')
    const after = await page('The lamplighter’s alibi', 'large-print-book')
    expect(after.copies).toEqual(before.copies)
    expect((await ines.get<Card>('/api/card')).body.holds.find((hold) => hold.id === body.id)?.state).toBe('cancelled')
  })

  it('waits in line when all are out, and the copy of a cancelled hold goes to the next', async () => {
    const { controlNumber, copies } = await page('On sediments', 'book', 'cope')
    expect(copies).toHaveLength(1)
    const first = (await place(ines, { records: [controlNumber], pickup: 'ferrygate' })).body
    const second = (await place(solveig, { records: [controlNumber], pickup: 'corrow' })).body
    expect([first.state, second.state, second.queue]).toEqual(['being fetched', 'waiting', { place: 1, copies: 1 }])
    await cancel(ines, first.id)
    const moved = (await solveig.get<Card>('/api/card')).body.holds.find((hold) => hold.id === second.id)
    expect(moved).toMatchObject({ state: 'being fetched', from: 'store' })
    await cancel(solveig, second.id)
  })

  it.each<[string, string, string, string | null, string, string]>([
    ['00042880', '4788', 'Nine knots', null, 'saltpan', 'owes-too-much'],
    ['00042998', '4799', 'Nine knots', null, 'wetherdale', 'card-expired'],
    ['00042117', '4711', 'Charters of Pellan Priory', null, 'ferrygate', 'rule'],
    ['00042117', '4711', 'Salt in the timber', null, 'ferrygate', 'no-copy'],
    ['00042117', '4711', 'Nine knots', null, 'store', 'pickup-not-served'],
    ['00042117', '4711', 'Nine knots', null, 'maritime', 'pickup-not-served'],
    ['00042117', '4711', 'The winter watch', null, 'ferrygate', 'already-held'],
  ])('of %s (%s) on %s at %s%s is refused: %s', async (card, pin, title, _, pickup, code) => {
    const who = visitor()
    expect((await who.signIn(card, pin)).status).toBe(200)
    const { controlNumber } = await page(title, 'book')
    const { status, body } = await place(who, { records: [controlNumber], pickup })
    expect([status, body.refusal?.code]).toEqual([409, code])
  })

  it('on a journal is on one volume of it', async () => {
    const { controlNumber } = await page('Harbour quarterly', 'journal-volume', 'cope')
    expect((await place(ines, { records: [controlNumber], pickup: 'cope' })).body.refusal?.code).toBe('volume-needed')
    const { copies } = (await visitor().get<Copies>(`/api/titles/${controlNumber}/copies?at=cope&find=1998`)).body
    const volume = copies.find((copy) => copy.enumeration === 'v.20 (1998)')
    const { body } = await place(ines, { records: [controlNumber], barcode: volume?.barcode, pickup: 'cope' })
    expect(body).toMatchObject({ state: 'being fetched', enumeration: 'v.20 (1998)' })
    await cancel(ines, body.id)
  })

  it('on a set brings all its pieces from wherever they stand; whoever waits for one piece gets that alone', async () => {
    const before = await page('Norwegian for ferry crews', 'book', 'northmole')
    const records = [before.controlNumber]
    const states = async () => {
      const { copies } = await page('Norwegian for ferry crews', 'book', 'northmole')
      return copies
        .flatMap(({ place: at, enumeration, status }) => (at.branch === 'northmole' ? `${enumeration ?? ''} ${status}` : []))
        .sort()
    }
    expect(await states()).toEqual(['2 discs on shelf', 'Book on shelf'])
    const discs = before.copies.find((copy) => copy.place.branch === 'northmole' && copy.enumeration === '2 discs')
    expect(discs?.pieces).toMatchObject([{ what: 'Book', branch: 'northmole' }])
    // The set at Ferrygate lacks the discs that are out, so that Northmole sends its own.
    const { body: options } = await ines.get<HoldOptions>(`/api/hold-options?records=${records[0] ?? ''}`)
    const option = options.pickups.find(({ pickup }) => pickup === 'ferrygate')
    expect([option?.from, [...(option?.brings ?? [])].sort()]).toEqual(['northmole', ['2 discs', 'Book']])
    const first = (await place(ines, { records, pickup: 'ferrygate' })).body
    expect([first.state, first.from, await states()]).toEqual([
      'being fetched',
      'northmole',
      ['2 discs being fetched', 'Book being fetched'],
    ])
    // It is there when its last piece is, whichever is heard of last.
    const late = '2026-12-04T10:00:00.000Z'
    const book = before.copies.find((copy) => copy.place.branch === 'northmole' && copy.enumeration === 'Book')
    for (const [barcode, ready] of [
      [discs?.barcode, late],
      [book?.barcode, first.expected],
    ] as const)
      await catalogue.database.write((write) => expectAt(write, barcode ?? '', ready ?? ''))
    const held = (await ines.get<Card>('/api/card')).body.holds.find(({ id }) => id === first.id)
    expect([held?.expected, held?.promised]).toEqual([late, first.promised])
    const piece = (await place(solveig, { records, barcode: discs?.barcode, pickup: 'corrow' })).body
    const whole = (await place(solveig, { records, pickup: 'corrow' })).body
    expect([piece.state, whole.state, whole.queue]).toEqual(['waiting', 'waiting', { place: 2, copies: 2 }])
    await cancel(ines, first.id)
    expect(await states()).toEqual(['2 discs being fetched', 'Book on shelf'])
    await cancel(solveig, piece.id)
    expect(await states()).toEqual(['2 discs being fetched', 'Book being fetched'])
    await cancel(solveig, whole.id)
    expect(await states()).toEqual(['2 discs on shelf', 'Book on shelf'])
  })

  it('says beforehand what each pickup location would mean', async () => {
    const { controlNumber } = await page('Five lights for brass quintet', 'music-disc')
    const { body } = await ines.get<HoldOptions>(`/api/hold-options?records=${controlNumber}`)
    expect(body.pickups.find((option) => option.pickup === 'musiclib')).toMatchObject({ from: 'musiclib', cost: 0, refusal: null })
    expect(body.pickups.find((option) => option.pickup === 'ferrygate')?.refusal).toMatchObject({
      code: 'rule',
      reason: expect.stringContaining('not recordings') as string,
    })
  })

  it('is offered for elsewhere where some pickup location would do', async () => {
    // It stays in its building; bound journals go to the university's own libraries.
    expect((await page('Charters of Pellan Priory', 'book')).holdable).toBe(false)
    const { controlNumber, holdable } = await page('Harbour quarterly', 'journal-volume', 'ferrygate')
    expect(holdable).toBe(true)
    const { copies } = (await visitor().get<Copies>(`/api/titles/${controlNumber}/copies?at=ferrygate&find=1998`)).body
    const volume = copies.find((copy) => copy.enumeration === 'v.20 (1998)')?.barcode ?? ''
    const { body } = await visitor().get<TitlePage>(`/api/titles/${controlNumber}?at=ferrygate&volume=${volume}`)
    expect([body.routes.some(({ kind, notPossible }) => isHoldRoute(kind) && notPossible === null), body.holdable]).toEqual([false, true])
    // Whoever comes to the university may borrow it there.
    expect(body.routes.at(-1)).toMatchObject({
      notPossible: { code: 'rule' },
      lends: { branch: 'cope', loan: { count: 28, unit: 'days' } },
    })
  })

  it('can’t be cancelled by somebody else', async () => {
    const { controlNumber } = await page('Nine knots', 'book')
    const { body } = await place(ines, { records: [controlNumber], pickup: 'ferrygate' })
    expect((await cancel(solveig, body.id)).body.refusal?.code).toBe('no-such-hold')
    await cancel(ines, body.id)
  })
})

describe('two at once', () => {
  let controlNumber = ''
  beforeEach(async () => {
    controlNumber = (await page('On sediments', 'book', 'cope')).controlNumber
  })

  it('never have the last copy promised to both, 50 times over', async () => {
    for (let i = 0; i < 50; i += 1) {
      const holds = await Promise.all([
        place(ines, { records: [controlNumber], pickup: 'ferrygate' }),
        place(solveig, { records: [controlNumber], pickup: 'corrow' }),
      ])
      expect(holds.map((hold) => hold.status)).toEqual([201, 201])
      expect(holds.map((hold) => hold.body.state).sort()).toEqual(['being fetched', 'waiting'])
      await cancel(solveig, holds[1].body.id)
      await cancel(ines, holds[0].body.id)
    }
    expect(
      await catalogue.database.read("SELECT barcode FROM holds WHERE state = 'being fetched' GROUP BY barcode HAVING count(*) > 1"),
    ).toEqual([])
  })

  it('are one when they are one request repeated', async () => {
    const wish = { records: [controlNumber], pickup: 'ferrygate' }
    const answers = await Promise.all(Array.from({ length: 8 }, () => place(ines, wish, 'same-key')))
    expect(new Set(answers.map(({ status, body }) => `${String(status)} ${String(body.id)}`)).size).toBe(1)
    expect((await place(ines, { ...wish, pickup: 'northmole' }, 'same-key')).status).toBe(409)
    await cancel(ines, answers[0]!.body.id)
  })
})

it('a guest is told what a hold costs with the cards there are, and every reader’s price lies between', async () => {
  const sample = await catalogue.database.read<{ card: string; pin: string }>('SELECT card, pin FROM sampleCards ORDER BY card LIMIT 6')
  const readers: Visitor[] = []
  for (const { card, pin } of sample) {
    const who = visitor()
    if ((await who.signIn(card, pin)).status === 200) readers.push(who)
  }
  expect(readers.length).toBeGreaterThan(3)
  const rows = await catalogue.database.read<{ controlNumber: string }>(
    "SELECT controlNumber FROM records WHERE carrier IN ('book', 'music-disc', 'dvd') ORDER BY id LIMIT 25",
  )
  const optionsFor = async (who: Visitor, number: string) =>
    (await who.get<HoldOptions>(`/api/hold-options?records=${encodeURIComponent(number)}`)).body.pickups
  let compared = 0
  let ranges = 0
  for (const { controlNumber } of rows) {
    const asGuest = new Map((await optionsFor(visitor(), controlNumber)).map((option) => [option.pickup, option]))
    for (const { cardCosts } of asGuest.values()) if (cardCosts && cardCosts.least < cardCosts.most) ranges += 1
    for (const who of readers)
      for (const own of await optionsFor(who, controlNumber)) {
        const guest = asGuest.get(own.pickup)
        expect(own.cardCosts).toBeNull()
        if (own.refusal !== null || !guest?.cardCosts || own.from === null || own.from !== guest.from) continue
        compared += 1
        expect(own.cost).toBeGreaterThanOrEqual(guest.cardCosts.least)
        expect(own.cost).toBeLessThanOrEqual(guest.cardCosts.most)
      }
  }
  expect([compared > 50, ranges > 0]).toEqual([true, true])
})
