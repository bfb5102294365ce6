/** What a hold costs: a reader their price, a guest what it costs with the cards there are, since nobody knows theirs yet. */
import type { PickupOption } from '@catalex/contract/holds'
import type { TFunction } from 'i18next'
import { amountInWords } from '../shared/formats.ts'

export type Priced = Pick<PickupOption, 'cost' | 'cardCosts'>

const rangeOf = ({ cost, cardCosts }: Priced) => cardCosts ?? { least: cost, most: cost }

/** Of several holds together. */
export function priceOfAll(all: readonly Priced[]): Priced {
  const ranges = all.map(rangeOf)
  return {
    cost: all.reduce((sum, { cost }) => sum + cost, 0),
    cardCosts: all.some(({ cardCosts }) => cardCosts !== null)
      ? { least: ranges.reduce((sum, { least }) => sum + least, 0), most: ranges.reduce((sum, { most }) => sum + most, 0) }
      : null,
  }
}

/** "no charge", "€1.90", "up to €1.90", "€0.50 to €1.90": as short as a column. */
export function priceInWords(t: TFunction<'app'>, priced: Priced): string {
  const { least, most } = rangeOf(priced)
  if (most === 0) return t('routes.free')
  if (least === most) return amountInWords(most)
  const amounts = { least: amountInWords(least), most: amountInWords(most) }
  return t(least === 0 ? 'hold.upTo' : 'hold.between', amounts)
}

/** As a sentence; a guest is told that they are asked once their card is known. */
export function priceSentence(t: TFunction<'app'>, priced: Priced): string {
  const { least, most } = rangeOf(priced)
  if (most === 0) return t('hold.costsNothing')
  if (priced.cardCosts === null) return t('hold.costs', { amount: amountInWords(priced.cost) })
  return least === most
    ? t('hold.costsAnyCard', { amount: amountInWords(most) })
    : t('hold.costsByCard', { least: amountInWords(least), most: amountInWords(most) })
}
