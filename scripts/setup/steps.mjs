// Steps side by side: as many as the cores allow, each as soon as what it needs is there.
import { CORES, Stop } from './process.mjs'

const seconds = (from) => Math.round((performance.now() - from) / 1000)

/**
 * @typedef {object} Step
 * @property {string} name
 * @property {string[]} [needs] names of steps that have to have ended well before; one that is not among the steps is done already
 * @property {number} [cores] how many it keeps busy; 1 where nothing is said, 0 for what mostly waits
 * @property {() => Promise<unknown>} run
 *
 * @param {Step[]} steps in the order in which they are wanted where several could begin
 * @param {(name: string, result: unknown, seconds: number) => void} [ended] told of each step that has ended well
 * @returns {Promise<void>} throws the first failure, once what had begun has ended
 */
export async function runSteps(steps, ended = () => undefined) {
  const waiting = [...steps]
  const names = new Set(steps.map(({ name }) => name))
  const done = new Set()
  const running = new Map()
  let failure = null
  const isReady = ({ needs = [] }) => needs.every((name) => done.has(name) || !names.has(name))
  const free = () => CORES - [...running.keys()].reduce((sum, { cores = 1 }) => sum + Math.min(cores, CORES), 0)
  const line = statusLine(running)
  while (failure === null && (waiting.length > 0 || running.size > 0)) {
    for (const step of waiting.filter(isReady)) {
      if (Math.min(step.cores ?? 1, CORES) > free()) continue
      waiting.splice(waiting.indexOf(step), 1)
      line.say(`· ${step.name}`)
      const from = performance.now()
      const work = step.run().then(
        (result) => {
          done.add(step.name)
          line.say(`✓ ${step.name}, ${String(seconds(from))} s`)
          ended(step.name, result, seconds(from))
        },
        (error) => (failure ??= error),
      )
      running.set(step, { from, work: work.finally(() => running.delete(step)) })
    }
    if (running.size === 0 && waiting.length > 0) throw new Stop(`Nothing brings what ${waiting[0].name} needs.`)
    await Promise.race([...running.values()].map(({ work }) => work))
  }
  await Promise.all([...running.values()].map(({ work }) => work))
  line.end()
  if (failure !== null) throw failure
}

const TICK_MS = 1000

/** At a terminal the last line says what is running, and for how long. */
function statusLine(running) {
  const draws = process.stdout.isTTY
  const clear = () => draws && process.stdout.write('\r\u001b[K')
  const draw = () => {
    clear()
    const parts = [...running].map(([{ name }, { from }]) => `${name} ${String(seconds(from))} s`)
    process.stdout.write(parts.join(' · ').slice(0, (process.stdout.columns || 80) - 1))
  }
  const timer = draws ? setInterval(draw, TICK_MS) : null
  return {
    say(text) {
      clear()
      console.log(text)
    },
    end() {
      clearInterval(timer ?? undefined)
      clear()
    },
  }
}
