/**
 * The port by which a library’s own lending system takes the place of the desk: it decides what is lent, held and renewed,
 * and Catalex shows what it says. Everything is asked by card number and barcode, the only names that both sides have.
 */

/** A copy as the lending system has it. */
export interface CopyAtDesk {
  /** In a word of the catalogue, or in one of the lending system’s own. */
  status: string
  /** ISO date or minute until which it is lent; empty for what is not on loan. */
  due: string
  /** ISO date of the last day on the hold shelf; null for what lies on none, or where it is not said. */
  collectBy: string | null
}

/** A reader as the lending system has them. */
export interface ReaderAtDesk {
  /** Whether the PIN was right; null where it was not asked, or not said. */
  pinRight: boolean | null
  /** Why nothing can be lent or held, in the words of the desk; null where nothing stands against it. */
  block: string | null
  /** In hundredths of the currency; null where it is not said. */
  owed: number | null
  /** Barcodes of what they have, of what is kept for them on a hold shelf, and of what they wait for; null for what is not said. */
  lent: string[] | null
  ready: string[] | null
  waiting: string[] | null
}

export interface HoldAtDesk {
  card: string
  barcode: string
  /** Control number of the record. */
  title: string
  /** Only this copy will do. */
  thisCopy: boolean
  pickup: string
  /** ISO date after which it is not wanted; null for none. */
  until: string | null
}

/** Whether it was done; what the desk says to it comes in its own words. */
export type DeskAnswer =
  | { done: true }
  | {
      done: false
      said: string | null
      /** Whether it may have been done the first time, since it was asked for more than once. */
      repeated?: boolean
    }

/** Every question may fail with DeskAway. */
export interface CirculationDesk {
  /** @returns null for a barcode that it does not know */
  copy(barcode: string): Promise<CopyAtDesk | null>
  /** @returns null for a card that it does not know */
  reader(card: string, pin: string | null): Promise<ReaderAtDesk | null>
  place(hold: HoldAtDesk): Promise<DeskAnswer>
  cancel(hold: HoldAtDesk): Promise<DeskAnswer>
  /** @returns with the new day where it was renewed; null where that is not said */
  renew(card: string, barcode: string): Promise<{ done: true; due: string | null } | Extract<DeskAnswer, { done: false }>>
  /** Whether the two understand each other. */
  greet(): Promise<void>
  state(): DeskState
  close(): void
}

export interface DeskState {
  answering: boolean
  /** ISO time of its last answer; null for none yet. */
  asOf: string | null
  /** Answers that could not be read, since the start. */
  unreadable: number
}

/** The lending system can't be reached, or answers nothing that can be understood. */
export class DeskAway extends Error {
  /** @param asked whether it may have done what it was asked for: nobody knows */
  constructor(
    readonly reason: string,
    readonly asked: boolean,
  ) {
    super(`The lending system does not answer: ${reason}.`)
    this.name = 'DeskAway'
  }
}

/** It is asked for nothing: a PIN holds a sign that the connection has no way to send. */
export class PinNotSendable extends Error {
  constructor() {
    super('The PIN holds a sign that the lending system can not be sent.')
    this.name = 'PinNotSendable'
  }
}

/** It answers, and what it answers can't be read. What it was asked for it may have done. */
export class DeskUnreadable extends DeskAway {
  constructor(fault: string) {
    super(`what it answers can't be read (${fault})`, true)
    this.name = 'DeskUnreadable'
  }
}
