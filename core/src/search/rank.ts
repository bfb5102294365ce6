/** The order of the matched works, and the page of it that was asked for. */
import type { Sort } from '../asking/index.ts'
import { hashOf, TEXT_GAP, type SearchIndex } from './build.ts'
import { maskOf } from './fields.ts'
import { phraseMask, positionsIn, termOf, type Matches } from './match.ts'
import type { Narrowed } from './narrow.ts'
import type { QueryNode } from './query/parse.ts'
import { withoutArticle } from '../words/index.ts'

const WHOLE_TITLE = 1000
const TITLE_BEGINS = 24
const SIDE_BY_SIDE_IN_TITLE = 12
const SIDE_BY_SIDE = 5

/** Adds to the scores what the words are worth together: the whole title, its beginning, words side by side. */
export function scoreTogether(index: SearchIndex, matches: Matches, node: QueryNode): void {
  const words = withoutArticle(plainWords(node))
  if (words.length === 0) return
  const whole = hashOf(words.join(' '))
  const terms = words.map((word) => termOf(index, word))
  const known = !terms.includes(-1)
  for (let i = 0; i < matches.docs.length; i += 1) {
    const doc = matches.docs[i]
    if (hasWholeTitle(index, doc, whole)) matches.scores[i] += WHOLE_TITLE
    if (known) matches.scores[i] += nearness(index, terms, doc)
  }
}

function hasWholeTitle(index: SearchIndex, doc: number, hash: number): boolean {
  for (let i = index.wholeStart[doc]; i < index.wholeStart[doc + 1]; i += 1) if (index.wholeTitle[i] === hash) return true
  return false
}

function nearness(index: SearchIndex, terms: readonly number[], doc: number): number {
  const mask = terms.length > 1 ? phraseMask(index, terms, doc) : 0
  const inTitle = terms.length > 1 ? (mask & maskOf('title')) !== 0 : true
  const begins = inTitle && positionsIn(index, terms[0], doc).some((at) => at < TEXT_GAP && at <= 1)
  return (begins ? TITLE_BEGINS : 0) + (mask === 0 ? 0 : mask & maskOf('title') ? SIDE_BY_SIDE_IN_TITLE : SIDE_BY_SIDE)
}

/** The words that all must stand there, in the order typed; none when the query is more than a row of words. */
function plainWords(node: QueryNode): string[] {
  if (node.kind === 'word') return [node.word]
  if (node.kind === 'phrase') return node.words
  if (node.kind !== 'and') return []
  const parts = node.nodes.map((inner) => (inner.kind === 'word' || inner.kind === 'phrase' ? plainWords(inner) : []))
  return parts.some((part) => part.length === 0) ? [] : parts.flat()
}

/** Indexes into `narrowed` of the works from `from` up to `to` in the chosen order; ties stand by work number. */
export function orderedPage(narrowed: Narrowed, sort: Sort, from: number, to: number): number[] {
  const { works, score, newest, added, titleRank, personRank, callRank } = narrowed
  const compare: Record<Sort, (a: number, b: number) => number> = {
    relevance: (a, b) => score[b] - score[a],
    newest: (a, b) => newest[b] - newest[a],
    // A work without a year is neither new nor old.
    oldest: (a, b) => (newest[a] || 9999) - (newest[b] || 9999),
    title: (a, b) => titleRank[a] - titleRank[b],
    person: (a, b) => personRank[a] - personRank[b] || titleRank[a] - titleRank[b],
    added: (a, b) => added[b] - added[a],
    'call-number': (a, b) => callRank[a] - callRank[b],
  }
  const by = compare[sort]
  const order = Uint32Array.from({ length: narrowed.count }, (_, i) => i)
  return Array.from(order.sort((a, b) => by(a, b) || works[a] - works[b]).subarray(from, to))
}
