/** The kinds of query that are measured, with words chosen by how common they are in the catalogue at hand. */
import type { SearchQuery } from '@catalex/contract/search'

export interface Measured {
  kind: string
  asked: Partial<SearchQuery>[]
  /** The same words for the yardstick. */
  match: string[]
}

const EACH = 8

const at = (words: readonly string[], i: number): string => words[i] ?? ''

type Vocabulary = readonly { term: string; doc: number }[]

/** Words that stand in about such a share of all titles. */
const wordsAround = (vocabulary: Vocabulary, titles: number, share: number): string[] => {
  const wanted = Math.max(2, share * titles)
  return [...vocabulary]
    .sort((a, b) => Math.abs(Math.log(a.doc / wanted)) - Math.abs(Math.log(b.doc / wanted)))
    .slice(0, EACH)
    .map(({ term }) => term)
}

export const broadWords = (vocabulary: Vocabulary, titles: number): string[] => wordsAround(vocabulary, titles, MANY)

const MANY = 0.2

export function kindsFor(vocabulary: Vocabulary, titles: number): Measured[] {
  const rare = wordsAround(vocabulary, titles, 0.0002)
  const some = wordsAround(vocabulary, titles, 0.005)
  const many = broadWords(vocabulary, titles)
  const stop = vocabulary.slice(0, EACH).map(({ term }) => term)
  const each = (make: (i: number) => Partial<SearchQuery>) => Array.from({ length: EACH }, (_, i) => make(i))
  const words = (make: (i: number) => string | undefined, extra: Partial<SearchQuery> = {}) => ({
    asked: each((i) => ({ q: make(i) ?? '', ...extra })),
    match: each((i) => ({ q: make(i) ?? '' })).map(({ q }) => (q ?? '').replace(/^-| -\S+/g, '')),
  })
  return [
    { kind: 'rare word', ...words((i) => rare[i]) },
    { kind: '0.5 % word', ...words((i) => some[i]) },
    { kind: '20 % word', ...words((i) => many[i]) },
    { kind: 'stop-like word', ...words((i) => stop[i]) },
    { kind: 'AND of 2', ...words((i) => `${at(some, i)} ${at(many, i)}`) },
    { kind: 'AND of 3', ...words((i) => `${at(many, i)} ${at(many, (i + 1) % EACH)} ${at(stop, i)}`) },
    { kind: 'OR', ...words((i) => `${at(some, i)} OR ${at(many, i)}`) },
    { kind: 'phrase', ...words((i) => `"${at(stop, 0)} ${at(many, i)}"`) },
    { kind: 'prefix', ...words((i) => `${at(some, i).slice(0, 3)}*`) },
    { kind: 'field: title', ...words((i) => many[i], { field: 'title' }) },
    { kind: 'NOT', ...words((i) => `${at(many, i)} -${at(some, i)}`) },
    { kind: '3 facets chosen', ...words((i) => many[i], { place: ['pslib'], format: ['print'], copies: ['inNow'] }) },
    { kind: 'sort by title', ...words((i) => many[i], { sort: 'title' }) },
    { kind: 'sort by call number', ...words((i) => many[i], { sort: 'call-number' }) },
    { kind: 'in hand by a week', ...words((i) => many[i], { by: 'week' }) },
    { kind: 'sort by in hand', ...words((i) => many[i], { sort: 'in-hand' }) },
  ]
}
