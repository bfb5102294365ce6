/** Renews whatever gains by it, in one go; until when is said at each loan. */
import type { Loan } from '@catalex/contract/card'
import Button from '@mui/material/Button'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useNotice } from '../../shared/notices.tsx'
import { refreshCard } from '../../shared/ownTitles.ts'
import { useRenewLoan } from '../queries.ts'

export function RenewAll({ loans }: { loans: readonly Loan[] }) {
  const { t } = useTranslation()
  const notify = useNotice()
  const client = useQueryClient()
  const { mutateAsync } = useRenewLoan({ one: false })
  const [renewing, setRenewing] = useState(false)
  const renewable = loans.filter(({ renewal }) => renewal.due !== null)
  if (renewable.length < 2) return null
  const renew = async () => {
    setRenewing(true)
    let done = 0
    // One after the other: each is a change of its own, and one that is refused stops no other.
    for (const { barcode } of renewable)
      done += await mutateAsync(barcode).then(
        () => 1,
        () => 0,
      )
    await refreshCard(client)
    setRenewing(false)
    notify(t('card.renewedAll', { count: done, all: renewable.length }))
  }
  return (
    <Button size="small" data-screen disabled={renewing} onClick={() => void renew()}>
      {t('card.renewAll', { count: renewable.length })}
    </Button>
  )
}
