/** The application: theme, session, standing context, and a page for each address. */
import CssBaseline from '@mui/material/CssBaseline'
import { ThemeProvider } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { SnackbarProvider } from 'notistack'
import { lazy, Suspense, useMemo, useState } from 'react'
import { createBrowserRouter, Outlet, RouterProvider, ScrollRestoration } from 'react-router'
import { Frame } from './Frame.tsx'
import { Home } from './Home.tsx'
import { NotFound } from './NotFound.tsx'
import { SessionProvider } from './session.tsx'
import { StandingProvider } from './standing.tsx'
import { themeFor } from './theme.ts'
import { SearchPage } from '../search/SearchPage.tsx'
import { TitlePage } from '../title/TitlePage.tsx'

const SignInDialog = lazy(() => import('../card/SignInDialog.tsx'))
const BrowsePage = lazy(() => import('../browse/BrowsePage.tsx'))
const BuilderPage = lazy(() => import('../search/BuilderPage.tsx'))
const CardPage = lazy(() => import('../card/CardPage.tsx'))
const THEME = 'catalex.theme'

const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { path: '/', element: <Home /> },
      { path: '/search', element: <SearchPage /> },
      { path: '/titles/:controlNumber', element: <TitlePage /> },
      { path: '/browse/:kind?', element: <BrowsePage /> },
      { path: '/builder', element: <BuilderPage /> },
      { path: '/card', element: <CardPage /> },
      { path: '*', element: <NotFound /> },
    ],
  },
])

export function App() {
  return <RouterProvider router={router} />
}

function Shell() {
  const systemDark = useMediaQuery('(prefers-color-scheme: dark)', { noSsr: true })
  const [chosen, setChosen] = useState(() => localStorage.getItem(THEME))
  const mode = chosen === 'dark' || (chosen === null && systemDark) ? 'dark' : 'light'
  const theme = useMemo(() => themeFor(mode), [mode])
  const switchTheme = () => {
    const next = mode === 'dark' ? 'light' : 'dark'
    localStorage.setItem(THEME, next)
    setChosen(next)
  }
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <SnackbarProvider maxSnack={2} autoHideDuration={5000} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
        <SessionProvider dialog={SignInDialog}>
          <StandingProvider>
            <Frame mode={mode} onSwitchTheme={switchTheme}>
              <Suspense>
                <Outlet />
              </Suspense>
            </Frame>
            <ScrollRestoration />
          </StandingProvider>
        </SessionProvider>
      </SnackbarProvider>
    </ThemeProvider>
  )
}
