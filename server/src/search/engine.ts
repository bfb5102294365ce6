/** The engine's side of searching: what can be asked of an index, in this thread or in another. */
import {
  browseHeadings,
  changesIndex,
  countOf,
  EVERYWHERE,
  facetValues,
  headingsBeginning,
  headingsNamed,
  offersFor,
  pack,
  search,
  unpack,
  UNNARROWED,
  withChanges,
  type FacetTree,
  type Heading,
  type Offer,
  type PackedIndex,
  type SearchDocument,
  type SearchQuestion,
  type SearchResult,
  type Segments,
  type StillWanted,
} from '@catalex/core/search'
import { HEADING_KINDS, type HeadingKind, type ListedFacet } from '@catalex/core/asking'

type Scope = Parameters<typeof browseHeadings>[4]
type Places = Parameters<typeof offersFor>[0]['places']

/** Every kind of job: what it asks and what it gives. */
export interface Jobs {
  search: {
    asks: {
      question: SearchQuestion
      /** Words of which other readings are offered. */ words: string | null
      places: Places
      thisYear: number
    }
    gives: {
      result: SearchResult
      offers: Offer[]
      /** Titles without narrowings, and, where there is a standing scope, without that either. */ unnarrowed: number
      wider: number | null
    }
  }
  values: { asks: { question: SearchQuestion; facet: ListedFacet; find: string; most: number }; gives: { value: string; count: number }[] }
  browse: {
    asks: { kind: HeadingKind; start: string | number; most: number; scope: Scope }
    gives: { position: number; total: number; headings: Heading[] }
  }
  headings: { asks: { kind: HeadingKind; labels: readonly string[]; scope: Scope }; gives: Heading[] }
  suggest: { asks: { typed: string; most: number; scope: Scope }; gives: { kind: SuggestedKind; headings: Heading[] }[] }
  changes: { asks: { placeTree: FacetTree; documents: SearchDocument[] }; gives: PackedIndex }
}
export type JobName = keyof Jobs
export type SuggestedKind = Exclude<HeadingKind, 'call-number'>

/** The index as it was built, and what has changed since. */
export interface Layers {
  main: PackedIndex
  changes: PackedIndex | null
  /** Records of which the main index no longer speaks. */
  spokenFor: readonly number[]
}

export interface Engine {
  /** @throws Outrun when `signal` says that nobody waits any more */
  ask<Name extends JobName>(name: Name, asks: Jobs[Name]['asks'], signal?: AbortSignal): Promise<Jobs[Name]['gives']>
  /** Answers from these layers from now on. */
  lay(layers: Layers): Promise<void>
  close(): Promise<void>
}

export function segmentsOf({ main, changes, spokenFor }: Layers): Segments {
  return changes === null ? [{ index: unpack(main), dead: null }] : withChanges(unpack(main), unpack(changes), spokenFor)
}

type Work = { [Name in JobName]: (segments: Segments, asks: Jobs[Name]['asks'], wanted: StillWanted) => Jobs[Name]['gives'] }

const WORK: Work = {
  search: (segments, { question, words, places, thisYear }, wanted) => {
    const { narrowing } = question
    const result = search(segments, question, wanted)
    const offers = words === null ? [] : offersFor({ segments, wanted, text: words, question, count: result.count, places, thisYear })
    const countWith = (change: Partial<SearchQuestion['narrowing']>) =>
      countOf(segments, { ...question, narrowing: { ...narrowing, ...change } }, wanted)
    const unnarrowed = isNarrowed(narrowing) ? countWith(UNNARROWED) : result.count
    return {
      result,
      offers,
      unnarrowed,
      wider: narrowing.scopePlaces.length + narrowing.scopeFormats.length > 0 ? countWith(EVERYWHERE) : null,
    }
  },
  values: (segments, { question, facet, find, most }, wanted) => facetValues(segments, question, facet, find, most, wanted),
  browse: (segments, { kind, start, most, scope }) => browseHeadings(segments, kind, start, most, scope),
  headings: (segments, { kind, labels, scope }) => headingsNamed(segments, kind, labels, scope),
  suggest: (segments, { typed, most, scope }) =>
    HEADING_KINDS.filter((kind) => kind !== 'call-number')
      .map((kind) => ({ kind, headings: headingsBeginning(segments, kind, typed, most, scope) }))
      .filter(({ headings }) => headings.length > 0),
  changes: (_segments, { placeTree, documents }) => pack(changesIndex(placeTree, documents)),
}

function isNarrowed({ only, not, years, copies, inHand }: SearchQuestion['narrowing']): boolean {
  const chosen = [...Object.values(only), ...Object.values(not)].some((values) => values.length > 0)
  return chosen || copies.length > 0 || inHand !== null || years.from !== null || years.to !== null
}

export function work<Name extends JobName>(
  name: Name,
  segments: Segments,
  asks: Jobs[Name]['asks'],
  wanted: StillWanted,
): Jobs[Name]['gives'] {
  return WORK[name](segments, asks, wanted)
}

/** Works in the thread that asks: for small catalogues. */
export class LocalEngine implements Engine {
  private segments: Segments = []

  ask<Name extends JobName>(name: Name, asks: Jobs[Name]['asks']): Promise<Jobs[Name]['gives']> {
    return Promise.resolve().then(() => work(name, this.segments, asks, () => true))
  }

  lay(layers: Layers): Promise<void> {
    this.segments = segmentsOf(layers)
    return Promise.resolve()
  }

  close(): Promise<void> {
    return Promise.resolve()
  }
}
