/** Headings for what has been typed so far; where none begins so, for what it may have been meant for. */
import { HEADING_KINDS, type FieldName, type HeadingKind } from '../../query/index.ts'
import { wordsOf } from '../../text/index.ts'
import { headingsBeginning, type Heading } from '../browse/headings.ts'
import type { NarrowingChoice } from '../narrow/choice.ts'
import type { Segments } from '../segments/segments.ts'
import { waysThrough } from './corrections.ts'
import { nearBeginnings, nearWords } from './spelling.ts'

export interface Suggestion {
  kind: HeadingKind
  headings: Heading[]
  /** What was read in place of what was typed; null where headings begin as typed. */
  readAs: string | null
}

type SuggestedKind = Exclude<HeadingKind, 'call-number'>
const EVERY_KIND = HEADING_KINDS.filter((kind): kind is SuggestedKind => kind !== 'call-number')

/** Which headings a field is asked by; words of other fields are no headings. */
const KINDS: Partial<Record<FieldName, readonly SuggestedKind[]>> = {
  anywhere: EVERY_KIND,
  'no-publisher': EVERY_KIND,
  title: ['title'],
  'title-begins': ['title'],
  'title-whole': ['title'],
  person: ['person'],
  subject: ['subject'],
  series: ['series'],
}
/** Other readings that are tried one after the other. */
const MOST_READINGS = 16

export function suggestionsFor(
  segments: Segments,
  { typed, field, most }: { typed: string; field: FieldName; most: number },
  choice: NarrowingChoice,
): Suggestion[] {
  const headingsFor = (text: string, readAs: string | null) =>
    (KINDS[field] ?? [])
      .map((kind) => ({ kind, headings: headingsBeginning(segments, kind, text, most, choice), readAs }))
      .filter(({ headings }) => headings.length > 0)
  const asTyped = headingsFor(typed, null)
  if (asTyped.length > 0) return asTyped
  for (const reading of otherReadings(segments, typed)) {
    const found = headingsFor(reading, reading)
    if (found.length > 0) return found
  }
  return []
}

/** The last word may be unfinished, so that it is one of those that nearly begin so; the words before it are whole. */
function otherReadings(segments: Segments, typed: string): string[] {
  const words = wordsOf(typed)
  const last = words.pop()
  if (last === undefined) return []
  const before = words.join(' ')
  const beginnings = before === '' ? [''] : [before, ...waysThrough(segments, before).map(({ q }) => q)].slice(0, 3)
  const [{ index }] = segments
  const endings = [...new Set([last, ...nearBeginnings(index, last, 4), ...nearWords(index, last, 4).map(({ word }) => word)])]
  return beginnings
    .flatMap((start) => endings.map((end) => `${start} ${end}`.trim()))
    .filter((reading) => reading !== `${before} ${last}`.trim())
    .slice(0, MOST_READINGS)
}
