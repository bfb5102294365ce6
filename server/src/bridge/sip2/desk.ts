/** A lending system that is asked by SIP 2.00. */
import { fieldOf, fieldsOf, flagsFrom, HOLD_SHELF, sipTime, statusFrom, timeFrom, type Message } from '@catalex/core/sip2'
import { DateTime } from 'luxon'
import {
  DeskAway,
  DeskUnreadable,
  inOneLine,
  PinNotSendable,
  type CirculationDesk,
  type Clock,
  type CopyAtDesk,
  type DeskAnswer,
  type DeskState,
  type HoldAtDesk,
  type ReaderAtDesk,
} from '../../standins/index.ts'
import { Sip2Connection, type Answer, type Sip2Settings } from './connection.ts'

export interface Sip2DeskSettings extends Sip2Settings {
  /** By which the system knows the library (AO). */
  institution: string
  zone: string
}

/** Characters of what the desk says to a reader. */
const LONGEST_WORD = 300
const LANGUAGE = '000'
/** Which lists of a reader are told: each is asked for by itself, since a message tells one. */
const LISTS = { none: '          ', ready: 'Y         ', lent: '  Y       ', waiting: '     Y    ' } as const
/** Longer lists are not asked for: nobody has so many. */
const MOST_LISTED = 200
const ANY_COPY = '2'
const THIS_COPY = '3'

export class Sip2Desk implements CirculationDesk {
  private readonly connection: Sip2Connection
  private answering = true
  private asOf: string | null = null

  constructor(
    private readonly settings: Sip2DeskSettings,
    private readonly clock: Clock,
  ) {
    this.connection = new Sip2Connection(settings)
  }

  state(): DeskState {
    return { answering: this.answering, asOf: this.asOf, unreadable: this.connection.unreadable }
  }

  close(): void {
    this.connection.close()
  }

  async copy(barcode: string): Promise<CopyAtDesk | null> {
    const message = await this.ask({ code: '17', parts: { at: this.now() }, fields: { AO: this.settings.institution, AB: barcode, AC: '' } }, '18') // prettier-ignore
    const { status: code = '' } = message.parts
    // A barcode that it does not know comes back with status 01 and without a title.
    if (code === '01' && fieldOf(message, 'AJ') === null) return null
    const collectBy = code === HOLD_SHELF ? this.dayOf(message, 'CM') : null
    return { ...statusFrom(code, this.dueOf(message)), collectBy }
  }

  async reader(card: string, pin: string | null): Promise<ReaderAtDesk | null> {
    // It ends a field; whatever stood for it would be another PIN.
    if (pin !== null && /[|\p{Cc}]/u.test(pin)) throw new PinNotSendable()
    const message = await this.askReader(card, pin, 'none')
    if (fieldOf(message, 'BL') === 'N') return null
    const right = fieldOf(message, 'CQ')
    const known = { pinRight: pin === null || right === null ? null : right === 'Y', block: blockOf(message), owed: amountOf(message) }
    // Whoever gives a wrong PIN is told nothing.
    if (known.pinRight === false) return { ...known, lent: [], ready: [], waiting: [] }
    /** Four blanks say that it does not count them. */
    const count = (digits = '') => (/^\d{4}$/.test(digits) ? Number(digits) : null)
    /** A list that is shorter than its count says nothing: what it leaves out has not ended. */
    const all = async (digits: string | undefined, list: 'lent' | 'ready' | 'waiting', field: string) => {
      const counted = count(digits)
      if (counted === null || counted === 0) return counted === null ? null : []
      const listed = fieldsOf(await this.askReader(card, pin, list), field)
      return listed.length < counted ? null : listed
    }
    const { charged, held, waiting } = message.parts
    return {
      ...known,
      lent: await all(charged, 'lent', 'AU'),
      ready: await all(held, 'ready', 'AS'),
      waiting: await all(waiting, 'waiting', 'CD'),
    }
  }

  place(hold: HoldAtDesk): Promise<DeskAnswer> {
    return this.held('+', hold)
  }

  cancel(hold: HoldAtDesk): Promise<DeskAnswer> {
    return this.held('-', hold)
  }

  async renew(card: string, barcode: string): Promise<{ done: true; due: string | null } | Extract<DeskAnswer, { done: false }>> {
    const message = await this.ask(
      {
        code: '29',
        parts: { thirdParty: 'N', noBlock: 'N', at: this.now(), due: '' },
        fields: { AO: this.settings.institution, AA: card, AB: barcode, AC: '', BO: 'N' },
      },
      '30',
    )
    const answer = answerIn(message)
    return answer.done ? { done: true, due: this.dueOf(message) } : answer
  }

