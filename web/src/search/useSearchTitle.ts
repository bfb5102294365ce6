/** What a search is called in the window's title: its words, else what it is narrowed to. */
import { FACETS, type Question } from '@catalex/core/query'
import { useTranslation } from 'react-i18next'
import { useValueName } from '../shared/valueNames.ts'

export function useSearchTitle({ q, only, page }: Question): string {
  const { t } = useTranslation()
  const valueName = useValueName()
  const chosen = FACETS.flatMap((facet) => only[facet].map((value) => valueName(facet, value)))
  const words = q === '' ? chosen.join(', ') : q
  const name = words === '' ? t('search.allTitles') : words
  return page === 1 ? name : t('search.titleOfPage', { name, page })
}
