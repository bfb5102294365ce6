/** The editions of the work as spines, the one in hand marked. */
import { familyOf } from '@catalex/core/catalogue'
import type { Edition } from '@catalex/contract/title'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { languageInWords } from '../shared/formats.ts'
import { useLinks, type CameFrom } from '../shared/links.ts'
import styles from './title.module.css'

export function Editions({ editions, current, cameFrom }: { editions: Edition[]; current: Edition; cameFrom: CameFrom | null }) {
  const { t } = useTranslation()
  const links = useLinks()
  return (
    <nav className={styles.editions} aria-label={t('title.editions')}>
      {editions.map((edition) => {
        const { inNow, owned } = edition.tally
        const [language] = edition.languages
        const foreign = language && language !== current.languages[0] ? languageInWords(language) : null
        return (
          <Link
            key={edition.controlNumber}
            to={links.title(edition.controlNumber)}
            state={cameFrom}
            replace
            aria-current={edition.controlNumber === current.controlNumber ? 'page' : undefined}
            className={styles.edition}
            style={{ borderTopColor: `var(--family-${familyOf(edition.carrier)})` }}
          >
            <b>{t(`carriers.${edition.carrier}`)}</b>
            <span>{[edition.year, foreign].filter(Boolean).join(', ')}</span>
            {edition.edition && <span className={styles.soft}>{edition.edition}</span>}
            <span className={styles.tally} data-out={inNow === 0} role="img" aria-label={t('search.row.chip', { inNow, owned })}>
              {inNow}/{owned}
            </span>
          </Link>
        )
      })}
    </nav>
  )
}
