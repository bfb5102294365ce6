/** Numbers that are written as words in the numbering of issues and volumes: months, seasons, Roman numerals. */
import { fold } from '../text/index.ts'

/** Names of the months, folded, in languages whose catalogues write them out; one that is cut short, with a stop or without, counts as well. */
const MONTHS: readonly (readonly string[])[] = [
  ['january', 'januar', 'janvier', 'enero', 'gennaio'],
  ['february', 'februar', 'fevrier', 'febrero', 'febbraio'],
  ['march', 'marz', 'maerz', 'mars', 'marzo'],
  ['april', 'avril', 'abril', 'aprile'],
  ['may', 'mai', 'mayo', 'maggio'],
  ['june', 'juni', 'juin', 'junio', 'giugno'],
  ['july', 'juli', 'juillet', 'julio', 'luglio'],
  ['august', 'aout', 'agosto'],
  ['september', 'septembre', 'septiembre', 'settembre'],
  ['october', 'oktober', 'octobre', 'octubre', 'ottobre'],
  ['november', 'novembre', 'noviembre'],
  ['december', 'dezember', 'decembre', 'diciembre', 'dicembre'],
]
/** Seasons have the numbers that MARC 21 gives them in coded chronology (Holdings, 853-855): 21 spring to 24 winter. */
const SEASONS: readonly (readonly string[])[] = [
  ['spring', 'fruhling', 'fruhjahr', 'printemps', 'primavera'],
  ['summer', 'sommer', 'ete', 'verano', 'estate'],
  ['autumn', 'fall', 'herbst', 'automne', 'otono', 'autunno'],
  ['winter', 'hiver', 'invierno', 'inverno'],
]
const LEAST_LETTERS = 3

/** @param word folded, without its stop. @returns 1 to 12 of a month, 21 to 24 of a season */
export function monthNumber(word: string): number | null {
  if (word.length < LEAST_LETTERS) return null
  const among = (names: readonly (readonly string[])[]) => names.findIndex((same) => same.some((name) => name.startsWith(word)))
  const month = among(MONTHS)
  if (month >= 0) return month + 1
  const season = among(SEASONS)
  return season >= 0 ? season + 21 : null
}

const ROMAN = /^M{0,3}(?:CM|CD|D?C{0,4})(?:XC|XL|L?X{0,4})(?:IX|IV|V?I{0,4})$/
const ROMAN_DIGITS: Readonly<Record<string, number>> = { I: 1, V: 5, X: 10, L: 50, C: 100, D: 500, M: 1000 }

/** @returns null of what is no Roman numeral */
export function romanNumber(text: string): number | null {
  const digits = text.toUpperCase()
  if (digits === '' || !ROMAN.test(digits)) return null
  const values = [...digits].map((digit) => ROMAN_DIGITS[digit] ?? 0)
  return values.reduce((sum, value, i) => sum + (value < (values[i + 1] ?? 0) ? -value : value), 0)
}

/** "(12 Jan 2004)", "(Jan. 12, 2004)", "(Jan/Feb 2004)": a year that stands behind its month. */
const YEAR_LAST = /(?:(\d{1,2})\.?\s+)?(\p{L}{3,10}\.?(?:\s*[-/]\s*\p{L}{3,10}\.?)*)\s*(?:(\d{1,2}),)?\s+(\d{4})(?!\d)/gu

/** A date begins with its year, then come month and day, both as numbers: so that dates file by time. Folded text, as is what comes back. */
export function datesAsNumbers(text: string): string {
  return fold(text)
    .replace(YEAR_LAST, (all, dayBefore: string | undefined, months: string, dayBehind: string | undefined, year: string) =>
      months.split(/\s*[-/]\s*/).every((month) => monthNumber(month.replace('.', '')) !== null)
        ? `${year} ${months} ${dayBefore ?? dayBehind ?? ''}`
        : all,
    )
    .replace(/(?<!\p{L})\p{L}{3,10}(?!\p{L})\.?/gu, (word) => {
      const month = monthNumber(word.replace('.', ''))
      return month === null ? word : ` ${String(month)} `
    })
}
