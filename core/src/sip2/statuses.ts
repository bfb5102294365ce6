/** What the status of a copy and that of a reader mean: SIP 2.00, "circulation status" and "patron status". */

/**
 * As a list of changed copies says it: in the word that the catalogue has for it, or, where it has none, in those of the
 * standard, which a library may name among its own words for statuses.
 */
const STATUSES: Readonly<Record<string, string>> = {
  '01': 'Not available',
  '02': 'on order',
  '03': 'on shelf',
  '04': 'on loan',
  '05': 'on loan',
  '06': 'being prepared',
  '07': 'on loan',
  '08': 'Waiting on the hold shelf',
  '09': 'Waiting to be shelved',
  '10': 'In transit',
  '11': 'missing',
  '12': 'missing',
  '13': 'missing',
}

export const HOLD_SHELF = '08'
const OTHER = 'Not available'

/** @param due ISO date or time until which it is lent; null where the system says none that can be read */
export function statusFrom(code: string, due: string | null): { status: string; due: string } {
  const status = STATUSES[code] ?? OTHER
  if (status !== 'on loan') return { status, due: '' }
  return due === null ? { status: 'On loan, without a day', due: '' } : { status, due }
}

/** The code for a status of the catalogue. */
export function codeOf(status: string): string {
  if (status === 'overdue') return '04'
  if (status === 'kept for a hold') return HOLD_SHELF
  if (status === 'in transit') return '10'
  return Object.entries(STATUSES).find(([, word]) => word === status)?.[0] ?? '01'
}

/** Positions of the fourteen signs of a reader’s status, "Y" for yes. */
const FLAGS = { renewalsDenied: 1, holdsDenied: 3, cardLost: 4 } as const
const WIDTH = 14

export interface ReaderFlags {
  renewalsDenied: boolean
  holdsDenied: boolean
  cardLost: boolean
}

export function flagsFrom(status: string): ReaderFlags {
  const set = (at: number) => status[at] === 'Y'
  return { renewalsDenied: set(FLAGS.renewalsDenied), holdsDenied: set(FLAGS.holdsDenied), cardLost: set(FLAGS.cardLost) }
}

export const statusOf = (flags: ReaderFlags): string =>
  Array.from({ length: WIDTH }, (_, at) =>
    (at === FLAGS.renewalsDenied && flags.renewalsDenied) ||
    (at === FLAGS.holdsDenied && flags.holdsDenied) ||
    (at === FLAGS.cardLost && flags.cardLost)
      ? 'Y'
      : ' ',
  ).join('')
