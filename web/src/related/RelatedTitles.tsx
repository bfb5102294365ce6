/** More by the same people, and what is near in subject and in now. */
import type { ResultRow } from '@catalex/contract/search'
import { familyOf } from '@catalex/core/catalogue'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { useScope } from '../shared/scope.tsx'
import { FormatMark } from '../ui/marks/FormatMark.tsx'
import { SatchelButton } from '../ui/SatchelButton.tsx'
import { Tally } from '../ui/marks/Tally.tsx'
import { Words } from '../ui/Words.tsx'
import { relatedQuery } from './relatedQuery.ts'
import styles from './related.module.css'

export default function RelatedTitles({ controlNumber }: { controlNumber: string }) {
  const { t } = useTranslation()
  const { chosen } = useScope()
  const { data } = useQuery(relatedQuery(controlNumber, chosen))
  // Nobody misses what could not be found.
  if (!data) return null
  return (
    <>
      <Titles heading={t('related.byPeople')} rows={data.byPeople} />
      <Titles heading={t('related.near')} rows={data.near} />
    </>
  )
}

function Titles({ heading, rows }: { heading: string; rows: readonly ResultRow[] }) {
  const { t } = useTranslation()
  const links = useLinks()
  if (rows.length === 0) return null
  return (
    <section aria-label={heading} className={styles.related} data-screen>
      <h2>{heading}</h2>
      <ul>
        {rows.map((row) => {
          const own = row.editions.find(({ controlNumber }) => controlNumber === row.controlNumber)
          const inNow = row.editions.reduce((sum, { tally }) => sum + tally.inNow, 0)
          const owned = row.editions.reduce((sum, { tally }) => sum + tally.owned, 0)
          return (
            <li key={row.controlNumber}>
              <FormatMark family={familyOf(own?.carrier ?? 'book')} label={t(`carriers.${own?.carrier ?? 'book'}`)} />
              <div>
                <Link to={links.title(row.controlNumber)}>
                  <Words language={own?.languages[0]}>{row.title}</Words>
                </Link>{' '}
                <span className={styles.soft}>{[row.who.join(', '), row.year].filter(Boolean).join(', ')}</span>
              </div>
              <SatchelButton look="line" which={{ controlNumber: row.controlNumber, barcode: null }} title={row.title} />
              <Tally inNow={inNow} owned={owned} />
            </li>
          )
        })}
      </ul>
    </section>
  )
}
