/**
 * The nearest words that the catalogue has, names of people above all. By symmetric deletes: a word and its misspelling
 * have letters in common that are left when some are dropped from either, so each word is filed under what is left of its
 * beginning when up to two letters are dropped, and a misspelling is looked up under what is left of it.
 */
import type { SearchIndex } from '../store/columns.ts'
import { maskOf } from '../store/fields.ts'
import { gatheredBy, GrowingArray } from '../store/buffers.ts'
import { hashOf } from '../store/hash.ts'
import type { Postings } from '../store/postings.ts'
import type { TextList } from '../store/textList.ts'

export interface NearWord {
  word: string
  distance: number
  /** Titles in which it stands. */
  titles: number
  /** It stands in the name of a person. */
  named: boolean
}

const MOST_EDITS = 2
/** Letters of a word under which it is filed; what follows is compared then. */
const BEGINNING = 7
const PERSON = maskOf('person')
/** A name counts as if it stood in so many times more titles. */
const NAME_WEIGHT = 6
/** In a catalogue with more words than this, one that stands in a single title and names nobody is no suggestion. */
const MANY_WORDS = 150_000

export function nearTable(terms: TextList, { termStart, postMask }: Postings): Pick<SearchIndex, 'nearStart' | 'nearTerm'> {
  const left = new GrowingArray()
  const owner = new GrowingArray()
  for (let term = 0; term < terms.length; term += 1) {
    const word = terms.at(term)
    if (word.length < 3 || /\d/.test(word)) continue
    const titles = termStart[term + 1] - termStart[term]
    if (terms.length > MANY_WORDS && titles < 2 && (postMask[termStart[term]] & PERSON) === 0) continue
    for (const hash of new Set(deletions(word).map(hashOf1))) {
      left.push(hash)
      owner.push(term)
    }
  }
  const buckets = bucketsFor(left.length)
  const { starts, order } = gatheredBy(
    left.done().map((hash) => hash & (buckets - 1)),
    buckets,
  )
  return { nearStart: starts, nearTerm: order.map((at) => owner.values[at]) }
}

const hashOf1 = (text: string): number => hashOf(text)
/** A power of two that gives a bucket a few words. */
const bucketsFor = (entries: number): number => 2 ** Math.max(4, Math.ceil(Math.log2(entries / 2 + 1)))

/** What is left of a word's beginning when up to two letters are dropped. */
function deletions(word: string): string[] {
  const found = new Set([word.slice(0, BEGINNING)])
  let last = [...found]
  for (let dropped = 0; dropped < MOST_EDITS; dropped += 1) {
    last = last.flatMap((text) => Array.from(text, (_, i) => text.slice(0, i) + text.slice(i + 1)))
    for (const text of last) found.add(text)
  }
  return [...found]
}

/** Other words near this one, best first. */
export function nearWords(index: SearchIndex, word: string, most: number): NearWord[] {
  if (word.length < 3) return []
  const edits = word.length < 4 ? 1 : MOST_EDITS
  return termsNear(index, word)
    .map((term) => ({ term, word: index.terms.at(term) }))
    .filter((near) => near.word !== word && Math.abs(near.word.length - word.length) <= edits)
    .map((near) => ({ ...near, distance: editsBetween(near.word, word) }))
    .filter(({ distance }) => distance <= edits)
    .map((near) => ({ ...near, ...standing(index, near, word) }))
    .sort((a, b) => a.distance - b.distance || b.weight - a.weight || (a.word < b.word ? -1 : 1))
    .slice(0, most)
    .map(({ word: near, distance, titles, named }) => ({ word: near, distance, titles, named }))
}

/** Words that have letters in common with this one, however they end. */
function termsNear(index: SearchIndex, word: string): number[] {
  const buckets = index.nearStart.length - 1
  const candidates = new Set<number>()
  for (const text of deletions(word)) {
    const bucket = hashOf(text) & (buckets - 1)
    for (let at = index.nearStart[bucket]; at < index.nearStart[bucket + 1]; at += 1) candidates.add(index.nearTerm[at])
  }
  return [...candidates]
}

/** Words that begin nearly as what has been typed so far, best first. */
export function nearBeginnings(index: SearchIndex, typed: string, most: number): string[] {
  if (typed.length < 4) return []
  const edits = typed.length < 6 ? 1 : MOST_EDITS
  const distanceOf = (word: string) => Math.min(...[-1, 0, 1].map((more) => editsBetween(word.slice(0, typed.length + more), typed)))
  return termsNear(index, typed)
    .map((term) => ({ term, word: index.terms.at(term) }))
    .filter(({ word }) => word.length >= typed.length - edits)
    .map((near) => ({ ...near, distance: distanceOf(near.word) }))
    .filter(({ distance }) => distance <= edits)
    .map((near) => ({ ...near, ...standing(index, near, typed) }))
    .sort((a, b) => a.distance - b.distance || b.weight - a.weight || (a.word < b.word ? -1 : 1))
    .slice(0, most)
    .map(({ word }) => word)
}

/** Of so many titles that have a word it is looked whether they have it as a name. */
const LOOKED_AT = 24

function standing(
  index: SearchIndex,
  near: { term: number; word: string },
  sought: string,
): Pick<NearWord, 'titles' | 'named'> & { weight: number } {
  const from = index.termStart[near.term]
  const titles = index.termStart[near.term + 1] - from
  const named = index.postMask.subarray(from, from + Math.min(titles, LOOKED_AT)).some((mask) => (mask & PERSON) !== 0)
  // People seldom get the first letter wrong.
  const start = near.word.startsWith(sought.charAt(0)) ? 4 : 1
  return { titles, named, weight: titles * (named ? NAME_WEIGHT : 1) * start }
}

/** Letters added, dropped, exchanged, or two neighbours swapped (optimal string alignment). */
export function editsBetween(a: string, b: string): number {
  let beforeLast: number[] = []
  let last = Array.from({ length: b.length + 1 }, (_, j) => j)
  for (let i = 1; i <= a.length; i += 1) {
    const row = [i]
    for (let j = 1; j <= b.length; j += 1) {
      let edits = Math.min(last[j] + 1, row[j - 1] + 1, last[j - 1] + Number(a[i - 1] !== b[j - 1]))
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) edits = Math.min(edits, beforeLast[j - 2] + 1)
      row.push(edits)
    }
    beforeLast = last
    last = row
  }
  return last[b.length]
}
