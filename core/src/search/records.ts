/** Every record that a query matches, one by one, wherever its copies stand: for machines and for what goes out as files. */
import { FixedReverseHeap } from 'mnemonist'
import type { QueryNode } from '../query/index.ts'
import { matchesOf } from './match/match.ts'
import { scoreTogether } from './match/rank.ts'
import { isSuperseded, statisticsOf, type Segments } from './segments/segments.ts'
import type { SearchIndex } from './store/columns.ts'
import { addedOrder } from './store/acquired.ts'
import { yearOf } from './store/rows.ts'

export const RECORD_SORTS = ['relevance', 'title', 'person', 'date', 'added'] as const
export type RecordSort = (typeof RECORD_SORTS)[number]

export interface RecordsQuestion {
  query: QueryNode
  /** Several orders, the first leading; records that are alike in all of them stand in the order in which they were added. */
  sort: readonly { by: RecordSort; descending: boolean }[]
  /** First record, from 0, and how many. */
  from: number
  size: number
}

export function recordsMatching(segments: Segments, { query, sort, from, size }: RecordsQuestion): { count: number; recordIds: number[] } {
  const statistics = statisticsOf(segments)
  const recordIds: number[] = []
  const keys: (number | string)[][] = sort.map(() => [])
  for (const { index, superseded } of segments) {
    const matches = matchesOf(index, statistics, query)
    if (sort.some(({ by }) => by === 'relevance')) scoreTogether(index, matches, query)
    matches.docs.forEach((doc, i) => {
      if (isSuperseded(superseded, doc)) return
      recordIds.push(index.recordIds[doc])
      sort.forEach(({ by }, k) => keys[k].push(keyOf(index, by, doc, matches.scores[i])))
    })
  }
  const directions = sort.map(({ descending }) => (descending ? -1 : 1))
  const inOrder = (a: number, b: number): number => {
    for (let k = 0; k < directions.length; k += 1) {
      const order = compare(keys[k][a], keys[k][b]) * directions[k]
      if (order !== 0) return order
    }
    return recordIds[a] - recordIds[b]
  }
  const count = recordIds.length
  if (size === 0) return { count, recordIds: [] }
  // Of many records whoever asks mostly wants the first few.
  const first = new FixedReverseHeap<number>(Array, inOrder, Math.min(from + size, count))
  for (let at = 0; at < count; at += 1) first.push(at)
  return { count, recordIds: [...first.consume()].slice(from, from + size).map((at) => recordIds[at]) }
}

function keyOf(index: SearchIndex, by: RecordSort, doc: number, score: number): number | string {
  if (by === 'title') return index.titleKeys.at(index.titleOf[doc])
  if (by === 'person') return index.personKeys.at(index.personOf[doc])
  if (by === 'date') return yearOf(index, doc)
  return by === 'added' ? addedOrder(index, doc) : score
}

const compare = (a: number | string, b: number | string): number => (a < b ? -1 : a > b ? 1 : 0)
