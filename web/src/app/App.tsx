/** The application: theme, session, scope, and a page for each address. */
import CssBaseline from '@mui/material/CssBaseline'
import { ThemeProvider } from '@mui/material/styles'
import Skeleton from '@mui/material/Skeleton'
import useMediaQuery from '@mui/material/useMediaQuery'
import { Suspense, useMemo, useState } from 'react'
import { BrowserRouter, Route, Routes, useLocation, useMatch } from 'react-router'
import { useFocusKeeper } from '../shared/focus/useFocusKeeper.ts'
import { NoticeProvider } from '../shared/notices.tsx'
import { MergeAtSignIn } from '../shared/satchel/MergeAtSignIn.tsx'
import { ScopeProvider } from '../shared/scope.tsx'
import { SessionProvider } from '../shared/session/session.tsx'
import { useNewerRelease } from '../shared/release.ts'
import { browserStorage } from '../shared/storage.ts'
import { Boundary } from '../ui/parts/Boundary.tsx'
import { lazyPart, lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Frame } from './Frame.tsx'
import { BackroomPage, PAGES, PageTrouble } from './pages.tsx'
import { SkipLinks } from './SkipLinks.tsx'
import { themeFor } from './theme.ts'
import { useScroll } from './useScroll.ts'
import styles from './app.module.css'

const SignInDialog = lazyWithTexts(() => import('../signingIn/SignInDialog.tsx'), overThePage)
const IdleWarning = lazyWithTexts(() => import('../signingIn/IdleWarning.tsx'))
const NoticeBar = lazyPart(
  () => import('../ui/NoticeBar.tsx'),
  // What was done is said all the same.
  ({ props }) => (
    <p role="status" className={styles.plainNotice}>
      {props.text}
    </p>
  ),
)
const THEME = 'catalex.theme'

export function App() {
  return (
    // What is pressed next must find the address of what was pressed before.
    <BrowserRouter useTransitions={false}>
      <Shell />
    </BrowserRouter>
  )
}

function Shell() {
  useScroll()
  useNewerRelease()
  useFocusKeeper()
  const { pathname } = useLocation()
  const systemDark = useMediaQuery('(prefers-color-scheme: dark)', { noSsr: true })
  const [chosen, setChosen] = useState(() => browserStorage.read(THEME))
  const mode = chosen === 'dark' || (chosen === null && systemDark) ? 'dark' : 'light'
  const inBackroom = useMatch('/backroom/*') !== null
  const theme = useMemo(() => themeFor(mode), [mode])
  const switchTheme = () => {
    const next = mode === 'dark' ? 'light' : 'dark'
    browserStorage.write(THEME, next)
    setChosen(next)
  }
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <Boundary failed={(error, again) => <Trouble error={error} onRetry={again} />}>
        <NoticeProvider bar={NoticeBar}>
          <SessionProvider dialog={SignInDialog} warning={IdleWarning}>
            <MergeAtSignIn />
            <ScopeProvider>
              {inBackroom ? (
                <Suspense fallback={<Waiting />}>
                  <SkipLinks />
                  <Routes>
                    <Route path="/backroom/*" element={<BackroomPage />} />
                  </Routes>
                </Suspense>
              ) : (
                <Frame mode={mode} onSwitchTheme={switchTheme}>
                  <Boundary of={pathname} failed={(error, again) => <PageTrouble error={error} again={again} />}>
                    <Suspense fallback={<Waiting />}>
                      <Routes>
                        {PAGES.map(({ path, Page }) => (
                          <Route key={path} path={path} element={<Page />} />
                        ))}
                      </Routes>
                    </Suspense>
                  </Boundary>
                </Frame>
              )}
            </ScopeProvider>
          </SessionProvider>
        </NoticeProvider>
      </Boundary>
    </ThemeProvider>
  )
}

/** The shape of a page while it is on its way. */
function Waiting() {
  return (
    <div className={styles.waiting} aria-busy="true">
      <Skeleton height={40} width="16rem" />
      <Skeleton variant="rectangular" height={320} />
    </div>
  )
}
