/** Dates, times, numbers and money in words, in the libraries' time zone. */
import { DateTime } from 'luxon'
import i18next from 'i18next'

let ahead = 0

/** The server's clock is the one that counts: a demo may stand on another day, a reader's machine may be wrong. */
export function setClockBy(serverTime: string): void {
  ahead = Date.parse(serverTime) - Date.now()
}

export const nowIn = (zone: string): DateTime => DateTime.fromMillis(Date.now() + ahead, { zone })

const locale = (): string => (i18next.language === 'en' ? 'en-GB' : i18next.language)

/** "Thu 3 Dec", with the year when it is another. */
export function dayInWords(iso: string, zone: string): string {
  const day = DateTime.fromISO(iso, { zone })
  const now = nowIn(zone)
  const options: Intl.DateTimeFormatOptions = {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    ...(day.year === now.year ? {} : { year: 'numeric' }),
  }
  return day.setLocale(locale()).toLocaleString(options).replace(',', '')
}

export function timeInWords(iso: string, zone: string): string {
  return DateTime.fromISO(iso, { zone }).setLocale(locale()).toLocaleString({ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
}

/** "tomorrow 10:00", "Mon 30 Nov 10:00". */
export function momentInWords(iso: string, zone: string): string {
  const at = DateTime.fromISO(iso, { zone })
  const days = at.startOf('day').diff(nowIn(zone).startOf('day'), 'days').days
  const named =
    days >= 0 && days <= 1
      ? new Intl.RelativeTimeFormat(locale(), { numeric: 'auto' }).format(Math.round(days), 'day')
      : dayInWords(iso, zone)
  return `${named} ${timeInWords(iso, zone)}`
}

/** Hundredths as an amount. */
export const amountInWords = (hundredths: number): string =>
  new Intl.NumberFormat(locale(), { minimumFractionDigits: 2 }).format(hundredths / 100)

/** "5th". */
export function nthInWords(n: number): string {
  const suffix = { one: 'st', two: 'nd', few: 'rd', other: 'th', zero: 'th', many: 'th' }[
    new Intl.PluralRules('en', { type: 'ordinal' }).select(n)
  ]
  return i18next.language === 'en' ? `${String(n)}${suffix}` : String(n)
}

/** ISO 639-2/B code to the language's name. */
export function languageInWords(code: string): string {
  const short: Record<string, string> = {
    fre: 'fr',
    ger: 'de',
    dut: 'nl',
    cze: 'cs',
    gre: 'el',
    ice: 'is',
    chi: 'zh',
    rum: 'ro',
    slo: 'sk',
    wel: 'cy',
  }
  return new Intl.DisplayNames([locale()], { type: 'language' }).of(short[code] ?? code) ?? code
}
