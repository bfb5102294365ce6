/** The nearest words that the catalogue has, by edits (symmetric deletes), names of people above all. */
import { SymSpell } from 'mnemonist'
import type { SearchIndex } from './build.ts'
import { maskOf } from './fields.ts'
import { termOf } from './match.ts'
import { isStemTerm } from './stems.ts'

export interface NearWord {
  word: string
  distance: number
  /** Titles in which it stands. */
  titles: number
}

const MOST_EDITS = 2
const PERSON = maskOf('person')
/** A name counts as if it stood in so many times more titles. */
const NAME_WEIGHT = 6

export class Speller {
  private readonly words: SymSpell

  constructor(private readonly index: SearchIndex) {
    this.words = new SymSpell({ maxDistance: MOST_EDITS, verbosity: 2 })
    for (const term of index.terms) if (!isStemTerm(term) && term.length > 2 && !/\d/.test(term)) this.words.add(term)
  }

  /** Other words near this one, best first. */
  near(word: string, most: number): NearWord[] {
    if (word.length < 3) return []
    const edits = word.length < 4 ? 1 : MOST_EDITS
    return this.words
      .search(word)
      .filter(({ term, distance }) => term !== word && distance <= edits)
      .map(({ term, distance }) => ({ word: term, distance, ...this.standing(term, word) }))
      .sort((a, b) => a.distance - b.distance || b.weight - a.weight || (a.word < b.word ? -1 : 1))
      .slice(0, most)
      .map(({ word: near, distance, titles }) => ({ word: near, distance, titles }))
  }

  private standing(term: string, sought: string): { titles: number; weight: number } {
    const at = termOf(this.index, term)
    const from = this.index.termStart[at]
    const to = this.index.termStart[at + 1]
    const named = from < to && (this.index.postMask[from] & PERSON) !== 0
    // People seldom get the first letter wrong.
    const start = term[0] === sought[0] ? 4 : 1
    return { titles: to - from, weight: (to - from) * (named ? NAME_WEIGHT : 1) * start }
  }
}
