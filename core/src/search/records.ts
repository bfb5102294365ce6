/** Every record that a query matches, one by one, wherever its copies stand: for machines and for what goes out as files. */
import type { QueryNode } from '../query/index.ts'
import { matchesOf } from './match/match.ts'
import { scoreTogether } from './match/rank.ts'
import { isSuperseded, statisticsOf, type Segments } from './segments/segments.ts'
import type { SearchIndex } from './store/columns.ts'
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

interface Found {
  recordId: number
  keys: (number | string)[]
}

export function recordsMatching(segments: Segments, { query, sort, from, size }: RecordsQuestion): { count: number; recordIds: number[] } {
  const statistics = statisticsOf(segments)
  const found = segments.flatMap(({ index, superseded }): Found[] => {
    const matches = matchesOf(index, statistics, query)
    if (sort.some(({ by }) => by === 'relevance')) scoreTogether(index, matches, query)
    const all: Found[] = []
    matches.docs.forEach((doc, i) => {
      if (!isSuperseded(superseded, doc))
        all.push({ recordId: index.recordIds[doc], keys: sort.map(({ by }) => keyOf(index, by, doc, matches.scores[i])) })
    })
    return all
  })
  const directions = sort.map(({ descending }) => (descending ? -1 : 1))
  found.sort((a, b) => {
    for (let i = 0; i < directions.length; i += 1) {
      const order = compare(a.keys[i], b.keys[i]) * directions[i]
      if (order !== 0) return order
    }
    return a.recordId - b.recordId
  })
  return { count: found.length, recordIds: found.slice(from, from + size).map(({ recordId }) => recordId) }
}

function keyOf(index: SearchIndex, by: RecordSort, doc: number, score: number): number | string {
  if (by === 'title') return index.titleKeys.at(index.titleOf[doc])
  if (by === 'person') return index.personKeys.at(index.personOf[doc])
  if (by === 'date') return yearOf(index, doc)
  return by === 'added' ? index.recordIds[doc] : score
}

const compare = (a: number | string, b: number | string): number => (a < b ? -1 : a > b ? 1 : 0)
