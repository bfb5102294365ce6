/** The file beneath: its tables as the models say, brought here from every earlier step, and one transaction after the other. */
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { afterAll, beforeAll, describe, expect, it, test } from 'vitest'
import { HOLD_EVENTS, HOLD_TARGETS, HOLDS, LOANS, REQUEST_KEYS } from '../src/circulation/tables.ts'
import { changesAfter, claim, Database, migrate, storageFault } from '../src/database/index.ts'
import { SETTINGS } from '../src/libraries/settings.ts'
import { READERS, SAMPLE_CARDS, SESSIONS } from '../src/readers/tables.ts'

let folder: string
let files = 0
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'catalex-db-'))
})
afterAll(() => {
  rmSync(folder, { recursive: true, force: true })
})
const newFile = () => join(folder, `${String((files += 1))}.sqlite`)

const MODELS = [LOANS, HOLDS, HOLD_TARGETS, HOLD_EVENTS, REQUEST_KEYS, READERS, SESSIONS, SAMPLE_CARDS, SETTINGS]

/** A process that is killed writes nothing more: each transaction from the moment on is lost. @param note of a step, at which it is killed */
function killedAt(database: Database, note: number): Database {
  let notes = 0
  let dead = false
  const killed = Object.create(database) as Database
  killed.write = (work) =>
    database.write((write) =>
      work({
        ...write,
        run: async (sql, parameters) => {
          if (sql.startsWith('INSERT INTO migrations') && notes++ === note) dead = true
          if (dead) throw new Error('killed')
          await write.run(sql, parameters)
        },
      }),
    )
  return killed
}

it('killed at the note of any step, it goes on at the next start, and comes to the same tables', async () => {
  const whole = await Database.open(newFile())
  await migrate(whole)
  const tables = (database: Database) => database.read('SELECT name, sql FROM sqlite_schema ORDER BY name')
  const [expected, steps] = [await tables(whole), await whole.read('SELECT name FROM migrations')]
  await whole.close()
  expect(steps.length).toBeGreaterThan(20)
  for (let note = 0; note < steps.length; note += 1) {
    const database = await Database.open(newFile())
    await expect(migrate(killedAt(database, note))).rejects.toThrow('killed')
    await migrate(database)
    expect(await tables(database)).toEqual(expected)
    await database.close()
  }
}, 60_000)

