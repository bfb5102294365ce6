/** The years of a title in words: one, or of a serial the first and the last. */
import type { BibRecord } from './record.ts'

/** @returns "2011", "1979–2004", or "1979–" of a serial that goes on; null where no year is known */
export function yearsOf({ year, lastYear }: Pick<BibRecord, 'year' | 'lastYear'>): string | null {
  if (year === null) return null
  if (lastYear === undefined || lastYear === year) return String(year)
  return `${String(year)}–${lastYear === null ? '' : String(lastYear)}`
}
