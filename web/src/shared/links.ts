/** Every address inside the application: the scope and the kept narrowings go along with each. */
import {
  addressEntries,
  EMPTY_QUESTION,
  newQuestion,
  questionFromAddress,
  withoutNarrowing,
  withValue,
  type HeadingKind,
  type Question,
  type Scope,
} from '@catalex/core/query'
import type { Which } from '@catalex/core/satchel'
import { useLocation, useSearchParams } from 'react-router'
import { useScope } from './scope.tsx'

export interface Links {
  home: string
  card: string
  branches: string
  branch(code: string): string
  courses: string
  satchel: string
  displays: string
  /** The rooms of the demo's stand-ins. @param room left out for the first */
  backroom(room?: 'desk' | 'partners' | 'messages'): string
  /** The titles of a display. */
  display(code: string): string
  lists: string
  list(id: string): string
  /** A list that somebody shares. */
  shared(link: string): string
  /** From shelf to shelf, for these. */
  walk(which: readonly Which[]): string
  course(id: string): string
  help(section?: string): string
  privacy: string
  accessibility: string
  /** @param about where the reader is, to be sent along */
  ask(kind?: 'question' | 'reading list' | 'feedback', about?: string): string
  builder(question: Question): string
  /** @param scope another than the one at hand */
  search(question: Question, scope?: Scope): string
  title(controlNumber: string): string
  browse(kind?: HeadingKind, from?: string): string
  /** The search that a heading stands for: exactly its titles, with namesakes kept apart. */
  heading(kind: HeadingKind | 'genre', label: string): string
  /** A search for nothing in particular, with what is kept. */
  kept: Question
}

export function useLinks(): Links {
  const [parameters] = useSearchParams()
  const { scope } = useScope()
  return linksAt(parameters.toString(), scope)
}

/** Every row and every part of a page asks for the same ones. */
const linksAt = ((): ((address: string, scope: Scope) => Links) => {
  let last: { address: string; scope: Scope; links: Links } | null = null
  return (address, scope) => {
    if (last?.scope !== scope || last.address !== address)
      last = { address, scope, links: linksWith(questionFromAddress(new URLSearchParams(address)), scope) }
    return last.links
  }
})()

/** @param before what is searched now, of which the kept narrowings go along */
export function linksWith(before: Question, now: Scope): Links {
  const { sort, size } = EMPTY_QUESTION
  const kept: Question = { ...newQuestion(before, '', 'anywhere'), sort, size }
  const address = (path: string, more: [string, string][] = [], question = kept, scope = now) => {
    const text = new URLSearchParams([...addressEntries(question, scope), ...more]).toString()
    return text === '' ? path : `${path}?${text}`
  }
  const search = (question: Question, scope?: Scope) => address('/search', [], question, scope)
  return {
    kept,
    home: address('/'),
    card: address('/card'),
    branches: address('/branches'),
    branch: (code) => address(`/branches/${encodeURIComponent(code)}`),
    courses: address('/courses'),
    satchel: address('/satchel'),
    displays: address('/displays'),
    backroom: (room) => address(room ? `/backroom/${room}` : '/backroom'),
    display: (code) => search({ ...kept, display: code }),
    lists: address('/lists'),
    list: (id) => address(`/lists/${encodeURIComponent(id)}`),
    shared: (link) => `/shared/${encodeURIComponent(link)}`,
    walk: (which) => address('/walk', walkEntries(which)),
    course: (id) => address(`/courses/${encodeURIComponent(id)}`),
    help: (section) => address('/help') + (section === undefined ? '' : `#${section}`),
    privacy: address('/privacy'),
    accessibility: address('/accessibility'),
    ask: (kind, about) => address('/ask', [...(kind ? [['kind', kind] as [string, string]] : []), ...(about === undefined ? [] : [['about', about] as [string, string]])]), // prettier-ignore
    builder: (question) => address('/builder', [], question),
    search,
    title: (controlNumber) => address(`/titles/${encodeURIComponent(controlNumber)}`),
    browse: (kind, from) => address(kind ? `/browse/${kind}` : '/browse', from === undefined ? [] : [['from', from]]),
    heading: (kind, label) => {
      if (kind === 'title') return search({ ...kept, field: 'title-whole', q: label })
      if (kind === 'call-number') return search({ ...kept, field: 'call-number', q: label })
      return search(withValue(withoutNarrowing(kept, kind), kind, label, 'only'))
    },
  }
}

/** What a walk's address says: each title once, and the volumes that are meant. */
function walkEntries(which: readonly Which[]): [string, string][] {
  const titles = [...new Set(which.map(({ controlNumber }) => controlNumber))]
  return [
    ...titles.map((one): [string, string] => ['titles', one]),
    ...which.flatMap(({ barcode }) => (barcode === null ? [] : [['volumes', barcode] as [string, string]])),
  ]
}

const TITLES = '/titles/'

/** The control number in the address of a title page, whatever signs it has. */
export function useControlNumber(): string {
  const { pathname } = useLocation()
  try {
    return decodeURIComponent(pathname.slice(TITLES.length))
  } catch {
    return pathname.slice(TITLES.length)
  }
}

/** What the list was, for the title page to lead back to. */
export interface CameFrom {
  address: string
  count: number
  /** The rows of its page, for going on to the next title from here, and the place of the first in the list, from 1. */
  rows: readonly { controlNumber: string; title: string }[]
  from: number
}

/** What a link from a list hands on. */
export function useCameFrom(): CameFrom | null {
  const state: unknown = useLocation().state
  return typeof state === 'object' && state !== null && 'address' in state && 'count' in state ? (state as CameFrom) : null
}

/** What the link back to a list hands on: it is to be shown as it was left. */
export const RETURNING = { returning: true }
export function useReturning(): boolean {
  const state: unknown = useLocation().state
  return typeof state === 'object' && state !== null && 'returning' in state
}
