/** A walk as plain text: for a message, or for a slip of paper. */
import type { ShelfWalk } from '@catalex/contract/shelfwalk'
import type { TFunction } from 'i18next'
import type { PlaceBook } from '../shared/places.tsx'
import { apartInWords } from './apartInWords.ts'

export function walkInText(t: TFunction<'app'>, { walks, apart }: ShelfWalk, places: Pick<PlaceBook, 'branchName' | 'all'>): string {
  const branches = walks.map(({ branch, stops }) =>
    [
      places.branchName(branch),
      ...stops.map(
        ({ title, who, enumeration, place }, i) =>
          `${String(i + 1)}. ${place.callNumber.text}  ${[title, enumeration].filter(Boolean).join(', ')}${who.length > 0 ? ` / ${who.join(', ')}` : ''}\n   ${place.collection}, ${place.floor}`,
      ),
    ].join('\n'),
  )
  const others = apart.map((one) => `- ${one.title ?? one.controlNumber}: ${apartInWords(t, one, places)}`)
  return [...branches, ...(others.length > 0 ? [[t('walk.apart'), ...others].join('\n')] : [])].join('\n\n') + '\n'
}
