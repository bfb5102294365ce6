/** The catalex command as a process. */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { DAY } from './catalogue.ts'

export const CATALEX = new URL('../dist/cli/catalex.js', import.meta.url).pathname
export const env = { ...process.env, NODE_OPTIONS: '', LOG_LEVEL: 'silent' }

export const run = (...args: string[]) => runWith({}, ...args)

export const runWith = (settings: Record<string, string>, ...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [CATALEX, ...args], { env: { ...env, ...settings }, timeout: 60_000 })
  return { status, said: `${stdout.toString()}${stderr.toString()}` }
}

export interface Serving {
  child: ChildProcess
  address: string
  ended: Promise<number | null>
}

const running: ChildProcess[] = []

export async function serve(data: string, settings: Record<string, string> = {}): Promise<Serving> {
  const port = await freePort()
  const child = spawn(process.execPath, [CATALEX, 'serve', '--data', data, '--port', String(port), '--clock', `${DAY}T11:20`], {
    env: { ...env, ...settings },
  })
  running.push(child)
  const ended = new Promise<number | null>((done) => child.once('exit', done))
  await new Promise<void>((done, fail) => {
    child.stdout.on('data', (said: Buffer) => {
      if (said.toString().includes('Catalex is at')) done()
    })
    child.once('exit', () => {
      fail(new Error('ended'))
    })
  })
  return { child, address: `http://127.0.0.1:${String(port)}`, ended }
}

/** Whatever a test that failed has left. */
export function killAll(): void {
  for (const child of running) child.kill('SIGKILL')
}

const freePort = () =>
  new Promise<number>((done) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      server.close(() => {
        done(port)
      })
    })
  })
