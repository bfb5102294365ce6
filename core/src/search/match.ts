/** Which documents a query matches, and how well: sets of documents in ascending order, each with a score. */
import { hashOf, TEXT_GAP, type SearchIndex } from './build.ts'
import { EVERY_FIELD, FIELD_SPAN, fieldOfPosition, MASK_WEIGHT, maskOf } from './fields.ts'
import type { QueryNode } from './query/parse.ts'
import { otherForms } from './stems.ts'
import { chosenNodes } from './tree.ts'

export interface Matches {
  docs: Uint32Array
  scores: Float32Array
}

const NOTHING: Matches = { docs: new Uint32Array(0), scores: new Float32Array(0) }

/** @param fields mask of the fields in which words may stand */
export function matchesOf(index: SearchIndex, node: QueryNode, fields: number = EVERY_FIELD): Matches {
  switch (node.kind) {
    case 'everything':
      return { docs: Uint32Array.from({ length: index.docCount }, (_, doc) => doc), scores: new Float32Array(index.docCount) }
    case 'word':
      return wordMatches(index, node.word, fields)
    case 'prefix':
      return prefixMatches(index, node.prefix, fields)
    case 'phrase':
      return phraseMatches(index, node.words, fields)
    case 'records': {
      const docs = Uint32Array.from(node.recordIds.map((id) => index.docOfRecord[id] ?? -1).filter((doc) => doc >= 0)).sort()
      return { docs, scores: new Float32Array(docs.length) }
    }
    case 'within':
      return matchesOf(index, node.node, maskOf(node.field))
    case 'years':
      return picked(index, (doc) => index.year[doc] >= node.from && index.year[doc] <= node.to && index.year[doc] > 0)
    case 'value':
      return picked(index, valueTest(index, node.facet, node.value))
    case 'whole title': {
      const hash = hashOf(node.words.join(' '))
      return picked(index, (doc) => index.wholeTitle.subarray(index.wholeStart[doc], index.wholeStart[doc + 1]).includes(hash))
    }
    case 'title begins':
      return titleBegins(index, node.words)
    case 'number':
      // Nobody has looked it up, so nobody has it.
      return NOTHING
    case 'or':
      return node.nodes.map((inner) => matchesOf(index, inner, fields)).reduce((a, b) => union(a, b))
    case 'not':
      return difference(matchesOf(index, { kind: 'everything' }), matchesOf(index, node.node, fields))
    case 'and':
      return conjunction(index, node.nodes, fields)
  }
}

/** Documents by their columns; they all match alike. */
function picked(index: SearchIndex, test: (doc: number) => boolean): Matches {
  const docs = new Uint32Array(index.docCount)
  let count = 0
  for (let doc = 0; doc < index.docCount; doc += 1) if (test(doc)) docs[count++] = doc
  return { docs: docs.slice(0, count), scores: new Float32Array(count) }
}

function valueTest(index: SearchIndex, facet: 'language' | 'format', value: string): (doc: number) => boolean {
  if (facet === 'format') {
    const chosen = chosenNodes(index.formatTree, [value])
    return (doc) => chosen !== null && chosen[index.format[doc]] === 1
  }
  const { codes, start, value: values } = index.listed.language
  const number = codes.indexOf(value)
  return (doc) => number >= 0 && values.subarray(start[doc], start[doc + 1]).includes(number)
}

/** The words side by side in the title, the first of them where a title or the part behind its article begins. */
function titleBegins(index: SearchIndex, words: readonly string[]): Matches {
  const terms = words.map((word) => termOf(index, word))
  const found = phraseMatches(index, words, TITLE_BIT)
  return intersection(
    found,
    picked(index, (doc) =>
      positionsIn(index, terms[0], doc).some((at) => at % TEXT_GAP <= 1 && at < FIELD_SPAN && followed(index, terms, doc, at)),
    ),
  )
}

const followed = (index: SearchIndex, terms: readonly number[], doc: number, at: number): boolean =>
  terms.every((term, i) => includesSorted(positionsIn(index, term, doc), at + i))

/** Exclusions are taken from what the rest matches, so that they cost no more than they remove. */
function conjunction(index: SearchIndex, nodes: readonly QueryNode[], fields: number): Matches {
  const wanted = nodes.filter((node) => node.kind !== 'not')
  const excluded = nodes.filter((node) => node.kind === 'not')
  const sets = wanted.map((node) => matchesOf(index, node, fields)).sort((a, b) => a.docs.length - b.docs.length)
  const start = sets.length > 0 ? sets.reduce(intersection) : matchesOf(index, { kind: 'everything' })
  return excluded.reduce((rest, node) => difference(rest, matchesOf(index, node.node, fields)), start)
}

/** @returns the number of a term, -1 when the catalogue does not have it */
export function termOf(index: SearchIndex, word: string): number {
  const at = lowerBound(index.terms, word)
  return index.terms[at] === word ? at : -1
}

function lowerBound(terms: readonly string[], word: string): number {
  let low = 0
  let high = terms.length
  while (low < high) {
    const middle = (low + high) >>> 1
    if (terms[middle] < word) low = middle + 1
    else high = middle
  }
  return low
}

/** Rare words say more: inverse document frequency, smoothed so that it stays positive. */
function rarity(index: SearchIndex, frequency: number): number {
  return Math.log(1 + (index.docCount - frequency + 0.5) / (frequency + 0.5))
}

