/** Another system lends: the stand-in, asked by SIP 2.00 over a real connection. */
import type { Card, Loan } from '@catalex/contract/card'
import type { Hold } from '@catalex/contract/holds'
import type { LendingState } from '@catalex/contract/libraries'
import type { Problem } from '@catalex/contract/problem'
import type { TitlePage } from '@catalex/contract/title'
import { addReaders } from '@catalex/demo/world'
import { createServer, type Socket } from 'node:net'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { Bridge, Sip2Desk, StandinLending, StandinRecords, type Sip2DeskSettings } from '../src/bridge/index.ts'
import { followCatalogue, momentOf } from '../src/circulation/index.ts'
import {
  DeskAway,
  DeskUnreadable,
  virtualClock,
  type CirculationDesk,
  type Clock,
  type DeskAnswer,
  type HoldAtDesk,
} from '../src/standins/index.ts'
import { DAY, fail, sampleReader, startCatalogue, Visitor, type Catalogue, type OneCopy } from './catalogue.ts'

const ZONE = 'Europe/Dublin'
const CARDS = Array.from({ length: 24 }, (_, at) => String(80_001 + at).padStart(8, '0'))
const LOGIN = { user: 'catalex', password: 'secret' }
const settingsFor = (port: number): Sip2DeskSettings => ({
  host: '127.0.0.1',
  port,
  ...LOGIN,
  institution: 'harbour',
  encoding: 'utf-8',
  patience: 150,
  tries: 2,
  pause: 0,
  zone: ZONE,
})

/** Books with one copy that stands on its shelf and may be sent anywhere. */
const loneBooks = ({ database }: Catalogue): Promise<OneCopy[]> =>
  database.read<OneCopy>(
    `SELECT controlNumber, barcode FROM copies JOIN records ON records.id = recordId WHERE carrier = 'book' AND system = 'pslib' AND useRule IS NULL
       AND collection IN ('fiction', 'nonfic') AND copies.status = 'on shelf' AND barcode NOT IN (SELECT barcode FROM loans)
       AND recordId IN (SELECT recordId FROM copies GROUP BY recordId HAVING count(*) = 1) AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets)
     ORDER BY branch <> 'northmole', barcode LIMIT 20`,
  )

