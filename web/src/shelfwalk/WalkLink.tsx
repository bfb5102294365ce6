/** A link that leads off the walk: without a network it says that it needs one. */
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useAway } from '../shared/connection.ts'
import styles from './shelfwalk.module.css'

export function WalkLink({ to, children }: { to: string; children: ReactNode }) {
  const { t } = useTranslation()
  const away = useAway()
  return (
    <>
      <Link to={to}>{children}</Link>
      {away && <span className={styles.soft}> ({t('walk.needsNetwork')})</span>}
    </>
  )
}
