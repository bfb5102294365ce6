/** Where one starts: what there is, which libraries are open, what has come in. */
import type { Branch } from '@catalex/contract/libraries'
import { openState } from '@catalex/core/calendar'
import { FAMILY_CODES } from '@catalex/core/catalogue'
import { isReachable } from '@catalex/core/copies'
import { EMPTY_QUESTION } from '@catalex/core/query'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { DateTime } from 'luxon'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { searchQuery } from '../search/queries.ts'
import { momentInWords, now, numberInWords, timeInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { FormatMark } from '../ui/FormatMark.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './app.module.css'

const NEWEST = 6
/** All there is: what the start page tells of. */
const EVERYWHERE = { in: [], as: [], at: null }

export default function Home() {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const links = useLinks()
  const { data, error, refetch } = useQuery(searchQuery({ ...EMPTY_QUESTION, sort: 'added' }, EVERYWHERE))
  const counts = data?.facets.format ?? {}
  return (
    <div className={styles.home}>
      <div>
        <h1>{t('home.heading')}</h1>
        {error && <Trouble error={error} onRetry={() => void refetch()} />}
        <p className={styles.intro}>
          {data ? t('home.intro', { titles: data.count, libraries: all.branches.length }) : <Skeleton width="60%" />}
        </p>
        <h2>{t('home.byFormat')}</h2>
        <ul className={styles.kinds}>
          {FAMILY_CODES.filter((family) => counts[family]).map((family) => (
            <li key={family}>
              <Link to={links.search(EMPTY_QUESTION, { ...EVERYWHERE, as: [family] })}>
                <FormatMark family={family} label={t(`families.${family}`)} />
                <span className={styles.count}>{numberInWords(counts[family] ?? 0)}</span>
              </Link>
            </li>
          ))}
        </ul>
        <h2>
          {t('home.newest')} <Link to={links.search({ ...EMPTY_QUESTION, sort: 'added' })}>{t('home.newestMore')}</Link>
        </h2>
        <ul className={styles.newest}>
          {data?.rows.slice(0, NEWEST).map((row) => (
            <li key={row.controlNumber}>
              <Link to={links.title(row.controlNumber)}>
                <b>{row.title}</b>
                <span>{row.year}</span>
                <span>{row.who.join(', ')}</span>
              </Link>
            </li>
          ))}
        </ul>
      </div>
      <aside>
        <h2>{t('home.openNow')}</h2>
        <Hours />
      </aside>
    </div>
  )
}

const letsReadersIn = (branch: Branch): boolean => branch.collections.some((collection) => isReachable({ collectionKind: collection.kind }))

function Hours() {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const links = useLinks()
  const at = DateTime.fromMillis(now(), { zone: all.timeZone })
  return (
    <ul className={styles.hours}>
      {all.branches.filter(letsReadersIn).map(({ code, name, hours, closures }) => {
        const state = openState({ weekly: hours, closures }, at)
        return (
          <li key={code}>
            <Link to={links.search(EMPTY_QUESTION, { ...EVERYWHERE, in: [code] })}>{name}</Link>
            {state.open ? (
              <span className={styles.openNow}>{t('home.till', { time: timeInWords(state.until.toISO() ?? '', all.timeZone) })}</span>
            ) : (
              <span className={styles.shut}>
                {state.opens ? t('home.opens', { time: momentInWords(state.opens.toISO() ?? '', all.timeZone) }) : ''}
              </span>
            )}
          </li>
        )
      })}
    </ul>
  )
}
