/** Sessions and PINs: what is kept, and for how long. */
import { mkdtempSync, rmSync, writeFileSync, mkdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { SessionData } from 'express-session'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readWorldFiles } from '../src/cli/worldFiles.ts'
import { Database, migrate } from '../src/database/index.ts'
import { hashPin, pinMatches } from '../src/readers/pins.ts'
import { DatabaseSessions } from '../src/readers/sessions.ts'

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
  const HOUR = 3_600_000
  const sessions = () => new DatabaseSessions(database, HOUR, () => time)
  const get = (id: string) =>
    new Promise((done, fail) => sessions().get(id, (error, session) => (error ? fail(error as Error) : done(session))))
  const set = (id: string, data: object) =>
    new Promise<void>((done, fail) => sessions().set(id, data as SessionData, (error) => (error ? fail(error as Error) : done())))
  const destroy = (id: string) => new Promise<void>((done) => sessions().destroy(id, () => done()))

  it('live an hour from the last time that they were written, over a restart, and are gone then', async () => {
    await set('a', { readerId: 1 })
    time += HOUR - 1
    expect(await get('a')).toEqual({ readerId: 1 })
    await set('a', { readerId: 1, more: true })
    time += HOUR - 1
    expect(await get('a')).toEqual({ readerId: 1, more: true })
    time += 1
    expect(await get('a')).toBeNull()
  })
  it('that have ended are thrown away when another is written; one that is signed out at once', async () => {
    await set('old', {})
    time += HOUR
    await set('new', {})
    expect(await database.read('SELECT id FROM sessions ORDER BY id')).toEqual([{ id: 'new' }])
    await destroy('new')
    expect(await get('new')).toBeNull()
    expect(await get('never')).toBeNull()
  })
})

describe('files of a world', () => {
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
    ['library.json', '{', /library\.json can't be read: .*JSON/],
    ['library.json', JSON.stringify({ ...LIBRARY, branches: [] }), /library\.json can't be read: branches minItems/],
    [
      'library.json',
      JSON.stringify({ ...LIBRARY, branches: [{ ...LIBRARY.branches[0], code: 'Quay Side' }] }),
      /branches\.0\.code pattern/,
    ],
    ['policies.json', JSON.stringify({ ...POLICIES, guest: 'x' }), /policies\.json can't be read: .*guest/],
    ['loans.csv', 'barcode,card,due\nb1,,2026-12-01\nb2,,soon\n', /loans\.csv, row 2: due format/],
    [
      'holds.csv',
      'card,controlNumbers,barcode,pickup,asked,state,collectBy\n,p1,,quay,2026-11-01T09:00:00Z,lost,\n',
      /holds\.csv, row 1: state enum/,
    ],
    ['readers.csv', 'card,name\n1,Ines\n', /readers\.csv, row 1/],
  ])('%s that does not fit is refused with its place', (name, text, message) => {
    expect(() => readWorldFiles(world({ [name]: text }))).toThrow(message)
  })
})
