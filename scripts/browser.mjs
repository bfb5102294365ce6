// Debian's Chromium, and a server of its own on a world whose day is set.
import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { installDebian, Stop, world } from './house.mjs'

export const DAY = '2026-11-25'
export const CLOCK = `${DAY}T11:20`

export async function chromium() {
  if (!existsSync('/usr/bin/chromium')) await installDebian(['chromium'], 'The browser tests need Debian’s Chromium')
}

/** Serves a fresh copy of the demo's world while `work` runs. */
export async function withServer(name, port, work) {
  const data = `var/${name}/catalex.sqlite`
  await world({ folder: `var/${name}/world`, data, fresh: true, quiet: true, args: ['--today', DAY] })
  const server = spawn(
    'node',
    ['server/dist/cli/catalex.js', 'serve', '--demo', '--data', data, '--port', String(port), '--clock', CLOCK, '--still'],
    { stdio: ['ignore', 'ignore', 'inherit'] },
  )
  try {
    await reachable(`http://localhost:${String(port)}/api/health`)
    return await work(`http://localhost:${String(port)}`)
  } finally {
    server.kill()
  }
}

const TRIES = 120

async function reachable(address) {
  for (let i = 0; i < TRIES; i += 1) {
    const answer = await fetch(address).catch(() => null)
    if (answer?.ok) return
    await new Promise((done) => setTimeout(done, 500))
  }
  throw new Stop(`The server did not come up at ${address}.`)
}
