/** Holds the index in memory, keeps its availability true, and answers searches from it. */
import type { SearchAnswer, SearchQuery } from '@catalex/contract/search'
import {
  identifiersIn,
  IndexBuilder,
  documentOf,
  parseQuery,
  recordsOfWork,
  search,
  setInNow,
  type HeldAt,
  type QueryNode,
  type SearchIndex,
  type SearchQuestion,
} from '@catalex/core/search'
import { isInNow } from '@catalex/core/copies'
import type { Libraries } from '../branches/index.ts'
import { everyTitle, titlesByNumber } from '../catalogue/index.ts'
import { byTitle, copiesOf, type CopyNow } from '../circulation/index.ts'
import type { Database } from '../database/index.ts'
import { dressRows } from './rows.ts'

interface ReadQuery {
  node: QueryNode
  field: SearchQuestion['field']
  readback: SearchAnswer['readback']
}

export class SearchService {
  private constructor(
    private readonly database: Database,
    private readonly libraries: Libraries,
    private readonly index: SearchIndex,
  ) {}

  static async build(
    database: Database,
    libraries: Libraries,
    today: string,
    progress: (titles: number) => void = () => undefined,
  ): Promise<SearchService> {
    const builder = new IndexBuilder(libraries.placeTree)
    let count = 0
    for await (const { titles } of everyTitle(database)) {
      const copies = await copiesOf(
        database,
        libraries,
        titles.map((title) => title.id),
        today,
      )
      const held = byTitle(copies)
      for (const { id, record } of titles) builder.add(documentOf(id, record, heldAt(held.get(id) ?? [], libraries)))
      count += titles.length
      progress(count)
    }
    return new SearchService(database, libraries, builder.finish())
  }

  /** Reads anew how many copies of these titles are in now. */
  async refresh(titleIds: readonly number[], today: string): Promise<void> {
    if (titleIds.length === 0) return
    const copies = byTitle(await copiesOf(this.database, this.libraries, titleIds, today))
    for (const id of titleIds)
      for (const held of heldAt(copies.get(id) ?? [], this.libraries)) setInNow(this.index, id, held.place, held.inNow)
  }

  /** Records of the same work, itself among them. */
  workOf(titleId: number): number[] {
    const records = recordsOfWork(this.index, titleId)
    return records.length > 0 ? records : [titleId]
  }

  async answer(query: SearchQuery, pickup: string | undefined, today: string): Promise<SearchAnswer> {
    const read = await this.read(query)
    const question = questionFrom(query, read)
    const result = search(this.index, question)
    const everywhere = { ...question, size: 0, narrowing: { ...EVERYTHING, inNow: false } }
    const wider = query.in.length + query.as.length > 0 ? search(this.index, everywhere).count : null
    return {
      count: result.count,
      records: result.records,
      page: query.page,
      size: query.size,
      rows: await dressRows(this.database, this.libraries, result.rows, query, pickup, today),
      readback: read.readback,
      facets: { places: result.places, formats: result.formats, inNow: result.inNow },
      wider: wider !== null && wider > result.count ? wider : null,
    }
  }

  /** A number that the catalogue has is looked up exactly; anything else is words. */
  private async read(query: SearchQuery): Promise<ReadQuery> {
    if (query.field === 'anywhere' || query.field === 'number') {
      for (const { kind, value } of identifiersIn(query.q)) {
        const recordIds = await titlesByNumber(this.database, kind, value)
        if (recordIds.length > 0)
          return { node: { kind: 'records', recordIds }, field: 'anywhere', readback: [{ kind, text: query.q.trim(), without: '' }] }
      }
    }
    if (query.field === 'number')
      return { node: query.q.trim() === '' ? { kind: 'everything' } : { kind: 'records', recordIds: [] }, field: 'anywhere', readback: [] }
    const { node, parts } = parseQuery(query.q)
    const readback = parts.map(({ kind, text, start, end }) => ({
      kind,
      text,
      without: `${query.q.slice(0, start)} ${query.q.slice(end)}`.replace(/\s+/g, ' ').trim(),
    }))
    return { node, field: query.field, readback }
  }
}

const EVERYTHING = { scopePlaces: [], scopeFormats: [], places: [], notPlaces: [], formats: [], notFormats: [] }

function questionFrom(query: SearchQuery, read: ReadQuery): SearchQuestion {
  return {
    query: read.node,
    field: read.field,
    narrowing: {
      scopePlaces: query.in,
      scopeFormats: query.as,
      places: query.place,
      notPlaces: query.notPlace,
      formats: query.format,
      notFormats: query.notFormat,
      inNow: query.inNow,
    },
    sort: query.sort,
    from: (query.page - 1) * query.size,
    size: query.size,
  }
}

function heldAt(copies: readonly CopyNow[], libraries: Libraries): HeldAt[] {
  const places = new Map<number, HeldAt>()
  for (const copy of copies) {
    const place = libraries.placeNode(copy.branch, copy.collection)
    if (place === undefined) continue
    const held = places.get(place) ?? { place, owned: 0, inNow: 0, callKey: copy.item.sortKey }
    held.owned += 1
    if (isInNow(copy)) held.inNow += 1
    if (copy.item.sortKey < held.callKey) held.callKey = copy.item.sortKey
    places.set(place, held)
  }
  return [...places.values()]
}
