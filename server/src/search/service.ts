/** Answers searches: reads the query, has the engine answer it, and presents the answer. */
import type {
  BrowseAnswer,
  BrowseQuery,
  FacetValues,
  FacetValuesQuery,
  SearchAnswer,
  SearchQuery,
  SuggestAnswer,
  SuggestQuery,
} from '@catalex/contract/search'
import type { Displays, DisplaysQuery } from '@catalex/contract/displays'
import { verdictOn } from '@catalex/core/holds'
import type { Borrower } from '@catalex/core/policies'
import { IN_HAND, narrowingsOf, NO_SCOPE, readCql, scopeOf, type NarrowingParameters, type QueryNode } from '@catalex/core/query'
import {
  liveRecordCount,
  pack,
  recordsOfWork,
  sendTable,
  UNNARROWED,
  type NarrowingChoice,
  type SearchQuestion,
  type Segments,
  type SendTable,
} from '@catalex/core/search'
import type { Reading } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { browse } from './browsing.ts'
import { displayNode, NEW, standingOn } from './displays.ts'
import { LocalEngine, type Asking, type Engine } from './engine/engine.ts'
import type { JobName, Jobs } from './engine/jobs.ts'
import { readbackOf, readQuery, withRecords, type ReadQuery } from './query/readQuery.ts'
import { buildIndex } from './upkeep/documents.ts'
import { Follower } from './upkeep/follower.ts'
import type { Snapshot } from './upkeep/snapshot.ts'
import { stampOf } from './upkeep/stamp.ts'

/** Who searches: for what can be sent to them, and which copies are named first. */
export interface Searcher {
  borrower: Borrower
  /** Pickup location. */
  at: string | null
  today: string
  /** ISO time. */
  now: string
}

export interface Opening {
  database: Reading
  libraries: Libraries
  today(): string
  /** The index from a file; without it, it is built here and now. */
  snapshot?: Snapshot
  engine?: Engine
  /** Told when changed records could not be taken in. */
  trouble(error: unknown): void
  /** A base segment that has been built anew since it was last asked; null for none. */
  newBase?(): Promise<Snapshot | null>
}

/** Titles of a display that are drawn. */
const SHOWN_OF_A_DISPLAY = 24
/** Among so many those are sought that come first. */
const MOST_OF_A_DISPLAY = 5000

const BEST_FIRST = [{ by: 'relevance', descending: true }] as const

export class SearchService {
  private sendTables = new Map<string, SendTable>()

  private constructor(
    private readonly database: Reading,
    private readonly libraries: Libraries,
    private readonly engine: Engine,
    private readonly follower: Follower,
    private readonly listeners: Set<(recordIds: ReadonlySet<number>) => void>,
  ) {}

  /** Tells from now on which records have changed, or their copies. */
  onMoved(listener: (recordIds: ReadonlySet<number>) => void): void {
    this.listeners.add(listener)
  }

  /** Records of the same work, by numbers of the database. */
  worksOf(recordId: number): number[] {
    return recordsOfWork(this.segments, recordId)
  }

  static async open(opening: Opening): Promise<SearchService> {
    const {
      database,
      libraries,
      today,
      snapshot,
      engine = new LocalEngine({ database, libraries }),
      trouble,
      newBase = () => Promise.resolve(null),
    } = opening
    const changes = snapshot?.changes ?? (await stampOf(database)).changes
    const index = snapshot?.index ?? pack(await buildIndex(database, libraries, today()))
    const listeners = new Set<(recordIds: ReadonlySet<number>) => void>()
    const moved = (recordIds: ReadonlySet<number>) => {
      for (const listener of listeners) listener(recordIds)
    }
    const follower = new Follower({ database, libraries, engine, today, trouble, newBase, moved }, { index, changes })
    await follower.start()
    return new SearchService(database, libraries, engine, follower, listeners)
  }

  /** Takes in what has changed in the database, by whatever way; what is in now is true when it is done. */
  async catchUp(): Promise<void> {
    await this.follower.catchUp()
  }

  /** Takes in what the libraries say of themselves since another process has stored it, and all that has changed. */
  async refresh(): Promise<void> {
    if (await this.libraries.refresh(this.database)) {
      this.sendTables = new Map()
      this.engine.refreshLibraries()
    }
    await this.follower.catchUp()
  }

  /** When changed records are found by what they say now. */
  async settled(): Promise<void> {
    await this.refresh()
    await this.follower.settled()
  }

