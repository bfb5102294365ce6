/** The catalex command as a process: what it refuses in words, how it ends, and what a backup, a check and a restore do. */
import { spawn } from 'node:child_process'
import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, truncateSync, writeFileSync } from 'node:fs'
import { createServer, request } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Hold } from '@catalex/contract/holds'
import { makeWorld, writeWorld } from '@catalex/demo/world'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Database } from '../src/database/index.ts'
import { DAY, Visitor } from './catalogue.ts'
import { CATALEX, env, killAll, run, serve } from './process.ts'

let folder: string
let data: string

/** Signs in with a body that comes late. The server says itself when it has begun to read the request. */
function signInSlowly(address: string): { begun: Promise<void>; finish(): Promise<number | undefined> } {
  const body = JSON.stringify({ card: '42448', pin: '4744' })
  const headers = { 'content-type': 'application/json', 'content-length': body.length, expect: '100-continue' }
  const asking = request(`${address}/api/session`, { method: 'POST', headers })
  const begun = new Promise<void>((done) => asking.once('continue', done))
  asking.flushHeaders()
  const finish = () =>
    new Promise<number | undefined>((done, fail) => {
      asking.once('response', (response) => {
        done(response.resume().statusCode)
      })
      asking.once('error', fail)
      asking.end(body)
    })
  return { begun, finish }
}

/** A server that is told to stop takes no new connection, while what is under way is answered. */
const refused = (address: string) => expect.poll(() => fetch(address).then(() => false, () => true), { timeout: 20_000 }).toBe(true) // prettier-ignore

const titles = async (): Promise<string[]> => {
  const database = await Database.open(data, 1)
  const rows = await database.read<{ controlNumber: string }>(
    "SELECT DISTINCT controlNumber FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND system = 'pslib' AND useRule IS NULL ORDER BY 1 LIMIT 40",
  )
  await database.close()
  return rows.map(({ controlNumber }) => controlNumber)
}

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'catalex-serving-'))
  data = join(folder, 'catalex.sqlite')
  await writeWorld(makeWorld({ titles: 80, seed: 'serving', today: DAY, branches: 14 }), join(folder, 'world'))
  expect(run('load', '--world', join(folder, 'world'), '--data', data).status).toBe(0)
})
afterAll(() => {
  killAll()
  rmSync(folder, { recursive: true, force: true })
})

describe('what can’t be served is refused in words, and nothing hangs', () => {
  const other = (name: string, text: string | null) => {
    const file = join(folder, name)
    if (text === null) {
      copyFileSync(data, file)
      truncateSync(file, 40_000)
    } else writeFileSync(file, text)
    return file
  }
  it.each<[string, () => string[], RegExp]>([
    ['a port that is none', () => ['--port', 'abc'], /--port has to be a whole number from 0 to 65535, not "abc"/],
    ['a port beyond all', () => ['--port', '70000'], /--port has to be/],
    ['threads that are none', () => ['--threads', 'abc'], /--threads has to be a whole number from 0 to 64/],
    ['a database that is not there', () => ['--data', join(folder, 'none.sqlite')], /There is no database/],
    ['what is no database', () => ['--data', other('text.sqlite', 'no database at all '.repeat(100))], /damaged or no database at all/],
    ['half a database', () => ['--data', other('half.sqlite', null)], /damaged or no database at all/],
  ])('%s', (_, options, sentence) => {
    const { status, said } = run('serve', '--data', data, ...options())
    expect(said).toMatch(sentence)
    expect(said).not.toMatch(/\n\s+at /)
    expect(status).toBe(1)
  })

  it('a port that is taken', async () => {
    const taken = createServer()
    const port = await new Promise<number>((done) => {
      taken.listen(0, '127.0.0.1', () => {
        done((taken.address() as AddressInfo).port)
      })
    })
    const child = spawn(process.execPath, [CATALEX, 'serve', '--data', data, '--port', String(port)], { env })
    let said = ''
    child.stderr.on('data', (piece: Buffer) => (said += piece.toString()))
    const status = await new Promise((done) => child.once('exit', done))
    taken.close()
    expect(said).toContain(`Port ${String(port)} is taken`)
    expect(status).toBe(1)
  })

  it('a secret that is too short', () => {
    const secret = join(folder, 'session-secret')
    writeFileSync(secret, '')
    expect(run('serve', '--data', data, '--port', '0').said).toMatch(/session secret in .* is too short/)
    rmSync(secret)
  })
})

