/** Headings in alphabetical order, and call numbers in shelf order, with the works under each. */
import { LISTED_FACETS, NO_SCOPE, type HeadingKind } from '../../query/index.ts'
import { filingOf, plain, withoutArticle, wordsOf } from '../../text/index.ts'
import { withWholeTitle } from '../match/match.ts'
import { UNNARROWED, type NarrowingChoice } from '../narrow/choice.ts'
import { DocumentFilter } from '../narrow/filter.ts'
import { workOf } from '../store/rows.ts'
import type { TextList } from '../store/textList.ts'
import { isSuperseded, type Segment, type Segments } from '../segments/segments.ts'

export interface Heading {
  /** As it is shown; of call numbers, the sort key. */
  label: string
  /** Works that the search finds to which it leads. */
  count: number
}

/** Headings of one kind in one segment: numbers from `from` up to `to`, each with its documents. */
interface Shelf {
  segment: Segment
  from: number
  to: number
  keys: TextList
  labels: TextList
  starts: Uint32Array
  docs: Uint32Array
}

function shelfOf(segment: Segment, kind: HeadingKind): Shelf {
  const { index } = segment
  if (kind === 'title') {
    const { titleKeys, titles, titleDocStart, titleDoc } = index
    return { segment, from: 0, to: titles.length, keys: titleKeys, labels: titles, starts: titleDocStart, docs: titleDoc }
  }
  if (kind === 'call-number') {
    const { callKeys, callDocStart, callDoc } = index
    return { segment, from: 0, to: callKeys.length, keys: callKeys, labels: callKeys, starts: callDocStart, docs: callDoc }
  }
  const facet = LISTED_FACETS.indexOf(kind)
  const { valueFirst, valueKeys, valueLabels, valueDocStart, valueDoc } = index
  return {
    segment,
    from: valueFirst[facet],
    to: valueFirst[facet + 1],
    keys: valueKeys,
    labels: valueLabels,
    starts: valueDocStart,
    docs: valueDoc,
  }
}

export interface Browsing {
  /** Letters, or a place in the order; a sort key where call numbers are browsed. */
  start: string | number
  /** Place before which to end. */
  until?: number
  most: number
  /** Headings without a work that passes, too. */
  empty: boolean
}

/** Of a narrow choice nearly all headings may be empty: so many are looked at, and whoever wants more asks again. */
const MOST_LOOKED_AT = 2000

export interface Browsed {
  position: number
  /** The place behind the last that was looked at. */
  next: number
  total: number
  /** The headings that stand at these two places, empty or not; null behind the last. */
  first: string | null
  behind: string | null
  headings: Heading[]
}

/** Headings from a place in the order on. */
export function browseHeadings(
  segments: Segments,
  kind: HeadingKind,
  { start, until, most, empty }: Browsing,
  choice: NarrowingChoice,
): Browsed {
  const order = new Order(segments, kind)
  const position = typeof start === 'number' ? Math.min(start, order.total) : order.placeOf(keyOf(kind, start, segments[0].index.filedIn))
  const end = Math.min(until ?? order.total, order.total, position + MOST_LOOKED_AT)
  const count = counter(segments, kind, choice)
  const headings: Heading[] = []
  let next = position
  for (; next < end && headings.length < most; next += 1) {
    const { label, standings } = order.at(next)
    const heading = { label, count: count(label, standings) }
    if (empty || heading.count > 0) headings.push(heading)
  }
  const labelAt = (place: number) => (place < order.total ? order.at(place).label : null)
  return { position, next, total: order.total, first: labelAt(position), behind: labelAt(next), headings }
}

type Standing = [Shelf, number]

/** Headings of all segments in one order: those of the main one, and among them what only the changes have. */
class Order {
  readonly total: number
  private readonly main: Shelf
  private readonly later: Shelf | null
  /** Headings that the main segment does not have, each before the heading `before` there. */
  private readonly extra: { number: number; before: number }[] = []

  constructor(segments: Segments, kind: HeadingKind) {
    const [main, later] = segments.map((segment) => shelfOf(segment, kind))
    this.main = main
    this.later = later ?? null
    if (this.later) {
      const { from, to } = this.later
      for (let number = from; number < to; number += 1) {
        const before = sameIn(main, this.later, number)
        if (before.found < 0) this.extra.push({ number, before: before.place })
      }
    }
    this.total = main.to - main.from + this.extra.length
  }

  placeOf(key: string): number {
    const place = this.main.keys.lowerBound(key, this.main.from, this.main.to)
    const extra = this.extra.filter(
      ({ number, before }) => before < place || (before === place && (this.later?.keys.at(number) ?? '') < key),
    )
    return place - this.main.from + extra.length
  }

  at(position: number): { label: string; standings: Standing[] } {
    const { main, later, extra } = this
    let before = 0
    while (before < extra.length && extra[before].before - main.from + before < position) before += 1
    const here = extra.at(before)
    if (later && here && here.before - main.from + before === position)
      return { label: later.labels.at(here.number), standings: [[later, here.number]] }
    const number = main.from + position - before
    const same = later ? sameIn(later, main, number).found : -1
    return { label: main.labels.at(number), standings: later && same >= 0 ? [[main, number], [later, same]] : [[main, number]] } // prettier-ignore
  }
}

