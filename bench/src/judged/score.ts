/** How well the list answers the judged set: mean reciprocal rank and nDCG at 10, by kind. */
import { searchQuerySchema, type SearchAnswer, type SearchQuery } from '@catalex/contract/search'
import { checkedQuery } from '@catalex/contract/schema'
import type { Judged } from './queries.ts'

export interface Score {
  kind: string
  queries: number
  mrr: number
  ndcg: number
  /** Queries whose answer does not lead, in words. */
  missed: string[]
}

const TOP = 10

export async function scoresOf(judged: readonly Judged[], answer: (query: SearchQuery) => Promise<SearchAnswer>): Promise<Score[]> {
  const kinds = new Map<string, Score>()
  for (const one of judged) {
    const gains = await gainsOf(one, answer)
    const score = kinds.get(one.kind) ?? { kind: one.kind, queries: 0, mrr: 0, ndcg: 0, missed: [] }
    const first = gains.indexOf(1)
    const possible = Math.min(TOP, Math.max(1, gains.filter((gain) => gain === 1).length))
    const ideal = Array.from({ length: possible }, (_, i) => discount(i)).reduce((a, b) => a + b, 0)
    score.queries += 1
    score.mrr += first < 0 ? 0 : 1 / (first + 1)
    score.ndcg += first < 0 ? 0 : gains.reduce((sum, gain, i) => sum + gain * discount(i), 0) / ideal
    if (first !== 0) score.missed.push(one.asked.q ?? '')
    kinds.set(one.kind, score)
  }
  return [...kinds.values()].map((score) => ({ ...score, mrr: score.mrr / score.queries, ndcg: score.ndcg / score.queries }))
}

const discount = (rank: number): number => 1 / Math.log2(rank + 2)

/** 1 for each of the first rows that answers, else 0. */
async function gainsOf(one: Judged, answer: (query: SearchQuery) => Promise<SearchAnswer>): Promise<number[]> {
  const ask = (q: string) => answer(checkedQuery<SearchQuery>(searchQuerySchema, { ...one.asked, q }))
  let found = await ask(one.asked.q ?? '')
  const spelling = found.offers.find((offer) => offer.kind === 'spelling')
  if (one.misspelt && found.count === 0 && spelling) found = await ask(spelling.q)
  return found.rows.slice(0, TOP).map((row) => Number(row.editions.some((edition) => one.wanted.has(edition.controlNumber))))
}
