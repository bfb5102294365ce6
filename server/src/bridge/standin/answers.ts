/** What the stand-in answers to each message, by rules of its own: three weeks, three renewals, ten days on the hold shelf. */
import {
  codeOf,
  fieldOf,
  HOLD_SHELF,
  sipTime,
  statusOf,
  type Composed,
  type Message,
  type MessageCode,
  type Encoding,
} from '@catalex/core/sip2'
import { DateTime } from 'luxon'
import { pinMatches } from '../../readers/index.ts'
import type { Clock } from '../../standins/index.ts'
import type { StandinHold, StandinRecords } from './records.ts'

export interface StandinWorld {
  records: StandinRecords
  clock: Clock
  institution: string
  /** null for whoever comes. */
  login: { user: string; password: string } | null
  /** How it writes texts; UTF-8 where nothing is said. */
  encoding?: Encoding
}

const LOAN_DAYS = 21
const MOST_RENEWALS = 3
const SHELF_DAYS = 10
const NO_CARD = 'No such card.'
const NO_COPY = 'No such copy.'

type Answer = Composed<MessageCode>

/** @returns the answer; null for what it does not understand */
export async function answerOf(world: StandinWorld, message: Message): Promise<Answer | null> {
  switch (message.code) {
    case '93':
      return { code: '94', parts: { ok: yes(mayEnter(world, message)) }, fields: {} }
    case '99':
      return online(world)
    case '17':
      return item(world, message)
    case '63':
      return reader(world, message)
    case '15':
      return hold(world, message)
    case '29':
      return renewed(world, message)
    case '11':
      return lent(world, message)
    case '09':
      return back(world, message)
    default:
      return null
  }
}

const yes = (is: boolean): string => (is ? '1' : '0')
const letter = (is: boolean): string => (is ? 'Y' : 'N')
const text = (message: Message, id: string): string => fieldOf(message, id) ?? ''
const at = ({ clock }: StandinWorld): string => sipTime(clock.now())
const day = (date: string): string => sipTime(DateTime.fromISO(date))
const daysOn = ({ clock }: StandinWorld, days: number): string => clock.now().plus({ days }).toISODate() ?? ''

export const mayEnter = ({ login }: StandinWorld, message: Message): boolean =>
  login === null || (text(message, 'CN') === login.user && text(message, 'CO') === login.password)

function online(world: StandinWorld): Answer {
  const parts = { online: 'Y', checkIn: 'Y', checkOut: 'Y', renewal: 'Y', statusUpdate: 'N', offline: 'N', timeout: '030', retries: '003', at: at(world), version: '2.00' } // prettier-ignore
  return { code: '98', parts, fields: { AO: world.institution, BX: 'NYNYNNYYYNYNNYNN' } }
}

async function item(world: StandinWorld, message: Message): Promise<Answer> {
  const barcode = text(message, 'AB')
  const copy = await world.records.copy(barcode)
  const parts = { security: '00', fee: '01', at: at(world) }
  if (!copy) return { code: '18', parts: { ...parts, status: '01' }, fields: { AB: barcode, AJ: '', AF: NO_COPY } }
  const loan = await world.records.loan(barcode)
  const kept = world.records.holds.find((one) => one.barcode === barcode && one.until !== null)
  const status = kept ? HOLD_SHELF : loan ? '04' : codeOf(copy.status)
  const fields = { AB: barcode, AJ: copy.title, AH: loan ? day(loan.due) : null, CM: kept?.until ? day(kept.until) : null }
  return { code: '18', parts: { ...parts, status }, fields }
}

/** The list that the summary asks for stands at the first "Y" in it. */
async function reader(world: StandinWorld, message: Message): Promise<Answer> {
  const { records } = world
  const card = text(message, 'AA')
  const found = await records.reader(card)
  const empty = { status: statusOf({ renewalsDenied: false, holdsDenied: true, cardLost: false }), language: '000', at: at(world) }
  const none = { held: '0000', overdue: '0000', charged: '0000', fines: '0000', recalled: '0000', waiting: '0000' }
  if (!found) return { code: '64', parts: { ...empty, ...none }, fields: { AO: world.institution, AA: card, AE: '', BL: 'N', AF: NO_CARD } }
  const pin = fieldOf(message, 'AD')
  const right = pin === null ? null : await pinMatches(pin, (await records.pinHash(card)) ?? '')
  const mine = records.holds.filter((one) => one.card === card)
  const lists = {
    AS: mine.filter(({ until }) => until !== null).map(({ barcode }) => barcode),
    AU: await records.lentTo(card),
    CD: mine.filter(({ until }) => until === null).map(({ barcode }) => barcode),
  }
  const asked = { 0: 'AS', 2: 'AU', 5: 'CD' }[(message.parts.summary ?? '').indexOf('Y')] as keyof typeof lists | undefined
  const stopped = found.block !== null
  const count = (list: readonly string[]) => String(Math.min(list.length, 9999)).padStart(4, '0')
  return {
    code: '64',
    parts: {
      ...empty,
      ...none,
      status: statusOf({ renewalsDenied: stopped, holdsDenied: stopped, cardLost: false }),
      held: count(lists.AS),
      charged: count(lists.AU),
      waiting: count(lists.CD),
    },
    fields: {
      AO: world.institution,
      AA: card,
      AE: found.name,
      BL: 'Y',
      CQ: right === null ? null : letter(right),
      BV: (found.owed / 100).toFixed(2),
      ...(asked === undefined ? {} : { [asked]: lists[asked] }),
      AF: found.block,
    },
  }
}

