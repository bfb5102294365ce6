/** The way to a bay, a sentence a step: what the drawing shows, for whoever hears it or has no drawing. */
import type { Branch } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import { bayOf, type Direction, type Way } from '@catalex/core/plan'
import type { TFunction } from 'i18next'
import { shortName, signOf } from './signs.ts'

export function directionsInWords(t: TFunction, way: Way, plan: BranchPlan, branch: Branch, bayId: string): string[] {
  const bay = bayOf(plan, bayId)?.bay
  const collection = branch.collections.find(({ code }) => code === bay?.collection)?.name ?? ''
  const sign = (bay?.ranges ?? bay?.families) ? signOf(t, bay, branch, plan) : ''
  const floorName = (code: string) => shortName(branch.floors.find((floor) => floor.code === code)?.name ?? code)
  const nth = (count: number) => t('app.nth', { count, ordinal: true })
  const inWords = (step: Direction): string => {
    switch (step.kind) {
      case 'ahead':
        return t('plan.ahead', { count: step.metres })
      case 'turn':
        return step.nth === 1 ? t(`plan.turn.${step.side}`) : t(`plan.opening.${step.side}`, { nth: nth(step.nth) })
      case 'climb':
        return t(`plan.${step.by}.${step.flights < 0 ? 'down' : 'up'}`, { count: Math.abs(step.flights), floor: floorName(step.floor) })
      case 'bay': {
        const where = step.side === null ? t('plan.before') : t(`plan.bay.${step.side}`, { nth: nth(step.nth) })
        return [where, [collection, sign].filter(Boolean).join(' '), step.low ? t('plan.low') : ''].filter(Boolean).join(', ')
      }
    }
  }
  return way.directions.map(inWords)
}
