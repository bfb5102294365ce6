/** The list that one came from: back to it, and on to the titles before and after this one there. */
import type { TitlePage } from '@catalex/contract/title'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { RETURNING, useLinks, type CameFrom } from '../shared/links.ts'
import { Words } from '../ui/Words.tsx'
import styles from './title.module.css'

export function WayBack({ cameFrom, page }: { cameFrom: CameFrom; page: TitlePage }) {
  const { t } = useTranslation()
  const { address, count, rows, from } = cameFrom
  // A row stands for all editions of its work.
  const at = rows.findIndex(({ controlNumber }) => page.editions.some((edition) => edition.controlNumber === controlNumber))
  return (
    <nav className={styles.wayBack} aria-label={t('title.list')} data-screen>
      <Link to={address} state={RETURNING} className={styles.back}>
        ‹ {t('title.back', { count })}
      </Link>
      {at >= 0 && <span className={styles.soft}>{t('title.nth', { nth: t('app.nth', { count: from + at, ordinal: true }) })}</span>}
      <Beside row={rows[at - 1]} cameFrom={cameFrom} words={t('title.previous')} />
      <Beside row={rows[at + 1]} cameFrom={cameFrom} words={t('title.next')} />
    </nav>
  )
}

function Beside({ row, cameFrom, words }: { row: CameFrom['rows'][number] | undefined; cameFrom: CameFrom; words: string }) {
  const links = useLinks()
  if (!row) return null
  return (
    <Link to={links.title(row.controlNumber)} state={cameFrom} replace className={styles.beside}>
      {words} <Words>{row.title}</Words>
    </Link>
  )
}
