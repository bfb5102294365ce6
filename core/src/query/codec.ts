/**
 * A search as parameters and back: one spelling for the address of a page, the query of the HTTP interface and the
 * question that the engine is asked.
 */
import {
  AVAILABILITY,
  FACETS,
  FIELD_NAMES,
  IN_HAND,
  NARROWINGS,
  PAGE_SIZES,
  SORTS,
  type Availability,
  type Facet,
  type FieldName,
  type InHandBy,
  type PageSize,
  type Sort,
} from './vocabulary.ts'
import { byFacet, EMPTY_QUESTION, NO_SCOPE, type Question, type Scope } from './question.ts'

export type NotFacet = `not${Capitalize<Facet>}`

/** Scope and narrowings: what the HTTP interface takes wherever titles are counted. */
export type NarrowingParameters = Record<Facet | NotFacet, string[]> & {
  in: string[]
  as: string[]
  at?: string
  online: boolean
  yearFrom?: number
  yearTo?: number
  copies: Availability[]
  by?: InHandBy
}

/** What the HTTP interface takes of a search. */
export type SearchParameters = NarrowingParameters & {
  q: string
  field: FieldName
  display: string
  asTyped: boolean
  sort: Sort
  page: number
  size: PageSize
}

/** Name of the parameter that excludes values of a facet: "notLanguage". */
export const notName = (facet: Facet): NotFacet =>
  // Literal by literal what the type says.
  `not${facet.charAt(0).toUpperCase()}${facet.slice(1)}` as NotFacet

export function parametersOf(question: Question, scope: Scope): SearchParameters {
  const { q, field, display, asTyped, sort, page, size } = question
  return { q, field, display, ...narrowingParametersOf(question, scope), asTyped, sort, page, size }
}

export function narrowingParametersOf({ only, not, years, copies, by }: Question, scope: Scope): NarrowingParameters {
  // Every facet comes twice, by its name and by its not-name.
  const values = Object.fromEntries(FACETS.flatMap((facet) => [[facet, only[facet]], [notName(facet), not[facet]]])) as Record<Facet | NotFacet, string[]> // prettier-ignore
  return {
    in: [...scope.in],
    as: [...scope.as],
    ...(scope.at === null ? {} : { at: scope.at }),
    online: scope.online,
    ...values,
    ...(years.from === null ? {} : { yearFrom: years.from }),
    ...(years.to === null ? {} : { yearTo: years.to }),
    copies,
    ...(by === null ? {} : { by }),
  }
}

export function questionOf(parameters: SearchParameters): Question {
  const { q, field, display, asTyped, sort, page, size } = parameters
  return { q, field, display, ...narrowingsOf(parameters), kept: [], asTyped, sort, page, size }
}

export function narrowingsOf(parameters: NarrowingParameters): Pick<Question, 'only' | 'not' | 'years' | 'copies' | 'by'> {
  const { yearFrom, yearTo, copies, by } = parameters
  return {
    only: byFacet((facet) => parameters[facet]),
    not: byFacet((facet) => parameters[notName(facet)]),
    years: { from: yearFrom ?? null, to: yearTo ?? null },
    copies,
    by: by ?? null,
  }
}

export const scopeOf = ({ in: places, as, at, online }: Pick<SearchParameters, 'in' | 'as' | 'at' | 'online'>): Scope => ({
  in: places,
  as,
  at: at ?? null,
  online,
})

/** Names and values of an address, in order; what is as usual is left out. */
export function addressEntries(question: Question, scope: Scope): [name: string, value: string][] {
  const usual = parametersOf(EMPTY_QUESTION, NO_SCOPE)
  const entries = Object.entries({ ...parametersOf(question, scope), keep: question.kept })
  return entries.flatMap(([name, value]): [string, string][] => {
    if (Array.isArray(value)) return value.map((one) => [name, one])
    return value === (usual as Record<string, unknown>)[name] ? [] : [[name, String(value)]]
  })
}

/** How an address is read: as URLSearchParams does. */
export interface AddressParameters {
  get(name: string): string | null
  getAll(name: string): string[]
}

/** Takes whatever stands in an address: what it does not know is as usual. */
export function questionFromAddress(address: AddressParameters): Question {
  const oneOf = <T extends string>(names: readonly T[], name: string, usual: T): T =>
    names.find((known) => known === address.get(name)) ?? usual
  const someOf = <T extends string>(names: readonly T[], name: string): T[] => names.filter((known) => address.getAll(name).includes(known))
  const year = (name: string): number | null => (/^\d{1,4}$/.test(address.get(name) ?? '') ? Number(address.get(name)) : null)
  return {
    q: address.get('q') ?? '',
    field: oneOf(FIELD_NAMES, 'field', 'anywhere'),
    display: address.get('display') ?? '',
    only: byFacet((facet) => address.getAll(facet)),
    not: byFacet((facet) => address.getAll(notName(facet))),
    years: { from: year('yearFrom'), to: year('yearTo') },
    copies: someOf(AVAILABILITY, 'copies'),
    by: IN_HAND.find((time) => time === address.get('by')) ?? null,
    kept: someOf(NARROWINGS, 'keep'),
    asTyped: address.get('asTyped') === 'true',
    sort: oneOf(SORTS, 'sort', 'relevance'),
    page: /^\d{1,5}$/.test(address.get('page') ?? '') ? Math.max(1, Number(address.get('page'))) : 1,
    size: PAGE_SIZES.find((size) => String(size) === address.get('size')) ?? PAGE_SIZES[0],
  }
}

export const scopeFromAddress = (address: AddressParameters): Scope => ({
  in: address.getAll('in'),
  as: address.getAll('as'),
  at: address.get('at'),
  online: address.get('online') === 'true',
})
