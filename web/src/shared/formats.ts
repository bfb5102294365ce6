/** Dates, times, numbers and money in words, in the libraries' time zone. */
import i18next from 'i18next'

let ahead = 0
const followers = new Set<() => void>()

/** The server's clock is the one that counts: a demo may stand on another day, a reader's machine may be wrong. */
export function setClockBy(serverTime: string): void {
  const before = minutesAhead()
  ahead = Date.parse(serverTime) - Date.now()
  if (minutesAhead() !== before) for (const follower of followers) follower()
}

/** By how much the server's clock is ahead of this machine's. */
export const minutesAhead = (): number => Math.round(ahead / 60_000)

/** Is told when that changes. @returns what ends it */
export function followClock(follower: () => void): () => void {
  followers.add(follower)
  return () => {
    followers.delete(follower)
  }
}

/** Milliseconds since 1970, by the server's clock. */
export const now = (): number => Date.now() + ahead

const locale = (): string => (i18next.language === 'en' ? 'en-GB' : i18next.language)

/** Formatters are dear to make and cheap to use: one for each way of writing. */
const known = new Map<string, unknown>()
function formatter<T, Options>(Kind: new (locale: string, options?: Options) => T, options?: Options): T {
  const key = `${Kind.name} ${locale()} ${JSON.stringify(options)}`
  // Made by the same class under this key.
  const made = (known.get(key) as T | undefined) ?? new Kind(locale(), options)
  known.set(key, made)
  return made
}

const timeOf = (iso: string): number => Date.parse(iso)

/** A date without a time is that day everywhere; it is read as the midnight of UTC. */
const zoneOf = (iso: string, zone: string): string => (iso.length === 10 ? 'UTC' : zone)

function partOf(type: 'year' | 'month' | 'day', time: number, zone: string): number {
  const options: Intl.DateTimeFormatOptions = {
    timeZone: zone,
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    calendar: 'gregory',
    numberingSystem: 'latn',
  }
  const parts = formatter(Intl.DateTimeFormat, options).formatToParts(time)
  return Number(parts.find((part) => part.type === type)?.value)
}

export const yearNow = (zone: string): number => partOf('year', now(), zone)

/** Days since 1970, by the calendar of the zone. */
const dayNumber = (time: number, zone: string): number =>
  Date.UTC(partOf('year', time, zone), partOf('month', time, zone) - 1, partOf('day', time, zone)) / 86_400_000

/** "Thu 3 Dec", with the year when it is another. */
export function dayInWords(iso: string, zone: string): string {
  const time = timeOf(iso)
  const timeZone = zoneOf(iso, zone)
  const year = partOf('year', time, timeZone) === yearNow(zone) ? {} : { year: 'numeric' as const }
  const format = formatter(Intl.DateTimeFormat, { timeZone, weekday: 'short', day: 'numeric', month: 'short', ...year })
  return format.format(time).replace(',', '')
}

/** "Thursday 26 November" */
export const longDayInWords = (iso: string, zone: string): string =>
  formatter(Intl.DateTimeFormat, { timeZone: zoneOf(iso, zone), weekday: 'long', day: 'numeric', month: 'long' })
    .format(timeOf(iso))
    .replace(',', '')

export const timeInWords = (iso: string, zone: string): string =>
  formatter(Intl.DateTimeFormat, { timeZone: zone, hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(timeOf(iso))

/** A day, or with the minute what is due by the hour; both are local already. */
export const dueInWords = (due: string, zone: string): string =>
  [dayInWords(due.slice(0, 10), zone), due.slice(11)].filter(Boolean).join(' ')

/** "tomorrow 10:00", "Mon 30 Nov 10:00". */
export function momentInWords(iso: string, zone: string): string {
  const days = dayNumber(timeOf(iso), zone) - dayNumber(now(), zone)
  const near = days === 0 || days === 1
  const day = near ? formatter(Intl.RelativeTimeFormat, { numeric: 'auto' }).format(days, 'day') : dayInWords(iso, zone)
  return `${day} ${timeInWords(iso, zone)}`
}

/** "35%". @param share from 0 to 1 */
export const shareInWords = (share: number): string => formatter(Intl.NumberFormat, { style: 'percent' as const }).format(share)

/** A Monday, from which weekdays are counted to name them. */
const MONDAY = Date.UTC(2024, 0, 1)
const dayName = (weekday: number): string =>
  formatter(Intl.DateTimeFormat, { timeZone: 'UTC', weekday: 'short' }).format(MONDAY + (weekday - 1) * 86_400_000)

/** "Mon–Fri 10:00–14:00; Sat 10:00–12:00": days with the same hours together. @param hours by weekday, 1 for Monday */
export function weekInWords(hours: Record<string, readonly (readonly string[])[]>): string {
  const days = new Map<string, number[]>()
  for (const [day, spans] of Object.entries(hours)) {
    const words = spans.map((span) => span.join('–')).join(', ')
    if (words !== '') days.set(words, [...(days.get(words) ?? []), Number(day)])
  }
  return [...days].map(([words, numbers]) => `${daysInWords(numbers)} ${words}`).join('; ')
}

/** Three days or more in a row by the first and the last. @param days weekdays in their order */
function daysInWords(days: readonly number[]): string {
  const runs: number[][] = []
  for (const day of days) {
    const run = runs.at(-1)
    if (run?.at(-1) === day - 1) run.push(day)
    else runs.push([day])
  }
  return runs.map((run) => (run.length > 2 ? [run[0], run.at(-1)].map((day) => dayName(day ?? 1)).join('–') : run.map(dayName).join(', '))).join(', ') // prettier-ignore
}

export const numberInWords = (number: number): string => formatter(Intl.NumberFormat).format(number)

let currency: string | undefined

/** The libraries say in which currency they count (ISO 4217); without one, amounts are mere numbers. */
export function setCurrency(code: string | undefined): void {
  currency = code
}

/** Hundredths as an amount. */
export function amountInWords(hundredths: number): string {
  const style = currency === undefined ? { minimumFractionDigits: 2 } : { style: 'currency' as const, currency }
  return formatter(Intl.NumberFormat, style).format(hundredths / 100)
}

/** "a, b and c" */
export const allOfInWords = (words: readonly string[]): string => formatter(Intl.ListFormat, { type: 'conjunction' }).format(words)

/** "a, b or c" */
export const anyOfInWords = (words: readonly string[]): string => formatter(Intl.ListFormat, { type: 'disjunction' }).format(words)

/** ISO 639-2/B codes that differ from those of Intl. */
const SHORT: Record<string, string> = { fre: 'fr', ger: 'de', dut: 'nl', cze: 'cs', gre: 'el', ice: 'is', chi: 'zh', rum: 'ro', slo: 'sk', wel: 'cy' } // prettier-ignore

const languages = new Map<string, Intl.DisplayNames>()
function languageNames(): Intl.DisplayNames {
  const names = languages.get(locale()) ?? new Intl.DisplayNames([locale()], { type: 'language' })
  languages.set(locale(), names)
  return names
}

/** ISO 639-2/B code to the language's name. */
export const languageInWords = (code: string): string => languageNames().of(SHORT[code] ?? code) ?? code
