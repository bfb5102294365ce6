// npm run check: what the change since main, or since the last commit, can touch; see CONTRIBUTING.md for when to run what.
// --since REVISION   another beginning
import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { chromiumSteps } from './setup/debian.mjs'
import { installSteps } from './setup/packages.mjs'
import { checkNode, main, option } from './setup/process.mjs'
import { apiTestsOf, roomsOf, screensOf } from './testing/rooms.mjs'
import { boundaries, browser, browserWorld, formatting, lint, types, units, web } from './testing/steps.mjs'
import { runTests } from './testing/runTests.mjs'

const git = (...args) => execFileSync('git', args, { encoding: 'utf8' }).split('\n').filter((line) => line !== '') // prettier-ignore

/** On a branch all since it left main; on main what is not committed, or else the last commit. */
function beginning() {
  const [head] = git('rev-parse', 'HEAD')
  const [base] = git('merge-base', 'HEAD', 'main')
  if (base !== head) return base
  return git('status', '--porcelain').length > 0 ? 'HEAD' : 'HEAD~1'
}

const changedSince = (revision) =>
  [...git('diff', '--name-only', revision), ...git('ls-files', '--others', '--exclude-standard')].filter((file) => existsSync(file))

const IS_LINTED = /\.(ts|tsx|mjs|cjs)$/
const IS_FORMATTED = /\.(ts|tsx|mjs|cjs|json|css|html|yml)$/
const IS_TEST = /\.test\.tsx?$/
const IS_SPEC = /\.spec\.ts$/

/** Tests that are quick: all of them where anything there has changed. */
const BELOW = ['core', 'contract', 'demo']

function steps(files) {
  const rooms = roomsOf(files)
  const below = BELOW.filter((folder) => files.some((file) => file.startsWith(`${folder}/`))).map((folder) => `${folder}/`)
  const tests = [...below, ...files.filter((file) => IS_TEST.test(file)), ...apiTestsOf(rooms), ...screensOf(rooms)].filter((path) =>
    existsSync(path),
  )
  const linted = files.filter((file) => IS_LINTED.test(file))
  const formatted = files.filter((file) => IS_FORMATTED.test(file))
  return [
    types,
    ...(linted.length > 0 ? [lint(linted)] : []),
    ...(formatted.length > 0 ? [formatting(formatted)] : []),
    boundaries,
    ...(tests.length > 0 ? [units({ name: 'Tests of the rooms', command: ['run', ...tests] })] : []),
    ...browserSteps(files, rooms),
  ]
}

/** Those that are tagged with the rooms, and those that have changed themselves. */
function browserSteps(files, rooms) {
  const specs = files.filter((file) => IS_SPEC.test(file))
  const tags = rooms.map((room) => `@${room}\\b`)
  const chosen = [...(tags.length > 0 ? [['--grep', tags.join('|'), '--pass-with-no-tests']] : []), ...(specs.length > 0 ? [specs] : [])]
  return chosen.length === 0 ? [] : [...chromiumSteps(), web, browserWorld({ likely: true }), ...chosen.map((args) => browser({ args }))]
}

await main(async () => {
  checkNode()
  const since = option('--since') ?? beginning()
  const files = changedSince(since)
  if (files.length === 0) return console.log(`Nothing has changed since ${since}.`)
  console.log(`${String(files.length)} files changed since ${since}; rooms: ${roomsOf(files).join(', ') || 'none'}.`)
  process.exit((await runTests([...installSteps(), ...steps(files)])) ? 0 : 1)
})
