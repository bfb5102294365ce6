/** Which title of the catalogue is meant by a line of somebody else's: by its number, else by title and whoever made it. */
import { numberKey } from '../catalogue/index.ts'
import { wordsOf } from '../text/index.ts'

/** A title as another program names it. */
export interface Sought {
  isbns: readonly string[]
  title: string
  who: string
}

/** A title of this catalogue that may be meant. */
export interface Standing {
  controlNumber: string
  isbns: readonly string[]
  title: string
  /** Everybody who took part. */
  who: readonly string[]
}

/**
 * The candidate that is meant. A number decides; without one title and person have to say the same words, whatever stands round them: a
 * title alone only where no other candidate has it.
 * @returns null where nothing is certain
 */
export function matchOf({ isbns, title, who }: Sought, candidates: readonly Standing[]): string | null {
  const numbers = new Set(isbns.map(numberKey))
  const numbered = candidates.find((one) => one.isbns.some((isbn) => numbers.has(numberKey(isbn))))
  if (numbered) return numbered.controlNumber
  if (wordsOf(title).length === 0) return null
  const sameTitle = candidates.filter((one) => saysSame(title, one.title))
  const people = wordsOf(who)
  const same = people.length === 0 ? sameTitle : sameTitle.filter((one) => one.who.some((name) => sharesName(people, wordsOf(name))))
  const [only, ...others] = same
  if (!only) return null
  // Editions of one title by one person are the same to somebody who names no number.
  return people.length > 0 || others.length === 0 ? only.controlNumber : null
}

/** With or without a subtitle. */
const saysSame = (a: string, b: string): boolean => isSame(a, b) || isSame(mainOf(a), mainOf(b))

const isSame = (a: string, b: string): boolean => a !== '' && wordsOf(a).join(' ') === wordsOf(b).join(' ')

/** What stands before a subtitle, or before who made it. */
const mainOf = (title: string): string => title.split(/[:;/=]/, 1)[0]?.trim() ?? ''

/** A surname of the one stands in the other. */
const sharesName = (sought: readonly string[], name: readonly string[]): boolean =>
  sought.some((word) => word.length > 2 && name.includes(word))
