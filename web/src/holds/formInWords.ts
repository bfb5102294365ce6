/** What a hold is for, beside its title: "Large print", "any of 3 editions", "Journal, v.31 (2009)". */
import type { Hold } from '@catalex/contract/holds'
import type { TFunction } from 'i18next'

export function formInWords(t: TFunction<'app'>, { editions, from, carrier, enumeration }: Hold): string {
  const form = editions > 1 && from === null ? t('card.editions', { count: editions }) : carrier && t(`carriers.${carrier}`)
  return [form, enumeration].filter(Boolean).join(', ')
}
