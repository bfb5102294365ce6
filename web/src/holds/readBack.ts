/** The hold in one sentence, read back before it is placed. */
import type { Branch } from '@catalex/contract/branches'
import type { HoldOptions } from '@catalex/contract/holds'
import type { TitlePage } from '@catalex/contract/titles'
import type { TFunction } from 'i18next'
import { amountInWords, nthInWords } from '../app/formats.ts'

type Option = HoldOptions['pickups'][number]

export function readBack(
  t: TFunction<'app'>,
  page: TitlePage,
  records: readonly number[],
  barcode: string | null,
  option: Option,
  branch: (code: string) => Branch | undefined,
): string {
  const place = branch(option.branch)
  const names = {
    what: whatInWords(t, page, records, barcode),
    branch: place?.name ?? '',
    place: place?.name ?? '',
    desk: place?.pickup?.desk ?? '',
    from: (option.from && branch(option.from)?.name) ?? '',
    cost: option.cost === 0 ? t('hold.costsNothing') : t('hold.costs', { amount: amountInWords(option.cost) }),
  }
  if (option.line) return t('hold.readLine', { ...names, nth: nthInWords(option.line.before + 1) })
  return t(option.from === option.branch ? 'hold.readKept' : 'hold.readSent', names)
}

/** "Large print, 2011", "volume v.31 (2009)", "any of 3 editions". */
function whatInWords(t: TFunction<'app'>, page: TitlePage, records: readonly number[], barcode: string | null): string {
  const volume = page.copies.find((copy) => copy.barcode === barcode)?.enumeration
  if (volume) return `${page.description.title}, ${volume}`
  if (records.length > 1) return t('card.editions', { count: records.length })
  const edition = page.editions.find((candidate) => candidate.recordId === records[0])
  return edition ? [t(`carriers.${edition.carrier}`), edition.year].filter(Boolean).join(', ') : ''
}
