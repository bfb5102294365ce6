/** What words are worth together: the whole title, its beginning, words side by side. */
import { withoutArticle } from '../../text/index.ts'
import type { SearchIndex } from '../store/columns.ts'
import { EVERY_FIELD, maskOf } from '../store/fields.ts'
import { hashOf } from '../store/hash.ts'
import { hasWholeTitle } from './match.ts'
import type { Matches } from './sets.ts'
import { Adjacency, Cursor } from '../store/postings.ts'
import type { QueryNode } from '../../query/index.ts'

const WHOLE_TITLE = 1000
const TITLE_BEGINS = 24
const SIDE_BY_SIDE_IN_TITLE = 12
const SIDE_BY_SIDE = 5
const TITLE = maskOf('title')

/** Adds to the scores what the words are worth together. */
export function scoreTogether(index: SearchIndex, matches: Matches, node: QueryNode): void {
  const words = withoutArticle(plainWords(node))
  if (words.length === 0) return
  const { docs, scores } = matches
  const whole = hashOf(words.join(' '))
  for (let i = 0; i < docs.length; i += 1) if (hasWholeTitle(index, docs[i], whole)) scores[i] += WHOLE_TITLE
  const terms = words.map((word) => index.terms.find(word))
  if (terms.includes(-1)) return
  if (terms.length === 1) scoreBeginnings(index, matches, terms[0])
  else scoreNearness(index, matches, terms)
}

function scoreBeginnings(index: SearchIndex, { docs, scores }: Matches, term: number): void {
  for (let i = 0; i < docs.length; i += 1) if (index.firstWord[docs[i]] === term) scores[i] += TITLE_BEGINS
}

function scoreNearness(index: SearchIndex, { docs, scores }: Matches, terms: readonly number[]): void {
  const cursors = terms.map((term) => new Cursor(index, term))
  const adjacency = new Adjacency(index, cursors)
  for (let i = 0; i < docs.length; i += 1) {
    const doc = docs[i]
    if (!cursors.every((cursor) => cursor.seek(doc))) continue
    const mask = adjacency.maskAt(EVERY_FIELD)
    if (mask === 0) continue
    if ((mask & TITLE) === 0) scores[i] += SIDE_BY_SIDE
    else scores[i] += SIDE_BY_SIDE_IN_TITLE + (index.firstWord[doc] === terms[0] ? TITLE_BEGINS : 0)
  }
}

/** The words that all must stand there, in the order typed; none when the query is more than a row of words. */
function plainWords(node: QueryNode): string[] {
  if (node.kind === 'word') return [node.word]
  if (node.kind === 'phrase') return node.words
  if (node.kind !== 'and') return []
  const parts = node.nodes.map((inner) => (inner.kind === 'word' || inner.kind === 'phrase' ? plainWords(inner) : []))
  return parts.some((part) => part.length === 0) ? [] : parts.flat()
}
