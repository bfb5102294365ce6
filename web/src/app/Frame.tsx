/** The frame round every page: top bar, search band with the Place line, and the list of keys. */
import DarkIcon from '@mui/icons-material/DarkModeOutlined'
import KeyboardIcon from '@mui/icons-material/KeyboardOutlined'
import LightIcon from '@mui/icons-material/LightModeOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useQuery } from '@tanstack/react-query'
import { Suspense, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { SearchBand } from '../search/band/SearchBand.tsx'
import { lazyWithTexts } from '../shared/i18n.ts'
import { useKeys } from '../shared/keys.ts'
import { useLinks } from '../shared/links.ts'
import { placesQuery } from '../shared/places.tsx'
import { endedIdle } from '../shared/session/leaving.ts'
import { useSession } from '../shared/session/session.tsx'
import { isTerminal } from '../shared/session/terminal.ts'
import { Hint } from '../ui/Hint.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './app.module.css'

const SessionNotices = lazyWithTexts(() => import('./SessionNotices.tsx'))
const KeysDialog = lazyWithTexts(() => import('./KeysDialog.tsx'))

interface Props {
  mode: 'light' | 'dark'
  onSwitchTheme(): void
  children: ReactNode
}

export function Frame({ mode, onSwitchTheme, children }: Props) {
  const { t } = useTranslation()
  const links = useLinks()
  const places = useQuery(placesQuery)
  const [showKeys, setShowKeys] = useState(false)
  const [idleEnded] = useState(endedIdle)
  const { untold, reader } = useSession()
  useKeys('?', () => {
    setShowKeys(true)
  })
  return (
    <>
      <a className={styles.skip} href="#main">
        {t('app.skip')}
      </a>
      <header className={styles.top}>
        <Link to={links.home} className={styles.wordmark} aria-label={t('app.home')}>
          <img src="/icon.svg" alt="" width="22" height="22" />
          Catalex
        </Link>
        <nav className={styles.nav} aria-label="Catalex">
          <Button component={Link} to={links.browse()} size="small" color="inherit">
            {t('browse.link')}
          </Button>
          <TopIcon
            label={t('app.keys')}
            onlyWide
            onClick={() => {
              setShowKeys(true)
            }}
          >
            <KeyboardIcon fontSize="small" />
          </TopIcon>
          <TopIcon label={t(mode === 'dark' ? 'app.theme.light' : 'app.theme.dark')} onClick={onSwitchTheme}>
            {mode === 'dark' ? <LightIcon fontSize="small" /> : <DarkIcon fontSize="small" />}
          </TopIcon>
          <CardLink />
        </nav>
      </header>
      <SearchBand />
      <main id="main" className={styles.main} tabIndex={-1}>
        {(untold || (idleEnded && !reader)) && (
          <Suspense>
            <SessionNotices untold={untold} />
          </Suspense>
        )}
        {places.error && <Trouble error={places.error} onRetry={() => void places.refetch()} />}
        {children}
      </main>
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

function TopIcon({ label, onlyWide, onClick, children }: { label: string; onlyWide?: boolean; onClick(): void; children: ReactNode }) {
  return (
    <Hint text={label}>
      <IconButton
        size="small"
        aria-label={label}
        onClick={onClick}
        sx={onlyWide ? { display: { xs: 'none', sm: 'inline-flex' } } : undefined}
      >
        {children}
      </IconButton>
    </Hint>
  )
}

function CardLink() {
  const { t } = useTranslation()
  const links = useLinks()
  const { reader, known, askToSignIn, signOut } = useSession()
  if (!known) return null
  const newReader = isTerminal() && (
    <Button size="small" color="inherit" variant="outlined" onClick={() => void signOut()}>
      {t('app.newReader')}
    </Button>
  )
  if (!reader)
    return (
      <>
        <Button size="small" onClick={() => void askToSignIn()}>
          {t('app.signIn')}
        </Button>
        {newReader}
      </>
    )
  return (
    <>
      <Link to={links.card} className={styles.cardLink}>
        {reader.name}
        {reader.ready > 0 && <span className={styles.ready}> · {t('app.cardReady', { count: reader.ready })}</span>}
      </Link>
      {newReader || (
        <Button size="small" color="inherit" onClick={() => void signOut()}>
          {t('app.signOut')}
        </Button>
      )}
    </>
  )
}
