/** What can be asked of the engine: every kind of job with its request, its answer, and the work between them. */
import type { Citations } from '@catalex/contract/citing'
import type { Spine } from '@catalex/contract/neighbours'
import type { ResultRow } from '@catalex/contract/search'
import type { FindTitles } from '@catalex/contract/lists'
import type { ShelfWalk } from '@catalex/contract/shelfwalk'
import type { HoldOptions, HoldOptionsQuery } from '@catalex/contract/holds'
import type { RelatedTitles } from '@catalex/contract/related'
import type { TitleSeries } from '@catalex/contract/series'
import type { Copies, TitlePage, Volumes } from '@catalex/contract/title'
import type { CitationStyle } from '@catalex/core/citing'
import type { RequestOffers } from '@catalex/contract/requests'
import type { Waiting } from '@catalex/contract/waiting'
import type { Refusal } from '@catalex/core/holds'
import { narrowedByReading, parseQuery, type FieldName, type HeadingKind, type ListedFacet, type NamedPlace } from '@catalex/core/query'
import {
  browseHeadings,
  buildDelta,
  countOf,
  everywhere,
  facetValues,
  headingsNamed,
  offersFor,
  pack,
  recordsMatching,
  recordsOfWork,
  search,
  suggestionsFor,
  UNNARROWED,
  unpack,
  withDelta,
  type FacetTree,
  type Browsed,
  type Browsing,
  type Heading,
  type RecordsQuestion,
  type Offer,
  type Offers,
  type PackedIndex,
  type NarrowingChoice,
  type SearchDocument,
  type SearchQuestion,
  type SearchResult,
  type Segments,
  type StillWanted,
  type Suggestion,
} from '@catalex/core/search'
import { matchesOf } from '../matching.ts'
import { recordIdOf, recordsByControlNumber } from '../../catalogue/index.ts'
import { citationsOf } from '../../citing/index.ts'
import { holdOptions, waitingFor, type Moment, type WaitingAsked } from '../../circulation/index.ts'
import type { Reading } from '../../database/index.ts'
import { requestOffers, type OffersAsked } from '../../requests/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Reader } from '../../readers/index.ts'
import {
  presentRows,
  relatedTitles,
  rowsOf,
  shelfWalk,
  titleCopies,
  titlePage,
  titleSeries,
  titleVolumes,
  spinesOf,
  type DisplayViewing,
  type RelatedQuestion,
  type RowsQuestion,
  type TitleQuestion,
  type Viewing,
  type WalkQuestion,
  type WhichCopies,
} from '../../presenting/index.ts'

