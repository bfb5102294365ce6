/** A request as it stands on the card, with the way to withdraw it. */
import type { ReaderRequest } from '@catalex/contract/requests'
import Button from '@mui/material/Button'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { amountInWords } from '../shared/formats.ts'
import { useNotice } from '../shared/notices.tsx'
import { usePlaces } from '../shared/places.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Words } from '../ui/Words.tsx'
import { useWithdrawRequest } from './queries.ts'
import { RequestJourney } from './RequestJourney.tsx'
import styles from './requests.module.css'

/** @param children what there is to do about it */
export function RequestItem({ request, children }: { request: ReaderRequest; children?: ReactNode }) {
  const { t } = useTranslation()
  const notify = useNotice()
  const { pickupName } = usePlaces()
  const withdraw = useWithdrawRequest()
  const { id, kind, state, title, part, pickup, cost, reference } = request
  const facts = [
    t(`requests.kinds.${kind}`),
    part,
    pickup === null ? null : pickupName(pickup),
    t('requests.reference', { reference }),
    cost === 0 ? null : amountInWords(cost),
  ]
  return (
    <li className={styles.item}>
      <div>
        <b>
          <Words>{title}</Words>
        </b>
        <span>{facts.filter(Boolean).join(' · ')}</span>
        <RequestJourney request={request} />
        {children}
        {withdraw.error && <Trouble error={withdraw.error} />}
      </div>
      {state === 'asked' && (
        <Button
          size="small"
          data-screen
          disabled={withdraw.isPending}
          aria-label={t('requests.withdrawTitle', { title })}
          onClick={() => {
            withdraw.mutate(id, {
              onSuccess: () => {
                notify(t('requests.withdrawn', { title }))
              },
            })
          }}
        >
          {t('requests.withdraw')}
        </Button>
      )}
    </li>
  )
}
