/** Ways beside holds: a scan of a part, a copy from outside, a suggestion to buy; each with its cost, or why not. */
import type { RequestOffers } from '@catalex/contract/requests'
import type { TitlePage } from '@catalex/contract/title'
import Button from '@mui/material/Button'
import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { amountInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { requestOffersQuery } from './queries.ts'
import { wantedFrom, type Offered, type Wanted } from './wanted.ts'
import styles from './requests.module.css'

const RequestDialog = lazy(() => import('./RequestDialog.tsx'))

/** @param barcode the one copy or volume that is meant */
export default function OtherWays({ page, barcode }: { page: TitlePage; barcode: string | null }) {
  const { data } = useQuery(requestOffersQuery([page.controlNumber], barcode))
  return <Ways offers={data} wanted={wantedFrom(page)} />
}

export function Ways({ offers, wanted }: { offers: RequestOffers | undefined; wanted: Wanted }) {
  const { t } = useTranslation()
  const { all, branchName } = usePlaces()
  const [asked, setAsked] = useState<Offered | null>(null)
  if (!offers) return null
  const offered = offeredOf(offers)
  const refused = [
    ...(offers.scan?.refusal ? [{ kind: 'scan' as const, refusal: offers.scan.refusal }] : []),
    ...(offers.outside?.refusal ? [{ kind: 'outside' as const, refusal: offers.outside.refusal }] : []),
  ]
  if (offered.length + refused.length === 0) return null
  const price = (cost: number) => (cost === 0 ? t('routes.free') : amountInWords(cost))
  const terms = (one: Offered): string => {
    if (one.kind === 'purchase') return t('requests.terms.purchase')
    const { days, cost } = one.offer
    if (one.kind === 'outside') return t('requests.terms.outside', { cost: price(cost), count: days })
    const { branch, perPage, mostPages } = one.offer
    return t(perPage === 0 ? 'requests.terms.scan' : 'requests.terms.scanPages', { branch: branchName(branch), cost: price(cost), page: amountInWords(perPage), most: mostPages, count: days }) // prettier-ignore
  }
  return (
    <ul className={styles.ways}>
      {offered.map((one) => (
        <li key={one.kind}>
          <Button
            size="small"
            aria-haspopup="dialog"
            onClick={() => {
              setAsked(one)
            }}
          >
            {t(`requests.ask.${one.kind}`)}
          </Button>
          <p>{terms(one)}</p>
        </li>
      ))}
      {refused.map(({ kind, refusal }) => (
        <li key={kind}>
          <b>{t(`requests.not.${kind}`)}</b>
          <p>{refusalInWords(t, refusal, all.timeZone)}</p>
        </li>
      ))}
      {asked && (
        <Suspense>
          <RequestDialog
            offered={asked}
            wanted={wanted}
            onClose={() => {
              setAsked(null)
            }}
          />
        </Suspense>
      )}
    </ul>
  )
}

/** A purchase can be suggested of what comes from outside alone. */
function offeredOf({ scan, outside }: RequestOffers): Offered[] {
  return [
    ...(scan?.offer ? [{ kind: 'scan' as const, offer: scan.offer }] : []),
    ...(outside?.offer ? [{ kind: 'outside' as const, offer: outside.offer }] : []),
    ...(outside ? [{ kind: 'purchase' as const, offer: null }] : []),
  ]
}
