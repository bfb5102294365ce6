/** Past the bar, the band and the facets to what the page is for. */
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useTranslation } from 'react-i18next'
import { useLocation } from 'react-router'
import { SkipLink } from '../ui/SkipLink.tsx'
import styles from './app.module.css'

const PAGES = [
  ['/search', 'results'],
  ['/titles/', 'title'],
  ['/browse', 'headings'],
  ['/card', 'card'],
] as const

export function SkipLinks() {
  const { t } = useTranslation()
  const { pathname } = useLocation()
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'))
  const page = PAGES.find(([start]) => pathname.startsWith(start))?.[1] ?? 'page'
  const links: { id: string; words: string }[] =
    page === 'results'
      ? [
          { id: 'results', words: t('app.skip.results') },
          // On a phone narrowing opens from the head of the list.
          ...(phone ? [] : [{ id: 'narrowing', words: t('app.skip.narrowing') }]),
        ]
      : [{ id: 'main', words: t(`app.skip.${page}`) }]
  return (
    <nav className={styles.skips} aria-label={t('app.skip.label')} data-screen>
      {links.map(({ id, words }) => (
        <SkipLink key={id} id={id} words={words} />
      ))}
    </nav>
  )
}