export interface Jobs {
  search: {
    request: {
      question: SearchQuestion
      /** Words of which other readings are offered; null for none. */
      words: string | null
      /** Another reading is not put in place of it, whatever it finds. */
      asTyped: boolean
      places: NamedPlace[]
      thisYear: number
      viewing: Viewing
    }
    answer: {
      result: Omit<SearchResult, 'rows'>
      rows: ResultRow[]
      /** The reading that is meant where the words as they are find nothing: then all else is of it. */
      meant: Offer | null
      offers: Offer[]
      /** Titles without narrowings, and, where there is a scope, without that either. */
      unnarrowed: number
      wider: number | null
      /** With titles that are read online, where nothing is found without. */
      online: number | null
    }
  }
  title: { request: { controlNumber: string; asked: TitleQuestion; alsoGood: readonly string[] }; answer: TitlePage | null }
  copies: {
    request: { controlNumber: string; asked: TitleQuestion; which: WhichCopies }
    answer: Copies | null
  }
  series: { request: { controlNumber: string; scope: readonly string[]; today: string }; answer: TitleSeries | null }
  volumes: { request: { controlNumber: string; asked: TitleQuestion }; answer: Volumes | null }
  related: { request: RelatedQuestion; answer: RelatedTitles | null }
  rows: { request: RowsQuestion; answer: ResultRow[] }
  walk: { request: WalkQuestion; answer: ShelfWalk }
  matches: { request: { sought: FindTitles['sought'] }; answer: (string | null)[] }
  display: { request: { question: SearchQuestion; viewing: DisplayViewing }; answer: { count: number; spines: Spine[] } }
  works: { request: { question: SearchQuestion }; answer: number[] }
  citations: { request: { controlNumbers: readonly string[]; style: CitationStyle }; answer: Citations }
  holdOptions: { request: { reader: Reader | null; wish: HoldOptionsQuery; at: Moment }; answer: HoldOptions }
  requestOffers: { request: OffersAsked; answer: RequestOffers }
  waiting: { request: WaitingAsked; answer: Waiting | Refusal }
  count: { request: { question: SearchQuestion }; answer: number }
  values: {
    request: { question: SearchQuestion; facet: ListedFacet; find: string; most: number }
    answer: { value: string; count: number }[]
  }
  browse: {
    request: Browsing & { kind: HeadingKind; choice: NarrowingChoice }
    answer: Browsed
  }
  records: { request: RecordsQuestion; answer: ReturnType<typeof recordsMatching> }
  headings: { request: { kind: HeadingKind; labels: readonly string[]; choice: NarrowingChoice }; answer: Heading[] }
  suggest: { request: { typed: string; field: FieldName; most: number; choice: NarrowingChoice }; answer: Suggestion[] }
  delta: { request: { placeTree: FacetTree; filedIn: string; documents: SearchDocument[] }; answer: PackedIndex }
}
export type JobName = keyof Jobs

/** The base segment as it was built, and the delta segment of what has changed since. */
export interface IndexState {
  base: PackedIndex
  delta: PackedIndex | null
  /** Records that are in the delta segment, or deleted. */
  superseded: number[]
}

export function segmentsOf({ base, delta, superseded }: IndexState): Segments {
  return delta === null ? [{ index: unpack(base), superseded: null }] : withDelta(unpack(base), unpack(delta), superseded)
}

/** What the work is done with. */
export interface Workplace {
  segments: Segments
  database: Reading
  libraries: Libraries
}

type Work = {
  [Name in JobName]: (
    at: Workplace,
    request: Jobs[Name]['request'],
    wanted: StillWanted,
  ) => Jobs[Name]['answer'] | Promise<Jobs[Name]['answer']>
}

