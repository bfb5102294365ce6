/** Why something can't be walked to, and what to do instead. */
import type { ShelfWalk } from '@catalex/contract/shelfwalk'
import type { TFunction } from 'i18next'
import { dueInWords } from '../shared/formats.ts'
import type { PlaceBook } from '../shared/places.tsx'

export function apartInWords(
  t: TFunction<'app'>,
  one: ShelfWalk['apart'][number],
  { branchName, all }: Pick<PlaceBook, 'branchName' | 'all'>,
): string {
  const { why, place, due, status } = one
  switch (why) {
    case 'fetched':
      return t('walk.fetched', {
        place: place ? `${branchName(place.branch)}, ${place.collection}` : '',
        call: place?.callNumber.text ?? '',
      })
    case 'out':
      return due === null
        ? t('walk.notIn', { status: status === null ? '' : t(`status.${status}`) })
        : t('walk.out', { date: dueInWords(due, all.timeZone) })
    case 'none':
      return t('walk.none')
    case 'gone':
      return t('walk.gone')
  }
}
