/** What may not be told, kept open, or sent in the library's name: by the times of tries, by clients that leave, by mails, by an export that nobody reads. */
import { connect } from 'node:net'
import { timesOf, type Times } from '../search/measure.ts'
import { ADDRESS } from '../served/server.ts'
import { Visitor, type Reply } from '../served/visitor.ts'
import { cardOf } from './world.ts'

export interface AskedFor {
  what: string
  known: Times
  unknown: Times
  /** Of all pairs, the share in which the one of a card that there is took longer; half of them tells nothing. */
  longer: number
  /** What they were answered. */
  statuses: Set<number>
}

/** Of these cards nobody else makes use here; each may be tried so often before it has to wait. */
const FIRST_CARD = 40
const TRIES_OF_ONE = 4

/** Wrong PINs and wrong codes of cards that there are, each beside one of a number that is on no card. */
export async function askedFor(tries: number): Promise<AskedFor[]> {
  const asks: Record<string, (card: string, visitor: Visitor) => Promise<Reply>> = {
    'a wrong PIN': (card, visitor) => visitor.ask('POST', '/api/session', { card, pin: '9999' }),
    'a wrong code for a new PIN': (card, visitor) => visitor.ask('POST', '/api/pins/new', { card, code: 'WRONG-CODE', newPin: '9876' }),
  }
  const results: AskedFor[] = []
  for (const [what, ask] of Object.entries(asks)) {
    const times = { known: [] as number[], unknown: [] as number[] }
    const statuses = new Set<number>()
    for (let i = 0; i < tries; i += 1) {
      const which = FIRST_CARD + Math.floor(i / TRIES_OF_ONE)
      const cards = { known: cardOf(which), unknown: cardOf(which + 1_000_000) }
      // Each is first in turn, and from an address that nobody has asked from.
      for (const kind of i % 2 === 0 ? (['known', 'unknown'] as const) : (['unknown', 'known'] as const)) {
        const from = addressOf(results.length * 2 * tries + i * 2 + (kind === 'known' ? 0 : 1))
        const { ms, status } = await ask(cards[kind], new Visitor(ADDRESS, from))
        times[kind].push(ms)
        statuses.add(status)
      }
    }
    const longer = times.known.filter((time, i) => time > (times.unknown[i] ?? 0)).length / tries
    results.push({ what, known: timesOf(times.known), unknown: timesOf(times.unknown), longer, statuses })
  }
  return results
}

/** Of this machine, another for each number. */
const addressOf = (number: number): string => `127.1.${String(Math.floor(number / 250))}.${String(1 + (number % 250))}`

/** @returns what the next three are answered */
export async function leavers(clients: number): Promise<{ opened: number; afterwards: string[] }> {
  const { hostname, port } = new URL(ADDRESS)
  const ask = () => {
    const socket = connect(Number(port), hostname)
    socket.on('error', () => undefined)
    socket.write('GET /events/ps00000001 HTTP/1.1\r\nHost: localhost\r\nX-Forwarded-For: 192.0.2.7\r\n\r\n')
    return socket
  }
  await Promise.all(
    Array.from({ length: clients }, () => {
      const socket = ask()
      return new Promise<void>((done) => socket.once('connect', () => socket.end().destroy()).once('close', () => { done() })) // prettier-ignore
    }),
  )
  const stay = Array.from({ length: 3 }, ask)
  const afterwards = await Promise.all(
    stay.map((socket) => new Promise<string>((done) => socket.once('data', (piece: Buffer) => { done(piece.toString().split(' ')[1] ?? '') }))), // prettier-ignore
  )
  for (const socket of stay) socket.destroy()
  return { opened: clients, afterwards }
}

/** @returns how many of the mails to one address were taken, and what became of others afterwards */
export async function mails(count: number): Promise<{ to: number; others: number; staff: number }> {
  const mail = async (to: string, from: string) =>
    (await new Visitor(ADDRESS, from).ask('POST', '/api/mails', { to, titles: ['ps00000001'], language: 'en' })).status
  let taken = 0
  for (let i = 0; i < count; i += 1) if ((await mail('victim@pellan.example', `127.2.0.${String(i + 1)}`)) === 204) taken += 1
  const others = await mail('somebody@pellan.example', '127.2.1.1')
  const message = {
    kind: 'question',
    branch: 'northmole',
    text: 'Have you anything on tides?',
    likes: '',
    dislikes: '',
    replyTo: '',
    about: null,
  }
  const staff = (await new Visitor(ADDRESS, '127.2.1.2').ask('POST', '/api/messages', message)).status
  return { to: taken, others, staff }
}

/** @returns how much of it came before it was ended, and how much there is to somebody who reads */
export async function unread(seconds: number): Promise<{ octets: number; whole: number }> {
  const { hostname, port } = new URL(ADDRESS)
  const read = (waiting: number) =>
    new Promise<number>((done) => {
      const socket = connect(Number(port), hostname).pause()
      let octets = 0
      socket.write('GET /export.xml HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n')
      socket.on('data', (piece) => (octets += piece.length))
      socket.on('error', () => undefined)
      socket.on('close', () => {
        done(octets)
      })
      setTimeout(() => socket.resume(), waiting * 1000)
    })
  const whole = await read(0)
  return { whole, octets: await read(seconds) }
}
