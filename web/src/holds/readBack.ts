/** The hold in one sentence, read back before it is placed. */
import type { TitlePage } from '@catalex/contract/title'
import type { TFunction } from 'i18next'
import { allOfInWords, dayInWords, momentInWords } from '../shared/formats.ts'
import type { PlaceBook } from '../shared/places.tsx'
import { priceSentence } from './price.ts'
import { dayInHand, type Details, type Served, type Wish } from './form/wish.ts'

export function readBack(
  t: TFunction<'app'>,
  page: TitlePage,
  wish: Wish,
  option: Served,
  { notBefore, notAfter, recall }: Pick<Details, 'notBefore' | 'notAfter' | 'recall'>,
  { pickup, branchName, all }: Pick<PlaceBook, 'pickup' | 'branchName' | 'all'>,
): string {
  const place = pickup(option.pickup)
  const names = {
    what: whatInWords(t, page, wish),
    branch: place?.name ?? '',
    place: place?.name ?? '',
    desk: place?.desk ?? '',
    from: option.from === null ? '' : branchName(option.from),
    cost: priceSentence(t, option),
  }
  const said = option.queue
    ? t('hold.readQueue', { ...names, nth: t('app.nth', { count: option.queue.before + 1, ordinal: true }) })
    : t(option.from === place?.at.code ? 'hold.readKept' : 'hold.readSent', names)
  const comes = dayInHand(option, all.timeZone)
  const held = notBefore !== null && (comes ?? '') < notBefore
  return [
    said,
    held && t('wishes.readOn', { date: dayInWords(notBefore, all.timeZone) }),
    !held && option.inHand && t('hold.inHand', { time: momentInWords(option.inHand, all.timeZone) }),
    // It is asked for by the copy that would come from here.
    all.bridged && !option.queue && t('hold.bridged'),
    recall && option.recall && t('wishes.readRecall', { date: dayInWords(option.recall.due, all.timeZone) }),
    notAfter && t('wishes.readUntil', { date: dayInWords(notAfter, all.timeZone) }),
    option.brings.length > 0 && t('hold.brings', { pieces: allOfInWords(option.brings) }),
  ]
    .filter(Boolean)
    .join(' ')
}

/** "Large print, 2011", "volume v.31 (2009)", "any of 3 editions". */
function whatInWords(t: TFunction<'app'>, page: TitlePage, { records, volume }: Wish): string {
  if (volume?.enumeration) return `${page.description.title}, ${volume.enumeration}`
  if (records.length > 1) return t('card.editions', { count: records.length })
  const edition = page.editions.find((candidate) => candidate.controlNumber === records[0])
  return edition ? [t(`carriers.${edition.carrier}`), edition.year].filter(Boolean).join(', ') : ''
}
