/**
 * Where another system lends: what readers do goes there, what it says is noted here, and where it is away the catalogue goes
 * on with what it said last. It is asked outside of any transaction, so that nobody waits for somebody else's question.
 */
import type { Hold, PlaceHold } from '@catalex/contract/holds'
import { isRefusal, type Refusal } from '@catalex/core/holds'
import {
  copyFor,
  holdsThere,
  holdThere,
  momentOf,
  unsettledHolds,
  type HoldThere,
  type Moment,
  type SaidCopy,
} from '../circulation/index.ts'
import type { Reading } from '../database/index.ts'
import { Overloaded } from '../overloaded.ts'
import { readerById, type PinCheck } from '../readers/index.ts'
import { DeskAway, type CirculationDesk, type Clock, type CopyAtDesk, type DeskAnswer, type DeskState } from '../standins/index.ts'
import type { Commands } from '../writing/index.ts'

/** What readers do with holds and loans: Catalex itself does it, or another system is asked. */
export type Lending = Pick<Commands, 'placeHold' | 'cancelHold' | 'changeHold' | 'restoreHold' | 'renewLoan'>

interface Needs {
  desk: CirculationDesk
  database: Reading
  commands: Commands
  clock: Clock
  trouble(error: unknown): void
}

/** Copies of a title that are asked for when somebody looks at it; what a copy was said to be holds for so long. */
const MOST_COPIES = 30
/** Titles that wait to be looked at. */
const MOST_LOOKS = 30
const FRESH_MS = 60_000
/** A card is asked for so often at most, and nobody waits longer for it. */
const CARD_FRESH_MS = 20_000
const CARD_PATIENCE_MS = 2500
/** What is remembered of when something was asked. */
const MOST_REMEMBERED = 20_000
const MOST_SETTLED = 200

/** It knows of no first day, no supplier and no recall, and tells readers, and staff, by itself. */
const isBeyond = ({ notBefore, from, recall, notify, note }: PlaceHold): boolean =>
  [notBefore, from, notify, note].some((wished) => wished !== undefined) || recall === true

export class Bridge {
  private readonly asked = new Map<string, number>()
  /** Holds that are being asked for at this moment. */
  private readonly settling = new Set<string>()
  private settlingAll = false
  private looking: Promise<void> = Promise.resolve()
  private looks = 0

  constructor(private readonly needs: Needs) {}

  state(): DeskState {
    return this.needs.desk.state()
  }

  close(): void {
    this.needs.desk.close()
  }

  readonly isRight: PinCheck = async (card, pin, kept) => {
    // To some systems an empty one is none that is to be looked at.
    if (pin === '') return false
    const reader = await this.needs.desk.reader(card, pin)
    return kept !== null && reader?.pinRight === true
  }

  readonly lending: Lending = {
    placeHold: async (readerId, wish, key, at) => {
      if (isBeyond(wish)) return { code: 'desk-only' }
      return this.placed(readerId, wish, key, at)
    },
    cancelHold: async (readerId, reference, at) => {
      const hold = await holdThere(this.needs.database, reference)
      if (hold?.readerId === readerId) {
        const answer = await this.needs.desk.cancel(hold)
        // Of one that may never have arrived it need know nothing.
        if (!answer.done && hold.lending !== 'asked') return { code: 'desk-refused', said: answer.said }
      }
      return this.needs.commands.cancelHold(readerId, reference, at)
    },
    renewLoan: async (readerId, barcode, at) => {
      const { desk, database, commands } = this.needs
      const reader = await readerById(database, readerId)
      const [loan] = await database.read('SELECT 1 FROM loans WHERE barcode = $barcode AND readerId = $readerId', { barcode, readerId })
      if (!reader || !loan) return { code: 'no-such-loan' }
      const answer = await desk.renew(reader.card, barcode)
      if (!answer.done) return { code: 'desk-refused', said: answer.said }
      const due = answer.due ?? (await desk.copy(barcode))?.due ?? ''
      return due === '' ? { code: 'desk-refused', said: null } : commands.noteRenewed(readerId, barcode, due, at)
    },
    changeHold: () => Promise.resolve({ code: 'desk-only' }),
    restoreHold: () => Promise.resolve({ code: 'desk-only' }),
  }

  /** First it is kept here, so that a crash forgets nothing that may have been asked for. */
  private async placed(readerId: number, wish: PlaceHold, key: string | null, at: Moment): Promise<Hold | Refusal> {
    const hold = await this.needs.commands.askHold(readerId, wish, key, at)
    if (isRefusal(hold) || this.settling.has(hold.id)) return hold
    // The answer to a repeat is the hold of the first time, which may have been asked for then.
    const settled = await this.settle(hold.id, at, hold.requested !== at.now)
    return typeof settled === 'object' ? settled : { ...hold, unconfirmed: settled === 'unknown' }
  }

