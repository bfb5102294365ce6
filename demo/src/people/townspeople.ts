/** Readers whom nobody plays: they ask for things, collect them and bring them back by themselves. */
import type { HoldRow, ReaderRow } from '@catalex/contract/files'
import type { OpenDay } from '../places/openDays.ts'
import type { PastOf } from './holds.ts'
import type { Chance } from '../vocabulary/random.ts'
import { personName } from '../vocabulary/names.ts'

const MOST = 60
/** A small world has none, so that nothing moves in it but what a test moves. */
const FEWEST_TITLES = 5000
const HOMES = ['northmole', 'northmole', 'ferrygate', 'ferrygate', 'lanternhill', 'saltpan', 'tarbeck', 'corrow', 'wetherdale']
const CHANNELS = ['mail', 'mail', 'mail', 'text', 'call'] as const

export const areThere = (titles: number): boolean => titles >= FEWEST_TITLES

export function townspeople(chance: Chance, titles: number, dateAfter: (days: number) => string): ReaderRow[] {
  return Array.from({ length: areThere(titles) ? MOST : 0 }, (_, i) => {
    const { spoken } = personName(chance)
    return {
      card: String(51_000 + i * 13).padStart(8, '0'),
      pin: String(1000 + chance.whole(0, 8999)),
      name: spoken,
      category: 'adult',
      homeBranch: chance.pick(HOMES),
      expires: dateAfter(chance.whole(60, 700)),
      owed: '0',
      block: '',
      mail: `${spoken.toLowerCase().replace(/[^a-z]+/g, '.')}@pellan.example`,
      telephone: `01 555 1${String(100 + i * 3).padStart(3, '0')}`,
      notify: chance.pick(CHANNELS),
      guardian: '',
      situation: '',
      standIn: 'yes',
    }
  })
}

/** A copy that somebody may have had set aside. */
export interface SetAside {
  controlNumber: string
  barcode: string
  branch: string
  collection: string
}

/** What is on its way to them, or kept for them, on the demo's day. */
export function theirHolds(
  chance: Chance,
  readers: readonly ReaderRow[],
  copies: readonly SetAside[],
  pastOf: PastOf,
  openDay: OpenDay,
): HoldRow[] {
  return copies.flatMap(({ controlNumber, barcode, branch, collection }): HoldRow[] => {
    const reader = chance.pick(readers)
    const state = chance.weighted([
      ['being fetched', 3],
      ['in transit', 3],
      ['ready', 4],
    ] as const)
    // What stands at the pickup location needs no van.
    if (state === 'in transit' && branch === reader.homeBranch) return []
    const daysAgo = state === 'being fetched' ? 0 : chance.whole(1, 4)
    const at = { daysAgo, hour: chance.whole(7, 9), mayBeLate: false }
    const past = pastOf({ branch, collection }, reader.homeBranch, state, at)
    // What is sent in the morning has mostly come by the evening: then it was asked for today.
    const today = pastOf({ branch, collection }, reader.homeBranch, 'being fetched', { ...at, daysAgo: 0 })
    const [standing, when] = past ? [state, past] : (['being fetched', today] as const)
    if (!when) return []
    return [
      {
        card: reader.card,
        controlNumbers: controlNumber,
        barcode,
        pickup: reader.homeBranch,
        ...when,
        state: standing,
        collectBy: standing === 'ready' ? openDay(reader.homeBranch, chance.whole(1, 6)) : '',
      },
    ]
  })
}
