/** A search as its address: everything that narrows it stands there, so that it can be shared, kept and gone back to. */
import { PAGE_SIZES } from '@catalex/contract/search'
import { AVAILABILITY, FACETS, FIELDS, SORTS, type Availability, type Facet, type Sort } from '@catalex/core/asking'

export const FIELD_NAMES = [
  'anywhere',
  'title',
  'title-begins',
  'title-whole',
  ...FIELDS.filter((field) => field !== 'title'),
  'number',
] as const
export type FieldName = (typeof FIELD_NAMES)[number]

/** What can be narrowed and kept as one: each facet, the years, and what is asked of copies. */
export const NARROWINGS = [...FACETS, 'years', 'copies'] as const
export type NarrowingName = (typeof NARROWINGS)[number]

export interface Question {
  q: string
  field: FieldName
  only: Record<Facet, string[]>
  not: Record<Facet, string[]>
  years: { from: number | null; to: number | null }
  copies: Availability[]
  /** Narrowings that stay for later searches. */
  kept: NarrowingName[]
  sort: Sort
  page: number
  size: number
}

const noValues = (): Record<Facet, string[]> => Object.fromEntries(FACETS.map((facet) => [facet, []])) as unknown as Record<Facet, string[]>

export const EMPTY_QUESTION: Question = {
  q: '',
  field: 'anywhere',
  only: noValues(),
  not: noValues(),
  years: { from: null, to: null },
  copies: [],
  kept: [],
  sort: 'relevance',
  page: 1,
  size: PAGE_SIZES[0],
}

export const notName = (facet: Facet): string => `not${facet.charAt(0).toUpperCase()}${facet.slice(1)}`

export function questionFrom(parameters: URLSearchParams): Question {
  const oneOf = <T extends string>(names: readonly T[], value: string | null, otherwise: T): T =>
    names.find((name) => name === value) ?? otherwise
  const someOf = <T extends string>(names: readonly T[], name: string): T[] =>
    names.filter((known) => parameters.getAll(name).includes(known))
  const year = (name: string): number | null => (/^\d{1,4}$/.test(parameters.get(name) ?? '') ? Number(parameters.get(name)) : null)
  const lists = (nameOf: (facet: Facet) => string) =>
    Object.fromEntries(FACETS.map((facet) => [facet, parameters.getAll(nameOf(facet))])) as unknown as Record<Facet, string[]>
  return {
    q: parameters.get('q') ?? '',
    field: oneOf(FIELD_NAMES, parameters.get('field'), 'anywhere'),
    only: lists((facet) => facet),
    not: lists(notName),
    years: { from: year('yearFrom'), to: year('yearTo') },
    copies: someOf(AVAILABILITY, 'copies'),
    kept: someOf(NARROWINGS, 'keep'),
    sort: oneOf(SORTS, parameters.get('sort'), 'relevance'),
    page: Math.max(1, Math.trunc(Number(parameters.get('page'))) || 1),
    size: PAGE_SIZES.find((size) => String(size) === parameters.get('size')) ?? PAGE_SIZES[0],
  }
}

/** The address of a question; what is as usual is left out. `standing` is what the Place line adds. */
export function addressOf(question: Question, standing: { in: readonly string[]; as: readonly string[]; at?: string | null }): string {
  const parameters = new URLSearchParams()
  const add = (name: string, values: readonly string[]) => {
    for (const value of values) parameters.append(name, value)
  }
  if (question.q !== '') parameters.set('q', question.q)
  if (question.field !== 'anywhere') parameters.set('field', question.field)
  add('in', standing.in)
  add('as', standing.as)
  if (standing.at) parameters.set('at', standing.at)
  for (const facet of FACETS) {
    add(facet, question.only[facet])
    add(notName(facet), question.not[facet])
  }
  if (question.years.from !== null) parameters.set('yearFrom', String(question.years.from))
  if (question.years.to !== null) parameters.set('yearTo', String(question.years.to))
  add('copies', question.copies)
  add('keep', question.kept)
  if (question.sort !== 'relevance') parameters.set('sort', question.sort)
  if (question.size !== PAGE_SIZES[0]) parameters.set('size', String(question.size))
  if (question.page > 1) parameters.set('page', String(question.page))
  const text = parameters.toString()
  return text === '' ? '/search' : `/search?${text}`
}

export function withoutNarrowing(question: Question, name?: NarrowingName): Question {
  const drop = (candidate: NarrowingName) => name === undefined || candidate === name
  const lists = (values: Record<Facet, string[]>) =>
    Object.fromEntries(FACETS.map((facet) => [facet, drop(facet) ? [] : values[facet]])) as unknown as Record<Facet, string[]>
  return {
    ...question,
    only: lists(question.only),
    not: lists(question.not),
    years: drop('years') ? EMPTY_QUESTION.years : question.years,
    copies: drop('copies') ? [] : question.copies,
    kept: question.kept.filter((kept) => !drop(kept)),
    page: 1,
  }
}

/** A new search begins without narrowings, but for those that are kept; the order stays as it was chosen. */
export function newQuestion(before: Question, q: string, field: FieldName): Question {
  const dropped = NARROWINGS.filter((name) => !before.kept.includes(name)).reduce(
    (question, name) => withoutNarrowing(question, name),
    before,
  )
  return { ...dropped, q, field, page: 1 }
}

export function isNarrowed(question: Question, name: NarrowingName): boolean {
  if (name === 'years') return question.years.from !== null || question.years.to !== null
  return name === 'copies' ? question.copies.length > 0 : question.only[name].length + question.not[name].length > 0
}

export function countNarrowings(question: Question): number {
  return (
    FACETS.reduce((sum, facet) => sum + question.only[facet].length + question.not[facet].length, 0) +
    question.copies.length +
    Number(isNarrowed(question, 'years'))
  )
}

/** Turns a value of a facet on, off or to "not", dropping whatever it was before. */
export function withValue(question: Question, facet: Facet, code: string, state: 'only' | 'not' | 'none'): Question {
  const without = (list: string[]) => list.filter((other) => other !== code)
  return {
    ...question,
    only: { ...question.only, [facet]: state === 'only' ? [...without(question.only[facet]), code] : without(question.only[facet]) },
    not: { ...question.not, [facet]: state === 'not' ? [...without(question.not[facet]), code] : without(question.not[facet]) },
    page: 1,
  }
}

export function withCopies(question: Question, name: Availability): Question {
  const has = question.copies.includes(name)
  return { ...question, copies: has ? question.copies.filter((other) => other !== name) : [...question.copies, name], page: 1 }
}

/** What the list was, for the title page to lead back to. */
export interface CameFrom {
  address: string
  count: number
}
