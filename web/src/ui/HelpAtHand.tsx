/** People who can help, where somebody is stuck: the desk, telephone and mail of the branch where they collect. */
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import styles from './ui.module.css'

export function HelpAtHand({ words }: { words: string }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { scope } = useScope()
  const { pickup } = usePlaces()
  const { pathname, search } = useLocation()
  const branch = pickup(scope.at)?.at
  return (
    <p className={styles.help}>
      {words}{' '}
      {branch && (
        <>
          <Link to={links.branch(branch.code)}>{branch.name}</Link>
          {branch.contact?.telephone && (
            <>
              {' · '}
              <a href={`tel:${branch.contact.telephone.replaceAll(' ', '')}`}>{branch.contact.telephone}</a>
            </>
          )}
          {branch.contact?.mail && (
            <>
              {' · '}
              <a href={`mailto:${branch.contact.mail}`}>{branch.contact.mail}</a>
            </>
          )}
          {' · '}
        </>
      )}
      <Link to={links.ask('question', pathname + search)}>{t('foot.ask')}</Link>
    </p>
  )
}
