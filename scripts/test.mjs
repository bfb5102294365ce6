// npm test: everything that must hold, on a machine with nothing but Node and Debian. --only browser runs the browser tests, with --grep WORDS those of that name.
import { execFileSync } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { build, checkNode, install, main, run, step } from './house.mjs'
import { chromium, withServer } from './browser.mjs'

const option = (name) => (process.argv.includes(name) ? process.argv[process.argv.indexOf(name) + 1] : null)
const only = option('--only')
const grep = option('--grep') === null ? [] : ['--grep', option('--grep')]
const counts = { passed: 0, failed: 0 }
/** Where something failed, said again at the end: that is what is read of a long output. */
const failures = []

/** A check passes or fails as one. */
async function check(name, command, args) {
  step(name)
  await run(command, args, { quiet: true }).then(
    () => (counts.passed += 1),
    (error) => {
      counts.failed += 1
      failures.push(name)
      console.error(error.message)
    },
  )
}

async function vitest() {
  step('Unit and API tests')
  const report = 'var/vitest.json'
  rmSync(report, { force: true })
  await run('npx', ['vitest', 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${report}`]).catch(() => undefined)
  add('Unit and API tests', report, ({ numPassedTests, numFailedTests, success }) => ({
    passed: numPassedTests,
    failed: numFailedTests + (success || numFailedTests > 0 ? 0 : 1),
  }))
}

async function browser() {
  await chromium()
  step('Browser tests')
  const report = 'var/playwright.json'
  rmSync(report, { force: true })
  await withServer('browser-tests', 4390, async (address) => {
    await run('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts', ...grep], {
      env: { CATALEX_ADDRESS: address },
    }).catch(() => undefined)
  })
  add('Browser tests', report, ({ stats, errors }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky + errors.length }))
}

/** A runner that wrote no report has failed. */
function add(name, report, read) {
  let result = { passed: 0, failed: 1 }
  try {
    result = read(JSON.parse(readFileSync(report, 'utf8')))
  } catch {
    console.error(`No report in ${report}.`)
  }
  counts.passed += result.passed
  counts.failed += result.failed
  if (result.failed > 0) failures.push(name)
}

const IS_CODE = /\.(ts|tsx|mts|mjs)$/
const IS_TEST = /\.test\.tsx?$|\.spec\.ts$|^e2e\/.*\.ts$|^server\/tests\//
/** Word lists and interface texts are data. */
const IS_DATA = /^demo\/src\/(vocabulary\/|titles\/stories\.ts)|\/locales\//

/** How much of the code is tests, in lines that are not blank. */
function share() {
  const files = execFileSync('git', ['ls-files'], { encoding: 'utf8' }).split('\n').filter((file) => (IS_CODE.test(file) || IS_TEST.test(file)) && !IS_DATA.test(file)) // prettier-ignore
  const lines = (some) => some.reduce((sum, file) => sum + readFileSync(file, 'utf8').split('\n').filter((line) => line.trim() !== '').length, 0) // prettier-ignore
  const tests = lines(files.filter((file) => IS_TEST.test(file)))
  const all = lines(files)
  return `Tests are ${((100 * tests) / all).toFixed(1)} % of the code (${String(tests)} of ${String(all)} lines).`
}

await main(async () => {
  checkNode()
  await install()
  if (only === null) {
    await check('Types', 'npx', ['tsc', '-b'])
    await check('Lint', 'npx', ['eslint', '.'])
    await check('Formatting', 'npx', ['prettier', '--check', '.'])
    await check('Boundaries', 'npm', ['run', 'boundaries'])
    await check('Unused code', 'npm', ['run', 'unused'])
    await vitest()
  }
  await build()
  await browser()
  console.log(`\n${share()}`)
  if (failures.length > 0) console.log(`Not held: ${failures.join(', ')}.`)
  console.log(`${String(counts.passed)} passed, ${String(counts.failed)} failed`)
  process.exit(counts.failed === 0 && counts.passed > 0 ? 0 : 1)
})