describe('a server in use', () => {
  it('is backed up, killed, found sound with nothing lost, stopped gently, and restored', { timeout: 240_000 }, async () => {
    const records = await titles()
    const first = await serve(data)
    const reader = new Visitor(first.address)
    await reader.signIn('42225', '4722')
    const place = async (who: Visitor, record: string) =>
      (await who.ask<Hold>('POST', '/api/holds', { records: [record], barcode: null, pickup: 'ferrygate' })).body.id
    const before = await place(reader, records[0]!)
    const file = join(folder, 'backup.sqlite')
    // Of backups that were killed nothing stays; another's that is under way does.
    const parts = ['monday.sqlite.999999999', 'tuesday.sqlite.999999998', `now.sqlite.${String(first.child.pid)}`].map((name) =>
      join(folder, `${name}.being-written`),
    )
    for (const part of parts) writeFileSync(part, 'part')
    expect(run('backup', file, '--data', data)).toMatchObject({ status: 0 })
    expect(parts.map((part) => existsSync(part))).toEqual([false, false, true])
    expect(run('restore', file, '--data', data).said).toMatch(/Another process uses/)

    // Killed in the middle of changes: what was acknowledged is there.
    const acknowledged: string[] = [before]
    const changing = (async () => {
      for (const record of records.slice(1, 14)) {
        const id = await place(reader, record).catch(() => undefined)
        if (id !== undefined) acknowledged.push(id)
        if (acknowledged.length > 6) first.child.kill('SIGKILL')
      }
    })()
    await first.ended
    await changing
    expect(run('check', '--data', data)).toMatchObject({ status: 0 })

    // The reader is signed in still, and what is under way when it is told to stop is answered.
    const second = await serve(data)
    const again = new Visitor(second.address)
    await again.signIn('42225', '4722')
    const holds = (await again.get<{ holds: { id: string }[] }>('/api/card')).body.holds.map(({ id }) => id)
    expect(holds).toEqual(expect.arrayContaining(acknowledged))
    const { begun, finish } = signInSlowly(second.address)
    await begun
    second.child.kill('SIGTERM')
    await refused(second.address)
    expect(await finish()).toBe(200)
    expect(await second.ended).toBe(0)

    expect(run('restore', file, '--data', data)).toMatchObject({ status: 0 })
    const third = await serve(data)
    const anew = new Visitor(third.address)
    await anew.signIn('42225', '4722')
    expect((await anew.get<{ holds: { id: string }[] }>('/api/card')).body.holds.map(({ id }) => id)).toEqual([before])
    third.child.kill('SIGTERM')
    await third.ended
  })
})

describe('catalex check', () => {
  it('says which hold can’t be true, and that there is no database', async () => {
    const database = await Database.open(data, 1)
    const [hold] = await database.read<{ reference: string }>("SELECT reference FROM holds WHERE state = 'waiting' LIMIT 1")
    await database.write((write) =>
      write.run("UPDATE holds SET state = 'ready' WHERE reference = $reference", { reference: hold!.reference }),
    )
    await database.close()
    const { status, said } = run('check', '--data', data)
    expect(status).toBe(1)
    expect(said).toContain(`Hold ${hold!.reference}: its last event says another state.`)
    expect(run('check', '--data', join(folder, 'none.sqlite')).status).toBe(2)
    expect(run('backup', join(folder, 'nowhere', 'b.sqlite'), '--data', data).status).toBe(1)
  })
})

describe('a backup that fails', () => {
  it('leaves nothing behind', () => {
    const broken = join(folder, 'broken.sqlite')
    writeFileSync(broken, Buffer.concat([readFileSync(data).subarray(0, 40_000), Buffer.alloc(60_000, 7)]))
    const file = join(folder, 'of-broken.sqlite')
    expect(run('backup', file, '--data', broken).status).toBe(1)
    expect(readdirSync(folder).filter((name) => name.startsWith('of-broken'))).toEqual([])
  })
})

describe('a slip in a name', () => {
  it('costs neither the database nor its backup', () => {
    const before = readFileSync(data)
    for (const name of [data, join(folder, '.', 'catalex.sqlite'), `${data}.index`, `${data}-wal`])
      expect(run('backup', name, '--data', data).said).toMatch(/belongs to .*: give the backup a file of its own/)
    expect(run('restore', data, '--data', data).said).toMatch(/belongs to/)
    const link = join(folder, 'link.sqlite')
    symlinkSync(data, link)
    expect(run('backup', link, '--data', data).said).toMatch(/belongs to/)
    expect(run('restore', link, '--data', data).said).toMatch(/belongs to/)
    expect(readFileSync(data).equals(before)).toBe(true)
  })
})
