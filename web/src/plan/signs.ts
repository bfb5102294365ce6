/** What stands on the sign of a bay: its call numbers, or what kind of thing it holds. */
import type { Branch } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import { baysOf, type Bay } from '@catalex/core/plan'
import type { TFunction } from 'i18next'

export type Floor = BranchPlan['floors'][number]

/** Of what stands in no other bay it says so, or the collection where that has no other bay. */
export function signOf(t: TFunction, bay: Bay, { collections }: Branch, plan: BranchPlan): string {
  const { ranges = [], families = [], collection } = bay
  if (ranges.length === 0 && families.length === 0) {
    const alone = baysOf(plan).filter((one) => one.bay.collection === collection).length === 1
    return alone ? (collections.find(({ code }) => code === collection)?.name ?? collection) : t('plan.others')
  }
  const stretches = ranges.map(({ prefix, from, to }) =>
    [prefix, from === to || to === undefined ? (from ?? '') : `${from ?? ''}–${to}`].filter(Boolean).join(' '),
  )
  return [...stretches, ...families.map((family) => t(`families.${family}`))].join(', ')
}

/** A floor as it is called, without what the library says of the way there. */
export const shortName = (name: string): string => name.split(/[,;(]/)[0]?.trim() ?? name

/** How large signs are drawn on a floor, metres: as everywhere, or as its narrowest bay allows. */
export const signSize = ({ bays }: Pick<Floor, 'bays'>): number =>
  Math.min(USUAL_SIZE, ...bays.map(({ width }) => width / (USUAL_LETTERS * LETTER)))

/** As much of a sign as has room over its bay. @param size of its letters */
export function shortSign(sign: string, width: number, size: number): string {
  const most = Math.max(FEWEST, Math.floor(width / (size * LETTER)))
  return sign.length > most ? `${sign.slice(0, most - 1)}…` : sign
}

const USUAL_SIZE = 0.62
/** Letters for which there is room over any bay. */
const USUAL_LETTERS = 11
/** How wide a letter is, by its size; and letters that are always shown. */
const LETTER = 0.63
const FEWEST = 5
