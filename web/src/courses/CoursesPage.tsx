/** Course reserves: by instructor, department, course or section. */
import TextField from '@mui/material/TextField'
import Skeleton from '@mui/material/Skeleton'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useDeferredValue } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { call } from '../shared/api.ts'
import { useKept } from '../shared/kept.ts'
import { useLinks } from '../shared/links.ts'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './courses.module.css'

export default function CoursesPage() {
  const { t } = useTranslation()
  const links = useLinks()
  const [typed, setTyped] = useKept('courses', '')
  const find = useDeferredValue(typed.trim())
  const { data, error, refetch } = useQuery({
    queryKey: ['courses', find],
    queryFn: ({ signal }) => call('courses', { query: { find } }, { signal }),
    placeholderData: keepPreviousData,
  })
  return (
    <Page width={860} title={t('courses.heading')}>
      <p className={styles.soft}>{t('courses.intro')}</p>
      <TextField
        fullWidth
        value={typed}
        label={t('courses.find')}
        slotProps={{ htmlInput: { maxLength: 200 } }}
        onChange={(event) => {
          setTyped(event.target.value)
        }}
      />
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {!data && !error && <Skeleton variant="rectangular" height={180} />}
      {data && (
        <>
          <p role="status" className={styles.soft}>
            {data.count > 0 && t('courses.count', { count: data.count })}
          </p>
          {data.count === 0 && <HelpAtHand words={data.entered === 0 ? t('courses.none') : t('courses.noMatch', { typed: find })} />}
          <ul className={styles.courses}>
            {data.courses.map(({ id, code, name, section, department, instructors, texts, running }) => (
              <li key={id}>
                <Link to={links.course(id)}>{name}</Link>
                <span className={styles.soft}>{[code, section, department, ...instructors].filter(Boolean).join(' · ')}</span>
                <span>
                  {t('courses.texts', { count: texts })}
                  {!running && ` · ${t('courses.notNow')}`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </Page>
  )
}
