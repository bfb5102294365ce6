/** Signing in with a card number, as people type it, and a PIN. */
import { cardNumber, type CardShapes } from '@catalex/core/card'
import type { Reading } from '../database/index.ts'
import { Turns } from '../turns.ts'
import { failuresOf, NO_FAILURES, oneMore, waitAfter, type Failures } from './failures.ts'
import { hashPin, pinMatches } from './pins.ts'
import { readerById, type Reader } from './reader.ts'
import { READERS } from './tables.ts'

/** What signing in has written. */
export interface SignInWrites {
  noteFailedSignIn(card: string, now: number): Promise<void>
  forgetFailedSignIns(card: string): Promise<void>
}

export interface Try {
  /** As it was typed. */
  card: string
  pin: string
  /** Whoever tries: clients take turns. */
  client: string
  /** Milliseconds since 1970. */
  now: number
}

/** Of more numbers that are on no card the oldest are forgotten. */
const MOST_UNKNOWN = 10_000

/** Stretched when there is no such card, so that the answer takes as long as for a wrong PIN. */
const NOBODY = hashPin('nobody')

/** Takes as long for a card that is not there. @param kept what hashPin made; null for no such card */
export type PinCheck = (card: string, pin: string, kept: string | null) => Promise<boolean>

const pinKept = async (pin: string, kept: string | null): Promise<boolean> => pinMatches(pin, kept ?? (await NOBODY))

export class SigningIn {
  /** PINs are stretched one at a time: it is the dearest thing that anybody may ask for. */
  private readonly turns = new Turns('sign-ins', { atOnce: 1, ofOne: 15, ofAll: 1000 })
  /** Numbers that are on no card wait as cards do, lest the waiting tell which cards there are. */
  private readonly unknown = new Map<string, Failures>()

  constructor(
    private readonly database: Reading,
    private readonly writes: SignInWrites,
    /** How card numbers look at these libraries. */
    private readonly cards: () => CardShapes,
    private readonly isRight: PinCheck = (_card, pin, kept) => pinKept(pin, kept),
  ) {}

  /**
   * @returns the reader; milliseconds that this card has to wait; or null without saying whether card or PIN was wrong
   * @throws Overloaded
   */
  async with({ card: typed, pin, client, now }: Try): Promise<Reader | number | null> {
    const card = cardNumber(typed, this.cards())
    return card === null ? null : this.turns.take(client, () => this.tried(card, pin, now))
  }

  /** A PIN as it is kept, made in turn with those that are looked at. */
  stretched(pin: string, client: string): Promise<string> {
    return this.turns.take(client, () => hashPin(pin.trim()))
  }

  private async tried(card: string, pin: string, now: number): Promise<Reader | number | null> {
    const found = await this.database.query((use) => use(READERS).findOne({ where: { card }, raw: true }))
    const failures = found ? await failuresOf(this.database, card) : (this.unknown.get(card) ?? NO_FAILURES)
    const wait = waitAfter(failures, now)
    if (wait > 0) return wait
    const matches = await this.isRight(card, pin.trim(), found?.pinHash ?? null)
    if (found && matches) {
      if (failures.count > 0) await this.writes.forgetFailedSignIns(card)
      return readerById(this.database, found.id)
    }
    if (found) await this.writes.noteFailedSignIn(card, now)
    else this.noteUnknown(card, oneMore(failures, now))
    return null
  }

  private noteUnknown(card: string, failures: Failures): void {
    this.unknown.delete(card)
    this.unknown.set(card, failures)
    const [oldest] = this.unknown.keys()
    if (this.unknown.size > MOST_UNKNOWN && oldest !== undefined) this.unknown.delete(oldest)
  }
}
