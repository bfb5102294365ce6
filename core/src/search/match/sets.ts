/** Sets of documents in ascending order, each with a score, and what is made of two of them. */

export interface Matches {
  docs: Uint32Array
  scores: Float32Array
}

export const NOTHING: Matches = { docs: new Uint32Array(0), scores: new Float32Array(0) }

/** Documents that all match alike. */
export const alike = (docs: Uint32Array): Matches => ({ docs, scores: new Float32Array(docs.length) })

export function intersection(a: Matches, b: Matches): Matches {
  const docs = new Uint32Array(Math.min(a.docs.length, b.docs.length))
  const scores = new Float32Array(docs.length)
  let count = 0
  for (let i = 0, j = 0; i < a.docs.length && j < b.docs.length;) {
    if (a.docs[i] < b.docs[j]) i += 1
    else if (a.docs[i] > b.docs[j]) j += 1
    else {
      docs[count] = a.docs[i]
      scores[count] = a.scores[i] + b.scores[j]
      count += 1
      i += 1
      j += 1
    }
  }
  return cut({ docs, scores }, count)
}

export function difference(a: Matches, b: Matches): Matches {
  const docs = new Uint32Array(a.docs.length)
  const scores = new Float32Array(a.docs.length)
  let count = 0
  for (let i = 0, j = 0; i < a.docs.length; i += 1) {
    while (j < b.docs.length && b.docs[j] < a.docs[i]) j += 1
    if (b.docs[j] === a.docs[i]) continue
    docs[count] = a.docs[i]
    scores[count] = a.scores[i]
    count += 1
  }
  return cut({ docs, scores }, count)
}

export function cut(matches: Matches, count: number): Matches {
  return count === matches.docs.length ? matches : { docs: matches.docs.subarray(0, count), scores: matches.scores.subarray(0, count) }
}
