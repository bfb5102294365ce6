/** The foot of every page: help, people, and what the catalogue says of itself. */
import { useTranslation } from 'react-i18next'
import { Link, useLocation } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useSession } from '../shared/session/session.tsx'
import { OtherLanguage } from './OtherLanguage.tsx'
import styles from './app.module.css'

export function Foot(props: { 'aria-label': string }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { all } = usePlaces()
  const { pathname, search } = useLocation()
  const { demo } = useSession()
  const here = pathname === '/ask' ? undefined : pathname + search
  return (
    <footer className={styles.foot} data-screen>
      {all.name !== '' && <p className={styles.library}>{all.name}</p>}
      <nav {...props}>
        <Link to={links.help()}>{t('foot.help')}</Link>
        <Link to={links.displays}>{t('displays.link')}</Link>
        {all.courses === true && <Link to={links.courses}>{t('courses.link')}</Link>}
        <Link to={links.branches}>{t('branches.link')}</Link>
        <Link to={links.ask('question', here)}>{t('foot.ask')}</Link>
        <Link to={links.ask('feedback', here)}>{t('foot.feedback')}</Link>
        <Link to={links.privacy}>{t('foot.privacy')}</Link>
        <Link to={links.accessibility}>{t('foot.accessibility')}</Link>
        {demo && <Link to={links.backroom()}>{t('foot.backroom')}</Link>}
        <OtherLanguage />
      </nav>
    </footer>
  )
}
