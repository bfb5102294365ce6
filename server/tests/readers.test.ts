/** Sessions and PINs: what is kept, and for how long. */
import { mkdtempSync, rmSync, writeFileSync, mkdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { SessionData } from 'express-session'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readWorldFiles } from '../src/world/index.ts'
import { Database, migrate } from '../src/database/index.ts'
import { Libraries } from '../src/libraries/index.ts'
import { hashPin, pinMatches } from '../src/readers/pins.ts'
import { oneMore, waitAfter } from '../src/readers/failures.ts'
import { ReaderSessions } from '../src/readers/sessions.ts'
import { READERS } from '../src/readers/tables.ts'
import { Overloaded } from '../src/overloaded.ts'
import { Turns } from '../src/turns.ts'
import { commandsOn } from '../src/writing/index.ts'

let folder: string
let database: Database
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'catalex-readers-'))
  database = await Database.open(join(folder, 'catalex.sqlite'))
  await migrate(database)
})
afterAll(async () => {
  await database.close()
  rmSync(folder, { recursive: true, force: true })
})

const LIBRARY = {
  name: 'Test',
  timeZone: 'Etc/UTC',
  systems: [{ code: 'a', name: 'A' }],
  branches: [
    {
      code: 'quay',
      system: 'a',
      name: 'Quay',
      hours: {},
      closures: [],
      floors: [{ code: '1', name: 'One' }],
      collections: [],
      keepsFromShelf: true,
      pickup: null,
    },
  ],
}
const POLICIES = {
  guestCategory: 'adult',
  categories: [{ code: 'adult', name: 'Adult', holdsLimit: 1, owedLimit: 0 }],
  holdRules: [],
  loanRules: [],
}
let count = 0
const world = (files: Record<string, string>) => {
  const place = join(folder, `world${String((count += 1))}`)
  mkdirSync(place)
  for (const [name, text] of Object.entries({
    'library.json': JSON.stringify(LIBRARY),
    'policies.json': JSON.stringify(POLICIES),
    ...files,
  }))
    writeFileSync(join(place, name), text)
  return place
}

describe('PINs', () => {
  it('are kept so that only the same PIN matches, and two of the same don’t look alike', async () => {
    const [one, two] = await Promise.all([hashPin('4711'), hashPin('4711')])
    expect(one).not.toBe(two)
    expect(one).not.toContain('4711')
    expect(await Promise.all(['4711', '4712', '', '4711 '].map((pin) => pinMatches(pin, one)))).toEqual([true, false, false, false])
  })
})

describe('sessions', () => {
  let time = 1_000_000
  const MINUTE = 60_000
  const [IDLE, READER] = [15 * MINUTE, 1]
  const open = () => new ReaderSessions(database, commandsOn(database, new Libraries(readWorldFiles(world({})))), () => time)
  const get = (sessions: ReaderSessions, id: string) =>
    new Promise<SessionData | null | undefined>((done, fail) => {
      sessions.get(id, (error, session) => (error ? fail(error as Error) : done(session)))
    })
  const set = (sessions: ReaderSessions, id: string, more: object = {}) =>
    new Promise<void>((done, fail) => {
      const data = { readerId: READER, idle: IDLE, ...more } as unknown as SessionData
      sessions.set(id, data, (error) => (error ? fail(error as Error) : done()))
    })
  const destroy = (sessions: ReaderSessions, id: string) => new Promise<unknown>((done) => sessions.destroy(id, done))
  beforeAll(async () => {
    for (const [id, card] of [[1, '00000001'], [2, '00000002']] as const)
      await database.write((write) => write.use(READERS).create({ id, card, pinHash: '', name: 'Odd Varrik', category: 'adult', homeBranch: 'quay', expires: '2027-01-01', owed: 0, block: null })) // prettier-ignore
  })

  it('live as long as somebody uses them, over a restart, and end when nobody does', async () => {
    const sessions = open()
    await set(sessions, 'a')
    for (let i = 0; i < 5; i += 1) {
      time += IDLE - 1
      expect(await get(sessions, 'a')).toMatchObject({ readerId: READER })
    }
    await sessions.flush()
    time += IDLE - 1
    expect(await get(open(), 'a')).toMatchObject({ readerId: READER })
    time += 1
    expect(await get(open(), 'a')).toBeNull()
    expect(await get(sessions, 'a')).toBeNull()
  })

  it('end where they are signed out, or everywhere, and those of others stay', async () => {
    const sessions = open()
    for (const id of ['a', 'b', 'c']) await set(sessions, id)
    await set(sessions, 'other', { readerId: 2 })
    await destroy(sessions, 'a')
    expect(await Promise.all(['a', 'b', 'other', 'never'].map((id) => get(sessions, id)))).toEqual([null, expect.anything(), expect.anything(), null])
    await sessions.endAllOf(READER)
    expect(await Promise.all(['b', 'c', 'other'].map((id) => get(sessions, id)))).toEqual([null, null, expect.anything()])
    expect(await get(open(), 'c')).toBeNull()
  }) // prettier-ignore

  it('a reader has ten at most: the one unused for longest gives way', async () => {
    const sessions = open()
    for (let i = 0; i <= 10; i += 1) {
      time += 1
      await set(sessions, `s${String(i)}`)
    }
    for (const asked of [sessions, open()]) {
      expect(await get(asked, 's0')).toBeNull()
      expect(await get(asked, 's1')).not.toBeNull()
    }
  })

  it('end here though the database can’t be told, which is told again until it knows', async () => {
    const writes = commandsOn(database, new Libraries(readWorldFiles(world({}))))
    let full = false
    const endSession = (key: string) => (full ? Promise.reject(new Error('SQLITE_FULL: disk is full')) : writes.endSession(key))
    const sessions = new ReaderSessions(database, { ...writes, endSession }, () => time)
    await set(sessions, 'a')
    full = true
    expect(await destroy(sessions, 'a')).toBeInstanceOf(Error)
    expect(await get(sessions, 'a')).toBeNull()
    full = false
    await sessions.flush()
    expect(await get(open(), 'a')).toBeNull()
  })

  it('can’t be used by whoever reads the database', async () => {
    const sessions = open()
    await set(sessions, 'the secret id')
    expect(JSON.stringify(await database.read('SELECT * FROM sessions'))).not.toContain('the secret id')
  })
})

