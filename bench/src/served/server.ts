/** A server of its own for what is measured or attacked, in a process that can be killed. */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { Visitor } from './visitor.ts'

export const DAY = '2026-11-25'
const PORT = 4391
export const ADDRESS = `http://127.0.0.1:${String(PORT)}`
const script = (path: string) => fileURLToPath(new URL(`../../../${path}`, import.meta.url))
const CATALEX = script('server/dist/cli/catalex.js')

/** Makes a demo world and loads it. @param change changes the files of the world before they are loaded */
export function loadWorld(size: readonly string[], { world, data }: Record<'world' | 'data', string>, change: () => void): void {
  must(script('demo/dist/cli/makeWorld.js'), [...size, '--out', world])
  change()
  must(CATALEX, ['load', '--world', world, '--data', data])
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

/** @param settings of its environment */
export async function startServer(data: string, more: readonly string[] = [], settings: NodeJS.ProcessEnv = {}): Promise<Server> {
  const start = performance.now()
  const child = spawn(process.execPath, [CATALEX, 'serve', '--data', data, '--port', String(PORT), '--clock', `${DAY}T11:20`, ...more], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production', ...settings },
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
