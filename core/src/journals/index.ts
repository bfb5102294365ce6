/** Journals: what the numbering of a volume says, what of a run is held and what is lacking, and finding a volume. */
import { LABELS } from '../callnumber/index.ts'

export interface Numbered {
  volume: number | null
  /** Issue or part. */
  issue: number | null
  year: number | null
}

/** Characters of a numbering that are read. */
const LONGEST = 200

/** In brackets before any other. */
const YEAR_IN_BRACKETS = /[([]\D{0,8}(1[5-9]\d{2}|20\d{2})(?!\d)/
const YEAR = /(?<!\d)(1[5-9]\d{2}|20\d{2})(?!\d)/
/** A label of these behind no other letter, then its number. */
const labelled = (labels: readonly string[]): RegExp => new RegExp(`(?:^|[^\\p{L}])(?:${labels.join('|')})\\.?\\s*(\\d{1,4})(?!\\d)`, 'iu')
const LABELLED_VOLUME = labelled(LABELS.b)
const LABELLED_ISSUE = labelled([...LABELS.c, ...LABELS.d])
/** "12(3)", "12:3", "12/3" */
const BOTH = /(?<!\d)(\d{1,3})\s*(?:\(\s*(\d{1,3})\s*\)|[:/]\s*(\d{1,3}))(?!\d)/
const BARE = /(?<!\d)(\d{1,4})(?!\d)/

/** "v.31 (2009)", "Bd. 4, Heft 2, 1988", "12(3)", "2009". */
export function numberedIn(text: string): Numbered {
  const read = text.slice(0, LONGEST)
  const both = BOTH.exec(read)
  const year = (YEAR_IN_BRACKETS.exec(read) ?? YEAR.exec(read))?.[1]
  const bare = BARE.exec(year === undefined ? read : read.replace(year, ' '))?.[1]
  const issue = LABELLED_ISSUE.exec(read)?.[1] ?? both?.[2] ?? both?.[3]
  const volume = LABELLED_VOLUME.exec(read)?.[1] ?? both?.[1] ?? (bare === issue ? undefined : bare)
  const number = (digits: string | undefined) => (digits === undefined ? null : Number(digits))
  return { volume: number(volume), issue: number(issue), year: number(year) }
}

/** Whether a volume is meant by what was typed: each thing that is named has to be its own; a bare number is a volume, or a year. */
export function isMeant(typed: Numbered, one: Numbered): boolean {
  const same = (name: keyof Numbered) => typed[name] === null || one[name] === null || typed[name] === one[name]
  const named = (['volume', 'year'] as const).filter((name) => typed[name] !== null)
  return named.length > 0 && named.every((name) => one[name] === typed[name]) && same('issue')
}

export interface Held {
  /** Volumes without a gap between them. */
  runs: { from: number; to: number }[]
  /** Between the first and the last. */
  lacking: number[]
  years: { from: number; to: number } | null
}

/** More than this between two volumes is another count, not a gap. */
const WIDEST_GAP = 200

/** What is held of a run, by the numbers of its volumes. */
export function heldOf(volumes: readonly Numbered[]): Held {
  const numbers = [...new Set(volumes.flatMap(({ volume }) => volume ?? []))].sort((a, b) => a - b)
  const years = volumes.flatMap(({ year }) => year ?? [])
  const runs: Held['runs'] = []
  const lacking: number[] = []
  for (const number of numbers) {
    const run = runs.at(-1)
    if (run && number - run.to > 1 && number - run.to <= WIDEST_GAP) for (let gap = run.to + 1; gap < number; gap += 1) lacking.push(gap)
    if (run?.to === number - 1) run.to = number
    else runs.push({ from: number, to: number })
  }
  return { runs, lacking, years: years.length === 0 ? null : { from: Math.min(...years), to: Math.max(...years) } }
}

/** A volume in its table; a gap has no line. */
export interface Cell<T> extends Pick<Numbered, 'volume' | 'year'> {
  line: T | null
}

export interface Row<T> {
  /** First year of its decade; null where no years are known. */
  decade: number | null
  /** First of its ten volumes; null by the decade, and where neither is known. */
  from: number | null
  cells: Cell<T>[]
}

/** Volumes by the decade, or by tens where no years are known, those lacking in their places. */
export function tableOf<T>(lines: readonly T[], numbered: (line: T) => Numbered): Row<T>[] {
  const place = ({ volume, year }: Pick<Numbered, 'volume' | 'year'>) => volume ?? year ?? Infinity
  const cells = lines.map((line): Cell<T> => {
    const { volume, year } = numbered(line)
    return { volume, year, line }
  })
  const rows = new Map<string, Row<T>>()
  let before: Cell<T> | null = null
  for (const cell of cells.sort((a, b) => place(a) - place(b) || 0)) {
    for (const one of [...gapBetween(before, cell), cell]) {
      const { decade, from } = rowOf(one)
      const key = `${String(decade)} ${String(from)}`
      const row = rows.get(key) ?? { decade, from, cells: [] }
      rows.set(key, row)
      row.cells.push(one)
    }
    before = cell
  }
  return [...rows.values()]
}

/** Volumes between two; each is taken for as many years after the first as it is volumes. */
function gapBetween(before: Pick<Numbered, 'volume' | 'year'> | null, after: Pick<Numbered, 'volume' | 'year'>): Cell<never>[] {
  if (before === null || before.volume === null || after.volume === null) return []
  const { volume, year } = before
  const lacking = after.volume - volume - 1
  if (lacking <= 0 || lacking >= WIDEST_GAP) return []
  return Array.from({ length: lacking }, (_, i) => ({ volume: volume + i + 1, year: year === null ? null : year + i + 1, line: null }))
}

function rowOf({ volume, year }: Pick<Numbered, 'volume' | 'year'>): { decade: number | null; from: number | null } {
  if (year !== null) return { decade: Math.floor(year / 10) * 10, from: null }
  return { decade: null, from: volume === null ? null : Math.floor((volume - 1) / 10) * 10 + 1 }
}
