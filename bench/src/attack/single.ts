/** Single requests that once stopped everything, each beside somebody who only wants to search. */
import { connect } from 'node:net'
import { timesOf } from '../search/measure.ts'
import { cardOf, PIN } from './world.ts'
import { ADDRESS } from '../served/server.ts'
import { Visitor } from '../served/visitor.ts'

export interface Blow {
  name: string
  /** What the server said to it. */
  said: string
  ms: number
  /** The longest that somebody else waited for a search meanwhile. */
  others: number
}

const anonymous = () => new Visitor(ADDRESS)
const post = (body: string) => anonymous().ask('POST', '/api/session', undefined, body)
const DASHES = '- '.repeat(30_000)

const BLOWS: Record<string, () => Promise<{ status: number; text: string }>> = {
  'a card number of 60,000 blanks and hyphens': () => post(JSON.stringify({ card: DASHES, pin: '1' })),
  'a body of 4,000 unknown properties': () => post(JSON.stringify(Object.fromEntries(Array.from({ length: 4000 }, (_, i) => [`p${String(i)}`, 1])))),
  'a body nested 20,000 deep': () => post('['.repeat(20_000) + ']'.repeat(20_000)),
  'a body of 200,000 octets': () => post(JSON.stringify({ card: 'x'.repeat(200_000), pin: '1' })),
  'an address of 20,000 characters': () => anonymous().get(`/api/search?q=${'a'.repeat(20_000)}`),
  'a chain of 1,900 clauses': () => anonymous().search(`title=a${' and a'.repeat(1900)}`.slice(0, 3000)),
  '500 nested brackets in CQL': () => anonymous().search(`title=a and ${'('.repeat(480)}`),
  'a body that comes at a drop a second': slowBody,
} // prettier-ignore

export async function blows(): Promise<Blow[]> {
  const results: Blow[] = []
  for (const [name, blow] of Object.entries(BLOWS)) {
    const others: number[] = []
    const visitor = anonymous()
    const start = performance.now()
    const struck = blow().then((reply) => ({ ...reply, ms: performance.now() - start }))
    const over = struck.then(() => true)
    const soon = () => Promise.resolve(false)
    do others.push((await visitor.search('salt ledger')).ms)
    while (!(await Promise.race([over, soon()])))
    const { status, text, ms } = await struck
    results.push({ name, said: `${String(status)}, ${String(text.length)} octets`, ms, others: Math.max(...others) })
  }
  return results
}

/** @returns when the server has had enough of it */
function slowBody(): Promise<{ status: number; text: string }> {
  return new Promise((done) => {
    const { hostname, port } = new URL(ADDRESS)
    const socket = connect(Number(port), hostname)
    let said = ''
    socket.write('POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{')
    const drop = setInterval(() => socket.write(' '), 1000)
    socket.on('data', (piece) => (said += piece.toString()))
    socket.on('error', () => undefined)
    socket.on('close', () => {
      clearInterval(drop)
      done({ status: Number(said.split(' ')[1] ?? 0), text: said })
    })
  })
}

export interface Guessing {
  /** Tries against one card that were looked at, of those made from a hundred addresses. */
  lookedAt: number
  made: number
  /** Milliseconds for a right sign-in from an address from which eighty have failed. */
  rightAfterEighty: number
  rightStatus: number
}

/** Somebody guesses a PIN from a hundred addresses; from one address eighty people mistype. */
export async function guessing(): Promise<Guessing> {
  const victim = cardOf(39)
  const statuses: number[] = []
  for (let i = 0; i < 100; i += 1) {
    const visitor = new Visitor(ADDRESS, `127.0.1.${String(i + 1)}`)
    statuses.push((await visitor.ask('POST', '/api/session', { card: victim, pin: String(i) })).status)
  }
  const many = '127.0.0.9'
  for (let i = 0; i < 80; i += 1) await new Visitor(ADDRESS, many).ask('POST', '/api/session', { card: String(60_000_000 + i), pin: '1' })
  const right = await new Visitor(ADDRESS, many).ask('POST', '/api/session', { card: cardOf(38), pin: PIN })
  return {
    lookedAt: statuses.filter((status) => status === 401).length,
    made: statuses.length,
    rightAfterEighty: right.ms,
    rightStatus: right.status,
  }
}

/** Times of a search when nothing else happens. */
export async function quiet(): Promise<{ p50: number; p95: number }> {
  const visitor = anonymous()
  const samples: number[] = []
  for (let i = 0; i < 60; i += 1) samples.push((await visitor.search('salt ledger')).ms)
  return timesOf(samples.slice(20))
}
