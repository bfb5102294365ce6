/** The shapes of a bibliographic record once it has been read: plain data, no MARC left in it. */
import type { Carrier } from './formats.ts'

export interface TitleRecord {
  /** The record's own number (001), unique in the catalogue; it is part of the title's permanent address. */
  controlNumber: string
  carrier: Carrier
  /** Title proper with number and name of part, without the closing punctuation of the cataloguing rules. */
  title: string
  remainder: string | null
  responsibility: string | null
  /** Characters at the start of `title` that filing skips (245 second indicator). */
  nonFiling: number
  uniformTitle: string | null
  variantTitles: string[]
  people: Person[]
  edition: string | null
  place: string | null
  publisher: string | null
  year: number | null
  extent: string | null
  series: SeriesEntry[]
  subjects: Subject[]
  genres: string[]
  audience: Audience | null
  /** Whether the record says it is fiction (008/33, or a form heading that says so); null where it says nothing. */
  fiction: boolean | null
  /** ISO 639-2/B codes, the main one first; empty where the thing has no words. */
  languages: string[]
  originalLanguage: string | null
  contents: string[]
  summary: string | null
  notes: Note[]
  identifiers: Identifier[]
}

export type Audience = 'children' | 'teenagers' | 'adults'

export interface Person {
  /** As filed: "Varrik, Odd". */
  name: string
  dates: string | null
  kind: 'person' | 'body' | 'meeting'
  /** Roles in words ("translator"), empty for an author. */
  roles: string[]
  /** The main entry (1xx). */
  main: boolean
}

/** A name as a heading: dates part people of one name. */
export const personLabel = ({ name, dates }: Pick<Person, 'name' | 'dates'>): string => [name, dates].filter(Boolean).join(', ')

export interface SeriesEntry {
  title: string
  volume: string | null
}

export interface Subject {
  /** Parts joined by " – ", the way they are read aloud. */
  heading: string
  kind: 'topic' | 'place' | 'period' | 'person' | 'body' | 'title'
}

export interface Note {
  kind: 'general' | 'technical' | 'language' | 'award' | 'credits' | 'performers' | 'bibliography' | 'series'
  text: string
}

export interface Identifier {
  kind: 'isbn' | 'issn' | 'publisher number' | 'other'
  /** ISBN: 13 digits; ISSN: 8 characters without hyphen; others as they stand. */
  value: string
}

/** A copy as the holdings of a record describe it; who has borrowed it is circulation's business, not the record's. */
export interface Holding {
  barcode: string
  system: string
  branch: string
  collection: string
  scheme: CallNumberSource
  prefix: string | null
  classPart: string
  itemPart: string | null
  suffix: string | null
  copy: string | null
  /** Volume, issue or part: "v.31 (2004)". */
  enumeration: string | null
  publicNote: string | null
  use: UseRule | null
  status: StandingStatus
}

/** Scheme of the call number, from the first indicator of 852 (and $2 where that says 7). */
export type CallNumberSource = 'lc' | 'dewey' | 'nlm' | 'title' | 'author' | 'accession' | 'other'

export type UseRule = 'loan' | 'short loan' | 'here only' | 'fetched on request'

/** What a copy is when no loan, hold or journey says otherwise. */
export type StandingStatus = 'on shelf' | 'being prepared' | 'on order' | 'at the binder' | 'missing' | 'withdrawn'
