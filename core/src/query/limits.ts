/** How large a query may be, so that whatever a client sends is read and answered in little time. */

/** Characters of a query; `fitting` refuses more before anybody reads them. */
export const MOST_CHARACTERS = 1000
/** Words, numbers and other terms of a query; repeated ones count once. */
export const MOST_TERMS = 64
/** Brackets and signs of exclusion inside one another. */
export const DEEPEST = 20

export class QueryTooLarge extends Error {
  /**
   * @param what of which there is too much
   * @param most how much of it there may be
   */
  constructor(
    readonly what: 'characters' | 'terms' | 'depth' | 'records',
    readonly most: number,
  ) {
    super(`A query may have ${String(most)} ${what} at most.`)
    this.name = 'QueryTooLarge'
  }
}

/** @throws QueryTooLarge */
export function fitting(text: string): string {
  if (text.length > MOST_CHARACTERS) throw new QueryTooLarge('characters', MOST_CHARACTERS)
  return text
}
