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

export function kindsFor(vocabulary: readonly { term: string; doc: number }[], titles: number): Measured[] {
  const around = (share: number, count = EACH) => {
    const wanted = Math.max(2, share * titles)
    return [...vocabulary]
      .sort((a, b) => Math.abs(Math.log(a.doc / wanted)) - Math.abs(Math.log(b.doc / wanted)))
      .slice(0, count)
      .map(({ term }) => term)
  }
  const rare = around(0.0002)
  const some = around(0.005)
  const many = around(0.2)
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
  ]
}
