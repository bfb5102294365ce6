/** A link by which the reader's own calendar follows due dates and last days; it is shown once, when it is made. */
import Button from '@mui/material/Button'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { call } from '../../shared/api.ts'
import { useNotice } from '../../shared/notices.tsx'
import { useSession } from '../../shared/session/session.tsx'
import { refreshCard } from '../../shared/ownTitles.ts'
import { Trouble } from '../../ui/Trouble.tsx'
import styles from '../card.module.css'

export function CalendarLink({ kept }: { kept: boolean }) {
  const { t } = useTranslation()
  const { asReader } = useSession()
  const client = useQueryClient()
  const notify = useNotice()
  const onSuccess = () => refreshCard(client)
  const make = useMutation({ mutationFn: () => asReader(() => call('makeFeed', {})), onSuccess })
  const end = useMutation({ mutationFn: () => asReader(() => call('endFeed', {})), onSuccess })
  const address = make.data && new URL(make.data.path, window.location.href).href
  const withdraw = async () => {
    const gone = await end.mutateAsync().then(() => true, () => false) // prettier-ignore
    if (!gone) return
    make.reset()
    notify(t('card.calendar.withdrawn'))
  }
  const error = make.error ?? end.error
  return (
    <section className={styles.newPin} aria-label={t('card.calendar.heading')}>
      <b>{t('card.calendar.heading')}</b>
      <p className={styles.soft}>{t(address ? 'card.calendar.shownOnce' : kept ? 'card.calendar.kept' : 'card.calendar.said')}</p>
      {address && (
        <p role="status" className={styles.address}>
          {address}
        </p>
      )}
      <div className={styles.choices}>
        {address ? (
          <Button variant="outlined" onClick={() => void navigator.clipboard.writeText(address).then(() => { notify(t('card.calendar.copied')) })}>
            {t('card.calendar.copy')}
          </Button>
        ) : (
          <Button variant="outlined" disabled={make.isPending} onClick={() => { make.mutate() }}>
            {t(kept ? 'card.calendar.again' : 'card.calendar.make')}
          </Button>
        )}
        {kept && (
          <Button disabled={end.isPending} onClick={() => void withdraw()}>
            {t('card.calendar.withdraw')}
          </Button>
        )}
      </div>
      {error && <Trouble error={error} />}
    </section>
  )
} // prettier-ignore
