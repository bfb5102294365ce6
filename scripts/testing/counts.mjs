// What the runners report: how much held, what took longest, how much of the code is tests.
import { execFileSync } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { relative } from 'node:path'
import { root } from '../setup/process.mjs'

/** A runner's report is made anew: one from before would be taken for it. */
export const forgetReport = (file) => rmSync(file, { force: true })

/** @returns {{passed: number, failed: number, files: {name: string, seconds: number}[]}} a runner that wrote no report has failed */
function read(file, interpret) {
  try {
    return interpret(JSON.parse(readFileSync(file, 'utf8')))
  } catch {
    console.error(`No report in ${file}.`)
    return { passed: 0, failed: 1, files: [] }
  }
}

export const vitestCounts = (file) =>
  read(file, ({ numPassedTests, numFailedTests, success, testResults }) => ({
    passed: numPassedTests,
    failed: numFailedTests + (success || numFailedTests > 0 ? 0 : 1),
    files: testResults.map(({ name, startTime, endTime }) => ({ name: relative(root, name), seconds: (endTime - startTime) / 1000 })),
  }))

export const playwrightCounts = (file) =>
  read(file, ({ stats, errors, suites }) => ({
    passed: stats.expected,
    failed: stats.unexpected + stats.flaky + errors.length,
    files: suites.map((suite) => ({ name: `e2e/${suite.file}`, seconds: durations(suite).reduce((sum, ms) => sum + ms, 0) / 1000 })),
  }))

const durations = ({ specs = [], suites = [] }) => [
  ...specs.flatMap(({ tests }) => tests.flatMap(({ results }) => results.map(({ duration }) => duration))),
  ...suites.flatMap(durations),
]

const IS_CODE = /\.(ts|tsx|mts|mjs)$/
const IS_TEST = /\.test\.tsx?$|\.spec\.ts$|^e2e\/.*\.ts$|^server\/tests\/|^web\/tests\/|^vitest\.setup\.ts$/
/** Word lists and interface texts are data. */
const IS_DATA = /^demo\/src\/(vocabulary\/|titles\/stories\.ts)|\/locales\//

/** How much of the code is tests, in lines that are not blank. */
export function testShare() {
  const tracked = execFileSync('git', ['ls-files'], { encoding: 'utf8' }).split('\n')
  const files = tracked.filter((file) => IS_CODE.test(file) && !IS_DATA.test(file))
  const linesOf = (file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .filter((line) => line.trim() !== '').length
  const lines = (some) => some.reduce((sum, file) => sum + linesOf(file), 0)
  const [tests, all] = [lines(files.filter((file) => IS_TEST.test(file))), lines(files)]
  return `Tests are ${((100 * tests) / all).toFixed(1)} % of the code (${String(tests)} of ${String(all)} lines).`
}