describe('with the stand-in', () => {
  let catalogue: Catalogue
  let standin: StandinLending
  let bridge: Bridge
  let desk: Sip2Desk
  let clock: Clock
  let records: StandinRecords
  let books: OneCopy[]
  let port = 0
  const left = [...CARDS]

  const startStandin = async (on: number): Promise<void> => {
    standin = new StandinLending({ records, clock, institution: 'harbour', login: LOGIN })
    port = await standin.listen(on, '127.0.0.1')
  }
  const bridgeTo = ({ database, commands }: Pick<Catalogue, 'database' | 'commands'>) =>
    new Bridge({ desk, database, commands, clock, trouble: fail })
  beforeAll(async () => {
    catalogue = await startCatalogue(
      700,
      (world) => {
        addReaders(world, CARDS.map((card) => sampleReader(card))) // prettier-ignore
      },
      async (parts) => {
        clock = parts.clock
        records = await StandinRecords.open(parts.database, null)
        await startStandin(0)
        desk = new Sip2Desk(settingsFor(port), clock)
        bridge = bridgeTo(parts)
        return bridge
      },
    )
    books = await loneBooks(catalogue)
  })
  afterAll(async () => {
    bridge.close()
    await standin.close()
    await catalogue.close()
  })
  beforeEach(() => {
    standin.trouble = null
  })

  const signedIn = async () => {
    const card = left.shift() ?? ''
    const visitor = new Visitor(catalogue.address)
    expect((await visitor.signIn(card, '1234')).status).toBe(200)
    const [reader] = await catalogue.database.read<{ id: number }>('SELECT id FROM readers WHERE card = $card', { card })
    /** As the lending system has them by now: a bridge asks for a card once in twenty seconds, another one has not asked yet. */
    const holds = async (): Promise<Hold[]> => {
      await bridgeTo(catalogue).followReader(reader?.id ?? 0)
      return (await visitor.get<Card>('/api/card')).body.holds
    }
    return { visitor, card, holds }
  }
  const book = (): OneCopy => books.shift() ?? { controlNumber: '', barcode: '' }
  const place = (visitor: Visitor, { controlNumber }: OneCopy, key?: string) =>
    visitor.ask<Hold & Problem>(
      'POST',
      '/api/holds',
      { records: [controlNumber], barcode: null, pickup: 'ferrygate', again: true },
      key === undefined ? {} : { 'idempotency-key': key },
    )

  it('a PIN is right where the lending system says so, and a sign-in waits while it is away', async () => {
    const card = left.shift() ?? ''
    const visitor = new Visitor(catalogue.address)
    expect((await visitor.ask<Problem>('POST', '/api/session', { card, pin: 'wrong' })).body.type).toBe(
      'urn:catalex:problem:wrong-card-or-pin',
    )
    expect((await visitor.ask<Problem>('POST', '/api/session', { card: '00089999', pin: '1234' })).body.type).toBe(
      'urn:catalex:problem:wrong-card-or-pin',
    )
    expect(await bridge.isRight(card, '', 'kept')).toBe(false)
    standin.trouble = 'silent'
    const away = await visitor.ask<Problem>('POST', '/api/session', { card, pin: '1234' })
    expect([away.status, away.body.type]).toEqual([503, 'urn:catalex:problem:desk-away'])
    standin.trouble = null
    expect((await visitor.ask('POST', '/api/session', { card, pin: '1234' })).status).toBe(200)
  })

  it('a hold goes there, is ready when it says so, and is over when it was collected', async () => {
    const { visitor, card, holds } = await signedIn()
    const wanted = book()
    const { status, body: hold } = await place(visitor, wanted)
    expect([status, hold.state, hold.unconfirmed]).toEqual([201, 'waiting', false])
    expect((await desk.reader(card, null))?.waiting).toEqual([wanted.barcode])
    // No load sets a copy aside for it.
    await catalogue.database.write((write) => followCatalogue(write, catalogue.libraries, [wanted.controlNumber], momentOf(clock.now())))
    expect((await visitor.get<Card>('/api/card')).body.holds[0]?.state).toBe('waiting')
    expect(await desk.checkIn(wanted.barcode)).toEqual({ done: true })
    const ready = (await holds())[0]
    // Ten days on the hold shelf by the stand-in's rule; by that of the pickup location it would be a week.
    expect(ready).toMatchObject({ id: hold.id, state: 'ready', collectBy: '2026-12-05' })
    expect(await desk.checkOut(card, wanted.barcode)).toEqual({ done: true })
    const collected = await holds()
    expect(collected[0]).toMatchObject({ id: hold.id, state: 'collected' })
    expect((await visitor.get<Card>('/api/card')).body.loans).toMatchObject([{ barcode: wanted.barcode, due: '2026-12-16' }])
  })

  it('what it refuses is not held, and says why', async () => {
    const { visitor, card } = await signedIn()
    const wanted = book()
    await desk.place({ card, barcode: wanted.barcode, title: wanted.controlNumber, thisCopy: false, pickup: 'ferrygate', until: null })
    const { status, body } = await place(visitor, wanted, 'once')
    expect([status, body.refusal]).toEqual([409, { code: 'desk-refused', said: 'You have asked for this already.' }])
    expect((await visitor.get<Card>('/api/card')).body.holds).toEqual([])
    // What was refused can be asked for again with the same key.
    await desk.cancel({ card, barcode: wanted.barcode, title: wanted.controlNumber, thisCopy: false, pickup: 'ferrygate', until: null })
    expect((await place(visitor, wanted, 'once')).status).toBe(201)
  })

  it('nothing is held while it is away, and a lost answer is made up for', async () => {
    const { visitor, card } = await signedIn()
    const wanted = book()
    standin.trouble = 'answers lost'
    const doubtful = await place(visitor, wanted, 'lost')
    expect([doubtful.status, doubtful.body.unconfirmed]).toEqual([201, true])
    expect((await visitor.get<LendingState>('/api/lending')).body.answering).toBe(false)
    standin.trouble = null
    await bridge.settleAll()
    expect((await desk.reader(card, null))?.waiting).toEqual([wanted.barcode])
    const again = await place(visitor, wanted, 'lost')
    expect([again.body.id, again.body.unconfirmed]).toEqual([doubtful.body.id, false])
    expect((await desk.reader(card, null))?.waiting).toEqual([wanted.barcode])
  })

  it('a hold that may never have arrived is asked for once more', async () => {
    const { visitor, card, holds } = await signedIn()
    const wanted = book()
    standin.trouble = 'silent'
    // Whether it was heard can't be told from here.
    const { body: doubtful } = await place(visitor, wanted)
    expect(doubtful.unconfirmed).toBe(true)
    standin.trouble = null
    expect((await desk.reader(card, null))?.waiting).toEqual([])
    await bridge.settleAll()
    expect((await desk.reader(card, null))?.waiting).toEqual([wanted.barcode])
    expect((await holds())[0]).toMatchObject({ id: doubtful.id, state: 'waiting', unconfirmed: false })
  })

  it('a doubtful hold that is refused in the end is over, which its reader is told; one that never arrived can be cancelled', async () => {
    const { visitor, card } = await signedIn()
    const wanted = book()
    standin.trouble = 'silent'
    const { body: first } = await place(visitor, wanted)
    standin.trouble = null
    expect((await visitor.ask<Hold>('DELETE', `/api/holds/${first.id}`)).body.state).toBe('cancelled')
    standin.trouble = 'silent'
    const { body: second } = await place(visitor, wanted)
    standin.trouble = null
    await catalogue.database.write((write) => write.run("UPDATE readers SET block = 'Bring back the key.' WHERE card = $card", { card }))
    await bridge.settleAll()
    await bridge.settleAll()
    const { holds, messages } = (await visitor.get<Card>('/api/card')).body
    expect(holds.map(({ id, state }) => [id, state])).toEqual([[second.id, 'cancelled'], [first.id, 'cancelled']]) // prettier-ignore
    expect(messages.map(({ notice }) => notice)).toEqual(['unfillable'])
  })

  it('an answer that can’t be read ends its question alone: it is told as such and counted, and the next one is answered at once', async () => {
    const { visitor, card } = await signedIn()
    // Whoever does not answer is left alone for a minute.
    const patient = new Sip2Desk({ ...settingsFor(port), pause: 60_000 }, clock)
    expect((await patient.reader(card, null))?.waiting).toEqual([])
    standin.trouble = 'garbled'
    await expect(patient.reader(card, null)).rejects.toBeInstanceOf(DeskUnreadable)
    expect(patient.state()).toMatchObject({ answering: true, unreadable: 2 })
    const refused = await visitor.ask<Problem>('POST', '/api/session', { card, pin: '1234' })
    expect([refused.status, refused.body.type]).toEqual([502, 'urn:catalex:problem:desk-unreadable'])
    standin.trouble = null
    expect((await patient.reader(card, null))?.waiting).toEqual([])
    patient.close()
  })

  it('a damaged answer to a hold is made up for: it is taken, once', async () => {
    const { visitor, holds } = await signedIn()
    standin.trouble = 'garbled once'
    expect((await place(visitor, book())).body.unconfirmed).toBe(false)
    expect(standin.trouble).toBeNull()
    expect((await holds()).map(({ state, unconfirmed }) => [state, unconfirmed])).toEqual([['waiting', false]])
  })

  it('refused when it was asked for twice, what the other side has of the reader decides', async () => {
    const refusesAfterAll = (first: boolean): CirculationDesk =>
      Object.assign(Object.create(desk) as CirculationDesk, {
        place: async (hold: HoldAtDesk): Promise<DeskAnswer> => {
          if (first) await desk.place(hold)
          return { done: false, said: 'Already on hold', repeated: true }
        },
      })
    for (const first of [true, false]) {
      const { card } = await signedIn()
      const [reader] = await catalogue.database.read<{ id: number }>('SELECT id FROM readers WHERE card = $card', { card })
      const { database, commands } = catalogue
      const doubtful = new Bridge({ desk: refusesAfterAll(first), database, commands, clock, trouble: fail })
      const answer = await doubtful.lending.placeHold(
        reader!.id,
        { records: [book().controlNumber], barcode: null, pickup: 'ferrygate', again: true },
        null,
        momentOf(clock.now()),
      )
      expect(answer).toMatchObject(first ? { state: 'waiting', unconfirmed: false } : { code: 'desk-refused', said: 'Already on hold' })
    }
  })

  it('a PIN that can’t be sent is refused with its own sentence, and nothing is asked', async () => {
    const { card } = await signedIn()
    standin.trouble = 'silent'
    const { status, body } = await new Visitor(catalogue.address).ask<Problem>('POST', '/api/session', { card, pin: '12|4' })
    expect([status, body.type]).toEqual([422, 'urn:catalex:problem:pin-not-sendable'])
  })

  it('a hold is cancelled there first', async () => {
    const { visitor, card } = await signedIn()
    const { body: hold } = await place(visitor, book())
    standin.trouble = 'silent'
    expect((await visitor.ask<Problem>('DELETE', `/api/holds/${hold.id}`)).status).toBe(503)
    standin.trouble = null
    expect((await visitor.ask<Hold>('DELETE', `/api/holds/${hold.id}`)).body.state).toBe('cancelled')
    expect((await desk.reader(card, null))?.waiting).toEqual([])
  })

  it('a hold that was cancelled there ends here', async () => {
    const { visitor, card, holds } = await signedIn()
    const wanted = book()
    const { body: hold } = await place(visitor, wanted)
    await desk.cancel({ card, barcode: wanted.barcode, title: wanted.controlNumber, thisCopy: false, pickup: 'ferrygate', until: null })
    expect((await holds())[0]).toMatchObject({ id: hold.id, state: 'cancelled' })
  })

  it('a hold that comes while a card is asked for is not taken for one that has ended', async () => {
    const { visitor, holds } = await signedIn()
    const reader = desk.reader.bind(desk)
    const wanted = book()
    // The answer is on its way when the hold is placed.
    desk.reader = async (card, pin) => {
      const said = await reader(card, pin)
      desk.reader = reader
      expect((await place(visitor, wanted)).status).toBe(201)
      return said
    }
    expect((await holds())[0]).toMatchObject({ state: 'waiting', unconfirmed: false })
  })

  it('a loan is renewed by its rules and days', async () => {
    const { visitor, card, holds } = await signedIn()
    const lent = book()
    await desk.checkOut(card, lent.barcode)
    await holds()
    const renew = () => visitor.ask<Loan & Problem>('POST', `/api/loans/${lent.barcode}/renewal`, {})
    expect((await renew()).body).toMatchObject({ due: '2026-12-16' })
    await renew()
    await renew()
    expect((await renew()).body.refusal).toEqual({ code: 'desk-refused', said: 'This has been renewed as often as it can be.' })
    expect((await visitor.ask<Problem>('POST', '/api/loans/nobody/renewal', {})).body.refusal).toEqual({ code: 'no-such-loan' })
  })

  it('what it can’t be asked for is done at a desk', async () => {
    const { visitor } = await signedIn()
    const wanted = book()
    const { body: hold } = await place(visitor, wanted)
    for (const [path, body] of [
      [`/api/holds/${hold.id}`, { paused: { until: null } }],
      [`/api/holds/${hold.id}`, { pickup: 'northmole' }],
      [`/api/holds/${hold.id}/restoration`, {}],
      ['/api/card/pin', { pin: '1234', newPin: '4321' }],
      ['/api/pins', { card: '00080001' }],
      ['/api/holds', { records: [wanted.controlNumber], barcode: null, pickup: 'ferrygate', again: true, notBefore: '2026-12-01' }],
      ['/api/holds', { records: [wanted.controlNumber], barcode: null, pickup: 'ferrygate', again: true, note: 'By the door.' }],
    ] as const)
      expect((await visitor.ask<Problem>('POST', path, body)).body.refusal, path).toEqual({ code: 'desk-only' })
  })

  it('a card that is stopped there is stopped here, in its words', async () => {
    const { visitor, card, holds } = await signedIn()
    await catalogue.database.write((write) => write.run("UPDATE readers SET block = 'Bring back the key.' WHERE card = $card", { card }))
    await holds()
    expect((await visitor.get<Card>('/api/card')).body.warnings).toEqual([{ code: 'card-blocked', note: 'Bring back the key.' }])
  })

  it('somebody who looks at a title is told what has changed of its copies', async () => {
    const { card } = await signedIn()
    const seen = book()
    const visitor = new Visitor(catalogue.address)
    const statusOf = async () => {
      await catalogue.search.catchUp()
      const { body } = await visitor.get<TitlePage>(`/api/titles/${seen.controlNumber}`)
      return JSON.stringify(body).includes('"on loan"')
    }
    await desk.checkOut(card, seen.barcode)
    expect(await statusOf()).toBe(false)
    await expect.poll(statusOf).toBe(true)
    // What was said of it holds for a minute.
    await desk.checkIn(seen.barcode)
    expect(await statusOf()).toBe(true)
  })

  it('searching and titles go on while it is away, and readers are told as of when its word is', async () => {
    const { visitor } = await signedIn()
    await desk.copy('nobody')
    const { asOf } = (await visitor.get<LendingState>('/api/lending')).body
    expect(asOf?.slice(0, 10)).toBe(DAY)
    await standin.close()
    await expect(desk.copy('nobody')).rejects.toThrow(DeskAway)
    expect((await visitor.get<LendingState>('/api/lending')).body).toEqual({ answering: false, asOf })
    expect((await visitor.get('/api/search?q=a')).status).toBe(200)
    expect((await visitor.get(`/api/titles/${book().controlNumber}`)).status).toBe(200)
    const refused = await place(visitor, book())
    expect([refused.status, refused.body.type]).toEqual([503, 'urn:catalex:problem:desk-away'])
    // Nobody can have heard of it, so that nothing of it stays.
    expect((await visitor.get<Card>('/api/card')).body.holds).toEqual([])
    await bridge.settleAll()
    expect((await visitor.get<LendingState>('/api/lending')).body.answering).toBe(false)
    await startStandin(port)
    await bridge.settleAll()
    expect((await visitor.get<LendingState>('/api/lending')).body.answering).toBe(true)
  })
})