describe('tries to sign in', () => {
  it.each([
    [0, 0, 0],
    [4, 0, 0],
    [5, 0, 60_000],
    [5, 59_000, 1000],
    [5, 60_000, 0],
    [6, 0, 120_000],
    [8, 0, 480_000],
    [9, 0, 900_000],
    [500, 0, 900_000],
    [500, 24 * 3_600_000, 0],
  ])('after %i failures, the last %i ms ago, a card waits %i ms', (count, ago, wait) => {
    expect(waitAfter({ count, last: 1000 }, 1000 + ago)).toBe(wait)
  })

  it.each([
    [{ count: 0, last: 0 }, 1],
    [{ count: 4, last: 1000 }, 5],
    // A day after the last there were none.
    [{ count: 9, last: 1000 - 24 * 3_600_000 }, 1],
  ])('after %j there are %i with the next', (before, count) => {
    expect(oneMore(before, 1000)).toEqual({ count, last: 1000 })
  })
})

describe('turns', () => {
  const order: string[] = []
  let running = 0
  let most = 0
  const work = (name: string) => async () => {
    running += 1
    most = Math.max(most, running)
    await new Promise((later) => setTimeout(later, 2))
    running -= 1
    order.push(name)
  }
  it.each([1, 3])('are %i at once, clients one after the other, however many one brings', async (atOnce) => {
    order.length = most = 0
    const turns = new Turns('tries', { atOnce, ofOne: 50, ofAll: 100 })
    const greedy = Array.from({ length: 30 }, (_, i) => turns.take('greedy', work(`greedy ${String(i)}`)))
    await Promise.all([...greedy, turns.take('modest', work('modest'))])
    expect(most).toBe(atOnce)
    expect(order.indexOf('modest')).toBeLessThanOrEqual(2 * atOnce)
    expect(order.filter((name) => name !== 'modest')).toEqual(greedy.map((_, i) => `greedy ${String(i)}`))
  })
  it('are refused to whom has too many waiting, or when too many wait in all; a failure ends one turn alone', async () => {
    const turns = new Turns('tries', { atOnce: 1, ofOne: 2, ofAll: 3 })
    const failing = turns.take('a', () => Promise.reject(new Error('failed')))
    const others = ['a', 'a', 'b', 'a', 'c'].map((client) => turns.take(client, work(client)))
    const outcomes = (await Promise.allSettled([failing, ...others])).map((one) =>
      one.status === 'rejected' ? String(one.reason) : 'done',
    )
    const refused = String(new Overloaded('tries'))
    expect(outcomes).toEqual(['Error: failed', 'done', 'done', 'done', refused, refused])
    await expect(turns.take('c', work('c'))).resolves.toBeUndefined()
  })
})

describe('files of a world', () => {
  it('may leave out readers, loans and holds; MARC files are taken in the order of their names', () => {
    expect(readWorldFiles(world({ 'b.mrc': '', 'a.xml': '', 'notes.txt': '' }))).toMatchObject({
      readers: [],
      loans: [],
      holds: [],
      marc: [expect.stringMatching(/a\.xml$/), expect.stringMatching(/b\.mrc$/)],
    })
  })
  it('a table may begin with a mark of its order of octets and have blank lines and quotes', () => {
    const csv = '\ufeffbarcode,card,due\n\n"b,1",,2026-12-01\n'
    expect(readWorldFiles(world({ 'loans.csv': csv })).loans).toEqual([{ barcode: 'b,1', card: '', due: '2026-12-01' }])
  })
  it.each([
    ['library.json', '{', /library\.json, line 1: .*expected JSON/],
    ['library.json', JSON.stringify({ ...LIBRARY, branches: [] }), /library\.json, branches: \[\]; expected a list of at least 1\./],
    [
      'library.json',
      JSON.stringify({ ...LIBRARY, branches: [{ ...LIBRARY.branches[0], code: 'Quay/Side' }] }),
      /branches\.0\.code: "Quay\/Side"; expected a name without/,
    ],
    ['policies.json', JSON.stringify({ ...POLICIES, guest: 'x' }), /policies\.json: .*; expected nothing called guest\./],
    [
      'loans.csv',
      'barcode,card,due\nb1,,2026-12-01\nb2,,soon\n',
      /loans\.csv, line 3, due: "soon"; expected an ISO date, or with the minute/,
    ],
    ['loans.csv', 'barcode,card,due\nb1,,2026-12-01,more\n', /loans\.csv, line 2: .*expected as many columns/],
    [
      'holds.csv',
      'card,controlNumbers,barcode,pickup,asked,state,collectBy\n,p1,,quay,2026-11-01T09:00:00Z,lost,\n',
      /holds\.csv, line 2, state: "lost"; expected one of: /,
    ],
    ['readers.csv', 'card,name\n1,Ines\n', /readers\.csv, line 2/],
  ])('%s that does not fit is refused with its place', (name, text, message) => {
    expect(() => readWorldFiles(world({ [name]: text }))).toThrow(message)
  })
})