  get segments(): Segments {
    return this.follower.segments
  }

  /** Jobs that wait for a thread. */
  get waiting(): number {
    return this.engine.waiting
  }

  /** How many records are found by what they say now. */
  liveRecordCount(): number {
    return liveRecordCount(this.segments)
  }

  /** Asks the engine something small, to see whether it answers. */
  async health(): Promise<{ index: 'ready' | 'catching up' | 'failed'; reason: string | null }> {
    try {
      await this.engine.ask(
        'headings',
        { kind: 'title', labels: [], choice: { ...UNNARROWED, scope: NO_SCOPE, sends: null } },
        { signal: AbortSignal.timeout(HEALTH_MS) },
      )
    } catch (error) {
      return { index: 'failed', reason: error instanceof Error ? error.name : 'unknown' }
    }
    if (await this.follower.hasMissedChanges()) return { index: 'catching up', reason: 'missed changes' }
    return { index: this.follower.isBehind ? 'catching up' : 'ready', reason: null }
  }

  close(): Promise<void> {
    return this.engine.close()
  }

  /** What needs no more than its job: a title, copies, rows, a walk. */
  ask<Name extends JobName>(name: Name, request: Jobs[Name]['request'], asking?: Asking): Promise<Jobs[Name]['answer']> {
    return this.engine.ask(name, request, asking)
  }

  async answer(query: SearchQuery, searcher: Searcher, asking?: Asking): Promise<SearchAnswer> {
    const read = await this.read(query, searcher)
    // Counts and the nearest copy speak of the places chosen: those narrowed to, else the scope.
    const viewing = {
      scope: query.place.length > 0 ? query.place : query.in,
      copies: query.copies,
      node: read.node,
      borrower: searcher.borrower,
      at: searcher.at,
      today: searcher.today,
    }
    const request = {
      question: this.questionFrom(query, read, searcher),
      words: read.text,
      asTyped: query.asTyped,
      places: this.libraries.library.branches.map(({ name, code }) => ({ name, code })),
      thisYear: Number(searcher.today.slice(0, 4)),
      viewing,
    }
    const { result, rows, meant, offers, unnarrowed, wider, online } = await this.engine.ask('search', request, asking)
    const { from, inHand, ...counted } = result
    return {
      ...counted,
      display: standingOn(this.libraries.displays, searcher.today).find(({ code }) => code === query.display)?.name ?? null,
      inHand:
        this.libraries.arrivalsAt(searcher.at, searcher.now) === null
          ? null
          : Object.fromEntries(IN_HAND.map((by, i) => [by, inHand[i] ?? 0])),
      page: Math.floor(from / query.size) + 1,
      size: query.size,
      rows,
      readback: meant === null ? read.readback : readbackOf(meant.q),
      meant,
      offers,
      unnarrowed,
      wider: wider !== null && wider > result.count ? wider : null,
      online: online === 0 ? null : online,
    }
  }

  async count(query: SearchQuery, searcher: Searcher, asking?: Asking): Promise<number> {
    const question = this.questionFrom(query, await this.read(query, searcher), searcher)
    return this.engine.ask('count', { question }, asking)
  }

  /**
   * Every record that a query in CQL matches, as numbers of the database.
   * @throws CqlError, QueryTooLarge
   */
  async records(cql: string, from: number, size: number, asking?: Asking): Promise<{ count: number; recordIds: number[] }> {
    const { node, sort } = readCql(cql)
    const query = await withRecords(this.database, node)
    return this.engine.ask('records', { query, sort: sort.length > 0 ? sort : BEST_FIRST, from, size }, asking)
  }

  /** The records that a search shows, one of each work, as numbers of the database. */
  async recordsFound(query: SearchQuery, searcher: Searcher, most: number, asking?: Asking): Promise<number[]> {
    const question = { ...this.questionFrom(query, await this.read(query, searcher), searcher), from: 0, size: most }
    return this.engine.ask('works', { question }, asking)
  }

  browse(query: BrowseQuery, searcher: Searcher, asking?: Asking): Promise<BrowseAnswer> {
    return browse(this.database, this.engine, query, this.choiceFrom(query, searcher), asking)
  }

  suggest({ q, field, ...query }: SuggestQuery, searcher: Searcher, asking?: Asking): Promise<SuggestAnswer> {
    return this.engine.ask('suggest', { typed: q, field, most: SUGGESTED, choice: this.choiceFrom(query, searcher) }, asking)
  }

