/** A list that somebody shares, as whoever has the link reads it. */
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { entryKey } from '@catalex/core/satchel'
import { useMemo, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useParams } from 'react-router'
import { Actions } from '../satchel/Actions.tsx'
import { EntryLine } from '../satchel/EntryLine.tsx'
import { useRows } from '../satchel/rowsQuery.ts'
import { dayInWords } from '../shared/formats.ts'
import { useNotice } from '../shared/notices.tsx'
import { usePlaces } from '../shared/places.tsx'
import { useSatchel } from '../shared/satchel/useSatchel.ts'
import { useScope } from '../shared/scope.tsx'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Noted } from './Noted.tsx'
import { sharedListQuery } from './queries.ts'
import styles from './lists.module.css'
import satchelStyles from '../satchel/satchel.module.css'

export default function SharedListPage() {
  const { t } = useTranslation()
  const { link = '' } = useParams()
  const { all } = usePlaces()
  const { chosen } = useScope()
  const notify = useNotice()
  const satchel = useSatchel()
  const { data, error, refetch } = useQuery(sharedListQuery(link))
  const [unticked, setUnticked] = useState<readonly string[]>([])
  const titles = useMemo(() => [...new Set((data?.entries ?? []).map(({ controlNumber }) => controlNumber))].sort(), [data])
  const { rows, error: rowsError, waiting, retry } = useRows(titles, chosen)
  if (error)
    return (
      <Page width={760} title={t('lists.sharedNotShown')} view="shared">
        <Trouble error={error} onRetry={() => void refetch()} />
      </Page>
    )
  if (!data) return <Skeleton variant="rectangular" height={320} />
  const { name, about, changed, entries } = data
  const ticked = entries.filter((one) => !unticked.includes(entryKey(one)))
  return (
    <Page width={980} title={name} view={`shared ${link}`} busy={waiting && titles.length > 0}>
      <p className={styles.soft}>
        {t('lists.aShared')} · {t('lists.titles', { count: entries.length })} ·{' '}
        {t('lists.changed', { date: dayInWords(changed, all.timeZone) })}
      </p>
      {about !== '' && <p className={styles.about}>{about}</p>}
      <div className={styles.tools} data-screen>
        <Button
          variant="outlined"
          size="small"
          onClick={() => {
            satchel.put(ticked.map(({ controlNumber, barcode }) => ({ controlNumber, barcode })))
            notify(t('lists.gathered', { count: ticked.length }))
          }}
        >
          {t('lists.gather', { count: ticked.length })}
        </Button>
      </div>
      <Actions which={ticked} rows={rows} />
      {rowsError !== null && <Trouble error={rowsError} onRetry={retry} />}
      <ol className={satchelStyles.entries}>
        {entries.map((entry) => (
          <li key={entryKey(entry)} className={satchelStyles.entry} data-ticked={ticked.includes(entry)}>
            <EntryLine
              which={entry}
              row={rows.get(entry.controlNumber) ?? (waiting ? undefined : null)}
              ticked={ticked.includes(entry)}
              onTick={(on) => {
                const others = unticked.filter((key) => key !== entryKey(entry))
                setUnticked(on ? others : [...others, entryKey(entry)])
              }}
            >
              <Noted entry={entry} title={rows.get(entry.controlNumber)?.title ?? ''} />
            </EntryLine>
          </li>
        ))}
      </ol>
    </Page>
  )
}
