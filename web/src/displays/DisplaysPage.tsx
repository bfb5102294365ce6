/** What the libraries have put on display, each as the spines that stand there. */
import type { Displays } from '@catalex/contract/displays'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { Spines } from '../neighbours/Spines.tsx'
import { dayInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { displaysQuery } from './displaysQuery.ts'
import styles from './displays.module.css'

export default function DisplaysPage() {
  const { t } = useTranslation()
  const { chosen } = useScope()
  const { data, error, refetch } = useQuery(displaysQuery(chosen))
  return (
    <Page width={1120} title={t('displays.link')} view="displays" busy={!data && !error}>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {!data && !error && <Skeleton variant="rectangular" height={320} />}
      {data?.length === 0 && <HelpAtHand words={t('displays.none')} />}
      {data?.map((display) => (
        <One key={display.code} display={display} />
      ))}
    </Page>
  )
}

function One({ display: { code, kind, name, about, branch, until, count, spines } }: { display: Displays[number] }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { all, branchName } = usePlaces()
  const called = name ?? t('displays.new')
  const said = [kind === 'prize' && t('displays.prize'), branch !== null && branchName(branch), until !== null && t('displays.until', { date: dayInWords(until, all.timeZone) })] // prettier-ignore
  return (
    <section aria-labelledby={`display-${code}`} className={styles.display}>
      <div className={styles.head}>
        <h2 id={`display-${code}`}>
          <Link to={links.display(code)}>{called}</Link>
        </h2>
        <span className={styles.soft}>{[t('displays.titles', { count }), ...said].filter(Boolean).join(' · ')}</span>
      </div>
      {(about ?? (code === 'new' ? t('displays.newAbout') : null)) !== null && (
        <p className={styles.soft}>{about ?? t('displays.newAbout')}</p>
      )}
      <Spines spines={spines} own={null} label={called} onLeft={null} onRight={null} />
    </section>
  )
}
