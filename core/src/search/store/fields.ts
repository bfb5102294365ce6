/** The fields of a record that can be searched, and what a match in each is worth. */
import { FIELDS, type SearchField } from '../../query/index.ts'

/** What a word in a field adds to a title's score: title over person and series, over subject, over the rest. */
const WEIGHTS: Record<SearchField, number> = {
  title: 8,
  person: 5,
  series: 4,
  subject: 3,
  contents: 1.6,
  summary: 1.2,
  notes: 1,
  publisher: 0.8,
}

export const maskOf = (field: SearchField): number => 1 << FIELDS.indexOf(field)
export const EVERY_FIELD = (1 << FIELDS.length) - 1
export const WITHOUT_PUBLISHER = EVERY_FIELD & ~maskOf('publisher')

/** Highest number of words of a query for which it is told where they stand only in the weak field. */
export const MOST_STRONG = 8
/**
 * What a word adds that stands anywhere but in the weak field alone (who published it, where, when, in what extent and
 * format): more than all else that up to MOST_STRONG words are worth, so that titles with a word in the weak field only
 * come last, and are known by their score.
 */
export const STRONG = 4096

/**
 * Weight of every combination of fields. The best field counts in full and each further one a third, so that a word
 * repeated all over a record does not outrank the title that it is.
 */
export const MASK_WEIGHT = Float32Array.from({ length: 1 << FIELDS.length }, (_, mask) => {
  const weights = FIELDS.filter((field) => mask & maskOf(field)).map((field) => WEIGHTS[field])
  const best = Math.max(0, ...weights)
  return best + (weights.reduce((sum, weight) => sum + weight, 0) - best) / 3
})

/** A position is its field and its place in it, so that no phrase runs from one field into the next. */
export const FIELD_SPAN = 1 << 24
/** Every text of a field begins at a multiple of this, at least as far behind the one before. */
export const TEXT_GAP = 64
