/** The frame round every page: top bar, search band with the Place line, and the list of keys. */
import DarkIcon from '@mui/icons-material/DarkModeOutlined'
import LightIcon from '@mui/icons-material/LightModeOutlined'
import KeyboardIcon from '@mui/icons-material/KeyboardOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { SearchBand } from '../search/SearchBand.tsx'
import { useKeys } from './keys.ts'
import { KeysDialog } from './KeysDialog.tsx'
import { useSession } from './session.tsx'
import styles from './app.module.css'

interface Props {
  mode: 'light' | 'dark'
  onSwitchTheme(): void
  children: ReactNode
}

export function Frame({ mode, onSwitchTheme, children }: Props) {
  const { t } = useTranslation()
  const [showKeys, setShowKeys] = useState(false)
  useKeys('?', () => {
    setShowKeys(true)
  })
  return (
    <>
      <a className={styles.skip} href="#main">
        {t('app.skip')}
      </a>
      <header className={styles.top}>
        <Link to="/" className={styles.wordmark} aria-label={t('app.home')}>
          <img src="/icon.svg" alt="" width="22" height="22" />
          Catalex
        </Link>
        <nav className={styles.nav} aria-label="Catalex">
          <Link to="/browse" className={styles.navLink}>
            {t('browse.link')}
          </Link>
          <IconButton
            size="small"
            className={styles.keysButton}
            onClick={() => {
              setShowKeys(true)
            }}
            aria-label={t('app.keys')}
            title={t('app.keys')}
          >
            <KeyboardIcon fontSize="small" />
          </IconButton>
          <IconButton
            size="small"
            onClick={onSwitchTheme}
            aria-label={t(mode === 'dark' ? 'app.theme.light' : 'app.theme.dark')}
            title={t(mode === 'dark' ? 'app.theme.light' : 'app.theme.dark')}
          >
            {mode === 'dark' ? <LightIcon fontSize="small" /> : <DarkIcon fontSize="small" />}
          </IconButton>
          <CardLink />
        </nav>
      </header>
      <SearchBand />
      <main id="main" className={styles.main} tabIndex={-1}>
        {children}
      </main>
      <KeysDialog
        open={showKeys}
        onClose={() => {
          setShowKeys(false)
        }}
      />
    </>
  )
}

function CardLink() {
  const { t } = useTranslation()
  const { reader, known, askToSignIn, signOut } = useSession()
  if (!known) return null
  if (!reader)
    return (
      <Button
        size="small"
        onClick={() => {
          askToSignIn()
        }}
      >
        {t('app.signIn')}
      </Button>
    )
  return (
    <>
      <Link to="/card" className={styles.cardLink}>
        {reader.name}
        {reader.ready > 0 && <span className={styles.ready}> · {t('app.cardReady', { count: reader.ready })}</span>}
      </Link>
      <Button size="small" color="inherit" onClick={() => void signOut()}>
        {t('app.signOut')}
      </Button>
    </>
  )
}