  async values(query: FacetValuesQuery, searcher: Searcher, asking?: Asking): Promise<FacetValues> {
    const question = this.questionFrom(query, await this.read(query, searcher), searcher)
    return this.engine.ask('values', { question, facet: query.facet, find: query.find, most: SHOWN_VALUES }, asking)
  }

  /** Displays that stand today, what is new before them, each with its first titles. */
  async displays(query: DisplaysQuery, searcher: Searcher, minute: string, asking?: Asking): Promise<Displays> {
    const standing = standingOn(this.libraries.displays, searcher.today)
    const narrowing = this.choiceFrom(query, searcher)
    const one = async (code: string) => {
      const node = await displayNode(this.database, this.libraries.displays, code, searcher.today)
      const question = { query: node, field: 'anywhere' as const, narrowing, sort: 'added' as const, from: 0, size: MOST_OF_A_DISPLAY }
      const viewing = {
        scope: query.in,
        at: searcher.at,
        minute,
        order: node.kind === 'records' ? node.recordIds : [],
        most: SHOWN_OF_A_DISPLAY,
      }
      return { code, ...(await this.engine.ask('display', { question, viewing }, asking)) }
    }
    const newest = standing.some(({ code }) => code === NEW) ? [] : [{ ...(await one(NEW)), kind: 'new' as const, name: null, about: null, branch: null, until: null }] // prettier-ignore
    const chosen = await Promise.all(
      standing.map(async ({ code, kind = 'theme', name, about = null, branch = null, to = null }) => ({ ...(await one(code)), kind, name, about, branch, until: to })), // prettier-ignore
    )
    return [...newest, ...chosen].filter(({ count }) => count > 0)
  }

  /** The words of a query, among the titles of a display where one is named. */
  private async read(query: SearchQuery, { today }: Searcher): Promise<ReadQuery> {
    const read = await readQuery(this.database, query)
    if (query.display === '') return read
    const shown = await displayNode(this.database, this.libraries.displays, query.display, today)
    const node: QueryNode = read.node.kind === 'everything' ? shown : { kind: 'and', nodes: [read.node, shown] }
    // Other readings of the words would be counted without it.
    return { ...read, text: null, node }
  }

  private questionFrom(query: SearchQuery, read: ReadQuery, searcher: Searcher): SearchQuestion {
    const { sort, page, size } = query
    return {
      query: read.node,
      field: read.field,
      narrowing: this.choiceFrom(query, searcher),
      sort,
      from: (page - 1) * size,
      size,
    }
  }

  private choiceFrom(query: NarrowingParameters, searcher: Searcher): NarrowingChoice {
    const { by: _, ...narrowed } = narrowingsOf(query)
    return {
      scope: { ...scopeOf(query), at: this.libraries.pickups.branchOf(searcher.at) },
      ...narrowed,
      inHand: this.inHandTo(searcher, query),
      sends: this.sendsTo(searcher),
    }
  }

  private inHandTo({ at, now }: Searcher, { by }: NarrowingParameters): NarrowingChoice['inHand'] {
    const known = this.libraries.arrivalsAt(at, now)
    if (by === undefined) return known && { ...known, by: null }
    // Where nobody knows, nothing is in hand by any time.
    return { ...(known ?? { arrivals: [], limits: IN_HAND.map(() => 0) }), by: IN_HAND.indexOf(by) }
  }

  /** What the rules let this reader have sent to their pickup location. */
  private sendsTo({ borrower, at }: Searcher): SendTable | null {
    const place = at === null ? undefined : this.libraries.pickups.at(at, borrower.category)
    if (!place) return null
    const key = JSON.stringify([borrower.category, borrower.homeSystem, place.code])
    const known = this.sendTables.get(key)
    if (known) return known
    const { holdRules } = this.libraries
    const made = sendTable(
      this.libraries.placeTree().codes.map((code) => this.libraries.shelvesAt(code)),
      (family, shelves, use) => verdictOn(holdRules, borrower, { family, use, ...shelves }, place).allowed,
    )
    this.sendTables.set(key, made)
    return made
  }
}

/** How long the engine may take to answer before it counts as failed, in milliseconds. */
const HEALTH_MS = 5000

/** Headings of a kind that come up while typing. */
const SUGGESTED = 4

/** Values that a search within a facet shows. */
const SHOWN_VALUES = 60
