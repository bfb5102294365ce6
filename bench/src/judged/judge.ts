/** Prints how well the judged set is answered. */
import type { SearchAnswer, SearchQuery } from '@catalex/contract/search'
import type { Database } from '@catalex/server/database'
import { judgedQueries } from './queries.ts'
import { scoresOf, type Score } from './score.ts'

export async function judge(database: Database, ask: (query: Partial<SearchQuery>) => Promise<SearchAnswer>): Promise<void> {
  const judged = await judgedQueries(database)
  const scores = await scoresOf(judged, ask)
  console.log(`\n${String(judged.length)} judged queries\nkind                   queries      MRR   nDCG@10`)
  for (const score of scores) console.log(lineOf(score))
  const mean = (value: (score: Score) => number) => scores.reduce((sum, score) => sum + value(score) * score.queries, 0) / judged.length
  const all = { kind: 'all', queries: judged.length, mrr: mean((score) => score.mrr), ndcg: mean((score) => score.ndcg), missed: [] }
  console.log(lineOf(all))
}

function lineOf({ kind, queries, mrr, ndcg, missed }: Score): string {
  const figures = `${kind.padEnd(22)} ${String(queries).padStart(7)} ${mrr.toFixed(3).padStart(8)} ${ndcg.toFixed(3).padStart(9)}`
  return missed.length > 0 ? `${figures}   not first: ${missed.slice(0, 4).join(' | ')}` : figures
}
