/** Times of repeated work, as median and 95th percentile in milliseconds. */
export interface Times {
  p50: number
  p95: number
}

export function timesOf(samples: readonly number[]): Times {
  const sorted = [...samples].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN
  return { p50: at(0.5), p95: at(0.95) }
}

/**
 * Runs the contestants in turn, round after round, so that whatever else the machine does falls on all of them.
 * The first round warms up and is not counted.
 */
export async function inTurn(contestants: Record<string, () => Promise<unknown>>, rounds: number): Promise<Record<string, number[]>> {
  const samples: Record<string, number[]> = Object.fromEntries(Object.keys(contestants).map((name) => [name, []]))
  for (let round = 0; round <= rounds; round += 1) {
    for (const [name, work] of Object.entries(contestants)) {
      const start = performance.now()
      await work()
      if (round > 0) samples[name]?.push(performance.now() - start)
    }
  }
  return samples
}
