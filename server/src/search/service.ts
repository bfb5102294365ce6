/** Answers searches: reads the query, has the engine answer it, and dresses the answer. */
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
import { verdictOn } from '@catalex/core/holds'
import { livingRecords, pack, recordsOfWork, sendTable, type SearchQuestion, type Segments, type SendTable } from '@catalex/core/search'
import type { Libraries } from '../branches/index.ts'
import type { Database } from '../database/index.ts'
import { browse } from './browsing.ts'
import { buildIndex } from './building.ts'
import { LocalEngine, type Engine } from './engine.ts'
import { Follower } from './following.ts'
import { questionFrom } from './question.ts'
import { readQuery, type ReadQuery } from './reading.ts'
import { dressRows } from './rows.ts'
import type { Snapshot } from './snapshot.ts'
import { stampOf } from './stamp.ts'

/** Who asks: for what can be sent to them, and which copies are named first. */
export interface Asker {
  category: string
  pickup: string | undefined
  today: string
}

export interface Opening {
  database: Database
  libraries: Libraries
  today: () => string
  /** The index from a file; without it, it is built here and now. */
  snapshot?: Snapshot
  engine?: Engine
  /** Told when changed records could not be taken in. */
  trouble(error: unknown): void
}

export class SearchService {
  private readonly sendTables = new Map<string, SendTable>()

  private constructor(
    private readonly database: Database,
    private readonly libraries: Libraries,
    private readonly engine: Engine,
    private readonly follower: Follower,
  ) {}

  static async open({ database, libraries, today, snapshot, engine = new LocalEngine(), trouble }: Opening): Promise<SearchService> {
    const last = snapshot?.changes ?? (await stampOf(database)).changes
    const main = snapshot?.index ?? pack(await buildIndex(database, libraries, today()))
    const layers = { main, changes: null, spokenFor: [] }
    await engine.lay(layers)
    const follower = new Follower(database, libraries, engine, layers, last, today, trouble)
    await follower.catchUp()
    return new SearchService(database, libraries, engine, follower)
  }

  /** Takes in what has changed in the database, by whatever way; what is in now is true when it is done. */
  catchUp(): Promise<void> {
    return this.follower.catchUp()
  }

  /** When changed records are found by what they say now. */
  settled(): Promise<void> {
    return this.follower.settled()
  }

  get segments(): Segments {
    return this.follower.segments
  }

  /** How many records are found by what they say now. */
  livingRecords(): number {
    return livingRecords(this.segments)
  }

  close(): Promise<void> {
    return this.engine.close()
  }

  /** Records of the same work, itself among them. */
  workOf(titleId: number): number[] {
    const records = recordsOfWork(this.follower.segments, titleId)
    return records.length > 0 ? records : [titleId]
  }

  async answer(query: SearchQuery, asker: Asker, signal?: AbortSignal): Promise<SearchAnswer> {
    const read = await readQuery(this.database, query)
    const asks = {
      question: this.question(query, read, asker),
      words: read.text,
      places: this.libraries.file.branches.map(({ name, code }) => ({ name, code })),
      thisYear: Number(asker.today.slice(0, 4)),
    }
    const { result, offers, unnarrowed, wider } = await this.engine.ask('search', asks, signal)
    const { rows, ...counted } = result
    return {
      ...counted,
      page: query.page,
      size: query.size,
      rows: await dressRows(this.database, this.libraries, rows, { query, node: read.node, pickup: asker.pickup, today: asker.today }),
      readback: read.readback,
      offers,
      unnarrowed,
      wider: wider !== null && wider > result.count ? wider : null,
    }
  }

  browse(query: BrowseQuery, signal?: AbortSignal): Promise<BrowseAnswer> {
    return browse(this.database, this.engine, query, signal)
  }

  suggest(query: SuggestQuery, signal?: AbortSignal): Promise<SuggestAnswer> {
    return this.engine.ask('suggest', { typed: query.q, most: SUGGESTED, scope: { places: query.in, formats: query.as } }, signal)
  }

  async values(query: FacetValuesQuery, asker: Asker, signal?: AbortSignal): Promise<FacetValues> {
    const question = this.question(query, await readQuery(this.database, query), asker)
    return this.engine.ask('values', { question, facet: query.facet, find: query.find, most: SHOWN_VALUES }, signal)
  }

  private question(query: SearchQuery, read: ReadQuery, asker: Asker): SearchQuestion {
    return questionFrom(query, read, asker.pickup ?? null, this.sends(asker))
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
