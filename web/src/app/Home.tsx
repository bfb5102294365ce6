/** Where one starts: what there is in the places at hand, which libraries are open, what has come in. */
import { FAMILY_CODES } from '@catalex/core/catalogue'
import { withoutNarrowing } from '@catalex/core/query'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { searchQuery } from '../search/queries.ts'
import { useArrival } from '../shared/focus/useArrival.ts'
import { numberInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import { FormatMark } from '../ui/marks/FormatMark.tsx'
import { letsReadersIn, OpenState } from '../ui/marks/OpenState.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Words } from '../ui/Words.tsx'
import styles from './app.module.css'

const NEWEST = 6
const WAITING = [0, 1, 2, 3, 4, 5]

export default function Home() {
  const { t } = useTranslation()
  const links = useLinks()
  const { scope, chosen } = useScope()
  const newest = { ...links.kept, sort: 'added' as const }
  const { data, error, refetch, isPlaceholderData } = useQuery(searchQuery(newest, chosen))
  const waiting = !data && !error
  const heading = useArrival('home', '')
  const counts = data?.facets.format ?? {}
  return (
    <div className={styles.home}>
      <div aria-busy={waiting || isPlaceholderData}>
        <h1 ref={heading} tabIndex={-1}>
          {t('home.heading')}
        </h1>
        {error && <Trouble error={error} onRetry={() => void refetch()} />}
        <p className={styles.intro}>{data ? <Intro count={data.count} /> : waiting && <Skeleton width="60%" />}</p>
        {(data ?? waiting) && (
          <>
            <h2>{t('home.byFormat')}</h2>
            <ul className={styles.kinds}>
              {waiting && WAITING.map((one) => <Skeleton key={one} component="li" height={36} />)}
              {FAMILY_CODES.filter((family) => counts[family]).map((family) => (
                <li key={family}>
                  <Link to={links.search(withoutNarrowing(links.kept, 'format'), { ...scope, as: [family] })}>
                    <FormatMark family={family} label={t(`families.${family}`)} />
                    <span className={styles.count}>{numberInWords(counts[family] ?? 0)}</span>
                  </Link>
                </li>
              ))}
            </ul>
            <h2>
              {t('home.newest')} <Link to={links.search(newest)}>{t('home.newestMore')}</Link>
            </h2>
            <ul className={styles.newest}>
              {waiting && WAITING.map((one) => <Skeleton key={one} component="li" height={48} />)}
              {data?.rows.slice(0, NEWEST).map((row) => (
                <li key={row.controlNumber}>
                  <Link to={links.title(row.controlNumber)}>
                    <b>
                      <Words language={row.editions[0]?.languages[0]}>{row.title}</Words>
                    </b>
                    <span>{row.year}</span>
                    <span>{row.who.join(', ')}</span>
                  </Link>
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
      <aside aria-label={t('home.openNow')}>
        <h2>{t('home.openNow')}</h2>
        <Hours />
      </aside>
    </div>
  )
}

/** How much there is, and where: in the places that the Place line names. */
function Intro({ count }: { count: number }) {
  const { t } = useTranslation()
  const { shelved, placeName } = usePlaces()
  const { scope } = useScope()
  if (scope.in.length > 0) return t('home.introIn', { titles: count, place: scope.in.map(placeName).join(', ') })
  return t('home.intro', { titles: count, libraries: shelved.length })
}

function Hours() {
  const { all } = usePlaces()
  const links = useLinks()
  return (
    <ul className={styles.hours}>
      {all.branches.length === 0 && WAITING.map((one) => <Skeleton key={one} component="li" height={32} />)}
      {all.branches.filter(letsReadersIn).map((branch) => (
        <li key={branch.code}>
          <Link to={links.branch(branch.code)}>{branch.name}</Link>
          <OpenState branch={branch} />
        </li>
      ))}
    </ul>
  )
}
