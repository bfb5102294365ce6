/** Every address inside the application: the scope and the kept narrowings go along with each. */
import {
  addressEntries,
  EMPTY_QUESTION,
  newQuestion,
  questionFromAddress,
  withValue,
  type HeadingKind,
  type Question,
  type Scope,
} from '@catalex/core/query'
import { useMemo } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { useScope } from './scope.tsx'

export interface Links {
  home: string
  card: string
  builder(question: Question): string
  /** @param scope another than the one at hand */
  search(question: Question, scope?: Scope): string
  title(controlNumber: string): string
  browse(kind?: HeadingKind, from?: string): string
  /** The search that a heading stands for: exactly its titles, with namesakes kept apart. */
  heading(kind: HeadingKind | 'genre', label: string): string
}

export function useLinks(): Links {
  const [parameters] = useSearchParams()
  const { chosen } = useScope()
  return useMemo(() => linksWith(questionFromAddress(parameters), chosen), [parameters, chosen])
}

/** @param before what is searched now, of which the kept narrowings go along */
export function linksWith(before: Question, chosen: Scope): Links {
  const { sort, size } = EMPTY_QUESTION
  const kept: Question = { ...newQuestion(before, '', 'anywhere'), sort, size }
  const address = (path: string, question: Question, scope: Scope = chosen, more: [string, string][] = []) => {
    const text = new URLSearchParams([...addressEntries(question, scope), ...more]).toString()
    return text === '' ? path : `${path}?${text}`
  }
  const search = (question: Question, scope?: Scope) => address('/search', question, scope)
  return {
    home: address('/', kept),
    card: address('/card', kept),
    builder: (question) => address('/builder', question),
    search,
    title: (controlNumber) => address(`/titles/${encodeURIComponent(controlNumber)}`, kept),
    browse: (kind, from) => address(kind ? `/browse/${kind}` : '/browse', kept, chosen, from === undefined ? [] : [['from', from]]),
    heading: (kind, label) => {
      if (kind === 'title') return search({ ...kept, field: 'title', q: `"${label}"` })
      if (kind === 'call-number') return search({ ...kept, field: 'number', q: label })
      return search(withValue(kept, kind, label, 'only'))
    },
  }
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
}

/** What a link from a list hands on. */
export function useCameFrom(): CameFrom | null {
  const state: unknown = useLocation().state
  return typeof state === 'object' && state !== null && 'address' in state && 'count' in state ? (state as CameFrom) : null
}