async function hold(world: StandinWorld, message: Message): Promise<Answer> {
  const said = message.parts.mode === '-' ? cancelled(world, message) : await placed(world, message)
  const fields = { AO: world.institution, AA: text(message, 'AA'), AB: text(message, 'AB'), AF: said }
  return { code: '16', parts: { ok: yes(said === null), available: 'N', at: at(world) }, fields }
}

/** @returns why not; null where it is done */
async function placed({ records }: StandinWorld, message: Message): Promise<string | null> {
  const card = text(message, 'AA')
  const found = await records.reader(card)
  const copy = await records.copy(text(message, 'AB'))
  if (!found) return NO_CARD
  if (!copy) return NO_COPY
  if (found.block !== null) return found.block
  if (records.holds.some((one) => one.card === card && one.title === copy.controlNumber)) return 'You have asked for this already.'
  const wish: StandinHold = { card, barcode: copy.barcode, title: copy.controlNumber, thisCopy: text(message, 'BY') === '3', pickup: text(message, 'BS'), until: null } // prettier-ignore
  records.setHolds([...records.holds, wish])
  return null
}

function cancelled({ records }: StandinWorld, message: Message): string | null {
  const left = records.holds.filter(({ card, barcode }) => card !== text(message, 'AA') || barcode !== text(message, 'AB'))
  if (left.length === records.holds.length) return 'There is no such hold.'
  records.setHolds(left)
  return null
}

async function renewed(world: StandinWorld, message: Message): Promise<Answer> {
  const { records } = world
  const barcode = text(message, 'AB')
  const loan = await records.loan(barcode)
  const copy = await records.copy(barcode)
  const said =
    loan?.card !== text(message, 'AA')
      ? 'You do not have this.'
      : records.holds.some((one) => one.until === null && one.title === copy?.controlNumber)
        ? 'Somebody is waiting for this.'
        : loan.renewals >= MOST_RENEWALS
          ? 'This has been renewed as often as it can be.'
          : null
  const due = daysOn(world, LOAN_DAYS)
  if (said === null && loan) records.setLoan(barcode, { ...loan, due, renewals: loan.renewals + 1 })
  const parts = { ok: yes(said === null), renewal: letter(said === null), magnetic: 'N', desensitize: 'N', at: at(world) }
  return { code: '30', parts, fields: { AO: world.institution, AB: barcode, AH: said === null ? day(due) : null, AF: said } }
}

async function lent(world: StandinWorld, message: Message): Promise<Answer> {
  const { records } = world
  const [card, barcode] = [text(message, 'AA'), text(message, 'AB')]
  const copy = await records.copy(barcode)
  const kept = records.holds.find((one) => one.barcode === barcode && one.until !== null)
  const said = !(await records.reader(card))
    ? NO_CARD
    : !copy
      ? NO_COPY
      : (await records.loan(barcode))
        ? 'Somebody has this already.'
        : kept && kept.card !== card
          ? 'This is kept for somebody else.'
          : null
  const due = daysOn(world, LOAN_DAYS)
  if (said === null) {
    records.setHolds(records.holds.filter((one) => one.card !== card || one.title !== copy?.controlNumber))
    records.setLoan(barcode, { card, due, renewals: 0 })
  }
  const parts = { ok: yes(said === null), renewal: 'N', magnetic: 'N', desensitize: 'Y', at: at(world) }
  return { code: '12', parts, fields: { AO: world.institution, AB: barcode, AH: said === null ? day(due) : null, AF: said } }
}

/** What comes back goes to the first who waits for it. */
async function back(world: StandinWorld, message: Message): Promise<Answer> {
  const { records } = world
  const barcode = text(message, 'AB')
  const copy = await records.copy(barcode)
  if (copy) records.setLoan(barcode, null)
  const first = records.holds.find(
    (one) => one.until === null && (one.thisCopy ? one.barcode === barcode : one.title === copy?.controlNumber),
  )
  if (first) {
    const until = daysOn(world, SHELF_DAYS)
    records.setHolds(records.holds.map((one) => (one === first ? { ...one, barcode, until } : one)))
  }
  const parts = { ok: yes(copy !== null), resensitize: 'Y', magnetic: 'N', alert: letter(first !== undefined), at: at(world) }
  return { code: '10', parts, fields: { AO: world.institution, AB: barcode, AF: copy ? (first ? `Keep it for ${first.card}, to be collected at ${first.pickup}.` : null) : NO_COPY } } // prettier-ignore
}
