/** A reader's lists, newest change first; new ones, and those that are brought along from elsewhere. */
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { dayInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useSession } from '../shared/session/session.tsx'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { KeptSearches } from './KeptSearches.tsx'
import { listsQuery } from './queries.ts'
import { lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import styles from './lists.module.css'

const ToListDialog = lazyWithTexts(() => import('./ToListDialog.tsx'), overThePage)
const ImportDialog = lazyWithTexts(() => import('./ImportDialog.tsx'), overThePage)

export default function ListsPage() {
  const { t } = useTranslation()
  const links = useLinks()
  const { all } = usePlaces()
  const { reader, known, askToSignIn } = useSession()
  const { data, error, refetch } = useQuery({ ...listsQuery, enabled: reader !== null })
  const [open, setOpen] = useState<'new' | 'import' | null>(null)
  const close = () => {
    setOpen(null)
  }
  if (known && !reader)
    return (
      <Page width={760} title={t('lists.heading')} view="lists">
        <p>{t('lists.guest')}</p>
        <Button variant="contained" onClick={() => void askToSignIn()}>
          {t('app.signIn')}
        </Button>
      </Page>
    )
  return (
    <Page width={760} title={t('lists.heading')} view="lists" busy={!data && !error}>
      <div className={styles.tools} data-screen>
        <Button
          variant="outlined"
          size="small"
          onClick={() => {
            setOpen('new')
          }}
        >
          {t('lists.make')}
        </Button>
        <Button
          size="small"
          onClick={() => {
            setOpen('import')
          }}
        >
          {t('lists.bring')}
        </Button>
      </div>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {!data && !error && <Skeleton height={96} />}
      {data?.length === 0 && <p>{t('lists.none')}</p>}
      <ul className={styles.lists}>
        {data?.map(({ id, name, about, count, link, changed }) => (
          <li key={id}>
            <Link to={links.list(id)}>{name}</Link>
            <span className={styles.soft}>
              {[
                t('lists.titles', { count }),
                link !== null && t('lists.isShared'),
                t('lists.changed', { date: dayInWords(changed, all.timeZone) }),
              ]
                .filter(Boolean)
                .join(' · ')}
            </span>
            {about !== '' && <p className={styles.soft}>{about}</p>}
          </li>
        ))}
      </ul>
      <KeptSearches />
      {open === 'new' && (
        <Suspense>
          <ToListDialog which={[]} onClose={close} />
        </Suspense>
      )}
      {open === 'import' && (
        <Suspense>
          <ImportDialog onClose={close} />
        </Suspense>
      )}
    </Page>
  )
}
