/** What went wrong in words: the reason and the way on, in one breath. */
import type { Places } from '@catalex/contract/libraries'
import type { Refusal } from '@catalex/contract/refusal'
import { problemCode } from '@catalex/contract/problem'
import type { TFunction } from 'i18next'
import { ApiProblem, NoConnection } from './api.ts'
import { PartMissing } from './loadPart.ts'
import { AnotherReader } from './session/leaving.ts'
import { cardLooks } from './cards.ts'
import { amountInWords, dayInWords, dueInWords } from './formats.ts'

type Translate = TFunction<'app'>

/** Whether its words come with the first page: those of what keeps the rest of the words from coming. */
export const isSaidAtFirst = (error: unknown): boolean =>
  !(error instanceof AnotherReader) && (!(error instanceof ApiProblem) || problemCode(error.problem.type) === 'our-fault')

/** Whose words and times: what a problem says is said of them. */
type Library = Pick<Places, 'timeZone' | 'cards' | 'joining'>

export function problemInWords(t: Translate, error: unknown, library: Library): string {
  const { cards } = library
  if (error instanceof AnotherReader) return t('problems.another-reader')
  if (error instanceof NoConnection) return t('problems.no-connection')
  if (error instanceof PartMissing) return t('problems.part-missing')
  if (!(error instanceof ApiProblem)) return t('problems.our-fault')
  const { type, refusal, violations, cql, tooLarge, minutes } = error.problem
  if (refusal) return refusalInWords(t, refusal, library)
  const code = problemCode(type)
  if (code === 'query-not-understood' && cql) return t('problems.query-not-understood', { what: t(`cql.${cql.code}`, { what: cql.what }), at: cql.at + 1 }) // prettier-ignore
  if (code === 'query-too-large') return t(`problems.query-too-large.${tooLarge?.what ?? 'terms'}`, { most: tooLarge?.most })
  if (code === 'not-understood') return t('problems.not-understood', { where: violations?.map(({ at }) => at).join(', ') ?? '' })
  if (code === 'wrong-card-or-pin') return t(`problems.wrong-card-or-pin.${cards?.secret ?? 'PIN'}`, { looks: cardLooks(cards) })
  if (code === 'pin-not-sendable') return t('problems.pin-not-sendable', { secret: cards?.secret ?? 'PIN' })
  if (code === 'too-many-tries' || code === 'too-many-messages') return t(`problems.${code}`, { count: minutes ?? 1 })
  return t(`problems.${code}`)
}

export function refusalInWords(t: Translate, refusal: Refusal, { timeZone: zone, joining }: Pick<Library, 'timeZone' | 'joining'>): string {
  switch (refusal.code) {
    case 'no-copy':
      return t(`refusals.no-copy.${refusal.why}`)
    case 'card-expired':
      return t(joining ? 'refusals.card-expired-bring' : 'refusals.card-expired', {
        date: dayInWords(refusal.date, zone),
        bring: joining?.bring,
      })
    case 'owes-too-much':
      return t('refusals.owes-too-much', { owed: amountInWords(refusal.owed), limit: amountInWords(refusal.limit) })
    case 'too-many-overdue':
      return t('refusals.too-many-overdue', { count: refusal.overdue, limit: refusal.limit })
    case 'rule':
      return [refusal.reason, refusal.remedy].filter(Boolean).join(' ')
    case 'too-late':
      return t('refusals.too-late', { state: t(`card.state.${refusal.state}`) })
    case 'already-borrowed':
      return t('refusals.already-borrowed', { due: dueInWords(refusal.due, zone) })
    case 'closed-day':
    case 'too-far-ahead':
    case 'comes-later':
      return t(`refusals.${refusal.code}`, { date: dayInWords(refusal.date, zone) })
    case 'others-wait':
      return t('refusals.others-wait', { count: refusal.waiting })
    case 'renewals-used':
      return t('refusals.renewals-used', { count: refusal.limit })
    case 'renewable-from':
      return t('refusals.renewable-from', { from: dueInWords(refusal.from, zone) })
    case 'too-many-pages':
    case 'too-many-requests':
      return t(`refusals.${refusal.code}`, { limit: refusal.limit })
    case 'cost-changed':
      return t('refusals.cost-changed', { cost: amountInWords(refusal.cost) })
    case 'owed-changed':
      return t('refusals.owed-changed', { owed: amountInWords(refusal.owed) })
    case 'card-blocked':
      return refusal.note === '' ? t('refusals.card-blocked-plain') : t('refusals.card-blocked', { note: refusal.note })
    case 'desk-refused':
      return refusal.said === null ? t('refusals.desk-refused.silent') : t('refusals.desk-refused.said', { said: refusal.said })
    case 'returned-at-owner':
    case 'too-many-holds':
      return t(`refusals.${refusal.code}`, { ...refusal })
    default:
      return t(`refusals.${refusal.code}`)
  }
}
