/** Who has which copy, and until when: as at a desk, a day on which it can be brought back. */
import type { LoanRow, ReaderRow } from '@catalex/contract/files'
import type { System } from '@catalex/contract/libraries'
import { familyOf, type Carrier, type Family } from '@catalex/core/catalogue'
import { broughtBackTo, loanRuleFor } from '@catalex/core/loans'
import type { OpenDay } from '../places/openDays.ts'
import { POLICIES } from '../places/policies.ts'
import { SYSTEM_OF, type Copy } from './copies.ts'

/** Most borrowers are nobody we know; now and then it is one of the sample readers. */
const READERS_LOANS: readonly (readonly [card: string, every: number])[] = [
  ['00042117', 570],
  ['00042556', 190],
  ['00042448', 700],
  ['00042331', 810],
  ['00042664', 1700],
  ['00043013', 1310],
]

/** @returns what makes the loans of the copies of a title */
export function lending(
  systems: readonly System[],
  readers: readonly ReaderRow[],
  openDay: OpenDay,
): (carrier: Carrier, copies: readonly Copy[]) => LoanRow[] {
  const known = new Map(readers.map((reader) => [reader.card, reader]))
  const takenBackAlone = new Set(systems.filter(({ returns }) => returns === 'own branches').map(({ code }) => code))
  return (carrier, copies) =>
    copies.flatMap((copy) => {
      if (copy.dueIn === null) return []
      const card = borrowerOf(copy)
      const reader = known.get(card)
      const taken = { branch: copy.branch, ownerAlone: takenBackAlone.has(copy.system) }
      const back = broughtBackTo(taken, reader?.homeBranch ?? null, 'days')
      return [
        {
          barcode: copy.barcode,
          card,
          due: openDay(back, copy.dueIn),
          renewals: String(renewalsOf(copy, familyOf(carrier), reader)),
          recalledFrom: copy.lentUntil === null ? '' : openDay(back, copy.lentUntil),
        },
      ]
    })
}

/** As many as the library's rules allow at most: mostly none, some, now and then all. */
function renewalsOf(copy: Copy, family: Family, reader: ReaderRow | undefined): number {
  const borrower = { category: reader?.category ?? POLICIES.guestCategory, homeSystem: SYSTEM_OF[reader?.homeBranch ?? ''] ?? null }
  const max = loanRuleFor(POLICIES.loanRules, borrower, { ...copy, use: copy.use ?? 'loan', family })?.renewals ?? 0
  return Math.min(max, Math.max(0, ((numberOf(copy) * 31) % (max + 3)) - 2))
}

function borrowerOf(copy: Copy): string {
  if (copy.lentTo !== null) return copy.lentTo
  return READERS_LOANS.find(([, every]) => numberOf(copy) % every === 7)?.[0] ?? ''
}

const numberOf = ({ barcode }: Copy): number => Number(barcode.slice(1))
