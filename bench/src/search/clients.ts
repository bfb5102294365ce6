/** Several clients at once: each asks, waits for the answer, and asks the next. */
import { monitorEventLoopDelay } from 'node:perf_hooks'

export interface Together<T> {
  samples: { asked: T; ms: number }[]
  perSecond: number
  /** 99th percentile, in milliseconds, beyond the timer's own step. */
  loopDelay: number
}

const STEP_MS = 1

export async function together<T>(
  asked: readonly T[],
  clients: number,
  ms: number,
  ask: (one: T, client: number) => Promise<unknown>,
): Promise<Together<T>> {
  const samples: { asked: T; ms: number }[] = []
  const delay = monitorEventLoopDelay({ resolution: STEP_MS })
  delay.enable()
  const start = performance.now()
  const client = async (number: number) => {
    // Steps that have no factor in common with the number of queries bring each client through all of them in its own order.
    for (let at = number; performance.now() - start < ms; at += 2 * number + 1) {
      const one = asked[at % asked.length]
      if (one === undefined) return
      const asking = performance.now()
      await ask(one, number)
      samples.push({ asked: one, ms: performance.now() - asking })
    }
  }
  await Promise.all(Array.from({ length: clients }, (_, number) => client(number)))
  delay.disable()
  return { samples, perSecond: (samples.length * 1000) / (performance.now() - start), loopDelay: delay.percentile(99) / 1e6 - STEP_MS }
}
