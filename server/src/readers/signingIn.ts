/** Signing in with a card number, as people type it, and a PIN. */
import { cardNumber, type CardShapes } from '@catalex/core/card'
import type { Reading } from '../database/index.ts'
import { Turns } from '../turns.ts'
import { failuresOf, waitAfter, type FailureKind } from './failures.ts'
import { hashPin, pinMatches } from './pins.ts'
import { readerById, type Reader } from './reader.ts'
import { READERS } from './tables.ts'

/** What signing in has written. */
export interface SignInWrites {
  noteFailure(kind: FailureKind, card: string, now: number): Promise<void>
  forgetFailures(kind: FailureKind, card: string): Promise<void>
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

/** Stretched when there is no such card, so that the answer takes as long as for a wrong PIN. */
const NOBODY = hashPin('nobody')

/** Takes as long for a card that is not there. @param kept what hashPin made; null for no such card */
export type PinCheck = (card: string, pin: string, kept: string | null) => Promise<boolean>

const pinKept = async (pin: string, kept: string | null): Promise<boolean> => pinMatches(pin, kept ?? (await NOBODY))

export class SigningIn {
  /** PINs are stretched one at a time: it is the dearest thing that anybody may ask for. */
  private readonly turns = new Turns('sign-ins', { atOnce: 1, ofOne: 15, ofAll: 1000 })

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
    // Numbers that are on no card wait as cards do, and are noted as they are, lest that tell which cards there are.
    const kind = found ? 'card' : 'unknown'
    const failures = await failuresOf(this.database, kind, card)
    const wait = waitAfter(failures, now)
    if (wait > 0) return wait
    const matches = await this.isRight(card, pin.trim(), found?.pinHash ?? null)
    if (found && matches) {
      if (failures.count > 0) await this.writes.forgetFailures(kind, card)
      return readerById(this.database, found.id)
    }
    await this.writes.noteFailure(kind, card, now)
    return null
  }
}
