/** A row unfolded: its editions side by side, what differs set bold, and the branches that have it, those with it in first. */
import type { SearchRowLine } from '@catalex/contract/search'
import type { CopyLine, Edition } from '@catalex/contract/titles'
import { familyOf } from '@catalex/core/catalogue'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { dayInWords, languageInWords } from '../app/formats.ts'
import { usePlaces } from '../app/places.tsx'
import { useStanding } from '../app/standing.tsx'
import { titleQuery } from '../title/queries.ts'
import { FormatMark } from '../ui/FormatMark.tsx'
import styles from './row.module.css'

export function Unfolded({ row }: { row: SearchRowLine }) {
  const { t } = useTranslation()
  const { standing } = useStanding()
  const { data } = useQuery(titleQuery(row.controlNumber, standing))
  return (
    <div className={styles.unfolded}>
      {row.editions.length > 1 && <Editions editions={row.editions} />}
      <div>
        <h3>{t('search.row.branches')}</h3>
        {data && data.recordId === row.recordId && <Branches copies={data.copies} />}
      </div>
    </div>
  )
}

const COLUMNS = ['year', 'edition', 'publisher', 'extent', 'language'] as const

function Editions({ editions }: { editions: Edition[] }) {
  const { t } = useTranslation()
  const valueOf = (edition: Edition, column: (typeof COLUMNS)[number]): string =>
    column === 'language' ? edition.languages.map(languageInWords).join(', ') : String(edition[column] ?? '')
  const shown = COLUMNS.filter((column) => editions.some((edition) => valueOf(edition, column) !== ''))
  const differs = (column: (typeof COLUMNS)[number]) => new Set(editions.map((edition) => valueOf(edition, column))).size > 1
  return (
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- what scrolls sideways has to be reached by keyboard
    <div className={styles.scroll} tabIndex={0} role="region" aria-label={t('search.row.editions')}>
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col">{t('search.row.columns.form')}</th>
            {shown.map((column) => (
              <th key={column} scope="col">
                {t(`search.row.columns.${column}`)}
              </th>
            ))}
            <th scope="col">{t('search.row.columns.in')}</th>
          </tr>
        </thead>
        <tbody>
          {editions.map((edition) => (
            <tr key={edition.recordId}>
              <td>
                <Link to={`/titles/${edition.controlNumber}`}>
                  <FormatMark family={familyOf(edition.carrier)} label={t(`carriers.${edition.carrier}`)} />
                </Link>
              </td>
              {shown.map((column) => (
                <td key={column} data-differs={differs(column)}>
                  {valueOf(edition, column)}
                </td>
              ))}
              <td>
                {edition.tally.inNow}/{edition.tally.owned}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** Branches with a copy on the shelf first, then the others by when one is due. */
function Branches({ copies }: { copies: CopyLine[] }) {
  const { t } = useTranslation()
  const { branchName, all } = usePlaces()
  const names = [...new Set(copies.map((copy) => copy.place.branch))]
  const lines = names.map((branch) => {
    const there = copies.filter((copy) => copy.place.branch === branch)
    const due = there
      .map((copy) => copy.due)
      .filter((date) => date !== null)
      .sort()
    return {
      branch,
      inNow: there.filter((copy) => copy.inNow).length,
      owned: there.length,
      due: due.at(0) ?? null,
      status: there[0].status,
    }
  })
  lines.sort((a, b) => Number(b.inNow > 0) - Number(a.inNow > 0) || (a.due ?? '9').localeCompare(b.due ?? '9'))
  return (
    <ul className={styles.branches}>
      {lines.map(({ branch, inNow, owned, due, status }) => (
        <li key={branch} data-in={inNow > 0}>
          {branchName(branch)}
          <b>
            {inNow > 0
              ? t('search.row.inBranch', { inNow, owned })
              : due
                ? t('status.due', { date: dayInWords(due, all.timeZone) })
                : t(`status.${status}`)}
          </b>
        </li>
      ))}
    </ul>
  )
}
