/** What jobs cost, by and large, in documents that are looked at: by it the waiting line lets the cheap go first. */
import { effortOf, type SearchQuestion, type Segments } from '@catalex/core/search'
import type { JobName, Jobs } from './jobs.ts'

/** A title with its copies costs about as much as looking at this many. */
const TITLE = 20_000
/** Of a row, its share of that: it has no routes. */
const ROW = 4000
/** A citation: the processor is made anew for each. */
const CITATION = 100_000
/** A title that is sought by its words, with its candidates read. */
const MATCH = 60_000
/** Times the effort of searching: every record found is looked at by its own order. */
const RECORDS = 3
/** A record to be indexed: whoever searches goes before a delta segment that keeps a worker busy for long. */
const INDEXED = 5000

type Base = Segments[number]['index'] | undefined
type Efforts = { [Name in JobName]: (request: Jobs[Name]['request'], base: Base) => number }

const title = () => TITLE
const searching = ({ question: { query } }: { question: Pick<SearchQuestion, 'query'> }, base: Base) => (base ? effortOf(base, query) : 0)

/** Every job says what it costs. */
const EFFORTS: Efforts = {
  title,
  copies: title,
  volumes: title,
  series: title,
  related: () => 2 * TITLE,
  holdOptions: ({ wish }) => wish.records.length * TITLE,
  requestOffers: ({ wish: { records = [] } }) => records.length * TITLE,
  // A queue is played through many times.
  waiting: () => 4 * TITLE,
  rows: ({ controlNumbers }) => controlNumbers.length * ROW,
  walk: ({ titles }) => titles.length * ROW,
  citations: ({ controlNumbers }) => controlNumbers.length * CITATION,
  matches: ({ sought }) => sought.length * MATCH,
  search: searching,
  count: searching,
  values: searching,
  works: searching,
  display: searching,
  records: ({ query }, base) => (base ? effortOf(base, query) * RECORDS : 0),
  // A few headings that are found by their places.
  browse: () => 0,
  headings: () => 0,
  suggest: () => 0,
  delta: ({ documents }) => documents.length * INDEXED,
}

export function effortFor<Name extends JobName>(
  { name, request }: { name: Name; request: Jobs[Name]['request'] },
  segments: Segments,
): number {
  return EFFORTS[name](request, segments.at(0)?.index)
}