describe('the tables', () => {
  it('have the columns of their models, with the same keys and the same right to be empty', async () => {
    const database = await Database.open(newFile())
    await migrate(database)
    for (const one of MODELS) {
      const columns = await database.read<{ name: string; notnull: number; pk: number; type: string }>(`PRAGMA table_info(${one.name})`)
      const inFile = columns.map(({ name, notnull, pk, type }) => ({ name, empty: notnull === 0 && pk === 0, key: pk > 0, type }))
      const declared = await database.query((use) =>
        Promise.resolve(
          Object.entries(use(one as typeof LOANS).getAttributes()).map(([name, column]) => ({
            name,
            empty: (column as { allowNull?: boolean }).allowNull !== false && (column as { primaryKey?: boolean }).primaryKey !== true,
            key: (column as { primaryKey?: boolean }).primaryKey === true,
            type: String((column as { type: unknown }).type),
          })),
        ),
      )
      const sorted = (list: { name: string }[]) => list.toSorted((a, b) => (a.name < b.name ? -1 : 1))
      expect(sorted(declared), one.name).toEqual(sorted(inFile))
    }
    await database.close()
  })

  it('are each written by one room, and by migrations', () => {
    const source = join(import.meta.dirname, '../src')
    const writers = new Map<string, Set<string>>()
    for (const file of readdirSync(source, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.ts'))) {
      const room = relative('.', file).split('/')[0] ?? ''
      if (room === 'database') continue
      const text = readFileSync(join(source, file), 'utf8')
      const byHand = [...text.matchAll(/(?:INSERT (?:OR \w+ )?INTO|UPDATE|DELETE FROM) ([a-z]\w+)/g)].map(([, name]) => name ?? '')
      const byModel = [...text.matchAll(/use\(([A-Z_]+)\)/g)].map(
        ([, name]) => MODELS.find((one) => one.name.toUpperCase() === name?.replaceAll('_', ''))?.name ?? name ?? '',
      )
      for (const name of [...byHand, ...byModel]) writers.set(name, (writers.get(name) ?? new Set()).add(room))
    }
    const shared = [...writers].filter(([name, rooms]) => rooms.size > 1 && name !== 'changes').map(([name, rooms]) => [name, ...rooms])
    expect(shared).toEqual([])
    for (const name of ['records', 'copies', 'holds', 'loans', 'readers']) expect(writers.has(name), name).toBe(true)
  })
})

describe('an older file', () => {
  const STEPS = ['003-circulation', '004-call-numbers', '005-changes', '006-authorities']
  const OLD = [
    `INSERT INTO titles (id, controlNumber, carrier, title, record, marc) VALUES (1, 'p1', 'book', 'Low water', '{}', '[]'), (2, 'p2', 'book', 'High water', '{}', '[]')`,
    `INSERT INTO items (barcode, titleId, system, branch, collection, standing, callText, spine, sortKey) VALUES ('b1', 1, 'harbour', 'quay', 'main', 'on shelf', '', '[]', ''), ('b2', 2, 'harbour', 'quay', 'main', 'on shelf', '', '[]', '')`,
    `INSERT INTO readers (id, card, pinHash, name, category, homeBranch, expires, owed) VALUES (9, '00000009', 'x', 'Ines', 'adult', 'quay', '2030-01-01', 0)`,
    `INSERT INTO loans (barcode, readerId, due) VALUES ('b2', 9, '2026-12-01')`,
    `INSERT INTO holds (id, readerId, pickup, state, asked, barcode, cost, category, homeSystem) VALUES (4, 9, 'quay', 'ready', '2026-11-01T09:00:00Z', 'b1', 0, 'adult', ''), (5, NULL, 'quay', 'waiting', '2026-11-02T09:00:00Z', NULL, 150, 'adult', 'harbour')`,
    `INSERT INTO holdTargets (holdId, titleId) VALUES (4, 1), (4, 2), (5, 2)`,
    `INSERT INTO events (holdId, at, who, state, barcode) VALUES (4, '2026-11-01T09:00:00Z', 'reader', 'waiting', NULL), (4, '2026-11-03T09:00:00Z', 'desk', 'ready', 'b1')`,
    `INSERT INTO requestKeys (readerId, requestKey, body, holdId, at) VALUES (9, 'k', '{}', 4, '2026-11-01T09:00:00Z')`,
  ]
  it.each(STEPS)('from step %s keeps what readers did, by control number and barcode, and notes changes from then on', async (step) => {
    const database = await Database.open(newFile())
    await migrate(database, step)
    await database.write(async (write) => {
      for (const statement of OLD) await write.run(statement)
    })
    await migrate(database)
    await migrate(database)
    expect(await database.read('SELECT barcode, readerId, due, source FROM loans')).toEqual([
      { barcode: 'b2', readerId: 9, due: '2026-12-01', source: 'file' },
    ])
    expect(await database.read('SELECT id, state, requested, barcode, cost, homeSystem, title FROM holds ORDER BY id')).toEqual([
      { id: 4, state: 'ready', requested: '2026-11-01T09:00:00Z', barcode: 'b1', cost: 0, homeSystem: null, title: 'Low water' },
      { id: 5, state: 'waiting', requested: '2026-11-02T09:00:00Z', barcode: null, cost: 150, homeSystem: 'harbour', title: 'High water' },
    ])
    const references = await database.read<{ reference: string }>('SELECT reference FROM holds')
    expect(new Set(references.map(({ reference }) => reference.length > 20 && reference)).size).toBe(2)
    expect(await database.read('SELECT holdId, controlNumber FROM holdTargets ORDER BY 1, 2')).toEqual([
      { holdId: 4, controlNumber: 'p1' },
      { holdId: 4, controlNumber: 'p2' },
      { holdId: 5, controlNumber: 'p2' },
    ])
    expect(await database.read('SELECT holdId, who, state, barcode FROM holdEvents ORDER BY id')).toEqual([
      { holdId: 4, who: 'reader', state: 'waiting', barcode: null },
      { holdId: 4, who: 'desk', state: 'ready', barcode: 'b1' },
    ])
    expect(await database.read('SELECT requestKey, holdId FROM requestKeys')).toEqual([{ requestKey: 'k', holdId: 4 }])
    const before = (await changesAfter(database, 0, 1000)).length
    await database.write((write) => write.run("UPDATE copies SET status = 'missing' WHERE barcode = 'b1'"))
    await database.write((write) => write.run("DELETE FROM loans WHERE barcode = 'b2'"))
    const changes = await changesAfter(database, 0, 1000)
    expect(changes.slice(before).map(({ recordId, kind }) => [recordId, kind])).toEqual([
      [1, 'record'],
      [2, 'copies'],
    ])
    // The file itself keeps one copy from being promised twice.
    await expect(database.write((write) => write.run("UPDATE holds SET state = 'ready', barcode = 'b1' WHERE id = 5"))).rejects.toThrow()
    await database.close()
  })
})

it('a search kept by the day goes on from the beginning of that day', async () => {
  const database = await Database.open(newFile())
  await migrate(database, '017-searches')
  await database.write(async (write) => {
    await write.run(
      `INSERT INTO readers (id, card, pinHash, name, category, homeBranch, expires, owed) VALUES (9, '00000009', 'x', 'Ines', 'adult', 'quay', '2030-01-01', 0)`,
    )
    await write.run(`INSERT INTO keptSearches (readerId, code, name, address, seen) VALUES (9, 'c', 'Salt', 'q=salt', '2026-11-20')`)
  })
  await migrate(database)
  await migrate(database)
  expect(await database.read('SELECT seen FROM keptSearches')).toEqual([{ seen: '2026-11-20T00:00:00.000Z' }])
  await database.close()
})

/** Opened once, for whoever waits at it. */
function gate(): { open(): void; opened: Promise<void> } {
  let open = () => {}
  const opened = new Promise<void>((done) => (open = done))
  return { open: () => open(), opened }
}

describe('transactions', () => {
  it('run one after the other; one that throws leaves nothing and does not stop the next', async () => {
    const database = await Database.open(newFile())
    await migrate(database)
    const order: string[] = []
    const set = (name: string, wait: number, fail = false) =>
      database.write(async (write) => {
        order.push(`${name} begins`)
        await write.run('INSERT INTO settings (name, value) VALUES ($name, 1)', { name })
        await new Promise((done) => setTimeout(done, wait))
        order.push(`${name} ends`)
        if (fail) throw new Error(name)
        return name
      })
    const results = await Promise.allSettled([set('one', 30), set('two', 10, true), set('three', 0)])
    expect(results.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled'])
    expect(order).toEqual(['one begins', 'one ends', 'two begins', 'two ends', 'three begins', 'three ends'])
    const kept = await database.read<{ name: string }>("SELECT name FROM settings WHERE name IN ('one', 'two', 'three') ORDER BY name")
    expect(kept.map(({ name }) => name)).toEqual(['one', 'three'])
    await database.close()
  })

  it('wait for another process, and say busy when it takes too long', async () => {
    const file = newFile()
    const [one, other] = [await Database.open(file), await Database.open(file)]
    await migrate(one)
    const [begun, end] = [gate(), gate()]
    const holding = one.write(() => {
      begun.open()
      return end.opened
    })
    await begun.opened
    await other.maintain((write) => write.run('PRAGMA busy_timeout = 50'))
    const failed = await other
      .write((write) => write.run("INSERT INTO settings (name, value) VALUES ('x', 1)"))
      .catch((error: unknown) => error)
    expect(storageFault(failed)).toBe('busy')
    end.open()
    await holding
    await other.write((write) => write.run("INSERT INTO settings (name, value) VALUES ('x', 1)"))
    await Promise.all([one.close(), other.close()])
  })

  it('reads see no half of a transaction', async () => {
    const database = await Database.open(newFile())
    await migrate(database)
    const [written, end] = [gate(), gate()]
    const writing = database.write(async (write) => {
      await write.run("INSERT INTO settings (name, value) VALUES ('half', 1)")
      written.open()
      await end.opened
    })
    await written.opened
    const seen = () => database.read("SELECT 1 AS there FROM settings WHERE name = 'half'")
    expect(await seen()).toEqual([])
    end.open()
    await writing
    expect(await seen()).toEqual([{ there: 1 }])
    await database.close()
  })
})

test('what one has claimed another is refused until it is given back', async () => {
  const file = newFile()
  const release = await claim(file)
  expect(release).not.toBeNull()
  expect(await claim(file)).toBeNull()
  await release?.()
  const again = await claim(file)
  expect(again).not.toBeNull()
  await again?.()
})
