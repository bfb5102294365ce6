/** The values of facets in words. */
import { carriersOf, FAMILIES, type Family } from '@catalex/core/catalogue'
import type { Facet } from '@catalex/core/asking'
import { useTranslation } from 'react-i18next'
import { languageInWords } from '../app/formats.ts'
import { usePlaces } from '../app/places.tsx'

export function useValueName(): (facet: Facet, code: string) => string {
  const { t } = useTranslation()
  const { placeName } = usePlaces()
  return (facet, code) => {
    if (facet === 'place') return placeName(code)
    if (facet === 'format')
      return Object.hasOwn(FAMILIES, code) ? t(`families.${code as Family}`) : t(`carriers.${carriersOf(code)[0] ?? 'book'}`)
    if (facet === 'language') return languageInWords(code)
    if (facet === 'audience') return t(`narrowing.audiences.${code as 'adults'}`)
    return facet === 'form' ? t(`narrowing.forms.${code as 'fiction'}`) : code
  }
}
