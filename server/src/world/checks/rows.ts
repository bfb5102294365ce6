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
    faultsOfRow: (row: T) => [column: string, value: string, expected: string][],
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
  check('readers.csv', readers, ({ card: typed, category, homeBranch }) => {
    const card = cardNumber(typed, shapes)
    const twice = card !== null && cards.has(card)
    if (card !== null) cards.add(card)
    return [
      ...(card === null
        ? [['card', typed, `a card number: ${(shapes ?? USUAL_CARDS).shapes.map(cardLooksLike).join(', or ')}`] as [string, string, string]]
        : []),
      ...(twice ? [['card', typed, 'a card that no other line has'] as [string, string, string]] : []),
      ...(categoryCodes.has(category)
        ? []
        : [['category', category, `a category of policies.json: ${[...categoryCodes].join(', ')}`] as [string, string, string]]),
      ...(branchCodes.has(homeBranch)
        ? []
        : [
            ['homeBranch', homeBranch, `a branch of library.json: ${[...branchCodes].slice(0, 20).join(', ')}`] as [string, string, string],
          ]),
    ]
  })
  const cardFault = (card: string): [string, string, string][] =>
    card === '' || cards.has(cardNumber(card, shapes) ?? '') ? [] : [['card', card, 'a card of readers.csv, or nothing']]
  check('loans.csv', loans, ({ card }) => cardFault(card))
  check('holds.csv', holds, ({ card, pickup, state, barcode, collectBy, pausedUntil = '', since = '' }) => [
    ...cardFault(card),
    ...(pickups.has(pickup)
      ? []
      : [['pickup', pickup, `a pickup point of library.json: ${[...pickups].slice(0, 20).join(', ')}`] as [string, string, string]]),
    ...(isPromising(state) === (barcode !== '') || !isActive(state)
      ? []
      : [
          ['barcode', barcode, isPromising(state) ? `the copy that is ${state}` : `nothing, while it is ${state}`] as [
            string,
            string,
            string,
          ],
        ]),
    ...(pausedUntil === '' || (state === 'paused' && isDate(pausedUntil))
      ? []
      : [['pausedUntil', pausedUntil, 'an ISO date of a hold that is paused, or nothing'] as [string, string, string]]),
    ...(since === '' || !Number.isNaN(Date.parse(since))
      ? []
      : [['since', since, 'an ISO date and time, or nothing'] as [string, string, string]]),
    ...(collectBy === '' || isDate(collectBy) ? [] : [['collectBy', collectBy, 'an ISO date, or nothing'] as [string, string, string]]),
  ])
  return found
}
