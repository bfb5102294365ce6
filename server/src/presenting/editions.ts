/** How many editions of a work are told at once: equal titles without an author can be thousands. */
export const MOST_IN_ROW = 40
export const MOST_ON_PAGE = 200

/** The one that is meant, and others up to the limit, each in its place. */
export function someEditions(recordIds: readonly number[], meant: number, most: number): readonly number[] {
  if (recordIds.length <= most) return recordIds
  const first = recordIds.slice(0, most)
  return first.includes(meant) ? first : [meant, ...first.slice(1)]
}