describe('a lending system that', () => {
  const peers: { close(): void }[] = []
  afterAll(() => {
    for (const peer of peers) peer.close()
  })
  const peer = (hear: (socket: Socket, line: string) => void): Promise<Sip2Desk> =>
    new Promise((done) => {
      const server = createServer((socket) => {
        socket.on('error', () => undefined)
        socket.setEncoding('utf8').on('data', (part: string) => {
          for (const line of part.split('\r').filter((one) => one !== '')) hear(socket, line)
        })
      }).listen(0, '127.0.0.1', () => {
        const desk = new Sip2Desk(settingsFor((server.address() as AddressInfo).port), virtualClock(ZONE, `${DAY}T11:20`))
        peers.push({ close: () => { desk.close(); server.close() } }) // prettier-ignore
        done(desk)
      })
    })

  const ONLINE = '98YYYNNN03000320261125    1120002.00AOharbour|'

  it.each([
    ['refuses the login', (line: string) => (line.startsWith('93') ? '940' : ''), false],
    ['speaks another version', (line: string) => (line.startsWith('93') ? '941' : ONLINE.replace('2.00', '1.00')), false],
    ['is off line', (line: string) => (line.startsWith('93') ? '941' : ONLINE.replace('98Y', '98N')), false],
    ['answers something else', (line: string) => (line.startsWith('93') ? '941' : line.startsWith('99') ? ONLINE : ONLINE), true],
    [
      'never ends its line',
      (line: string) => (line.startsWith('93') ? '941' : line.startsWith('99') ? ONLINE : `18${'x'.repeat(100_000)}`),
      true,
    ],
    ['hangs up', (line: string) => (line.startsWith('93') ? '941' : line.startsWith('99') ? ONLINE : null), true],
  ])('%s is away', async (_what, answer, asked) => {
    const desk = await peer((socket, line) => {
      const text = answer(line)
      if (text === null) socket.destroy()
      else socket.write(text.length > 50_000 ? text : `${text}\r`)
    })
    await expect(desk.copy('3101')).rejects.toMatchObject({ name: 'DeskAway', asked })
    expect(desk.state()).toEqual({ answering: false, asOf: null, unreadable: 0 })
  })

  it('did not understand is asked again under the same number', async () => {
    const heard: string[] = []
    const desk = await peer((socket, line) => {
      heard.push(line)
      if (line.startsWith('93')) socket.write('941\r')
      else if (line.startsWith('99')) socket.write(`${ONLINE}\r`)
      else socket.write(heard.length === 3 ? '96\r' : '18030001' + '20261125    112000' + 'AB3101|AJThe salt ledger|\r')
    })
    expect(await desk.copy('3101')).toEqual({ status: 'on shelf', due: '', collectBy: null })
    expect(heard[2]).toBe(heard[3])
  })

  const HOLD: HoldAtDesk = { card: '8', barcode: '3101', title: 'x1', thisCopy: false, pickup: 'quay', until: null }
  const PLACED = '161N20261125    112000AOharbour|AA8|'
  /** Answers holds, and requests to answer again, one after the other; null for silence. */
  const holdsAnswered = async (...answers: (string | null)[]) => {
    const heard: string[] = []
    const desk = await peer((socket, line) => {
      if (line.startsWith('93')) socket.write('941\r')
      else if (line.startsWith('99')) socket.write(`${ONLINE}\r`)
      else {
        const answer = answers[heard.push(line.slice(0, 2)) - 1] ?? null
        if (answer !== null) socket.write(`${answer}\r`)
      }
    })
    return { heard, placed: await desk.place(HOLD).catch((error: unknown) => error) }
  }
  it('damages its answer to a hold is asked for that answer, never for a second hold', async () => {
    expect(await holdsAnswered('16!!', PLACED)).toEqual({ heard: ['15', '97'], placed: { done: true } })
    const silent = await holdsAnswered('16!!', null)
    expect([silent.heard, silent.placed]).toEqual([['15', '97'], expect.any(DeskAway)])
    expect(silent.placed).toMatchObject({ asked: true })
  })
  it('says nothing to a hold, and refuses it the second time: it may have it from the first', async () => {
    const refused = PLACED.replace('161', '160')
    expect(await holdsAnswered(null, refused)).toEqual({ heard: ['15', '15'], placed: { done: false, said: null, repeated: true } })
    expect(await holdsAnswered(refused)).toEqual({ heard: ['15'], placed: { done: false, said: null, repeated: false } })
  })

  it('names fewer than it counts says nothing of them, lest the rest be taken for ended', async () => {
    const desk = await peer((socket, line) => {
      if (line.startsWith('93')) socket.write('941\r')
      else if (line.startsWith('99')) socket.write(`${ONLINE}\r`)
      else socket.write(`64${' '.repeat(14)}00020261125    112000000000000003000000000000AOharbour|AA8|AEReader|BLY|AU3101|AU3102|\r`)
    })
    expect(await desk.reader('8', null)).toMatchObject({ lent: null, ready: [], waiting: [] })
  })

  it('does not count holds says nothing of them', async () => {
    const desk = await peer((socket, line) => {
      if (line.startsWith('93')) socket.write('941\r')
      else if (line.startsWith('99')) socket.write(`${ONLINE}\r`)
      else socket.write(`64${' '.repeat(14)}00020261125    112000${' '.repeat(24)}AOharbour|AA8|AEReader|BLY|BV3.50|\r`)
    })
    expect(await desk.reader('8', null)).toEqual({ pinRight: null, block: null, owed: 350, lent: null, ready: null, waiting: null })
  })
})
