/** On what terms something is asked for, in words. */
import { useTranslation } from 'react-i18next'
import { amountInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import type { Offered } from './wanted.ts'

export function useTerms(): (offered: Offered) => string {
  const { t } = useTranslation()
  const { branchName } = usePlaces()
  const price = (cost: number) => (cost === 0 ? t('routes.free') : amountInWords(cost))
  return ({ kind, offer }) => {
    if (kind === 'purchase') return t('requests.terms.purchase')
    const { days, cost } = offer
    if (kind === 'outside') return t('requests.terms.outside', { cost: price(cost), count: days })
    const { branch, perPage, mostPages } = offer
    return t(perPage === 0 ? 'requests.terms.scan' : 'requests.terms.scanPages', { branch: branchName(branch), cost: price(cost), page: amountInWords(perPage), most: mostPages, count: days }) // prettier-ignore
  }
}
