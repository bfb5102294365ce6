/** Each worker of the browser tests has a server of its own, on a copy of the prepared world. */
import { spawn, type ChildProcess } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { expect, test as base } from '@playwright/test'

/** The prepared world, and the time at which its servers begin; see scripts/setup/browserWorld.mjs. */
const PREPARED = process.env.CATALEX_PREPARED ?? 'var/browser-tests'
const CLOCK = process.env.CATALEX_CLOCK ?? '2026-11-25T11:20'
const CATALEX = 'server/dist/cli/catalex.js'

export const test = base.extend<object, { address: string }>({
  address: [
    // Playwright reads the names of what a fixture needs from its parameters.
    async ({}, use) => {
      mkdirSync('var/browser-workers', { recursive: true })
      const folder = mkdtempSync('var/browser-workers/')
      cpSync(join(PREPARED, 'loaded'), folder, { recursive: true })
      const port = await freePort()
      const server = start('serve', '--demo', '--still', '--data', join(folder, 'catalex.sqlite'), '--port', String(port), '--clock', CLOCK)
      const address = `http://127.0.0.1:${String(port)}`
      await isServing(address)
      await use(address)
      await stop(server)
      rmSync(folder, { recursive: true, force: true })
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  baseURL: async ({ address }, use) => {
    await use(address)
  },
})

function start(...args: string[]): ChildProcess {
  return spawn(process.execPath, [CATALEX, ...args], { stdio: ['ignore', 'ignore', 'inherit'] })
}

export async function isServing(address: string): Promise<void> {
  await expect
    .poll(
      () =>
        fetch(`${address}/api/health`).then(
          ({ ok }) => ok,
          () => false,
        ),
      { timeout: 60_000 },
    )
    .toBe(true)
}

function stop(child: ChildProcess): Promise<void> {
  return new Promise((done) => {
    child.once('exit', () => {
      done()
    })
    child.kill('SIGKILL')
  })
}

export function freePort(): Promise<number> {
  return new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const address = probe.address()
      probe.close(() => {
        done(typeof address === 'object' && address !== null ? address.port : 0)
      })
    })
  })
}