/** Where a heading of another shelf stands or would stand in this one. */
function sameIn(shelf: Shelf, other: Shelf, number: number): { place: number; found: number } {
  const { number: place, found } = placeIn(shelf, other.keys.at(number), other.labels.at(number))
  return { place, found: found ? place : -1 }
}

function placeIn({ from, to, keys, labels }: Shelf, key: string, label: string): { number: number; found: boolean } {
  let number = keys.lowerBound(key, from, to)
  while (number < to && keys.at(number) === key && labels.at(number) < label) number += 1
  return { number, found: number < to && keys.at(number) === key && labels.at(number) === label }
}

/** A short beginning may have thousands of headings; the first of them are looked at. */
const MOST_CANDIDATES = 400

/** Headings that begin with what has been typed so far, those with most works first. */
export function headingsBeginning(
  segments: Segments,
  kind: Exclude<HeadingKind, 'call-number'>,
  typed: string,
  most: number,
  choice: NarrowingChoice,
): Heading[] {
  const key = keyOf(kind, typed, segments[0].index.filedIn)
  if (key === '') return []
  const standings = new Map<string, Standing[]>()
  for (const segment of segments) {
    const shelf = shelfOf(segment, kind)
    for (const number of numbersBeginning(shelf, kind, key)) {
      const label = shelf.labels.at(number)
      standings.set(label, [...(standings.get(label) ?? []), [shelf, number]])
    }
  }
  if (standings.size === 0) return []
  const count = counter(segments, kind, choice)
  return [...standings]
    .map(([label, where]) => ({ label, count: count(label, where) }))
    .filter((heading) => heading.count > 0)
    .sort((a, b) => b.count - a.count || (a.label < b.label ? -1 : 1))
    .slice(0, most)
}

/** Of these headings, those that some record has, with their works that pass. */
export function headingsNamed(segments: Segments, kind: HeadingKind, labels: readonly string[], choice: NarrowingChoice): Heading[] {
  const count = counter(segments, kind, choice)
  const everywhere = counter(segments, kind, { ...UNNARROWED, scope: NO_SCOPE, sends: null })
  return labels.flatMap((label) => {
    const standings = segments.flatMap((segment): Standing[] => {
      const shelf = shelfOf(segment, kind)
      const number = numberOf(shelf, keyOf(kind, label, segment.index.filedIn), label)
      return number < 0 ? [] : [[shelf, number]]
    })
    return standings.length === 0 || everywhere(label, standings) === 0 ? [] : [{ label, count: count(label, standings) }]
  })
}

/** Records that have this very heading. */
export function recordsWithHeading(segments: Segments, kind: HeadingKind, label: string): number[] {
  return segments.flatMap((segment) => {
    const shelf = shelfOf(segment, kind)
    const number = numberOf(shelf, keyOf(kind, label, segment.index.filedIn), label)
    if (number < 0) return []
    const docs = [...shelf.docs.subarray(shelf.starts[number], shelf.starts[number + 1])]
    return docs.filter((doc) => !isSuperseded(segment.superseded, doc)).map((doc) => segment.index.recordIds[doc])
  })
}

function numberOf(shelf: Shelf, key: string, label: string): number {
  const { number, found } = placeIn(shelf, key, label)
  return found ? number : -1
}

function numbersBeginning(shelf: Shelf, kind: HeadingKind, key: string): Set<number> {
  const { index } = shelf.segment
  const numbers = new Set<number>()
  const range = shelf.keys.beginning(key, shelf.from, shelf.to)
  for (let at = range.from; at < Math.min(range.to, range.from + MOST_CANDIDATES); at += 1) numbers.add(at)
  if (kind !== 'person') return numbers
  const spoken = index.spokenKeys.beginning(key)
  for (let at = spoken.from; at < Math.min(spoken.to, spoken.from + MOST_CANDIDATES); at += 1) numbers.add(index.spokenValue[at])
  return numbers
}

/** Counts what the search finds to which a heading leads: of a title, all works that have it as a whole title. */
function counter(
  segments: Segments,
  kind: HeadingKind,
  choice: NarrowingChoice,
): (label: string, standings: readonly Standing[]) => number {
  // What is chosen of its own facet gives way to the heading.
  const others = { ...choice, only: { ...choice.only, [kind]: [] }, not: { ...choice.not, [kind]: [] } }
  const filters = new Map(segments.map(({ index }) => [index, new DocumentFilter(index, others)]))
  const works = ({ index, superseded }: Segment, docs: Uint32Array): number => {
    const filter = filters.get(index)
    let count = 0
    let last = -1
    for (const doc of docs) {
      const work = workOf(index, doc)
      if (work === last || isSuperseded(superseded, doc) || filter?.look(doc) !== 0) continue
      last = work
      count += 1
    }
    return count
  }
  if (kind === 'title') {
    return (label) => {
      const words = withoutArticle(wordsOf(label))
      return segments.reduce((sum, segment) => sum + works(segment, withWholeTitle(segment.index, words)), 0)
    }
  }
  return (_, standings) =>
    standings.reduce((sum, [{ segment, starts, docs }, at]) => sum + works(segment, docs.subarray(starts[at], starts[at + 1])), 0)
}

/** Titles are sought without their leading article in the index, and as its language files them, and so must be what is typed. */
function keyOf(kind: HeadingKind, text: string, filedIn: string): string {
  if (kind === 'call-number') return text
  return kind === 'title' ? withoutArticle(filingOf(filedIn)(text).split(' ')).join(' ') : plain(text)
}
