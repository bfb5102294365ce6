/** Unfinished words: which of the words that begin so are looked up, so that a query costs no more than its share. */
import { nodesIn, type QueryNode } from '../../query/index.ts'
import type { SearchIndex } from '../store/columns.ts'

/** Postings that all unfinished words of a query together may have looked up. */
export const MOST_POSTINGS = 4_000_000

/** @returns postings that each unfinished word of the query may have looked up */
export function shareOf(query: QueryNode): number {
  return Math.floor(MOST_POSTINGS / Math.max(1, prefixesIn(query).length))
}

/** Those of the query's unfinished words of which only the commonest words are looked up. */
export function shortenedPrefixes(index: SearchIndex, query: QueryNode): string[] {
  const share = shareOf(query)
  return prefixesIn(query).filter((prefix) => {
    const { from, to } = index.terms.beginning(prefix)
    return index.termStart[to] - index.termStart[from] > share
  })
}

const prefixesIn = (query: QueryNode): string[] => nodesIn(query).flatMap((node) => (node.kind === 'prefix' ? [node.prefix] : []))

/** The commonest of the words from one to another, with no more postings than this together; words as common as each other stay together. */
export function commonest({ termStart }: SearchIndex, from: number, to: number, share: number): number[] {
  const magnitude = (term: number) => 32 - Math.clz32(termStart[term + 1] - termStart[term])
  const postings = new Float64Array(33)
  for (let term = from; term < to; term += 1) postings[magnitude(term)] += termStart[term + 1] - termStart[term]
  let least = 33
  for (let sum = 0; least > 0 && sum + postings[least - 1] <= share; least -= 1) sum += postings[least - 1]
  const terms: number[] = []
  for (let term = from; term < to; term += 1) if (magnitude(term) >= least) terms.push(term)
  return terms
}
