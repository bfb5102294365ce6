/** The top bar: home, browsing, branches, language, colours, the card. */
import DarkIcon from '@mui/icons-material/DarkModeOutlined'
import KeyboardIcon from '@mui/icons-material/KeyboardOutlined'
import LightIcon from '@mui/icons-material/LightModeOutlined'
import SatchelIcon from '@mui/icons-material/BackpackOutlined'
import CardIcon from '@mui/icons-material/PersonOutlined'
import SignOutIcon from '@mui/icons-material/LogoutOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useSatchel } from '../shared/satchel/useSatchel.ts'
import { useSession } from '../shared/session/session.tsx'
import { isTerminal } from '../shared/session/terminal.ts'
import { Hint } from '../ui/hints/Hint.tsx'
import { OtherLanguage } from './OtherLanguage.tsx'
import styles from './app.module.css'

export interface Mode {
  mode: 'light' | 'dark'
  onSwitchTheme(): void
}

const ONLY_WIDE = { display: { xs: 'none', sm: 'inline-flex' } }

export function TopBar({ mode, onSwitchTheme, onShowKeys }: Mode & { onShowKeys(): void }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { all } = usePlaces()
  return (
    <header className={styles.top} data-screen>
      <Link to={links.home} className={styles.wordmark} aria-label={t('app.home', { library: all.name === '' ? 'Catalex' : all.name })}>
        <img src="/icon.svg" alt="" width="22" height="22" />
        Catalex
        {all.name !== '' && <span className={styles.library}>{all.name}</span>}
      </Link>
      <nav className={styles.nav} aria-label={t('app.nav')}>
        <Button component={Link} to={links.browse()} size="small" color="inherit">
          {t('browse.link')}
        </Button>
        <Button component={Link} to={links.displays} size="small" color="inherit" sx={ONLY_WIDE}>
          {t('displays.link')}
        </Button>
        {all.courses === true && (
          <Button component={Link} to={links.courses} size="small" color="inherit" sx={ONLY_WIDE}>
            {t('courses.link')}
          </Button>
        )}
        <Button component={Link} to={links.branches} size="small" color="inherit" sx={ONLY_WIDE}>
          {t('branches.link')}
        </Button>
        <OtherLanguage sx={ONLY_WIDE} />
        <TopIcon label={t('app.keys')} onlyWide onClick={onShowKeys}>
          <KeyboardIcon fontSize="small" />
        </TopIcon>
        <TopIcon label={t(mode === 'dark' ? 'app.theme.light' : 'app.theme.dark')} onClick={onSwitchTheme}>
          {mode === 'dark' ? <LightIcon fontSize="small" /> : <DarkIcon fontSize="small" />}
        </TopIcon>
        <SatchelLink />
        <CardLink />
      </nav>
    </header>
  )
}

function TopIcon({ label, onlyWide, onClick, children }: { label: string; onlyWide?: boolean; onClick(): void; children: ReactNode }) {
  return (
    <Hint text={label}>
      <IconButton size="small" aria-label={label} onClick={onClick} sx={onlyWide ? ONLY_WIDE : undefined}>
        {children}
      </IconButton>
    </Hint>
  )
}

function SatchelLink() {
  const { t } = useTranslation()
  const links = useLinks()
  const { entries } = useSatchel()
  return (
    <Button
      component={Link}
      to={links.satchel}
      size="small"
      color="inherit"
      startIcon={<SatchelIcon />}
      aria-label={t('satchel.linkSaid', { count: entries.length })}
      sx={{ minWidth: 0, '& .MuiButton-startIcon': { mr: { xs: 0, sm: 2 } } }}
    >
      <Box component="span" sx={ONLY_WIDE}>
        {t('satchel.link')}
      </Box>
      {entries.length > 0 && <b className={styles.gathered}>{entries.length}</b>}
    </Button>
  )
}

function CardLink() {
  const { t } = useTranslation()
  const links = useLinks()
  const { reader, known, askToSignIn, signOut } = useSession()
  const narrow = useMediaQuery(useTheme().breakpoints.down('sm'))
  if (!known) return null
  const ready = reader !== null && reader.ready > 0 ? t('app.cardReady', { count: reader.ready }) : null
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
      <Link to={links.card} className={styles.cardLink} aria-label={narrow ? [reader.name, ready].filter(Boolean).join(' · ') : undefined}>
        {narrow ? <CardIcon fontSize="small" /> : reader.name}
        {narrow && reader.ready > 0 && <b className={styles.gathered}>{reader.ready}</b>}
        {!narrow && ready && <span className={styles.ready}> · {ready}</span>}
      </Link>
      {newReader || <SignOut narrow={narrow} onPress={() => void signOut()} />}
    </>
  )
}

/** Where there is little room, signs stand for the words. */
function SignOut({ narrow, onPress }: { narrow: boolean; onPress(): void }) {
  const { t } = useTranslation()
  if (narrow)
    return (
      <TopIcon label={t('app.signOut')} onClick={onPress}>
        <SignOutIcon fontSize="small" />
      </TopIcon>
    )
  return (
    <Button size="small" color="inherit" onClick={onPress}>
      {t('app.signOut')}
    </Button>
  )
}
