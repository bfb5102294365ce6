/** Keeps the index in step with the database: what is in now at once and in place, changed records in a layer of their own. */
import { setInNow, spokenForBy, type Segments } from '@catalex/core/search'
import type { Libraries } from '../branches/index.ts'
import { standingCopies } from '../circulation/index.ts'
import type { Database } from '../database/index.ts'
import { documentsOf, heldAt } from './building.ts'
import { segmentsOf, type Engine, type Layers } from './engine.ts'

interface Change {
  number: number
  titleId: number
  kind: 'record' | 'copies'
}

const AT_ONCE = 5000

export class Follower {
  segments: Segments
  private changed = new Set<number>()
  private reading: Promise<void> = Promise.resolve()
  private laying: Promise<void> | null = null

  constructor(
    private readonly database: Database,
    private readonly libraries: Libraries,
    private readonly engine: Engine,
    private layers: Layers,
    /** Number of the last change that the index knows. */
    private last: number,
    private readonly today: () => string,
    /** Told of what went wrong where nobody waits; it is tried again at the next change. */
    private readonly trouble: (error: unknown) => void,
  ) {
    this.segments = segmentsOf(layers)
  }

  /** Takes in what has changed. When it is done, what is in now is true; changed records follow by themselves. */
  catchUp(): Promise<void> {
    const turn = this.reading.then(() => this.read())
    this.reading = turn.catch(() => undefined)
    return turn
  }

  /** When changed records are in, too. */
  async settled(): Promise<void> {
    await this.catchUp()
    await this.laying
  }

  private async read(): Promise<void> {
    for (let changes = await this.after(this.last); changes.length > 0; changes = await this.after(this.last)) {
      const records = new Set(changes.filter(({ kind }) => kind === 'record').map(({ titleId }) => titleId))
      const copies = changes.filter(({ kind, titleId }) => kind === 'copies' && !records.has(titleId)).map(({ titleId }) => titleId)
      await this.refresh([...new Set(copies)])
      for (const id of records) this.changed.add(id)
      this.last = changes[changes.length - 1].number
    }
    if (this.changed.size > 0 && this.laying === null)
      this.laying = this.layChanged()
        .catch(this.trouble)
        .finally(() => {
          this.laying = null
        })
  }

  private after(number: number): Promise<Change[]> {
    return this.database.read<Change>('SELECT number, titleId, kind FROM changes WHERE number > $number ORDER BY number LIMIT $most', {
      number,
      most: AT_ONCE,
    })
  }

  /** Reads anew what of these titles is in now. */
  private async refresh(ids: readonly number[]): Promise<void> {
    if (ids.length === 0) return
    const copies = await standingCopies(this.database, this.libraries, { ids }, this.today())
    for (const id of ids) for (const held of heldAt(copies.get(id) ?? [], this.libraries)) setInNow(this.segments, id, held)
  }

  private async layChanged(): Promise<void> {
    while (this.changed.size > 0) {
      const changed = this.changed
      this.changed = new Set()
      try {
        await this.lay(changed)
      } catch (error) {
        for (const id of changed) this.changed.add(id)
        throw error
      }
    }
  }

  /** Makes the layer anew, of what it speaks for already and of these records. */
  private async lay(changed: ReadonlySet<number>): Promise<void> {
    const before = this.last
    const known = new Set([...this.layers.spokenFor, ...changed])
    const documents = await documentsOf(this.database, this.libraries, [...known], this.today())
    const more = [...spokenForBy(this.segments, known, documents)].filter((id) => !known.has(id))
    documents.push(...(await documentsOf(this.database, this.libraries, more, this.today())))
    documents.sort((a, b) => a.recordId - b.recordId)
    const changes = await this.engine.ask('changes', { placeTree: this.libraries.placeTree, documents })
    this.layers = { main: this.layers.main, changes, spokenFor: [...known, ...more] }
    this.segments = segmentsOf(this.layers)
    await this.engine.lay(this.layers)
    // Copies that came or went while the layer was made were noted in the one before.
    const since = await this.database.read<Change>("SELECT DISTINCT titleId FROM changes WHERE number > $before AND kind = 'copies'", {
      before,
    })
    await this.refresh(since.map(({ titleId }) => titleId))
  }
}
