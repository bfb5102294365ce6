#!/usr/bin/env node
/** Measures search on worlds of several sizes, as a ratio to the yardstick of the same run. */
import { spawnSync } from 'node:child_process'
import { existsSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { searchQuerySchema, type SearchQuery } from '@catalex/contract/search'
import { checkedQuery } from '@catalex/contract/schema'
import { Libraries } from '@catalex/server/libraries'
import { Database, migrate } from '@catalex/server/database'
import { EnginePool, readSnapshot, SearchService, snapshotFile } from '@catalex/server/search'
import { Command } from 'commander'
import { judge } from '../judged/judge.ts'
import { makeBaseline, type Baseline } from '../search/baseline.ts'
import { together } from '../search/clients.ts'
import { broadWords, kindsFor, type Measured } from '../search/kinds.ts'
import { mixOf } from '../search/mix.ts'
import { inTurn, timesOf } from '../search/measure.ts'
import { served } from '../search/served.ts'
import { measureShelf } from '../shelf/opening.ts'

const DAY = '2026-11-25'
/** The judged set speaks of the demo's own world. */
const JUDGED_TITLES = 12_000
const CLIENTS = 8

const options = new Command('bench')
  .option('--titles <numbers...>', 'sizes of the worlds', ['12000', '100000'])
  .option('--rounds <number>', 'rounds per query', '5')
  .option('--seconds <number>', 'how long the eight clients ask', '20')
  .option('--threads <number>', 'threads that search', '2')
  .option('--keep', 'keep the worlds in var/bench for the next run')
  .parse()
  .opts<{ titles: string[]; rounds: string; seconds: string; threads: string; keep?: boolean }>()

const seconds = (from: number): string => `${((performance.now() - from) / 1000).toFixed(1)} s`
const megabytes = (octets: number): string => `${String(Math.round(octets / 1e6))} MB`
const searcher = { borrower: { category: 'adult', homeSystem: null }, at: 'northmole', today: DAY, now: `${DAY}T11:20:00.000Z` }

for (const titles of options.titles.map(Number)) await benchAt(titles)

async function benchAt(titles: number): Promise<void> {
  const folder = join('var', 'bench', String(titles))
  const data = join(folder, 'catalex.sqlite')
  console.log(`\n${titles.toLocaleString('en')} titles`)
  if (!existsSync(data)) prepare(titles, folder, data)
  const starting = performance.now()
  const database = await Database.open(data)
  await migrate(database)
  const libraries = await Libraries.load(database)
  const snapshot = readSnapshot(snapshotFile(data)) ?? undefined
  const engine = new EnginePool(Number(options.threads), data)
  const service = await SearchService.open({ database, libraries, today: () => DAY, snapshot, engine, trouble: console.error })
  const ask = (asked: Partial<SearchQuery>) => service.answer(checkedQuery<SearchQuery>(searchQuerySchema, { ...asked }), searcher)
  await ask({ q: 'tide' })
  console.log(`started from a file of ${megabytes(statSync(snapshotFile(data)).size)} and answered in ${seconds(starting)}`)
  rmSync(join(folder, 'fts.sqlite'), { force: true })
  const baseline = await makeBaseline(database, join(folder, 'fts.sqlite'))
  const kinds = kindsFor(await baseline.vocabulary(), titles)
  console.log('kind                   p50 ms   p95 ms   yardstick p50 ms   ratio of p50')
  const medians: number[] = []
  for (const kind of kinds) medians.push(await report(kind, ask, baseline.top20))
  console.log(`median of the kinds' medians: ${timesOf(medians).p50.toFixed(1)} ms`)
  await reportTogether(kinds, ask, baseline)
  await reportShelf({ database, libraries, service, now: `${DAY}T11:20:00.000Z`, rounds: Number(options.rounds) })
  console.log(`resident, with the benchmark itself: ${megabytes(process.memoryUsage().rss)}`)
  if (titles === JUDGED_TITLES) await judge(database, ask)
  const mix = await mixOf(database, broadWords(await baseline.vocabulary(), titles))
  await service.close()
  await baseline.close()
  await database.close()
  await reportServed(mix, data)
  if (!options.keep) rmSync(folder, { recursive: true, force: true })
}

/** In processes of their own, so that their memory is not counted. */
function prepare(titles: number, folder: string, data: string): void {
  const run = (what: string, script: string, args: string[]) => {
    const start = performance.now()
    const { status } = spawnSync(process.execPath, ['--max-old-space-size=8192', script, ...args], {
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    if (status !== 0) throw new Error(`${script} failed.`)
    console.log(`${what} in ${seconds(start)}`)
  }
  const world = join(folder, 'world')
  const script = (path: string) => fileURLToPath(new URL(`../../../${path}`, import.meta.url))
  const size = ['--titles', String(titles), '--branches', String(titles > 50_000 ? 60 : 14), '--seed', 'bench', '--today', DAY]
  run('world made', script('demo/dist/cli/makeWorld.js'), [...size, '--out', world])
  run('loaded from MARC 21, index and its file included,', script('server/dist/cli/catalex.js'), ['load', '--world', world, '--data', data])
}

type Ask = (asked: Partial<SearchQuery>) => Promise<unknown>

async function report(kind: Measured, ask: Ask, top20: Baseline['top20']): Promise<number> {
  const samples = { whole: [] as number[], yardstick: [] as number[] }
  for (const [i, asked] of kind.asked.entries()) {
    const run = await inTurn({ whole: () => ask(asked), yardstick: () => top20(kind.match[i] ?? '') }, Number(options.rounds))
    samples.whole.push(...(run.whole ?? []))
    samples.yardstick.push(...(run.yardstick ?? []))
  }
  const [whole, yardstick] = [timesOf(samples.whole), timesOf(samples.yardstick)]
  const cells = [
    kind.kind.padEnd(20),
    whole.p50.toFixed(1).padStart(8),
    whole.p95.toFixed(1).padStart(8),
    yardstick.p50.toFixed(1).padStart(18),
    (whole.p50 / yardstick.p50).toFixed(2).padStart(14),
  ]
  console.log(cells.join(' '))
  return whole.p50
}

async function reportServed(mix: readonly Partial<SearchQuery>[], data: string): Promise<void> {
  const asked = mix.map((one) => ({ at: searcher.at, ...one }))
  const { runs, memory } = await served(asked, data, { seconds: Number(options.seconds), clients: [1, CLIENTS] })
  for (const { clients, perSecond, times } of runs)
    console.log(
      `as readers ask, over HTTP, ${String(clients)} clients: ${perSecond.toFixed(0)} answers/s, ` +
        `p50 ${times.p50.toFixed(0)} ms, p95 ${times.p95.toFixed(0)} ms`,
    )
  console.log(`resident, of the server alone: ${memory.toFixed(0)} MB`)
}

async function reportShelf(opening: Parameters<typeof measureShelf>[0]): Promise<void> {
  console.log('opened                        p50 ms   p95 ms   bare rows p50 ms')
  for (const { what, times, yardstick } of await measureShelf(opening))
    console.log(what.padEnd(26), times.p50.toFixed(1).padStart(9), times.p95.toFixed(1).padStart(8), yardstick.p50.toFixed(1).padStart(18))
}

/** Eight clients at once, each asking all kinds in an order of its own. */
async function reportTogether(kinds: readonly Measured[], ask: Ask, baseline: Baseline): Promise<void> {
  const asked = kinds.flatMap((kind) => kind.asked.map((query, i) => ({ kind: kind.kind, query, match: kind.match[i] ?? '' })))
  const time = Number(options.seconds) * 1000
  const whole = await together(asked, CLIENTS, time, ({ query }) => ask(query))
  const yardstick = await together(asked, CLIENTS, time, ({ match }) => baseline.top20(match))
  const rare = timesOf(whole.samples.filter(({ asked: one }) => one.kind === 'rare word').map(({ ms }) => ms))
  const all = timesOf(whole.samples.map(({ ms }) => ms))
  console.log(
    `${String(CLIENTS)} clients: ${whole.perSecond.toFixed(0)} answers/s (yardstick ${yardstick.perSecond.toFixed(0)}), ` +
      `p50 ${all.p50.toFixed(0)} ms, p95 ${all.p95.toFixed(0)} ms; rare words among them p95 ${rare.p95.toFixed(0)} ms; ` +
      `event loop delay p99 ${whole.loopDelay.toFixed(0)} ms`,
  )
}