  async greet(): Promise<void> {
    await this.ask({ code: '99', parts: { state: '0', width: '080', version: '2.00' }, fields: {} }, '98')
  }

  /** What a desk does; readers have no part in it. */
  async checkIn(barcode: string): Promise<DeskAnswer> {
    const fields = { AP: '', AO: this.settings.institution, AB: barcode, AC: '' }
    const message = await this.ask({ code: '09', parts: { noBlock: 'N', at: this.now(), returned: this.now() }, fields }, '10')
    return answerIn(message)
  }

  async checkOut(card: string, barcode: string): Promise<DeskAnswer> {
    const fields = { AO: this.settings.institution, AA: card, AB: barcode, AC: '', BO: 'N' }
    const message = await this.ask({ code: '11', parts: { renewal: 'N', noBlock: 'N', at: this.now(), due: '' }, fields }, '12')
    return answerIn(message)
  }

  private async held(mode: '+' | '-', { card, barcode, title, thisCopy, pickup, until }: HoldAtDesk): Promise<DeskAnswer> {
    const expires = until === null ? null : sipTime(DateTime.fromISO(until, { zone: this.settings.zone }).endOf('day'))
    const fields = { BW: expires, BS: pickup, BY: thisCopy ? THIS_COPY : ANY_COPY, AO: this.settings.institution, AA: card, AB: barcode, AJ: title, AC: '', BO: 'Y' } // prettier-ignore
    const message = await this.ask({ code: '15', parts: { mode, at: this.now() }, fields }, '16')
    const answer = answerIn(message)
    return answer.done ? answer : { ...answer, repeated: message.repeated }
  }

  private askReader(card: string, pin: string | null, list: keyof typeof LISTS): Promise<Message> {
    const fields = { AO: this.settings.institution, AA: card, AC: '', AD: pin, BP: list === 'none' ? null : '1', BQ: list === 'none' ? null : String(MOST_LISTED) } // prettier-ignore
    return this.ask({ code: '63', parts: { language: LANGUAGE, at: this.now(), summary: LISTS[list] }, fields }, '64')
  }

  private async ask(...asked: Parameters<Sip2Connection['ask']>): Promise<Answer> {
    try {
      const message = await this.connection.ask(...asked)
      this.answering = true
      this.asOf = this.clock.now().toISO()
      return message
    } catch (error) {
      this.answering = this.answering && (error instanceof DeskUnreadable || !(error instanceof DeskAway))
      throw error
    }
  }

  private now(): string {
    return sipTime(this.clock.now())
  }

  /** A loan that ends with its day is due on that day, any other at its minute. */
  private dueOf(message: Message): string | null {
    const said = fieldOf(message, 'AH')
    const due = said === null ? null : timeFrom(said, this.settings.zone)
    if (due === null) return null
    const wholeDay = (due.hour === 0 && due.minute === 0) || (due.hour === 23 && due.minute === 59)
    return due.toFormat(wholeDay ? 'yyyy-MM-dd' : "yyyy-MM-dd'T'HH:mm")
  }

  private dayOf(message: Message, field: string): string | null {
    const said = fieldOf(message, field)
    return (said === null ? null : timeFrom(said, this.settings.zone)?.toISODate()) ?? null
  }
}

const answerIn = (message: Message): DeskAnswer => (message.parts.ok === '1' ? { done: true } : { done: false, said: saidIn(message) })

const saidIn = (message: Message): string | null => {
  const said = fieldOf(message, 'AF')
  return said === null ? null : inOneLine(said).slice(0, LONGEST_WORD)
}

/** Denied holds stop everything here; why, the desk says in its own words or not at all. */
function blockOf(message: Message): string | null {
  const { holdsDenied, cardLost } = flagsFrom(message.parts.status ?? '')
  return holdsDenied || cardLost ? (saidIn(message) ?? '') : null
}

const AMOUNT = /^\d{1,7}(?:\.\d{1,2})?$/

/** "12.50" in hundredths. */
function amountOf(message: Message): number | null {
  const said = fieldOf(message, 'BV')
  return said !== null && AMOUNT.test(said) ? Math.round(Number(said) * 100) : null
}
