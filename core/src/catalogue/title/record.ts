/** The shapes of a bibliographic record once it has been read: plain data, no MARC left in it. */
import type { CallNumberScheme } from '../../callnumber/index.ts'
import type { Carrier } from './formats.ts'

export interface BibRecord {
  /** The record's own number (001), unique in the catalogue; it is part of the permanent address of its page. */
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

export const AUDIENCES = ['children', 'teenagers', 'adults'] as const
export type Audience = (typeof AUDIENCES)[number]

export const PERSON_KINDS = ['person', 'body', 'meeting'] as const
export const SUBJECT_KINDS = ['topic', 'place', 'period', 'person', 'body', 'title'] as const
export const NOTE_KINDS = ['general', 'technical', 'language', 'award', 'credits', 'performers', 'bibliography', 'series'] as const
export const IDENTIFIER_KINDS = ['isbn', 'issn', 'publisher number', 'other'] as const

export interface Person {
  /** As filed: "Varrik, Odd". */
  name: string
  dates: string | null
  kind: (typeof PERSON_KINDS)[number]
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
  kind: (typeof SUBJECT_KINDS)[number]
}

export interface Note {
  kind: (typeof NOTE_KINDS)[number]
  text: string
}

export interface Identifier {
  kind: (typeof IDENTIFIER_KINDS)[number]
  /** ISBN: 13 digits; ISSN: 8 characters without hyphen; others as they stand. */
  value: string
}

/** A copy as the holdings of a record describe it; who has borrowed it is circulation's business, not the record's. */
export interface DescribedCopy {
  barcode: string
  system: string
  branch: string
  collection: string
  scheme: CallNumberScheme
  prefix: string | null
  classPart: string
  itemPart: string | null
  suffix: string | null
  copy: string | null
  /** Volume, issue or part: "v.31 (2004)". */
  enumeration: string | null
  publicNote: string | null
  use: UseRule | null
  status: RecordedStatus
}

export const USE_RULES = ['loan', 'short loan', 'here only', 'fetched on request'] as const
export type UseRule = (typeof USE_RULES)[number]

/** What a copy is according to its record, when no loan, hold or journey says otherwise. */
export const RECORDED_STATUSES = ['on shelf', 'being prepared', 'on order', 'at the binder', 'missing', 'withdrawn'] as const
export type RecordedStatus = (typeof RECORDED_STATUSES)[number]
