/** The application: theme, session, scope, and a page for each address. */
import CssBaseline from '@mui/material/CssBaseline'
import { ThemeProvider } from '@mui/material/styles'
import Skeleton from '@mui/material/Skeleton'
import useMediaQuery from '@mui/material/useMediaQuery'
import { Suspense, useMemo, useState } from 'react'
import { BrowserRouter, Route, Routes, useMatch } from 'react-router'
import { SearchPage } from '../search/SearchPage.tsx'
import { lazyWithTexts } from '../shared/i18n.ts'
import { NoticeProvider } from '../shared/notices.tsx'
import { MergeAtSignIn } from '../shared/satchel/MergeAtSignIn.tsx'
import { ScopeProvider } from '../shared/scope.tsx'
import { SessionProvider } from '../shared/session/session.tsx'
import { Frame } from './Frame.tsx'
import { SkipLinks } from './SkipLinks.tsx'
import { themeFor } from './theme.ts'
import { useScroll } from './useScroll.ts'
import styles from './app.module.css'

const SignInDialog = lazyWithTexts(() => import('../signingIn/SignInDialog.tsx'))
const IdleWarning = lazyWithTexts(() => import('../signingIn/IdleWarning.tsx'))
const Home = lazyWithTexts(() => import('./Home.tsx'))
const TitlePage = lazyWithTexts(() => import('../title/TitlePage.tsx'))
const BrowsePage = lazyWithTexts(() => import('../browse/BrowsePage.tsx'))
const BuilderPage = lazyWithTexts(() => import('../search/builder/BuilderPage.tsx'))
const CardPage = lazyWithTexts(() => import('../card/CardPage.tsx'))
const BranchesPage = lazyWithTexts(() => import('../branches/BranchesPage.tsx'))
const BranchPage = lazyWithTexts(() => import('../branches/BranchPage.tsx'))
const DisplaysPage = lazyWithTexts(() => import('../displays/DisplaysPage.tsx'))
const CoursesPage = lazyWithTexts(() => import('../courses/CoursesPage.tsx'))
const CoursePage = lazyWithTexts(() => import('../courses/CoursePage.tsx'))
const SatchelPage = lazyWithTexts(() => import('../satchel/SatchelPage.tsx'))
const ListsPage = lazyWithTexts(() => import('../lists/ListsPage.tsx'))
const ListPage = lazyWithTexts(() => import('../lists/ListPage.tsx'))
const SharedListPage = lazyWithTexts(() => import('../lists/SharedListPage.tsx'))
const WalkPage = lazyWithTexts(() => import('../shelfwalk/WalkPage.tsx'))
const JoinPage = lazyWithTexts(() => import('../joining/JoinPage.tsx'))
const AskPage = lazyWithTexts(() => import('../messages/AskPage.tsx'))
const HelpPage = lazyWithTexts(() => import('../help/HelpPage.tsx'))
const PrivacyPage = lazyWithTexts(async () => ({ default: (await import('../help/StatementPage.tsx')).PrivacyPage }))
const AccessibilityPage = lazyWithTexts(async () => ({ default: (await import('../help/StatementPage.tsx')).AccessibilityPage }))
const BackroomPage = lazyWithTexts(() => import('../backroom/BackroomPage.tsx'))
const NotFound = lazyWithTexts(() => import('./NotFound.tsx'))
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
  const systemDark = useMediaQuery('(prefers-color-scheme: dark)', { noSsr: true })
  const [chosen, setChosen] = useState(() => localStorage.getItem(THEME))
  const mode = chosen === 'dark' || (chosen === null && systemDark) ? 'dark' : 'light'
  // Staff of the demo's libraries have rooms of their own.
  const inBackroom = useMatch('/backroom/*') !== null
  const theme = useMemo(() => themeFor(mode), [mode])
  const switchTheme = () => {
    const next = mode === 'dark' ? 'light' : 'dark'
    localStorage.setItem(THEME, next)
    setChosen(next)
  }
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <NoticeProvider>
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
                <Suspense fallback={<Waiting />}>
                  <Routes>
                    <Route path="/" element={<Home />} />
                    <Route path="/search" element={<SearchPage />} />
                    <Route path="/titles/*" element={<TitlePage />} />
                    <Route path="/browse/:kind?" element={<BrowsePage />} />
                    <Route path="/builder" element={<BuilderPage />} />
                    <Route path="/card" element={<CardPage />} />
                    <Route path="/branches" element={<BranchesPage />} />
                    <Route path="/branches/:code" element={<BranchPage />} />
                    <Route path="/displays" element={<DisplaysPage />} />
                    <Route path="/courses" element={<CoursesPage />} />
                    <Route path="/courses/:id" element={<CoursePage />} />
                    <Route path="/satchel" element={<SatchelPage />} />
                    <Route path="/lists" element={<ListsPage />} />
                    <Route path="/lists/:id" element={<ListPage />} />
                    <Route path="/shared/:link" element={<SharedListPage />} />
                    <Route path="/walk" element={<WalkPage />} />
                    <Route path="/join" element={<JoinPage />} />
                    <Route path="/ask" element={<AskPage />} />
                    <Route path="/help" element={<HelpPage />} />
                    <Route path="/privacy" element={<PrivacyPage />} />
                    <Route path="/accessibility" element={<AccessibilityPage />} />
                    <Route path="*" element={<NotFound />} />
                  </Routes>
                </Suspense>
              </Frame>
            )}
          </ScopeProvider>
        </SessionProvider>
      </NoticeProvider>
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