const WORK: Work = {
  search: async ({ segments, database, libraries }, { question: asked, words, asTyped, places, thisYear, viewing }, wanted) => {
    const typed = search(segments, asked, wanted)
    const { meant: clear, others } =
      words === null ? NO_OFFERS : offersFor({ segments, wanted, text: words, question: asked, count: typed.count, places, thisYear })
    const meant = asTyped ? null : clear
    const question = meant === null ? asked : questionMeant(asked, meant)
    const { rows, ...result } = meant === null ? typed : search(segments, question, wanted)
    const { narrowing } = question
    const countWith = (change: Partial<SearchQuestion['narrowing']>) =>
      countOf(segments, { ...question, narrowing: { ...narrowing, ...change } }, wanted)
    return {
      result,
      meant,
      offers: meant === null && clear !== null ? [clear, ...others] : others,
      unnarrowed: isNarrowed(narrowing) ? countWith(UNNARROWED) : result.count,
      wider:
        narrowing.scope.in.length + narrowing.scope.as.length > 0 ? countWith({ ...UNNARROWED, scope: everywhere(narrowing.scope) }) : null,
      online: result.count === 0 && !narrowing.scope.online ? countWith({ scope: { ...narrowing.scope, online: true } }) : null,
      rows: await presentRows(database, libraries, rows, { ...viewing, node: question.query }),
    }
  },
  title: async ({ segments, database, libraries }, { controlNumber, asked, alsoGood }) => {
    const recordId = await recordIdOf(database, controlNumber)
    if (recordId === null) return null
    const work = recordsOfWork(segments, recordId)
    return titlePage(database, libraries, { recordId, workIds: work.length > 0 ? work : [recordId] }, asked, alsoGood)
  },
  copies: async ({ database, libraries }, { controlNumber, asked, which }) => {
    const recordId = await recordIdOf(database, controlNumber)
    return recordId === null ? null : titleCopies(database, libraries, recordId, asked, which)
  },
  series: ({ database, libraries, segments }, asked) => titleSeries(database, libraries, segments, asked),
  volumes: async ({ database, libraries }, { controlNumber, asked }) => {
    const recordId = await recordIdOf(database, controlNumber)
    return recordId === null ? null : titleVolumes(database, libraries, recordId, asked)
  },
  related: ({ database, libraries, segments }, asked) => relatedTitles(database, libraries, segments, asked),
  rows: ({ database, libraries, segments }, asked) => rowsOf(database, libraries, segments, asked),
  walk: ({ database, libraries }, asked) => shelfWalk(database, libraries, asked),
  matches: ({ database, segments }, { sought }, wanted) => matchesOf(database, segments, sought, wanted),
  display: async ({ database, libraries, segments }, { question, viewing }, wanted) => {
    const { count, rows } = search(segments, question, wanted)
    return { count, spines: await spinesOf(database, libraries, rows, viewing) } // prettier-ignore
  },
  works: ({ segments }, { question }, wanted) => search(segments, question, wanted).rows.map(({ recordId }) => recordId),
  citations: async ({ database }, { controlNumbers, style }) => {
    const records = await recordsByControlNumber(database, controlNumbers)
    const pieces = await citationsOf(
      records.map(({ record }) => record),
      style,
    )
    return records.map(({ controlNumber }, i) => ({ controlNumber, pieces: pieces[i] ?? [] }))
  },
  holdOptions: ({ database, libraries }, { reader, wish: { records, barcode = null }, at }) =>
    holdOptions(database, libraries, reader, { records, barcode }, at),
  requestOffers: ({ database, libraries }, asked) => requestOffers(database, libraries, asked),
  waiting: ({ database, libraries }, asked) => waitingFor(database, libraries, asked),
  count: ({ segments }, { question }, wanted) => countOf(segments, question, wanted),
  values: ({ segments }, { question, facet, find, most }, wanted) => facetValues(segments, question, facet, find, most, wanted),
  browse: ({ segments }, { kind, choice, ...browsing }) => browseHeadings(segments, kind, browsing, choice),
  records: ({ segments }, question) => recordsMatching(segments, question),
  headings: ({ segments }, { kind, labels, choice }) => headingsNamed(segments, kind, labels, choice),
  suggest: ({ segments }, { choice, ...asked }) => suggestionsFor(segments, asked, choice),
  delta: (_at, { placeTree, filedIn, documents }) => pack(buildDelta(placeTree, documents, filedIn)),
}

const NO_OFFERS: Offers = { meant: null, others: [] }

/** The question as another reading of its words would put it. */
const questionMeant = (question: SearchQuestion, reading: Offer): SearchQuestion => ({
  ...question,
  query: parseQuery(reading.q).node,
  narrowing: { ...question.narrowing, ...narrowedByReading(question.narrowing, reading) },
})

function isNarrowed({ only, not, years, copies, inHand }: SearchQuestion['narrowing']): boolean {
  const chosen = [...Object.values(only), ...Object.values(not)].some((values) => values.length > 0)
  return chosen || copies.length > 0 || inHand?.by != null || years.from !== null || years.to !== null
}

/** @throws Cancelled when the answer is no longer wanted */
export async function runJob<Name extends JobName>(
  name: Name,
  at: Workplace,
  request: Jobs[Name]['request'],
  wanted: StillWanted,
): Promise<Jobs[Name]['answer']> {
  return WORK[name](at, request, wanted)
}
