// The steps of the whole check, each with what it needs. A check or a runner that fails is counted, and the others go on.
import { buildWeb, checkTypes } from '../setup/build.mjs'
import { BROWSER_ENV, prepareBrowserWorld } from '../setup/browserWorld.mjs'
import { CORES, run } from '../setup/process.mjs'
import { forgetReport, playwrightCounts, vitestCounts } from './counts.mjs'

const CACHE = 'var/cache'
/** A worker waits about as much as it works: for a timer of the page, for quiet. */
const BROWSER_WORKERS = CORES + 1
const counted = (work) =>
  work.then(
    () => ({ passed: 1, failed: 0, files: [] }),
    (error) => {
      console.error(error.message)
      return { passed: 0, failed: 1, files: [] }
    },
  )

const check = (name, command, args) => ({ name, needs: ['Packages'], run: () => counted(run(command, args, { quiet: true })) })

const ESLINT = ['eslint', '--cache', '--cache-location', `${CACHE}/eslint`, '--cache-strategy', 'content']
const PRETTIER = ['prettier', '--check', '--cache', '--cache-location', `${CACHE}/prettier`, '--cache-strategy', 'content']

/** What also writes what runs: the server tests need it. */
export const types = { name: 'Types', needs: ['Packages'], run: () => counted(checkTypes()) }
export const boundaries = check('Boundaries', 'npm', ['run', 'boundaries'])
export const unused = check('Unused code', 'npm', ['run', 'unused'])
export const lint = (files = ['.']) => check('Lint', 'npx', [...ESLINT, ...files])
export const formatting = (files = ['.']) => check('Formatting', 'npx', [...PRETTIER, ...files])

export const web = { name: 'Web application', needs: ['Packages'], run: () => buildWeb('quick') }
export const browserWorld = (which) => ({
  name: 'World of the browser tests',
  needs: ['Types', 'Database driver'],
  run: () => prepareBrowserWorld(which),
})

/**
 * @param command of vitest, with files where not all are meant
 * @param env seed and how often random tests are run
 */
export const units = ({ name = 'Unit and API tests', command = ['run'], env = {} } = {}) => ({
  name,
  needs: ['Types', 'Database driver'],
  cores: CORES,
  run: async () => {
    const report = 'var/vitest.json'
    forgetReport(report)
    const reporters = ['--reporter=dot', '--reporter=json', `--outputFile.json=${report}`, '--silent=passed-only']
    await run('npx', ['vitest', ...command, ...reporters], { env }).catch(() => undefined)
    return vitestCounts(report)
  },
})

/** @param args of Playwright: files, --grep, --repeat-each */
export const browser = ({ args = [] } = {}) => ({
  name: 'Browser tests',
  needs: ['Types', 'Web application', 'World of the browser tests', 'Chromium'],
  cores: CORES,
  run: async () => {
    const report = 'var/playwright.json'
    forgetReport(report)
    const command = ['playwright', 'test', '--config', 'e2e/playwright.config.ts', `--workers=${String(BROWSER_WORKERS)}`, ...args]
    await run('npx', command, { env: BROWSER_ENV }).catch(() => undefined)
    return playwrightCounts(report)
  },
})

/** The little world of the histories over many years, and the living demo over a month and more. */
export const histories = (seed) => ({
  name: 'Long histories',
  needs: ['Types', 'Database driver'],
  run: () => counted(run('node', ['bench/dist/cli/histories.js', ...HISTORIES, '--seed', seed])),
})
const HISTORIES = ['--steps', '40000', '--every', '200', '--reloads', '4000', '--promises', '500']
