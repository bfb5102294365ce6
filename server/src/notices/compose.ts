/** A notice in words: subject, plain text and HTML, in the language of its reader. */
import type { OverdueRate } from '@catalex/core/loans'
import type { Notice } from '@catalex/core/messages'
import { DateTime } from 'luxon'
import type { Libraries } from '../libraries/index.ts'
import { texts } from '../texts/index.ts'

export interface Composed {
  subject: string
  text: string
  html: string
}

/** @param language ISO 639-1; one that there are no texts in is English */
export function compose(libraries: Libraries, notice: Notice, to: { name: string; language: string }): Composed {
  const { name: library, timeZone } = libraries.library
  const facts = { ...notice, ...factsOf(libraries, notice, to.language), name: to.name, library }
  const say = (key: string, escapeValue = false): string =>
    texts.t(key, { ns: 'notices', ...facts, lng: to.language, timeZone, interpolation: { escapeValue } })
  const body = `${notice.kind}.${notice.kind === 'lapsed' ? notice.why : 'text'}`
  // Titles and names come from outside: what they hold is no mark-up.
  const paragraphs = ['greeting', body, 'from'].map((key) => `<p>${say(key, true).replaceAll('\n', '<br>')}</p>`)
  return {
    subject: say(`${notice.kind}.subject`),
    text: [say('greeting'), say(body), say('from')].join('\n\n'),
    html: `<!doctype html><html lang="${to.language}"><meta charset="utf-8"><body style="font:16px/1.5 sans-serif;max-width:36em">${paragraphs.join('')}</body></html>`,
  }
}

function factsOf(libraries: Libraries, notice: Notice, language: string): Record<string, string> {
  const date = (day: string) => inWords(day, language)
  if ('collectBy' in notice) {
    const { place = notice.pickup, desk = '', bring = '' } = libraries.pickups.inWords(notice.pickup) ?? {}
    return { date: date(notice.collectBy), place, desk, bring }
  }
  if (!('due' in notice)) return {}
  if (!('late' in notice)) return { date: date(notice.due) }
  const { late, returnTo } = notice
  return { date: date(notice.due), where: returnInWords(libraries, returnTo, language), late: lateInWords(libraries, late, language) }
}

function returnInWords(libraries: Libraries, returnTo: string | null, lng: string): string {
  const owner = returnTo === null ? undefined : libraries.library.systems.find(({ code }) => code === returnTo)
  return owner ? texts.t('where.owner', { ns: 'notices', lng, owner: owner.name }) : texts.t('where.any', { ns: 'notices', lng })
}

/** A sentence of its own after the others; nothing where it costs nothing. */
function lateInWords({ library }: Libraries, rate: OverdueRate | null, lng: string): string {
  if (!rate) return ''
  const style = library.currency === undefined ? { minimumFractionDigits: 2 } : { style: 'currency' as const, currency: library.currency }
  const inWords = (amount: number) => new Intl.NumberFormat(localeOf(lng), style).format(amount / 100)
  const key = rate.ceiling === null ? rate.per : (`${rate.per}UpTo` as const)
  return texts.t(`late.${key}`, { ns: 'notices', lng, amount: inWords(rate.amount), most: inWords(rate.ceiling ?? 0) })
}

const localeOf = (language: string): string => (language === 'en' ? 'en-GB' : language)

/** A day, with the hour of what is due at one. */
function inWords(due: string, language: string): string {
  const hour = due.length > 10 ? ({ hour: '2-digit', minute: '2-digit' } as const) : {}
  return DateTime.fromISO(due).toLocaleString({ ...DateTime.DATE_HUGE, ...hour }, { locale: localeOf(language) })
}
