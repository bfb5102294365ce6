/** A server of its own for the attacks: a demo world with readers enough, in a process that can be killed. */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { addReaders } from '@catalex/demo/world'
import { Visitor } from './visitor.ts'

const DAY = '2026-11-25'
const PORT = 4391
export const ADDRESS = `http://127.0.0.1:${String(PORT)}`
const script = (path: string) => fileURLToPath(new URL(`../../../${path}`, import.meta.url))
const CATALEX = script('server/dist/cli/catalex.js')

export const READERS = 40
export const cardOf = (reader: number): string => String(70_000_000 + reader)
export const PIN = '2468'

export function prepare(folder: string, titles: number): string {
  const data = join(folder, 'catalex.sqlite')
  if (existsSync(data)) return data
  const world = join(folder, 'world')
  const size = ['--titles', String(titles), '--branches', '14', '--seed', 'attack', '--today', DAY]
  must(script('demo/dist/cli/makeWorld.js'), [...size, '--out', world])
  addReaders(
    world,
    Array.from({ length: READERS }, (_, i) => ({
      card: cardOf(i),
      pin: PIN,
      name: `Attack Reader ${String(i)}`,
      category: 'adult',
      homeBranch: 'ferrygate',
      expires: '2029-01-01',
      owed: '0',
    })),
  )
  must(CATALEX, ['load', '--world', world, '--data', data])
  return data
}

function must(what: string, args: string[]): void {
  if (runOnce(what, args) !== 0) throw new Error(`${what} ${args.join(' ')} failed.`)
}

const runOnce = (what: string, args: string[]): number | null =>
  spawnSync(process.execPath, [what, ...args], { stdio: ['ignore', 'ignore', 'inherit'] }).status

/** Runs a catalex command to its end. @returns its exit code */
export const catalex = (...args: string[]): number | null => runOnce(CATALEX, args)

/** Starts a catalex command and does not wait. */
export const startCatalex = (...args: string[]): ChildProcess => spawn(process.execPath, [CATALEX, ...args], { stdio: 'ignore' })

export interface Server {
  process: ChildProcess
  /** Milliseconds from the start until it answered. */
  ready: number
  kill(signal?: NodeJS.Signals): Promise<void>
  /** Resident memory in MB. */
  memory(): number
}

export async function startServer(data: string): Promise<Server> {
  const start = performance.now()
  const child = spawn(process.execPath, [CATALEX, 'serve', '--data', data, '--port', String(PORT), '--clock', `${DAY}T11:20`], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production' },
  })
  const visitor = new Visitor(ADDRESS)
  while ((await visitor.get('/api/session')).status !== 200) {
    if (child.exitCode !== null || performance.now() - start > 60_000) throw new Error('The server did not start.')
    await new Promise((later) => setTimeout(later, 50))
  }
  return {
    process: child,
    ready: performance.now() - start,
    kill: (signal = 'SIGTERM') =>
      new Promise((done) => {
        child.once('exit', () => {
          done()
        })
        child.kill(signal)
      }),
    memory: () => Number(spawnSync('ps', ['-o', 'rss=', '-p', String(child.pid)]).stdout.toString()) / 1024,
  }
}
