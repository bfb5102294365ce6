/** The frame round every page: ways to skip ahead, top bar, search band with the Place line, and what the foot leads to. */
import { Suspense, useEffect, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'react-router'
import { useQuery } from '@tanstack/react-query'
import { SearchBand } from '../search/band/SearchBand.tsx'
import { useAnnouncement } from '../shared/focus/useArrival.ts'
import { useKeys } from '../shared/keys.ts'
import { placesQuery } from '../shared/places.tsx'
import { endedIdle, forgetEnded } from '../shared/session/leaving.ts'
import { useSession } from '../shared/session/session.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Unseen } from '../ui/Unseen.tsx'
import { Foot } from './Foot.tsx'
import { SkipLinks } from './SkipLinks.tsx'
import { TopBar, type Mode } from './TopBar.tsx'
import { lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import styles from './app.module.css'

const SessionNotices = lazyWithTexts(() => import('./SessionNotices.tsx'))
const LendingNotice = lazyWithTexts(() => import('./LendingNotice.tsx'))
const KeysDialog = lazyWithTexts(() => import('./KeysDialog.tsx'), overThePage)

export function Frame({ children, ...mode }: Mode & { children: ReactNode }) {
  const { t } = useTranslation()
  const places = useQuery(placesQuery)
  const [showKeys, setShowKeys] = useState(false)
  const [idleEnded] = useState(endedIdle)
  // A page may begin to be drawn more than once; it is told when it stands.
  useEffect(forgetEnded, [])
  const { untold, reader } = useSession()
  const announcement = useAnnouncement()
  const openKeys = () => {
    setShowKeys(true)
  }
  useKeys('?', openKeys)
  return (
    <>
      <SkipLinks />
      <Unseen>{announcement}</Unseen>
      <PrintHead name={places.data?.name ?? ''} />
      <TopBar {...mode} onShowKeys={openKeys} />
      <SearchBand />
      <main id="main" className={styles.main} tabIndex={-1}>
        {(untold || (idleEnded && !reader)) && (
          <Suspense>
            <SessionNotices untold={untold} />
          </Suspense>
        )}
        {places.data?.bridged && (
          <Suspense>
            <LendingNotice />
          </Suspense>
        )}
        {places.error && <Trouble error={places.error} onRetry={() => void places.refetch()} />}
        {children}
      </main>
      <Foot aria-label={t('app.foot')} />
      {showKeys && (
        <Suspense>
          <KeysDialog
            onClose={() => {
              setShowKeys(false)
            }}
          />
        </Suspense>
      )}
    </>
  )
}

/** On paper: whose page this is, and where it can be had again. */
const LONGEST_TYPED = 200

function PrintHead({ name }: { name: string }) {
  const { pathname, search } = useLocation()
  // Nobody types a long one.
  const asked = search.length > LONGEST_TYPED ? '' : search
  return (
    <div className={styles.printHead} aria-hidden="true">
      <b>{name}</b> <span>{window.location.origin + pathname + asked}</span>
    </div>
  )
}
