/** The backroom of the demo: its clock always in sight, and what its stand-ins do. */
import Skeleton from '@mui/material/Skeleton'
import { useTranslation } from 'react-i18next'
import { Link, NavLink, Route, Routes } from 'react-router'
import { useArrival } from '../shared/focus/useArrival.ts'
import { useLinks } from '../shared/links.ts'
import { Trouble } from '../ui/Trouble.tsx'
import { ClockBar } from './ClockBar.tsx'
import { DeskPage } from './DeskPage.tsx'
import { MessagesPage } from './MessagesPage.tsx'
import { PartnersPage } from './PartnersPage.tsx'
import { Today } from './Today.tsx'
import { useBackroom } from './queries.ts'
import styles from './backroom.module.css'

export default function BackroomPage() {
  const { t } = useTranslation()
  const { data, error, refetch } = useBackroom()
  const links = useLinks()
  const heading = useArrival('backroom', t('backroom.heading'))
  return (
    <>
      <header className={styles.head} data-screen>
        <div className={styles.bar}>
          <Link to={links.home} className={styles.wordmark}>
            <img src="/icon.svg" alt="" width="22" height="22" />
            Catalex
          </Link>
          <h1 ref={heading} tabIndex={-1}>
            {t('backroom.heading')}
          </h1>
          <nav aria-label={t('backroom.nav')}>
            <NavLink to={links.backroom()} end>
              {t('backroom.today')}
            </NavLink>
            <NavLink to={links.backroom('desk')}>{t('backroom.desk.link')}</NavLink>
            <NavLink to={links.backroom('partners')}>{t('backroom.partners.link')}</NavLink>
            <NavLink to={links.backroom('messages')}>{t('backroom.messages')}</NavLink>
            <Link to={links.card}>{t('backroom.back')}</Link>
          </nav>
        </div>
        {data && <ClockBar clock={data.clock} />}
      </header>
      <main id="main" tabIndex={-1} className={styles.main}>
        {error ? (
          <Trouble error={error} onRetry={() => void refetch()} />
        ) : data ? (
          <Routes>
            <Route index element={<Today backroom={data} />} />
            <Route path="desk" element={<DeskPage />} />
            <Route path="partners" element={<PartnersPage requests={data.requests} />} />
            <Route path="messages" element={<MessagesPage messages={data.messages} />} />
            <Route path="*" element={<Today backroom={data} />} />
          </Routes>
        ) : (
          <Skeleton variant="rectangular" height={320} />
        )}
      </main>
    </>
  )
}
