/** A search as its address: everything that narrows it stands there, so that it can be shared, kept and gone back to. */
import { FIELDS, SORTS, type Sort } from '@catalex/core/search'

const FIELD_NAMES = ['anywhere', ...FIELDS, 'number'] as const
export type FieldName = (typeof FIELD_NAMES)[number]
export { FIELD_NAMES }

export interface Question {
  q: string
  field: FieldName
  place: string[]
  notPlace: string[]
  format: string[]
  notFormat: string[]
  inNow: boolean
  sort: Sort
  page: number
}

export const EMPTY_QUESTION: Question = {
  q: '',
  field: 'anywhere',
  place: [],
  notPlace: [],
  format: [],
  notFormat: [],
  inNow: false,
  sort: 'relevance',
  page: 1,
}

/** Lists of the question that narrow, by the names they have in the address. */
export const NARROWING_LISTS = ['place', 'notPlace', 'format', 'notFormat'] as const

export function questionFrom(parameters: URLSearchParams): Question {
  const oneOf = <T extends string>(names: readonly T[], value: string | null, otherwise: T): T =>
    names.find((name) => name === value) ?? otherwise
  return {
    q: parameters.get('q') ?? '',
    field: oneOf(FIELD_NAMES, parameters.get('field'), 'anywhere'),
    place: parameters.getAll('place'),
    notPlace: parameters.getAll('notPlace'),
    format: parameters.getAll('format'),
    notFormat: parameters.getAll('notFormat'),
    inNow: parameters.get('inNow') === 'true',
    sort: oneOf(SORTS, parameters.get('sort'), 'relevance'),
    page: Math.max(1, Math.trunc(Number(parameters.get('page'))) || 1),
  }
}

/** The address of a question; what is as usual is left out. `standing` is what the Place line adds. */
export function addressOf(question: Question, standing: { in: readonly string[]; as: readonly string[]; at?: string | null }): string {
  const parameters = new URLSearchParams()
  if (question.q !== '') parameters.set('q', question.q)
  if (question.field !== 'anywhere') parameters.set('field', question.field)
  for (const code of standing.in) parameters.append('in', code)
  for (const code of standing.as) parameters.append('as', code)
  if (standing.at) parameters.set('at', standing.at)
  for (const name of NARROWING_LISTS) for (const code of question[name]) parameters.append(name, code)
  if (question.inNow) parameters.set('inNow', 'true')
  if (question.sort !== 'relevance') parameters.set('sort', question.sort)
  if (question.page > 1) parameters.set('page', String(question.page))
  const text = parameters.toString()
  return text === '' ? '/search' : `/search?${text}`
}

export function withoutNarrowing(question: Question): Question {
  return { ...question, place: [], notPlace: [], format: [], notFormat: [], inNow: false, page: 1 }
}

export function countNarrowings(question: Question): number {
  return NARROWING_LISTS.reduce((sum, name) => sum + question[name].length, 0) + Number(question.inNow)
}

/** Turns a value of a facet on, off or to "not", dropping whatever it was before. */
export function withValue(question: Question, facet: 'place' | 'format', code: string, state: 'only' | 'not' | 'none'): Question {
  const not = facet === 'place' ? 'notPlace' : 'notFormat'
  const without = (list: string[]) => list.filter((other) => other !== code)
  return {
    ...question,
    [facet]: state === 'only' ? [...without(question[facet]), code] : without(question[facet]),
    [not]: state === 'not' ? [...without(question[not]), code] : without(question[not]),
    page: 1,
  }
}

/** What the list was, for the title page to lead back to. */
export interface CameFrom {
  address: string
  count: number
}