const TITLE_BIT = 1

function termMatches(index: SearchIndex, term: number, fields: number): Matches {
  if (term < 0) return NOTHING
  const from = index.termStart[term]
  const to = index.termStart[term + 1]
  const docs = new Uint32Array(to - from)
  const scores = new Float32Array(to - from)
  const weight = rarity(index, to - from)
  let count = 0
  for (let p = from; p < to; p += 1) {
    const mask = index.postMask[p] & fields
    if (mask === 0) continue
    const doc = index.postDoc[p]
    docs[count] = doc
    // In a short title a word is more of the title than in a long one.
    const brevity = mask & TITLE_BIT ? 2 / (1 + Math.sqrt(index.titleLength[doc])) : 0
    scores[count] = weight * (MASK_WEIGHT[mask] + 4 * brevity)
    count += 1
  }
  return cut({ docs, scores }, count)
}

/** Other forms of the word count too, a little less than the word itself. */
const OTHER_FORM = 0.7

function wordMatches(index: SearchIndex, word: string, fields: number): Matches {
  const exact = termMatches(index, termOf(index, word), fields)
  const forms = otherForms(word)
    .map((term) => termOf(index, term))
    .filter((term) => term >= 0)
  return forms.reduce((all, term) => {
    const { docs, scores } = termMatches(index, term, fields)
    return union(all, { docs, scores: scores.map((score) => score * OTHER_FORM) }, Math.max)
  }, exact)
}

function prefixMatches(index: SearchIndex, prefix: string, fields: number): Matches {
  const from = lowerBound(index.terms, prefix)
  const to = lowerBound(index.terms, prefix + '\uffff')
  const best = new Float32Array(index.docCount)
  for (let term = from; term < to; term += 1) {
    const { docs, scores } = termMatches(index, term, fields)
    for (let i = 0; i < docs.length; i += 1) best[docs[i]] = Math.max(best[docs[i]], scores[i])
  }
  const docs = Uint32Array.from(range(index.docCount).filter((doc) => best[doc] > 0))
  return { docs, scores: Float32Array.from(docs, (doc) => best[doc]) }
}

const range = (length: number): number[] => Array.from({ length }, (_, i) => i)

function phraseMatches(index: SearchIndex, words: readonly string[], fields: number): Matches {
  const terms = words.map((word) => termOf(index, word))
  if (terms.includes(-1)) return NOTHING
  const together = terms
    .map((term) => termMatches(index, term, fields))
    .sort((a, b) => a.docs.length - b.docs.length)
    .reduce(intersection)
  const { docs, scores } = together
  let count = 0
  for (let i = 0; i < docs.length; i += 1) {
    if ((phraseMask(index, terms, docs[i]) & fields) === 0) continue
    docs[count] = docs[i]
    scores[count] = scores[i]
    count += 1
  }
  return cut(together, count)
}

/** Mask of the fields in which the terms stand side by side in this document. */
export function phraseMask(index: SearchIndex, terms: readonly number[], doc: number): number {
  const places = terms.map((term) => positionsIn(index, term, doc))
  let mask = 0
  for (const start of places[0]) {
    if (places.every((list, i) => includesSorted(list, start + i))) mask |= 1 << fieldOfPosition(start)
  }
  return mask
}

/** Positions of a term in a document, ascending; empty where it does not stand. */
export function positionsIn(index: SearchIndex, term: number, doc: number): Uint32Array {
  const posting = postingOf(index, term, doc)
  return posting < 0 ? index.positions.subarray(0, 0) : index.positions.subarray(index.posStart[posting], index.posStart[posting + 1])
}

function postingOf(index: SearchIndex, term: number, doc: number): number {
  let low = index.termStart[term]
  let high = index.termStart[term + 1]
  while (low < high) {
    const middle = (low + high) >>> 1
    if (index.postDoc[middle] < doc) low = middle + 1
    else high = middle
  }
  return low < index.termStart[term + 1] && index.postDoc[low] === doc ? low : -1
}

function includesSorted(list: Uint32Array, value: number): boolean {
  let low = 0
  let high = list.length
  while (low < high) {
    const middle = (low + high) >>> 1
    if (list[middle] < value) low = middle + 1
    else high = middle
  }
  return list[low] === value
}

function intersection(a: Matches, b: Matches): Matches {
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

function union(a: Matches, b: Matches, join = (left: number, right: number) => left + right): Matches {
  const docs = new Uint32Array(a.docs.length + b.docs.length)
  const scores = new Float32Array(docs.length)
  let count = 0
  for (let i = 0, j = 0; i < a.docs.length || j < b.docs.length; count += 1) {
    const left = i < a.docs.length ? a.docs[i] : Infinity
    const right = j < b.docs.length ? b.docs[j] : Infinity
    docs[count] = Math.min(left, right)
    scores[count] = join(left <= right ? a.scores[i] : 0, right <= left ? b.scores[j] : 0)
    if (left <= right) i += 1
    if (right <= left) j += 1
  }
  return cut({ docs, scores }, count)
}

function difference(a: Matches, b: Matches): Matches {
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

function cut(matches: Matches, count: number): Matches {
  return count === matches.docs.length ? matches : { docs: matches.docs.subarray(0, count), scores: matches.scores.subarray(0, count) }
}
