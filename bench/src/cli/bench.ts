#!/usr/bin/env node
/** Measures search on worlds of several sizes, as a ratio to the yardstick of the same run. */
import { existsSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { searchQuerySchema, type SearchQuery } from '@catalex/contract/search'
import { checkedQuery } from '@catalex/contract/schema'
import { makeWorld, writeWorld } from '@catalex/demo/world'
import { Libraries } from '@catalex/server/branches'
import { Database } from '@catalex/server/database'
import { load } from '@catalex/server/cli'
import { SearchService } from '@catalex/server/search'
import { Command } from 'commander'
import { judgedQueries } from '../judged/queries.ts'
import { scoresOf, type Score } from '../judged/score.ts'
import { makeBaseline } from '../search/baseline.ts'
import { kindsFor, type Measured } from '../search/kinds.ts'
import { inTurn, timesOf } from '../search/measure.ts'

const DAY = '2026-11-25'
/** The judged set speaks of the demo's own world. */
const JUDGED_TITLES = 12_000

const options = new Command('bench')
  .option('--titles <numbers...>', 'sizes of the worlds', ['12000', '100000'])
  .option('--rounds <number>', 'rounds per query', '5')
  .option('--keep', 'keep the worlds in var/bench for the next run')
  .parse()
  .opts<{ titles: string[]; rounds: string; keep?: boolean }>()

const seconds = (from: number): string => `${((performance.now() - from) / 1000).toFixed(1)} s`
const megabytes = (): string => `${String(Math.round(process.memoryUsage().rss / 1e6))} MB`

for (const titles of options.titles.map(Number)) await benchAt(titles, Number(options.rounds))

async function benchAt(titles: number, rounds: number): Promise<void> {
  const folder = join('var', 'bench', String(titles))
  const data = join(folder, 'catalex.sqlite')
  console.log(`\n${titles.toLocaleString('en')} titles`)
  if (!existsSync(data)) {
    mkdirSync(folder, { recursive: true })
    const start = performance.now()
    await writeWorld(makeWorld({ titles, seed: 'bench', today: DAY, branches: titles > 50_000 ? 60 : 14 }), join(folder, 'world'))
    console.log(`world made in ${seconds(start)}`)
    const loading = performance.now()
    await load([], { world: join(folder, 'world'), data })
    console.log(`loaded from MARC 21 in ${seconds(loading)}`)
  }
  const database = await Database.open(data)
  const libraries = await Libraries.load(database)
  const building = performance.now()
  const service = await SearchService.open({ database, libraries, today: () => DAY })
  global.gc?.()
  console.log(`index built in ${seconds(building)}, ${megabytes()} resident`)
  rmSync(join(folder, 'fts.sqlite'), { force: true })
  const baseline = await makeBaseline(database, join(folder, 'fts.sqlite'))
  console.log('kind                   p50 ms   p95 ms   yardstick p50 ms   ratio of p50')
  for (const kind of kindsFor(await baseline.vocabulary(), titles)) await report(kind, service, baseline.top20, rounds)
  if (titles === JUDGED_TITLES) await judge(database, service)
  await baseline.close()
  await database.close()
  if (!options.keep) rmSync(folder, { recursive: true, force: true })
}

async function report(kind: Measured, service: SearchService, top20: (match: string) => Promise<unknown>, rounds: number): Promise<void> {
  const samples = { whole: [] as number[], yardstick: [] as number[] }
  for (const [i, asked] of kind.asked.entries()) {
    const query = checkedQuery<SearchQuery>(searchQuerySchema, { ...asked })
    const run = await inTurn(
      { whole: () => service.answer(query, { category: 'adult', pickup: 'northmole', today: DAY }), yardstick: () => top20(kind.match[i]) },
      rounds,
    )
    samples.whole.push(...run.whole)
    samples.yardstick.push(...run.yardstick)
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
}

async function judge(database: Database, service: SearchService): Promise<void> {
  const judged = await judgedQueries(database)
  const scores = await scoresOf(judged, (query) => service.answer(query, { category: 'adult', pickup: 'northmole', today: DAY }))
  console.log(`\n${String(judged.length)} judged queries\nkind                   queries      MRR   nDCG@10`)
  for (const { kind, queries, mrr, ndcg, missed } of scores) {
    console.log(
      `${kind.padEnd(22)} ${String(queries).padStart(7)} ${mrr.toFixed(3).padStart(8)} ${ndcg.toFixed(3).padStart(9)}${missed.length > 0 ? `   not first: ${missed.slice(0, 4).join(' | ')}` : ''}`,
    )
  }
  const mean = (value: (score: Score) => number) => scores.reduce((sum, score) => sum + value(score) * score.queries, 0) / judged.length
  console.log(
    `${'all'.padEnd(22)} ${String(judged.length).padStart(7)} ${mean((score) => score.mrr)
      .toFixed(3)
      .padStart(8)} ${mean((score) => score.ndcg)
      .toFixed(3)
      .padStart(9)}`,
  )
}
