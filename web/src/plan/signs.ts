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

/** As much of a sign as has room over its bay. */
export function shortSign(sign: string, width: number): string {
  const most = Math.max(FEWEST, Math.floor(width / LETTER))
  return sign.length > most ? `${sign.slice(0, most - 1)}…` : sign
}

/** Metres that a letter of a sign takes as it is drawn, and letters that are always shown. */
const LETTER = 0.39
const FEWEST = 5
