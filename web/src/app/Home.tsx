/** Where one starts: what there is, which libraries are open, what has come in. */
import { openState, type OpeningHours } from '@catalex/core/calendar'
import { isReachable } from '@catalex/core/copies'
import type { Branch } from '@catalex/contract/branches'
import { FAMILY_CODES } from '@catalex/core/catalogue'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { FormatMark } from '../ui/FormatMark.tsx'
import { searchQuery } from '../search/queries.ts'
import { EMPTY_QUESTION } from '../search/address.ts'
import { momentInWords, nowIn, timeInWords } from './formats.ts'
import { usePlaces } from './places.tsx'
import styles from './app.module.css'

const NEWEST = 6

export function Home() {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const { data } = useQuery(searchQuery({ ...EMPTY_QUESTION, sort: 'newest' }, { in: [], as: [], at: '' }))
  return (
    <div className={styles.home}>
      <div>
        <h1>{t('home.heading')}</h1>
        <p className={styles.intro}>{t('home.intro', { titles: data?.count ?? 0, libraries: all.branches.length })}</p>
        <h2>{t('home.byFormat')}</h2>
        <ul className={styles.kinds}>
          {FAMILY_CODES.filter((family) => data?.facets.format[family]).map((family) => (
            <li key={family}>
              <Link to={`/search?as=${family}`}>
                <FormatMark family={family} label={t(`families.${family}`)} />
                <span className={styles.count}>{data?.facets.format[family].toLocaleString()}</span>
              </Link>
            </li>
          ))}
        </ul>
        <h2>
          {t('home.newest')} <Link to="/search?sort=newest">{t('home.newestMore')}</Link>
        </h2>
        <ul className={styles.newest}>
          {data?.rows.slice(0, NEWEST).map((row) => (
            <li key={row.controlNumber}>
              <Link to={`/titles/${row.controlNumber}`}>
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
  const now = nowIn(all.timeZone)
  return (
    <ul className={styles.hours}>
      {all.branches.filter(letsReadersIn).map((branch) => {
        const state = openState({ weekly: branch.hours as OpeningHours['weekly'], closures: branch.closures }, now)
        return (
          <li key={branch.code}>
            <Link to={`/search?in=${branch.code}`}>{branch.name}</Link>
            {state.open ? (
              <span className={styles.openNow}>{t('home.till', { time: timeInWords(state.till.toISO() ?? '', all.timeZone) })}</span>
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
