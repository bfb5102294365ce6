/** On what terms something is lent, in words. */
import type { CopyLine } from '@catalex/contract/title'
import type { OverdueRate } from '@catalex/core/loans'
import type { TFunction } from 'i18next'
import { amountInWords } from './formats.ts'

type Translate = TFunction<'app'>

/** "0.25 a day, at most 10.00" */
export function rateInWords(t: Translate, { amount, per, ceiling }: OverdueRate): string {
  const facts = { amount: amountInWords(amount) }
  return ceiling === null ? t(`loans.rate.${per}`, facts) : t(`loans.rateUpTo.${per}`, { ...facts, most: amountInWords(ceiling) })
}

/** "Lent for 28 days. When it is late, it costs 0.25 a day." */
export function termsInWords(
  t: Translate,
  { count, unit, overdue, returnTo }: NonNullable<CopyLine['loan']>,
  placeName: (code: string) => string,
): string {
  return [
    t(`loans.lent.${unit}`, { length: t(`loans.length.${unit}`, { count }) }),
    overdue && t('loans.late', { rate: rateInWords(t, overdue) }),
    returnTo && t('loans.returnTo', { owner: placeName(returnTo) }),
  ]
    .filter(Boolean)
    .join(' ')
}
