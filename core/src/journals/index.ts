/** Journals: what the numbering of a volume says, what of a run is held and what is lacking, and finding a volume. */

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
const LABELLED_VOLUME = /(?:^|[^\p{L}])(?:volumes?|vols?|v|tome|t|band|bd|jahrg|jg|årg)\.?\s*(\d{1,4})(?!\d)/iu
const LABELLED_ISSUE = /(?:^|[^\p{L}])(?:number|nos?|nr|issue|iss|heft|h|part|pt)\.?\s*(\d{1,4})(?!\d)/iu
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
