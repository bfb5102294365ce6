/** A search as somebody asks it: words, what they are narrowed to, in which order and from where on. */
import {
  FACETS,
  NARROWINGS,
  PAGE_SIZES,
  type Availability,
  type Facet,
  type FieldName,
  type InHandBy,
  type NarrowingName,
  type PageSize,
  type Sort,
} from './vocabulary.ts'

/** The Place line's context: where I search, in which formats, where I collect. */
export interface Scope {
  /** Systems, branches or collections ("branch/collection"); everywhere where empty. */
  in: readonly string[]
  /** Format families or carriers; all where empty. */
  as: readonly string[]
  /** Branch code of the pickup location; null where none is named. */
  at: string | null
  /** Titles that are read online count, too, whoever has copies of them. */
  online: boolean
}

export const NO_SCOPE: Scope = { in: [], as: [], at: null, online: false }

export interface Question {
  q: string
  field: FieldName
  /** Values of a facet are alternatives; facets together all hold. */
  only: Record<Facet, string[]>
  not: Record<Facet, string[]>
  /** Years of publication, both included; null for an open end. */
  years: { from: number | null; to: number | null }
  /** Code of a display whose titles alone count; empty for none. */
  display: string
  /** What one copy has to be. */
  copies: Availability[]
  /** Until when it has to be in hand; null for any time. */
  by: InHandBy | null
  /** Narrowings that stay for later searches; a matter of the address alone. */
  kept: NarrowingName[]
  /** Read as it was typed, also where that finds nothing. */
  asTyped: boolean
  sort: Sort
  page: number
  size: PageSize
}

/** One entry a facet. */
export const byFacet = <T>(make: (facet: Facet) => T): Record<Facet, T> =>
  // FACETS lists every facet, which Object.fromEntries can't tell.
  Object.fromEntries(FACETS.map((facet) => [facet, make(facet)])) as Record<Facet, T>

export const EMPTY_QUESTION: Question = {
  q: '',
  field: 'anywhere',
  only: byFacet(() => []),
  not: byFacet(() => []),
  years: { from: null, to: null },
  display: '',
  copies: [],
  by: null,
  kept: [],
  asTyped: false,
  sort: 'relevance',
  page: 1,
  size: PAGE_SIZES[0],
}

/** Without one narrowing, or without any. */
export function withoutNarrowing(question: Question, name?: NarrowingName): Question {
  const drops = (candidate: NarrowingName) => name === undefined || candidate === name
  return {
    ...question,
    only: byFacet((facet) => (drops(facet) ? [] : question.only[facet])),
    not: byFacet((facet) => (drops(facet) ? [] : question.not[facet])),
    years: drops('years') ? EMPTY_QUESTION.years : question.years,
    copies: drops('copies') ? [] : question.copies,
    by: drops('by') ? null : question.by,
    kept: question.kept.filter((kept) => !drops(kept)),
    page: 1,
  }
}

/** A new search begins without narrowings, but for those that are kept; the order stays as it was chosen. */
export function newQuestion(before: Question, q: string, field: FieldName): Question {
  const dropped = NARROWINGS.filter((name) => !before.kept.includes(name))
  return { ...dropped.reduce(withoutNarrowing, before), q, field, display: '', asTyped: false, page: 1 }
}

export function isNarrowed(question: Question, name: NarrowingName): boolean {
  if (name === 'years') return question.years.from !== null || question.years.to !== null
  if (name === 'by') return question.by !== null
  return name === 'copies' ? question.copies.length > 0 : question.only[name].length + question.not[name].length > 0
}

export function countNarrowings(question: Question): number {
  const values = FACETS.reduce((sum, facet) => sum + question.only[facet].length + question.not[facet].length, 0)
  return values + question.copies.length + Number(isNarrowed(question, 'years')) + Number(question.by !== null)
}

/** Turns a value of a facet on, off or to "not", dropping whatever it was before. */
export function withValue(question: Question, facet: Facet, value: string, state: 'only' | 'not' | 'none'): Question {
  const changed = (values: string[], on: boolean) => [...values.filter((other) => other !== value), ...(on ? [value] : [])]
  return {
    ...question,
    only: { ...question.only, [facet]: changed(question.only[facet], state === 'only') },
    not: { ...question.not, [facet]: changed(question.not[facet], state === 'not') },
    page: 1,
  }
}

/** Turns a choice about copies on or off. */
export function withCopies(question: Question, name: Availability): Question {
  const has = question.copies.includes(name)
  return { ...question, copies: has ? question.copies.filter((other) => other !== name) : [...question.copies, name], page: 1 }
}
