/** The values of facets in words. */
import { AUDIENCES, carriersOf, isFamily, type Audience } from '@catalex/core/catalogue'
import type { Facet } from '@catalex/core/query'
import { useTranslation } from 'react-i18next'
import { languageInWords } from './formats.ts'
import { usePlaces } from './places.tsx'

const isAudience = (code: string): code is Audience => AUDIENCES.some((audience) => audience === code)
const isForm = (code: string): code is 'fiction' | 'non-fiction' => code === 'fiction' || code === 'non-fiction'

export function useValueName(): (facet: Facet, code: string) => string {
  const { t } = useTranslation()
  const { placeName } = usePlaces()
  return (facet, code) => {
    if (facet === 'place') return placeName(code)
    if (facet === 'format') {
      const [carrier] = carriersOf(code)
      return isFamily(code) ? t(`families.${code}`) : carrier ? t(`carriers.${carrier}`) : code
    }
    if (facet === 'language') return languageInWords(code)
    if (facet === 'audience' && isAudience(code)) return t(`narrowing.audiences.${code}`)
    return facet === 'form' && isForm(code) ? t(`narrowing.forms.${code}`) : code
  }
}
