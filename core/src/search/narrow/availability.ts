/** What is asked of copies, looked up rather than worked out: one table for each set of things asked. */
import { AVAILABILITY, type Availability } from '../../query/index.ts'
import { TAKE_HOME } from './facets.ts'

export const bitOf = (name: Availability): number => 1 << AVAILABILITY.indexOf(name)
const HERE = bitOf('here')
const IN_NOW = bitOf('inNow')
const HOME = bitOf('takeHome')
const SENT = bitOf('sendable')

/** Where in a table the copies at one place stand: their uses, those of copies in now, what can be sent, and whether it is here. */
export const SEND_SHIFT = 8
export const HERE_BIT = 1 << 12

/** Bit 0: they are all that is asked. Bit c + 1: they are the c-th thing too. */
export type AvailabilityTable = Uint8Array

/** In an entry: they are this thing too. */
export const alsoBit = (name: Availability): number => 2 * bitOf(name)

const known = new Map<number, AvailabilityTable>()

export function availabilityTable(asked: readonly Availability[]): AvailabilityTable {
  const bits = asked.reduce((all, name) => all | bitOf(name), 0)
  const table = known.get(bits) ?? Uint8Array.from({ length: 2 * HERE_BIT }, (_, at) => entryOf(at, bits))
  known.set(bits, table)
  return table
}

function entryOf(at: number, asked: number): number {
  let entry = meets(at, asked) ? 1 : 0
  for (let c = 0; c < AVAILABILITY.length; c += 1) if (meets(at, asked | (1 << c))) entry |= 2 << c
  return entry
}

/** Whether a copy among them is everything asked. */
function meets(at: number, asked: number): boolean {
  if (asked === 0) return true
  if (asked & HERE && (at & HERE_BIT) === 0) return false
  // In now and sendable speak of copies on the shelf, so whatever is asked beside them does too.
  let uses = asked & (IN_NOW | SENT) ? (at >> 4) & 15 : at & 15
  if (asked & IN_NOW && uses === 0) return false
  if (asked & HOME) uses &= TAKE_HOME
  if (asked & SENT) uses &= (at >> SEND_SHIFT) & 15
  return asked & (HOME | SENT) ? uses !== 0 : true
}
