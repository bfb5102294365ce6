/** From what stands in an address to what the engine is asked. */
import { FACETS, type Facet } from '@catalex/core/asking'
import type { SearchQuery } from '@catalex/contract/search'
import type { NarrowingChoice, SearchQuestion, SendTable } from '@catalex/core/search'
import type { ReadQuery } from './reading.ts'

export function questionFrom(query: SearchQuery, read: ReadQuery, pickup: string | null, sends: SendTable | null): SearchQuestion {
  return {
    query: read.node,
    field: read.field,
    narrowing: narrowingFrom(query, pickup, sends),
    sort: query.sort,
    from: (query.page - 1) * query.size,
    size: query.size,
  }
}

function narrowingFrom(query: SearchQuery, pickup: string | null, sends: SendTable | null): NarrowingChoice {
  const lists = (make: (facet: Facet) => readonly string[]) => Object.fromEntries(FACETS.map((facet) => [facet, make(facet)]))
  return {
    scopePlaces: query.in,
    scopeFormats: query.as,
    only: lists((facet) => query[facet]),
    not: lists((facet) => query[notName(facet)]),
    years: { from: query.yearFrom ?? null, to: query.yearTo ?? null },
    copies: query.copies,
    pickup,
    inHand: null,
    sends,
  }
}

const notName = (facet: Facet) => `not${facet.charAt(0).toUpperCase()}${facet.slice(1)}` as `not${Capitalize<Facet>}`
