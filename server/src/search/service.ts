/** Holds the index in memory, keeps its availability true, and answers searches from it. */
import type {
  BrowseAnswer,
  BrowseQuery,
  SuggestAnswer,
  SuggestQuery,
  FacetValues,
  FacetValuesQuery,
  SearchAnswer,
  SearchQuery,
} from '@catalex/contract/search'
import { HEADING_KINDS, FACETS, type Facet } from '@catalex/core/asking'
import {
  Headings,
  offersFor,
  Speller,
  type Offer,
  documentOf,
  countOf,
  facetValues,
  IndexBuilder,
  recordsOfWork,
  search,
  sendTable,
  setInNow,
  USE_BITS,
  type HeldAt,
  type NarrowingChoice,
  type SearchIndex,
  type SearchQuestion,
  type SendTable,
} from '@catalex/core/search'
import { verdictOn } from '@catalex/core/holds'
import { isInNow, isLost } from '@catalex/core/copies'
import type { Libraries } from '../branches/index.ts'
import { everyTitle } from '../catalogue/index.ts'
import { byTitle, copiesOf, type CopyNow } from '../circulation/index.ts'
import type { Database } from '../database/index.ts'
import { readQuery, type ReadQuery } from './reading.ts'
import { dressRows } from './rows.ts'

/** Who asks: for what can be sent to them, and which copies are named first. */
export interface Asker {
  category: string
  pickup: string | undefined
  today: string
}

export class SearchService {
  private readonly sendTables = new Map<string, SendTable>()
  private speller: Speller | undefined
  private knownHeadings: Headings | undefined

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
    for (const id of titleIds) for (const held of heldAt(copies.get(id) ?? [], this.libraries)) setInNow(this.index, id, held)
  }

  /** Records of the same work, itself among them. */
  workOf(titleId: number): number[] {
    const records = recordsOfWork(this.index, titleId)
    return records.length > 0 ? records : [titleId]
  }

  async answer(query: SearchQuery, asker: Asker): Promise<SearchAnswer> {
    const read = await readQuery(this.database, query)
    const question = this.question(query, read, asker)
    const result = search(this.index, question)
    const wider =
      query.in.length + query.as.length > 0
        ? countOf(this.index, { ...question, narrowing: { ...question.narrowing, ...EVERYTHING } })
        : null
    const { count, records, facets, values, years, copies, without } = result
    return {
      count,
      records,
      page: query.page,
      size: query.size,
      rows: await dressRows(this.database, this.libraries, result.rows, query, read.node, asker.pickup, asker.today),
      readback: read.readback,
      facets,
      values,
      years,
      copies,
      without,
      offers: read.text === null ? [] : this.offers(read.text, question, count, asker),
      unnarrowed: isNarrowed(question.narrowing)
        ? countOf(this.index, { ...question, narrowing: { ...question.narrowing, ...UNNARROWED } })
        : count,
      wider: wider !== null && wider > count ? wider : null,
    }
  }

  browse(query: BrowseQuery): BrowseAnswer {
    const headings = this.headings()
    const position = query.position ?? headings.placeOf(query.kind, query.from)
    return {
      position,
      total: headings.size(query.kind),
      headings: headings.at(query.kind, position, query.size, { places: query.in, formats: query.as }),
    }
  }

  suggest(query: SuggestQuery): SuggestAnswer {
    const scope = { places: query.in, formats: query.as }
    return HEADING_KINDS.map((kind) => ({ kind, headings: this.headings().beginning(kind, query.q, SUGGESTED, scope) })).filter(
      ({ headings }) => headings.length > 0,
    )
  }

  private offers(text: string, question: SearchQuestion, count: number, { today }: Asker): Offer[] {
    const places = this.libraries.file.branches.map(({ name, code }) => ({ name, code }))
    return offersFor(this.index, () => (this.speller ??= new Speller(this.index)), {
      text,
      question,
      count,
      places,
      thisYear: Number(today.slice(0, 4)),
    })
  }

  /** Made when first asked for: a catalogue may be up and answering before. */
  private headings(): Headings {
    return (this.knownHeadings ??= new Headings(this.index))
  }

  async values(query: FacetValuesQuery, asker: Asker): Promise<FacetValues> {
    return facetValues(
      this.index,
      this.question(query, await readQuery(this.database, query), asker),
      query.facet,
      query.find,
      SHOWN_VALUES,
    )
  }

  private question(query: SearchQuery, read: ReadQuery, asker: Asker): SearchQuestion {
    return {
      query: read.node,
      field: read.field,
      narrowing: narrowingFrom(query, asker.pickup ?? null, this.sends(asker)),
      sort: query.sort,
      from: (query.page - 1) * query.size,
      size: query.size,
    }
  }

  /** What the rules let this reader have sent to their pickup location. */
  private sends({ category, pickup }: Asker): SendTable | null {
    const place = this.libraries.pickupsFor(category).find((candidate) => candidate.branch === pickup)
    if (!place) return null
    const key = `${category} ${place.system}`
    const known = this.sendTables.get(key)
    if (known) return known
    const systems = this.libraries.file.systems.map((system) => system.code)
    const made = sendTable(
      systems,
      (family, system, use) => verdictOn(this.libraries.holdRules, category, { family, system, use }, place).allowed,
    )
    this.sendTables.set(key, made)
    return made
  }
}

/** Headings of a kind that come up while typing. */
const SUGGESTED = 4

/** Values that a search within a facet shows. */
const SHOWN_VALUES = 60

function isNarrowed({ only, not, years, copies }: NarrowingChoice): boolean {
  return (
    copies.length > 0 ||
    years.from !== null ||
    years.to !== null ||
    [...Object.values(only), ...Object.values(not)].some((values) => values.length > 0)
  )
}

const UNNARROWED = { only: {}, not: {}, years: { from: null, to: null }, copies: [] }
const EVERYTHING = { ...UNNARROWED, scopePlaces: [], scopeFormats: [] }

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
    sends,
  }
}

const notName = (facet: Facet) => `not${facet.charAt(0).toUpperCase()}${facet.slice(1)}` as `not${Capitalize<Facet>}`

function heldAt(copies: readonly CopyNow[], libraries: Libraries): HeldAt[] {
  const places = new Map<number, HeldAt>()
  for (const copy of copies) {
    const place = libraries.placeNode(copy.branch, copy.collection)
    if (place === undefined) continue
    const held = places.get(place) ?? { place, owned: 0, inNow: 0, uses: 0, usesIn: 0, callKey: copy.item.sortKey }
    held.owned += 1
    if (!isLost(copy)) held.uses |= USE_BITS[copy.use]
    if (isInNow(copy)) {
      held.inNow += 1
      held.usesIn |= USE_BITS[copy.use]
    }
    if (copy.item.sortKey < held.callKey) held.callKey = copy.item.sortKey
    places.set(place, held)
  }
  return [...places.values()]
}
