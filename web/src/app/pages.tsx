/** A page for each address, loaded when it is gone to. */
import Box from '@mui/material/Box'
import type { ComponentType } from 'react'
import { useTranslation } from 'react-i18next'
import { SearchPage } from '../search/SearchPage.tsx'
import { Page } from '../ui/Page.tsx'
import { lazyWithTexts } from '../ui/parts/lazyPart.tsx'
import { Trouble } from '../ui/Trouble.tsx'

/** What stands in the place of a page that did not come, or that can't be drawn. */
export function PageTrouble({ error, again }: { error: unknown; again(): void }) {
  const { t } = useTranslation()
  return (
    <Page width={760} title={t('app.pageMissing')}>
      <Box sx={{ mt: '0.75rem' }}>
        <Trouble error={error} onRetry={again} />
      </Box>
    </Page>
  )
}

const lazyPage = (load: () => Promise<{ default: ComponentType }>) => lazyWithTexts(load, (trouble) => <PageTrouble {...trouble} />)

export const PAGES: readonly { path: string; Page: ComponentType }[] = [
  { path: '/', Page: lazyPage(() => import('./Home.tsx')) },
  { path: '/search', Page: SearchPage },
  { path: '/titles/*', Page: lazyPage(() => import('../title/TitlePage.tsx')) },
  { path: '/browse/:kind?', Page: lazyPage(() => import('../browse/BrowsePage.tsx')) },
  { path: '/builder', Page: lazyPage(() => import('../search/builder/BuilderPage.tsx')) },
  { path: '/card', Page: lazyPage(() => import('../card/CardPage.tsx')) },
  { path: '/branches', Page: lazyPage(() => import('../branches/BranchesPage.tsx')) },
  { path: '/branches/:code', Page: lazyPage(() => import('../branches/BranchPage.tsx')) },
  { path: '/displays', Page: lazyPage(() => import('../displays/DisplaysPage.tsx')) },
  { path: '/courses', Page: lazyPage(() => import('../courses/CoursesPage.tsx')) },
  { path: '/courses/:id', Page: lazyPage(() => import('../courses/CoursePage.tsx')) },
  { path: '/satchel', Page: lazyPage(() => import('../satchel/SatchelPage.tsx')) },
  { path: '/lists', Page: lazyPage(() => import('../lists/ListsPage.tsx')) },
  { path: '/lists/:id', Page: lazyPage(() => import('../lists/ListPage.tsx')) },
  { path: '/shared/:link', Page: lazyPage(() => import('../lists/SharedListPage.tsx')) },
  { path: '/walk', Page: lazyPage(() => import('../shelfwalk/WalkPage.tsx')) },
  { path: '/join', Page: lazyPage(() => import('../joining/JoinPage.tsx')) },
  { path: '/ask', Page: lazyPage(() => import('../messages/AskPage.tsx')) },
  { path: '/help', Page: lazyPage(() => import('../help/HelpPage.tsx')) },
  { path: '/privacy', Page: lazyPage(async () => ({ default: (await import('../help/StatementPage.tsx')).PrivacyPage })) },
  { path: '/accessibility', Page: lazyPage(async () => ({ default: (await import('../help/StatementPage.tsx')).AccessibilityPage })) },
  { path: '*', Page: lazyPage(() => import('./NotFound.tsx')) },
]

/** Staff of the demo's libraries have rooms of their own. */
export const BackroomPage = lazyPage(() => import('../backroom/BackroomPage.tsx'))
