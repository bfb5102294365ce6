/** Tables of readers, loans and holds. */
import type { LibraryFile, PoliciesFile } from '@catalex/contract/files'
import { cardLooksLike, cardNumber, USUAL_CARDS } from '@catalex/core/card'
import { isActive, isPromising } from '@catalex/core/holds'
import type { ReadWorld, WorldFault } from '../files.ts'
import { codeOf } from './faults.ts'
import { pickupCodes } from './library.ts'

const isDate = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text))

/** Readers, loans and holds; copies and records are looked up when they are loaded. */
export function rowFaults(
  { readers, loans, holds }: ReadWorld,
  { branches, cards: shapes }: LibraryFile,
  { categories }: PoliciesFile,
): WorldFault[] {
  const found: WorldFault[] = []
  const check = <T>(
    file: string,
    { rows, lines }: { rows: readonly T[]; lines: readonly number[] },
    faultsOfRow: (row: T) => RowFault[],
  ) => {
    rows.forEach((row, i) => {
      for (const [column, value, expected] of faultsOfRow(row))
        found.push({ file, place: `line ${String(lines[i] ?? 0)}, ${column}`, found: JSON.stringify(value), expected })
    })
  }
  const cards = new Set<string>()
  const branchCodes = new Set(branches.map(codeOf))
  const categoryCodes = new Set(categories.map(codeOf))
  const pickups = new Set(pickupCodes(branches))
  check('readers.csv', readers, ({ card: typed, pin, category, homeBranch }) => {
    const card = cardNumber(typed, shapes)
    const twice = card !== null && cards.has(card)
    if (card !== null) cards.add(card)
    const { shortest = 0 } = shapes ?? {}
    return [
      ...unless(card !== null, 'card', typed, `a card number: ${(shapes ?? USUAL_CARDS).shapes.map(cardLooksLike).join(', or ')}`),
      ...unless(!twice, 'card', typed, 'a card that no other line has'),
      // It is nobody's business to see it.
      ...unless(pin.length >= shortest, 'pin', '…', `at least ${String(shortest)} characters`),
      ...unless(categoryCodes.has(category), 'category', category, `a category of policies.json: ${named(categoryCodes)}`),
      ...unless(branchCodes.has(homeBranch), 'homeBranch', homeBranch, `a branch of library.json: ${named(branchCodes)}`),
    ]
  })
  const cardFault = (card: string): RowFault[] =>
    unless(card === '' || cards.has(cardNumber(card, shapes) ?? ''), 'card', card, 'a card of readers.csv, or nothing')
  check('loans.csv', loans, ({ card, due, recalledFrom = '' }) => [
    ...cardFault(card),
    ...unless(recalledFrom === '' || recalledFrom > due, 'recalledFrom', recalledFrom, `a day after ${due}, or nothing`),
  ])
  check('holds.csv', holds, ({ card, pickup, state, barcode, collectBy, pausedUntil = '', since = '' }) => {
    const asideFits = isPromising(state) === (barcode !== '') || !isActive(state)
    const untilFits = pausedUntil === '' || (state === 'paused' && isDate(pausedUntil))
    return [
      ...cardFault(card),
      ...unless(pickups.has(pickup), 'pickup', pickup, `a pickup point of library.json: ${named(pickups)}`),
      ...unless(asideFits, 'barcode', barcode, isPromising(state) ? `the copy that is ${state}` : `nothing, while it is ${state}`),
      ...unless(untilFits, 'pausedUntil', pausedUntil, 'an ISO date of a hold that is paused, or nothing'),
      ...unless(since === '' || !Number.isNaN(Date.parse(since)), 'since', since, 'an ISO date and time, or nothing'),
      ...unless(collectBy === '' || isDate(collectBy), 'collectBy', collectBy, 'an ISO date, or nothing'),
    ]
  })
  return found
}

type RowFault = [column: string, value: string, expected: string]
const unless = (fine: boolean, ...fault: RowFault): RowFault[] => (fine ? [] : [fault])

/** Names that a fault lists. */
const MOST_NAMES = 20
const named = (codes: ReadonlySet<string>): string => [...codes].slice(0, MOST_NAMES).join(', ')
