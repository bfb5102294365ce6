/** What comes next, near the top: most who look at one part want the one behind it. */
import { nextIn } from '@catalex/core/series'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { useScope } from '../shared/scope.tsx'
import { Words } from '../ui/Words.tsx'
import { seriesQuery } from './seriesQuery.ts'
import styles from './series.module.css'

export default function NextInSeries({ controlNumber }: { controlNumber: string }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { chosen } = useScope()
  const { data } = useQuery(seriesQuery(controlNumber, chosen))
  const [found] = (data?.series ?? []).flatMap((series) => {
    const next = nextIn(series)
    return next ? [{ title: series.title, next }] : []
  })
  if (!found) return null
  const { title, next } = found
  return (
    <p className={styles.next}>
      {t('series.next', { title })}{' '}
      <Link to={links.title(next.controlNumber)}>
        {next.volume} <Words>{next.title}</Words>
      </Link>{' '}
      <span className={styles.soft}>{t('search.row.chip', { inNow: next.inNow, owned: next.owned })}</span>
    </p>
  )
}
