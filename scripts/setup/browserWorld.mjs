// The world of the browser tests and of the pictures, whose day is set, and a server on a copy of it.
import { spawn } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, rmSync } from 'node:fs'
import { run, Stop } from './process.mjs'
import { isStamped, sourcesOf, stamp } from './stamps.mjs'
import { loadWorld, makeWorld } from './world.mjs'

const DAY = '2026-11-25'
const CLOCK = `${DAY}T11:20`
const PREPARED = 'var/browser-tests'
const LOADED = `${PREPARED}/loaded`

/** Where browser tests find what their servers begin with. */
export const BROWSER_ENV = { CATALEX_PREPARED: PREPARED, CATALEX_CLOCK: CLOCK }

const EVERYTHING = ['core/src', 'contract/src', 'demo/src', 'server/src']
/** What a world that was loaded before has to have in common with one that would be loaded now, for a quick look. */
const TABLES = ['demo/src', 'server/src/database']

/**
 * Made and loaded once for the sources as they are; whoever needs it takes a copy.
 * @param likely whether one will do that was made by other code into the same tables
 */
export async function prepareBrowserWorld({ likely = false } = {}) {
  const [sources, tables] = [sourcesOf(...EVERYTHING), sourcesOf(...TABLES)]
  if (existsSync(LOADED) && (isStamped('browser-world', sources) || (likely && isStamped('browser-world-tables', tables)))) return
  rmSync(PREPARED, { recursive: true, force: true })
  mkdirSync(LOADED, { recursive: true })
  await makeWorld(`${PREPARED}/world`, ['--today', DAY])
  await loadWorld(`${PREPARED}/world`, `${LOADED}/catalex.sqlite`, ['--clock', `${DAY}T06:00`])
  stamp('browser-world', sources)
  stamp('browser-world-tables', tables)
}

/** Serves a copy of the prepared world while `work` runs. */
export async function withServer(name, port, work) {
  await prepareBrowserWorld()
  const folder = `var/${name}`
  rmSync(folder, { recursive: true, force: true })
  cpSync(LOADED, folder, { recursive: true })
  const args = ['serve', '--demo', '--data', `${folder}/catalex.sqlite`, '--port', String(port), '--clock', CLOCK, '--still']
  const server = spawn('node', ['server/dist/cli/catalex.js', ...args], { stdio: ['ignore', 'ignore', 'inherit'] })
  try {
    await isServing(`http://localhost:${String(port)}`)
    return await work(`http://localhost:${String(port)}`)
  } finally {
    server.kill()
  }
}

/** Takes pictures, or times pages, with a configuration of Playwright and one server. */
export const playwright = (name, port) =>
  withServer(name, port, (address) =>
    run('npx', ['playwright', 'test', '--config', `e2e/${name}.config.ts`], { env: { CATALEX_ADDRESS: address } }),
  )

const TRIES = 120
const PAUSE_MS = 500

async function isServing(address) {
  for (let i = 0; i < TRIES; i += 1) {
    const answer = await fetch(`${address}/api/health`).catch(() => null)
    if (answer?.ok) return
    await new Promise((done) => setTimeout(done, PAUSE_MS))
  }
  throw new Stop(`The server did not come up at ${address}.`)
}
