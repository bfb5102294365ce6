#!/usr/bin/env node
/** Plays random histories, and counts the promises that the living demo keeps. */
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { Command } from 'commander'
import { clockMoved } from '../histories/clock.ts'
import { play } from '../histories/play.ts'
import { promisesKept } from '../histories/promise.ts'
import { worldFor } from '../histories/world.ts'

const options = new Command('histories')
  .option('--steps <number>', 'steps of random histories', '1000000')
  .option('--every <number>', 'so often everything is looked at', '200')
  .option('--reloads <number>', 'once in so many steps files are loaded', '4000')
  .option('--seed <words>', 'for the same history', 'histories')
  .option('--promises <number>', 'holds of which the promise is looked at', '2000')
  .option('--days <number>', 'days by which the demo’s clock is moved, for what that costs', '31')
  .parse()
  .opts<{ steps: string; every: string; reloads: string; seed: string; promises: string; days: string }>()

// What is written there is gone with the machine, which is all that a history needs.
const folder = join(existsSync('/dev/shm') ? '/dev/shm' : 'var', 'catalex-histories')

const steps = Number(options.steps)
if (steps > 0) {
  const world = await worldFor(folder, { titles: 300, readers: 14, played: 7 })
  const started = performance.now()
  const { taken, broken } = await play(world, steps, {
    seed: options.seed,
    every: Number(options.every),
    reloads: Number(options.reloads),
    tell: console.error,
  })
  await world.close()
  console.log(`${String(Object.values(taken).reduce((sum, count) => sum + count, 0))} steps in ${((performance.now() - started) / 60_000).toFixed(1)} min: ${JSON.stringify(taken)}`) // prettier-ignore
  console.log(broken.length === 0 ? 'Everything held.' : broken.join('\n'))
  if (broken.length > 0) process.exitCode = 1
}
const promises = Number(options.promises)
if (promises > 0) {
  const world = await worldFor(folder, { titles: 3000, readers: 30, played: 400 })
  for (const [kind, { holds, ready, byLatest, promised, meanLate }] of Object.entries(await promisesKept(world, promises)))
    console.log(`${kind}: ${String(holds)} holds, ${String(ready)} became ready; by the latest day told ${String(byLatest)} of ${String(promised)} (${((100 * byLatest) / Math.max(1, promised)).toFixed(1)} %); ${meanLate.toFixed(2)} days after the earliest, in the mean`) // prettier-ignore
  await world.close()
}
const days = Number(options.days)
if (days > 0) {
  const { loading, first, day } = await clockMoved(folder, 12_000, days)
  console.log(`The clock of the demo, ${String(days)} days at 12,000 titles: processor time ${first.toFixed(1)} s for the first day, ${day.toFixed(2)} s for each of the others; making and loading the world took ${loading.toFixed(1)} s.`) // prettier-ignore
}
