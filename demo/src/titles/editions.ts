/** When somebody published, how long it became, and in which other forms a book that does well comes out. */
import type { Carrier } from '@catalex/core/catalogue'
import { personName, publisherNamed, PUBLISHERS, type PersonName } from '../vocabulary/names.ts'
import type { Chance } from '../vocabulary/random.ts'
import type { Draft } from './draft.ts'

/** Years in which somebody could have published, and not after today. */
export function yearsOf(person: PersonName, chance: Chance, thisYear: number): number {
  const first = Math.max(person.born + 27, 1924)
  const last = Math.min(thisYear, (person.died ?? thisYear) + 1)
  const from = Math.min(first, last - 1)
  // Libraries keep more of what is new.
  return Math.round(last - (last - from) * chance.next() ** 1.7)
}

export const pagesOf = (chance: Chance, from: number, to: number, size: number, more = ''): string =>
  `${String(chance.whole(from, to))} pages${more} ; ${String(size)} cm`

/** Large print, discs, players and later printings of a book that does well. */
export function otherEditions(chance: Chance, first: Draft, thisYear: number): Draft[] {
  const next = (carrier: Carrier, publisher: string, extent: string, after: number, more: Partial<Draft> = {}): Draft => ({
    ...first,
    carrier,
    publisher: publisherNamed(publisher),
    extent,
    year: Math.min(thisYear, first.year + after),
    demand: 1.4,
    ...more,
  })
  const reader = personName(chance)
  const all: Draft[] = []
  if (chance.maybe(0.14))
    all.push(next('large-print-book', 'Clearwater Large Print', `${String(chance.whole(280, 690))} pages (large print) ; 24 cm`, 1))
  if (first.year > 1988 && chance.maybe(0.1)) {
    all.push(
      next('spoken-disc', 'Spoken Shore', `${String(chance.whole(6, 14))} audio discs (${String(chance.whole(6, 15))} hr.) ; 12 cm`, 1, {
        others: [{ person: reader, role: 'narrator' }],
      }),
    )
  }
  if (first.year > 2006 && chance.maybe(0.04)) {
    all.push(
      next('preloaded-player', 'Spoken Shore', '1 audio media player', 1, {
        notes: [{ tag: '500', text: 'Preloaded on a self-contained digital audio player; earphones not included.' }],
      }),
    )
  }
  if (chance.maybe(0.08))
    all.push({
      ...first,
      edition: 'New edition',
      year: Math.min(thisYear, first.year + chance.whole(5, 20)),
      extent: pagesOf(chance, 190, 480, 18),
      publisher: chance.pick(PUBLISHERS.slice(0, 5)),
    })
  return all
}
