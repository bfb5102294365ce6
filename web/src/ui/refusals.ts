/** A refusal in words: the reason and the way on, in one breath. */
import type { RefusalLine } from '@catalex/contract/titles'
import type { TFunction } from 'i18next'
import { amountInWords, dayInWords } from '../app/formats.ts'

export function refusalInWords(t: TFunction<'app'>, refusal: RefusalLine, zone: string): string {
  if (refusal.code === 'no-copy') return t(`refusals.no-copy.${refusal.why ?? 'none'}`)
  return t(`refusals.${refusal.code}`, {
    date: refusal.date ? dayInWords(refusal.date, zone) : '',
    note: refusal.note ?? '',
    owed: amountInWords(refusal.owed ?? 0),
    limit: refusal.code === 'owes-too-much' ? amountInWords(refusal.limit ?? 0) : String(refusal.limit ?? 0),
    held: refusal.held ?? 0,
    reason: refusal.reason ?? '',
    remedy: refusal.remedy ?? '',
  })
}
