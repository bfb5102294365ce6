/** Personal names: filed as "Family, Given", spoken as "Given Family". */
import { wordsOf } from './words.ts'

/** "Varrik, Odd" -> "Odd Varrik". What stands behind a second comma (dates, a title) is left out; a name without a comma stays. */
export function spokenName(filed: string): string {
  const [family = '', given] = filed.split(/,\s*/, 2)
  return given ? `${given} ${family}` : filed
}

/** A name as it is spoken, reduced to its words: "Varrik, Odd, 1931-" -> "odd varrik". */
export const spokenKey = (filed: string): string => wordsOf(spokenName(filed)).join(' ')
