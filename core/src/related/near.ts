/** Which records are near to another in subject. */

/** Of a subject with more records than this, so many are looked at: what very many share says little. */
const MOST_OF_SUBJECT = 5000

/**
 * Each shared subject counts by its rarity, as the logarithm of all records by those that have it; a subject that half of all have counts
 * next to nothing.
 * @param subjects for each subject of the title the records that have it
 * @param all how many records there are
 * @param own records of the title's own work, left out
 * @returns record ids, the nearest first, among equals the newest
 */
export function nearBySubject(subjects: readonly (readonly number[])[], all: number, own: ReadonlySet<number>, most: number): number[] {
  const scores = new Map<number, number>()
  for (const records of subjects) {
    const weight = Math.log(Math.max(all, 2) / Math.max(records.length, 1))
    if (weight <= 0) continue
    // The newest are the last.
    for (const id of records.slice(-MOST_OF_SUBJECT)) if (!own.has(id)) scores.set(id, (scores.get(id) ?? 0) + weight)
  }
  return [...scores]
    .sort(([a, one], [b, other]) => other - one || b - a)
    .slice(0, most)
    .map(([id]) => id)
}
