/**
 * Killed again and again in the middle of changes, and of whatever else writes beside them. What was acknowledged must be
 * there afterwards, and `catalex check` find nothing; nobody lends a hand in between.
 */
import { join } from 'node:path'
import { Database } from '@catalex/server/database'
import { READERS } from './world.ts'
import { catalex, startCatalex, startServer } from '../served/server.ts'
import { lendable, signedIn, storm } from './storm.ts'

const BESIDE = ['nothing', 'load', 'index', 'backup'] as const

export interface Killed {
  kills: number
  acknowledged: number
  lost: number
  unsound: number
  /** Milliseconds until the server answered again, the slowest. */
  slowestStart: number
}

export async function killAgainAndAgain(data: string, times: number): Promise<Killed> {
  const result: Killed = { kills: 0, acknowledged: 0, lost: 0, unsound: 0, slowestStart: 0 }
  for (let i = 0; i < times; i += 1) {
    const server = await startServer(data)
    result.slowestStart = Math.max(result.slowestStart, server.ready)
    const visitors = await signedIn(8)
    const records = await lendable()
    let over = false
    const storming = storm(visitors, 4, records, () => over)
    const beside = BESIDE[i % BESIDE.length] ?? 'nothing'
    const other = beside === 'nothing' ? null : startCatalex(...commandFor(beside, data))
    await new Promise((later) => setTimeout(later, 600 + ((i * 397) % 1500)))
    await server.kill('SIGKILL')
    other?.kill('SIGKILL')
    over = true
    const { standing, cancelled } = await storming
    result.kills += 1
    const lost = await lostOf(data, [...standing.values()].flat(), cancelled)
    result.acknowledged += [...standing.values()].flat().length + cancelled.length
    result.lost += lost
    if (catalex('check', '--data', data) !== 0) result.unsound += 1
  }
  return result
}

/** As it was before the last step of its tables, so that the next command takes it again. */
async function takeBack(data: string): Promise<void> {
  const database = await Database.open(data, 1)
  await database.write(async (write) => {
    for (const statement of [
      'DROP TABLE failures',
      'CREATE TABLE failedSignIns (card TEXT PRIMARY KEY, count INTEGER NOT NULL, last INTEGER NOT NULL) WITHOUT ROWID',
      "DELETE FROM migrations WHERE name = '030-failures'",
    ])
      await write.run(statement)
  })
  await database.close()
}

/** Killed while tables are brought up to date. @returns checks that were not clean afterwards */
export async function killMigrations(data: string, times: number): Promise<number> {
  let unsound = 0
  for (let i = 0; i < times; i += 1) {
    await takeBack(data)
    const command = startCatalex('index', '--data', data)
    const ended = new Promise((done) => command.once('exit', done))
    // From before the first statement until the index is being built.
    await new Promise((later) => setTimeout(later, 350 + i * 60))
    command.kill('SIGKILL')
    await ended
    const server = await startServer(data)
    await server.kill()
    if (catalex('check', '--data', data) !== 0) unsound += 1
  }
  return unsound
}

function commandFor(what: 'load' | 'index' | 'backup', data: string): string[] {
  if (what === 'load') return ['load', '--world', join(data, '..', 'world'), '--data', data]
  return what === 'index' ? ['index', '--data', data] : ['backup', `${data}.backup`, '--data', data]
}

/** Acknowledged changes that the database does not know of. */
async function lostOf(data: string, standing: readonly string[], cancelled: readonly string[]): Promise<number> {
  const database = await Database.open(data, 1)
  const rows = await database.read<{ reference: string; state: string }>(
    'SELECT reference, state FROM holds WHERE reference IN (SELECT value FROM json_each($references))',
    { references: JSON.stringify([...standing, ...cancelled]) },
  )
  const states = new Map(rows.map(({ reference, state }) => [reference, state]))
  // Readers are to have room for the next round.
  await database.write((write) =>
    write.run('DELETE FROM sessions WHERE readerId IN (SELECT id FROM readers ORDER BY id DESC LIMIT $readers)', { readers: READERS }),
  )
  await database.close()
  return standing.filter((id) => !states.has(id)).length + cancelled.filter((id) => states.get(id) !== 'cancelled').length
}
