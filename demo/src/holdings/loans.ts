/** Who has which copy, and until when: as at a desk, a day on which it can be brought back. */
import type { LoanRow, ReaderRow } from '@catalex/contract/files'
import type { System } from '@catalex/contract/libraries'
import { broughtBackTo } from '@catalex/core/loans'
import type { OpenDay } from '../places/openDays.ts'
import type { Copy } from './copies.ts'

/** Most borrowers are nobody we know; now and then it is one of the sample readers. */
const READERS_LOANS: readonly (readonly [card: string, every: number])[] = [
  ['00042117', 570],
  ['00042556', 190],
  ['00042448', 700],
  ['00042331', 810],
  ['00042664', 1700],
  ['00043013', 1310],
]

/** @returns what makes the loans of some copies */
export function lending(
  systems: readonly System[],
  readers: readonly ReaderRow[],
  openDay: OpenDay,
): (copies: readonly Copy[]) => LoanRow[] {
  const homes = new Map(readers.map(({ card, homeBranch }) => [card, homeBranch]))
  const takenBackAlone = new Set(systems.filter(({ returns }) => returns === 'own branches').map(({ code }) => code))
  return (copies) =>
    copies.flatMap((copy) => {
      if (copy.dueIn === null) return []
      const card = borrowerOf(copy)
      const taken = { branch: copy.branch, ownerAlone: takenBackAlone.has(copy.system) }
      const back = broughtBackTo(taken, homes.get(card) ?? null, 'days')
      return [
        {
          barcode: copy.barcode,
          card,
          due: openDay(back, copy.dueIn),
          recalledFrom: copy.lentUntil === null ? '' : openDay(back, copy.lentUntil),
        },
      ]
    })
}

function borrowerOf(copy: Copy): string {
  if (copy.lentTo !== null) return copy.lentTo
  const number = Number(copy.barcode.slice(1))
  return READERS_LOANS.find(([, every]) => number % every === 7)?.[0] ?? ''
}
