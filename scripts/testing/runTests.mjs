// Runs steps and says at the end what each took, what was slowest, and whether everything held.
import { runSteps } from '../setup/steps.mjs'
import { testShare } from './counts.mjs'

const SLOWEST = 10
const isCounted = (result) => typeof result === 'object' && result !== null && 'passed' in result

/** @returns whether everything held; throws where something that others need could not be done */
export async function runTests(steps) {
  const ended = []
  const begun = performance.now()
  await runSteps(steps, (name, result, seconds) => {
    ended.push({ name, seconds, ...(isCounted(result) ? result : { passed: null, failed: 0, files: [] }) })
  })
  const sum = (part) => ended.reduce((total, step) => total + (step[part] ?? 0), 0)
  const [passed, failed] = [sum('passed'), sum('failed')]
  // What runs side by side takes less than its sum.
  const all = { name: 'All', seconds: Math.round((performance.now() - begun) / 1000), passed }
  console.log(`\n${table([...ended, all])}`)
  const slowest = ended.flatMap(({ files }) => files).sort((a, b) => b.seconds - a.seconds)
  for (const { name, seconds } of slowest.slice(0, SLOWEST)) console.log(`${seconds.toFixed(1).padStart(7)} s  ${name}`)
  console.log(`\n${testShare()}`)
  const failures = ended.filter((step) => step.failed > 0).map(({ name }) => name)
  if (failures.length > 0) console.log(`Not held: ${failures.join(', ')}.`)
  console.log(`${String(passed)} passed, ${String(failed)} failed`)
  return failed === 0 && passed > 0
}

function table(rows) {
  const width = Math.max(...rows.map(({ name }) => name.length))
  return rows
    .map(
      ({ name, seconds, passed }) =>
        `${name.padEnd(width)} ${String(seconds).padStart(5)} s ${passed === null ? '' : String(passed).padStart(6)}`,
    )
    .join('\n')
}
