/** A row unfolded: its editions side by side, what differs from the first set bold, and the branches that have it, those with it in first. */
import type { ResultRow } from '@catalex/contract/search'
import type { Edition, TitlePage } from '@catalex/contract/title'
import { differencesFrom, familyOf, type Difference } from '@catalex/core/catalogue'
import Skeleton from '@mui/material/Skeleton'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableContainer from '@mui/material/TableContainer'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { dueInWords, languageInWords } from '../../shared/formats.ts'
import { useLinks, type CameFrom } from '../../shared/links.ts'
import { usePlaces } from '../../shared/places.tsx'
import { useScope } from '../../shared/scope.tsx'
import { titleQuery } from '../../shared/titleQuery.ts'
import { FormatMark } from '../../ui/marks/FormatMark.tsx'
import { Trouble } from '../../ui/Trouble.tsx'
import styles from './row.module.css'

export default function Unfolded({ row, cameFrom }: { row: ResultRow; cameFrom: CameFrom }) {
  const { t } = useTranslation()
  const { chosen: scope } = useScope()
  const { data, error, refetch, isPlaceholderData } = useQuery(titleQuery(row.controlNumber, scope))
  return (
    <div className={styles.unfolded}>
      {row.editions.length > 1 && <Editions editions={row.editions} more={row.moreEditions} cameFrom={cameFrom} />}
      <div>
        <h3>{t('search.row.branches')}</h3>
        {error ? (
          <Trouble error={error} onRetry={() => void refetch()} />
        ) : data && !isPlaceholderData ? (
          <Branches places={data.places} />
        ) : (
          <Skeleton width="50%" />
        )}
      </div>
    </div>
  )
}

const COLUMNS = ['year', 'edition', 'publisher', 'extent', 'binding', 'language'] as const
const COLUMN_OF: Record<Difference['kind'], (typeof COLUMNS)[number]> = {
  language: 'language',
  longer: 'extent',
  shorter: 'extent',
  edition: 'edition',
  publisher: 'publisher',
  binding: 'binding',
}

function Editions({ editions, more, cameFrom }: { editions: Edition[]; more: number; cameFrom: CameFrom }) {
  const { t } = useTranslation()
  const links = useLinks()
  const valueOf = (edition: Edition, column: (typeof COLUMNS)[number]): string =>
    column === 'language' ? edition.languages.map(languageInWords).join(', ') : String(edition[column] ?? '')
  const shown = COLUMNS.filter((column) => editions.some((edition) => valueOf(edition, column) !== ''))
  const [first] = editions
  // The year nearly always differs: that alone is no reason to choose.
  const differs = (edition: Edition, column: (typeof COLUMNS)[number]) =>
    first !== undefined && differencesFrom(first, edition).some(({ kind }) => COLUMN_OF[kind] === column)
  return (
    // What scrolls sideways has to be reached by keyboard.
    <TableContainer tabIndex={0} role="region" aria-label={t('search.row.editions')}>
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell>{t('search.row.columns.form')}</TableCell>
            {shown.map((column) => (
              <TableCell key={column}>{t(`search.row.columns.${column}`)}</TableCell>
            ))}
            <TableCell>{t('search.row.columns.in')}</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {editions.map((edition) => (
            <TableRow key={edition.controlNumber}>
              <TableCell>
                <Link to={links.title(edition.controlNumber)} state={cameFrom}>
                  <FormatMark family={familyOf(edition.carrier)} label={t(`carriers.${edition.carrier}`)} />
                </Link>
              </TableCell>
              {shown.map((column) => (
                <TableCell key={column} sx={{ fontWeight: differs(edition, column) ? 600 : 400 }}>
                  {valueOf(edition, column)}
                </TableCell>
              ))}
              <TableCell className={styles.tally}>
                {edition.tally.inNow}/{edition.tally.owned}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {more > 0 && <p>{t('search.row.moreEditions', { count: more })}</p>}
    </TableContainer>
  )
}

/** Branches with a copy on the shelf first, then the others by when one is due. */
function Branches({ places }: { places: TitlePage['places'] }) {
  const { t } = useTranslation()
  const { branchName, all } = usePlaces()
  const lines = [...places]
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
                ? t('status.due', { date: dueInWords(due, all.timeZone) })
                : t(`status.${status}`)}
          </b>
        </li>
      ))}
    </ul>
  )
}
