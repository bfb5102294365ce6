// npm test: everything that must hold, on a machine with nothing but Node and Debian. npm test -- --help says what else it does.
import { spawn } from 'node:child_process'
import { randomInt } from 'node:crypto'
import { chromiumSteps } from './setup/debian.mjs'
import { installSteps } from './setup/packages.mjs'
import { checkNode, CORES, main, option } from './setup/process.mjs'
import { boundaries, browser, browserWorld, formatting, histories, lint, types, units, unused, web } from './testing/steps.mjs'
import { runTests } from './testing/runTests.mjs'

const USAGE = `npm test -- [options]: everything that must hold
  --only browser|unit  these alone
  --grep WORDS         browser tests of that name
  --repeat N           so often over
  --busy               with all cores kept busy
  --long               random tests ten times as often and with a new seed, the large worlds and long histories
  --seed N             of --long, instead of a new one`

const only = option('--only')
const repeat = Number(option('--repeat') ?? 1)

const browserSteps = () => {
  const grep = option('--grep')
  const args = [...(grep === null ? [] : ['--grep', grep]), ...(repeat > 1 ? [`--repeat-each=${String(repeat)}`] : [])]
  return [web, browserWorld(), browser({ args })]
}

const unitSteps = () => Array.from({ length: repeat }, (_, i) => units(repeat > 1 ? { name: `Unit and API tests, ${String(i + 1)}` } : {}))

/** What takes too long to be played at each change. */
function longSteps() {
  const seed = option('--seed') ?? String(randomInt(2 ** 31))
  console.log(`Seed ${seed}: the same again with npm run test:long -- --seed ${seed}`)
  return [types, units({ env: { CATALEX_SEED: seed, CATALEX_RUN_FACTOR: '10' } }), histories(seed)]
}

function steps() {
  if (process.argv.includes('--long')) return longSteps()
  if (only === 'browser') return [...chromiumSteps(), types, ...browserSteps()]
  if (only === 'unit') return [types, ...unitSteps()]
  // The longest of what can be done while the driver compiles come first.
  return [...chromiumSteps(), types, lint(), formatting(), boundaries, unused, ...unitSteps(), ...browserSteps()]
}

/** Races show where the machine has little time for anybody. */
function keepBusy() {
  const spinning = Array.from({ length: CORES }, () => spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }))
  process.on('exit', () => spinning.forEach((child) => child.kill('SIGKILL')))
}

await main(async () => {
  if (process.argv.includes('--help')) return console.log(USAGE)
  checkNode()
  if (process.argv.includes('--busy')) keepBusy()
  process.exit((await runTests([...installSteps(), ...steps()])) ? 0 : 1)
})
