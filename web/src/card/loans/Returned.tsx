/** What this reader has returned, of one who has a list of it kept: shown when it is asked for, and deleted for good. */
import Button from '@mui/material/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { call } from '../../shared/api.ts'
import { dayInWords } from '../../shared/formats.ts'
import { useNotice } from '../../shared/notices.tsx'
import { usePlaces } from '../../shared/places.tsx'
import { useSession } from '../../shared/session/session.tsx'
import { Trouble } from '../../ui/Trouble.tsx'
import { ChangeDialog } from '../ChangeDialog.tsx'
import { TitleLink } from '../TitleLink.tsx'
import styles from '../card.module.css'

export function Returned() {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const { asReader } = useSession()
  const client = useQueryClient()
  const notify = useNotice()
  const [shown, setShown] = useState(false)
  const [asked, setAsked] = useState(false)
  const { data, error, refetch } = useQuery({
    queryKey: ['card', 'history'],
    queryFn: ({ signal }) => call('history', {}, { signal }),
    enabled: shown,
  })
  const forget = useMutation({
    mutationFn: () => asReader(() => call('forgetHistory', {})),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['card', 'history'] })
      setAsked(false)
      notify(t('card.returned.deleted'))
    },
  })
  return (
    <section className={styles.section} aria-label={t('card.returned.heading')}>
      <div className={styles.sectionHead}>
        <h2>
          {t('card.returned.heading')} {data && <span className={styles.soft}>{data.length}</span>}
        </h2>
        {data && data.length > 0 ? (
          <Button size="small" onClick={() => { setAsked(true) }}>{t('card.returned.delete')}</Button>
        ) : !shown ? (
          <Button size="small" onClick={() => { setShown(true) }}>{t('card.returned.show')}</Button>
        ) : null}
      </div>
      {data?.length === 0 && <p className={styles.soft}>{t('card.returned.none')}</p>}
      <ul>
        {data?.map(({ title, controlNumber, returned }) => (
          <li key={`${returned} ${title}`} className={styles.loan}>
            <TitleLink controlNumber={controlNumber} title={title} />
            <span className={styles.due}>{dayInWords(returned, all.timeZone)}</span>
          </li>
        ))}
      </ul>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {asked && (
        <ChangeDialog title={t('card.returned.delete')} press={t('card.returned.delete')} change={forget} onPress={() => { forget.mutate() }} onClose={() => { setAsked(false) }}>
          <p>{t('card.returned.sure')}</p>
        </ChangeDialog>
      )}
    </section>
  )
} // prettier-ignore
