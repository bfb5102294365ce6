/** The editions of the work as spines, the one in hand marked, and in words what the others have that it has not. */
import { differencesFrom, familyOf, type Difference } from '@catalex/core/catalogue'
import type { Edition } from '@catalex/contract/title'
import type { TFunction } from 'i18next'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { languageInWords } from '../shared/formats.ts'
import { useLinks, type CameFrom } from '../shared/links.ts'
import styles from './title.module.css'

interface Props {
  editions: Edition[]
  /** Beyond these. */
  more: number
  current: Edition
  cameFrom: CameFrom | null
}

export function Editions({ editions, more, current, cameFrom }: Props) {
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
            {edition === current && edition.edition && <span className={styles.soft}>{edition.edition}</span>}
            {differencesFrom(current, edition)
              .filter(({ kind }) => kind !== 'language')
              .slice(0, MOST)
              .map((difference) => (
                <span key={difference.kind} className={styles.differs}>
                  {differenceInWords(t, difference)}
                </span>
              ))}
            <span className={styles.tally} data-out={inNow === 0} role="img" aria-label={t('search.row.chip', { inNow, owned })}>
              {t('search.row.tally', { inNow, owned })}
            </span>
          </Link>
        )
      })}
      {more > 0 && <p>{t('search.row.moreEditions', { count: more })}</p>}
    </nav>
  )
}

/** Differences that a chip has room for; the language stands with the year. */
const MOST = 2

function differenceInWords(t: TFunction<'app'>, difference: Difference): string {
  switch (difference.kind) {
    case 'longer':
    case 'shorter':
      return t(`title.differs.${difference.kind}`, { count: difference.pages })
    case 'language':
      return languageInWords(difference.language)
    default:
      return difference.text
  }
}
