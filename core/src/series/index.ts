/** Series: their parts in the order in which they are read, each work once, with the gaps among them. */
import { workKey, type BibRecord } from '../catalogue/index.ts'
import { heldOf, numberedIn } from '../journals/index.ts'

/** A record of the series, with what of it is held where one looks. */
export interface SeriesRecord {
  record: BibRecord
  inNow: number
  owned: number
}

export interface SeriesPart {
  /** Of the record that stands for the work. */
  controlNumber: string
  /** As the record says it: "2", "book three". */
  volume: string | null
  /** Of that, for the order; null where it is no number. */
  number: number | null
  title: string
  inNow: number
  owned: number
  /** Whether the work is that of the title at hand. */
  own: boolean
}

export interface Series {
  parts: SeriesPart[]
  /** Numbers between the first and the last that no part has. */
  lacking: number[]
}

/**
 * @param own the title at hand, which stands for its own work
 * @param records everything in the series, its other editions among it
 */
export function seriesFrom(title: string, own: BibRecord, records: readonly SeriesRecord[]): Series {
  const works = new Map<string, SeriesRecord[]>()
  for (const one of records) works.set(workKey(one.record), [...(works.get(workKey(one.record)) ?? []), one])
  const ownKey = workKey(own)
  const parts = [...works].map(([key, editions]) => partFrom(title, editions, key === ownKey ? own.controlNumber : null))
  const order = (a: SeriesPart, b: SeriesPart) => (a.number ?? Infinity) - (b.number ?? Infinity) || (a.title < b.title ? -1 : 1)
  return { parts: parts.sort(order), lacking: heldOf(parts.map(({ number }) => ({ volume: number, issue: null, year: null }))).lacking }
}

/** The edition that stands for a work: the one at hand, else one that is in, else the newest. */
function partFrom(series: string, editions: readonly SeriesRecord[], own: string | null): SeriesPart {
  const rank = ({ record, inNow }: SeriesRecord) => (record.controlNumber === own ? 0 : inNow > 0 ? 1 : 2)
  const [best] = [...editions].sort((a, b) => rank(a) - rank(b) || (b.record.year ?? 0) - (a.record.year ?? 0))
  if (!best) throw new Error('A work has at least one record.')
  const volumeIn = ({ record }: SeriesRecord) => record.series.find(({ title }) => title === series)?.volume ?? null
  const volume = volumeIn(best) ?? editions.map(volumeIn).find((one) => one !== null) ?? null
  return {
    controlNumber: best.record.controlNumber,
    volume,
    number: volume === null ? null : numberedIn(volume).volume,
    title: best.record.title,
    inNow: editions.reduce((sum, { inNow }) => sum + inNow, 0),
    owned: editions.reduce((sum, { owned }) => sum + owned, 0),
    own: own !== null,
  }
}

/** The part behind the own one by its number; null for the last, or where it has none. */
export function nextIn({ parts }: Pick<Series, 'parts'>): SeriesPart | null {
  const at = parts.find(({ own }) => own)?.number ?? null
  return at === null ? null : (parts.find(({ number }) => number !== null && number > at) ?? null)
}
