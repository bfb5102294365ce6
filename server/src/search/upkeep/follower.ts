/**
 * Keeps the index in step with the database: what is in now at once and in place, changed records in a delta segment, and
 * a base segment that another process has built anew as soon as it stands in its file.
 */
import { facetTree, recordsToSupersede, recordsWithHeading, setInNow, type FacetTree, type Segments } from '@catalex/core/search'
import { changedHeadings } from '../../catalogue/index.ts'
import { copiesForIndex } from '../../circulation/index.ts'
import { changesAfter, copiesChangedAfter, firstChange, type Change, type Reading } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Engine } from '../engine/engine.ts'
import { segmentsOf, type IndexState } from '../engine/jobs.ts'
import { documentsOf, heldAt, placeNodes, type PlaceNodes, type Sources } from './documents.ts'
import type { Snapshot } from './snapshot.ts'

export interface Following {
  database: Reading
  libraries: Libraries
  engine: Engine
  /** ISO date. */
  today(): string
  /** Told of what went wrong where nobody waits; it is tried again at the next change. */
  trouble(error: unknown): void
  /** A base segment that has been built anew since it was last asked; null for none. */
  newBase(): Promise<Snapshot | null>
  /** Told which records have changed, or their copies, when what is in now is true. */
  moved(recordIds: ReadonlySet<number>): void
}

const AT_ONCE = 5000
const MOST_OF_HEADING = 20_000

export class Follower {
  segments: Segments = []
  private state: IndexState
  private placeTree: FacetTree = facetTree([])
  private places: PlaceNodes = new Map()
  /** Number of the last change that the index knows. */
  private last: number
  private changed = new Set<number>()
  private reading: Promise<void> = Promise.resolve()
  private nextReading: Promise<void> | null = null
  private rebuilding: Promise<void> | null = null

  constructor(
    private readonly following: Following,
    base: Omit<Snapshot, 'catalogue'>,
  ) {
    this.state = { base: base.index, delta: null, superseded: [] }
    this.last = base.changes
  }

  /** Hands the index to the engine. */
  async start(): Promise<void> {
    await this.useState(this.state)
    await this.catchUp()
  }

  private async useState(state: IndexState): Promise<void> {
    this.state = state
    this.segments = segmentsOf(state)
    this.placeTree = this.segments[0]?.index.placeTree ?? this.placeTree
    this.places = placeNodes(this.placeTree)
    await this.following.engine.use(state)
  }

  /** Whether records have changed that are not found by what they say now. */
  get isBehind(): boolean {
    return this.changed.size > 0 || this.rebuilding !== null
  }

  /** Takes in what has changed. When it is done, what is in now is true; changed records follow by themselves. */
  catchUp(): Promise<void> {
    // Whoever asks before the next reading has begun is served by it.
    if (this.nextReading) return this.nextReading
    const turn = this.reading.then(() => {
      this.nextReading = null
      return this.read()
    })
    this.nextReading = turn
    this.reading = turn.catch(() => undefined)
    return turn
  }

  /** When changed records are in, too. */
  async settled(): Promise<void> {
    await this.catchUp()
    await this.rebuilding
  }

  private async read(): Promise<void> {
    await this.takeNewBase()
    for (let more = true; more;) {
      const changes = await this.next()
      more = changes.length === AT_ONCE
      const records = new Set(changes.filter(({ kind }) => kind === 'record').map(({ recordId }) => recordId))
      const copies = changes.filter(({ kind, recordId }) => kind === 'copies' && !records.has(recordId)).map(({ recordId }) => recordId)
      await this.refresh([...new Set(copies)])
      for (const id of records) this.changed.add(id)
      await this.noteHeadings(changes.filter(({ kind }) => kind === 'heading').map(({ recordId }) => recordId))
      this.last = changes.at(-1)?.number ?? this.last
      if (changes.length > 0) this.following.moved(new Set([...records, ...copies]))
    }
    if (this.changed.size > 0 && this.rebuilding === null)
      this.rebuilding = this.rebuildDelta()
        .catch((error: unknown) => {
          this.following.trouble(error)
        })
        .finally(() => {
          this.rebuilding = null
        })
  }

  /** Titles under a heading are found by its other names, too: they are taken in anew when these change. */
  private async noteHeadings(numbers: readonly number[]): Promise<void> {
    if (numbers.length === 0) return
    for (const { kind, heading } of await changedHeadings(this.following.database, numbers)) {
      const records = recordsWithHeading(this.segments, kind, heading)
      // What stands on more is left for the next index: a delta segment of that size would be as large.
      if (records.length <= MOST_OF_HEADING) for (const id of records) this.changed.add(id)
    }
  }

  private next(): Promise<Change[]> {
    return changesAfter(this.following.database, this.last, AT_ONCE)
  }

  private async takeNewBase(): Promise<void> {
    const base = await this.following.newBase()
    if (base === null) return
    // A delta segment over the old base is of no use any more: what has changed since is read from the log.
    await this.rebuilding
    this.changed.clear()
    this.last = base.changes
    await this.useState({ base: base.index, delta: null, superseded: [] })
  }

  /** Whether changes were forgotten that the index does not know: only a new base segment helps then. */
  async hasMissedChanges(): Promise<boolean> {
    const first = await firstChange(this.following.database)
    return first !== null && first > this.last + 1
  }

  private get sources(): Sources {
    const { database, libraries, today } = this.following
    return { database, libraries, places: this.places, today: today() }
  }

  /** Reads anew what of these records is in now. */
  private async refresh(ids: readonly number[]): Promise<void> {
    if (ids.length === 0) return
    const { database, libraries, places, today } = this.sources
    const copies = await copiesForIndex(database, libraries, { ids }, today)
    for (const id of ids) for (const held of heldAt(copies.get(id) ?? [], places)) setInNow(this.segments, id, held)
  }

  private async rebuildDelta(): Promise<void> {
    while (this.changed.size > 0) {
      const changed = this.changed
      this.changed = new Set()
      try {
        await this.rebuildWith(changed)
      } catch (error) {
        for (const id of changed) this.changed.add(id)
        throw error
      }
    }
  }

  /** Builds the delta segment anew, of what it holds already and of these records. */
  private async rebuildWith(changed: ReadonlySet<number>): Promise<void> {
    const before = this.last
    const { base } = this.state
    // What is in the delta segment already lies there with its whole works: only the changed records can bring more.
    const documents = await documentsOf(this.sources, [...changed])
    const superseded = new Set([...this.state.superseded, ...recordsToSupersede(this.segments, changed, documents)])
    const others = [...superseded].filter((id) => !changed.has(id))
    documents.push(...(await documentsOf(this.sources, others)))
    documents.sort((a, b) => a.recordId - b.recordId)
    const delta = await this.following.engine.ask('delta', {
      placeTree: this.placeTree,
      filedIn: this.following.libraries.language,
      documents,
    })
    await this.useState({ base, delta, superseded: [...superseded] })
    // Copies that came or went while the delta segment was built were noted in the one before.
    await this.refresh(await copiesChangedAfter(this.following.database, before))
  }
}