  /**
   * Asks for a hold of which nobody knows whether it is there.
   * @param again whether it may have been asked for before
   * @returns whether it is there, or why it is refused
   * @throws DeskAway where it was not asked for, and is gone
   */
  private async settle(reference: string, at: Moment, again: boolean): Promise<'taken' | 'unknown' | Refusal> {
    const { desk, database, commands } = this.needs
    this.settling.add(reference)
    try {
      const hold = await holdThere(database, reference)
      // It has ended since, or has no copy left by which it could be asked for.
      if (hold === null) await commands.noteRefused(reference, { atOnce: false }, at)
      if (hold?.lending !== 'asked') return 'taken'
      let there = again ? await this.copyThere(reference, hold) : null
      let answer: DeskAnswer = there === null ? await desk.place(hold) : { done: true }
      // It may be refused because it is there since the first time.
      if (!answer.done && answer.repeated === true) {
        there = await this.copyThere(reference, hold)
        if (there !== null) answer = { done: true }
      }
      if (answer.done) await commands.noteTaken(reference, { barcode: there ?? hold.barcode, before: there !== null }, at)
      else await commands.noteRefused(reference, { atOnce: !again }, at)
      return answer.done ? 'taken' : { code: 'desk-refused', said: answer.said }
    } catch (error) {
      if (!(error instanceof DeskAway) && !(error instanceof Overloaded)) throw error
      if (again || (error instanceof DeskAway && error.asked)) return 'unknown'
      await commands.noteRefused(reference, { atOnce: true }, at)
      throw error
    } finally {
      this.settling.delete(reference)
    }
  }

  /** Whoever placed it there at a desk may have named another copy of the title, and its reader may have that by now. @returns null where it is not there */
  private async copyThere(reference: string, { card, barcode }: HoldThere): Promise<string | null> {
    const reader = await this.needs.desk.reader(card, null)
    const held = [...(reader?.waiting ?? []), ...(reader?.ready ?? []), ...(reader?.lent ?? [])]
    return held.includes(barcode) ? barcode : copyFor(this.needs.database, reference, held)
  }

  /** Done time and again: holds whose answer was lost, also before the process began, and those that were placed here before the other system lent. */
  async settleAll(): Promise<void> {
    if (this.settlingAll) return
    this.settlingAll = true
    try {
      // Where nobody asks for anything, readers would never learn that it is back.
      if (this.state().answering || (await this.isBack())) await this.settleNext()
    } finally {
      this.settlingAll = false
    }
  }

  private async settleNext(): Promise<void> {
    const { database, clock } = this.needs
    for (const reference of await unsettledHolds(database, { today: momentOf(clock.now()).today, most: MOST_SETTLED })) {
      if (this.settling.has(reference)) continue
      await this.settle(reference, momentOf(clock.now()), true)
      if (!this.state().answering) return
    }
  }

  private isBack(): Promise<boolean> {
    return this.needs.desk.greet().then(
      () => true,
      (error: unknown) => {
        if (!(error instanceof DeskAway) && !(error instanceof Overloaded)) throw error
        return false
      },
    )
  }

  /** Somebody looks at a title: what has changed of its copies shows as soon as it is known. */
  look(controlNumber: string): void {
    if (this.looks >= MOST_LOOKS || !this.isDue(`title ${controlNumber}`, FRESH_MS)) return
    this.looks += 1
    this.looking = this.looking
      .then(() => this.lookAt(controlNumber))
      .catch((error: unknown) => {
        if (!(error instanceof DeskAway)) this.needs.trouble(error)
      })
      .finally(() => {
        this.looks -= 1
      })
  }

  private async lookAt(controlNumber: string): Promise<void> {
    const { database, desk, commands, clock } = this.needs
    const copies = await database.read<{ barcode: string }>(
      `SELECT barcode FROM copies JOIN records ON records.id = recordId WHERE controlNumber = $controlNumber AND copies.status <> 'withdrawn'
       ORDER BY barcode LIMIT $most`,
      { controlNumber, most: MOST_COPIES },
    )
    const said: SaidCopy[] = []
    for (const { barcode } of copies) {
      const copy = await desk.copy(barcode)
      if (copy) said.push({ barcode, status: copy.status, due: copy.due })
    }
    if (said.length > 0) await commands.noteCopies(said, momentOf(clock.now()))
  }

  /** Before a card is shown; where that takes too long it is shown as it was, and is right the next time. */
  async followReader(readerId: number): Promise<void> {
    if (!this.isDue(`reader ${String(readerId)}`, CARD_FRESH_MS)) return
    const followed = this.follow(readerId).catch((error: unknown) => {
      this.asked.delete(`reader ${String(readerId)}`)
      if (!(error instanceof DeskAway)) this.needs.trouble(error)
    })
    let timer: NodeJS.Timeout | undefined
    const patience = new Promise<void>((resolve) => {
      timer = setTimeout(resolve, CARD_PATIENCE_MS)
    })
    await Promise.race([followed, patience])
    clearTimeout(timer)
  }

  private async follow(readerId: number): Promise<void> {
    const { desk, database, commands, clock } = this.needs
    const reader = await readerById(database, readerId)
    const known = await holdsThere(database, readerId)
    const said = reader && (await desk.reader(reader.card, null))
    if (!said) return
    const copies = new Map<string, CopyAtDesk>()
    for (const barcode of [...(said.lent ?? []), ...(said.ready ?? [])]) {
      const copy = await desk.copy(barcode)
      if (copy) copies.set(barcode, copy)
    }
    await commands.noteReader(readerId, { said, known, copies }, momentOf(clock.now()))
  }

  private isDue(what: string, fresh: number): boolean {
    const last = this.asked.get(what)
    if (last !== undefined && performance.now() - last < fresh) return false
    this.remember(what)
    return true
  }

  /** The oldest are forgotten first. */
  private remember(what: string): void {
    this.asked.delete(what)
    this.asked.set(what, performance.now())
    const [oldest] = this.asked.keys()
    if (this.asked.size > MOST_REMEMBERED && oldest !== undefined) this.asked.delete(oldest)
  }
}
