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
  /** Of a serial: the year in which it ended, null while it goes on; nothing of what is no serial. */
  lastYear?: number | null
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
  /** The title in the script in which it stands on the thing (880 beside 245); null where it is the one above. */
  titleInScript: string | null
  /** Whatever else stands in another script (880), by the field in which it is searched. */
  otherScripts: OtherScript[]
  /** Versions of the same thing that are read online (856): never copies. */
  online: OnlineVersion[]
}

export interface OtherScript {
  field: OtherScriptField
  text: string
}
export const OTHER_SCRIPT_FIELDS = ['title', 'person', 'subject', 'series', 'contents', 'summary', 'publisher', 'notes'] as const
export type OtherScriptField = (typeof OTHER_SCRIPT_FIELDS)[number]

export interface OnlineVersion {
  /** http or https. */
  url: string
  /** What the library says of it; null where it says nothing. */
  label: string | null
}

/** Stands in the place of a title where a record has none, as cataloguers write it. */
export const UNTITLED = '[untitled]'

export const AUDIENCES = ['children', 'teenagers', 'adults'] as const
export type Audience = (typeof AUDIENCES)[number]

export const PERSON_KINDS = ['person', 'body', 'meeting'] as const
export const SUBJECT_KINDS = ['topic', 'place', 'period', 'person', 'body', 'title'] as const
export const NOTE_KINDS = [
  'general',
  'technical',
  'language',
  'award',
  'credits',
  'performers',
  'bibliography',
  'series',
  'scoring',
  'presentation',
  'scale',
] as const
export const IDENTIFIER_KINDS = ['isbn', 'issn', 'publisher number', 'other'] as const

export interface Person {
  /** The name alone, as filed: "Varrik, Odd", "John Paul II". */
  name: string
  /** The name as it is spoken: "Odd Varrik". */
  spoken: string
  /** The whole heading in its own order, dates and titles included: "John Paul II, Pope, 1920-2005". */
  heading: string
  dates: string | null
  kind: (typeof PERSON_KINDS)[number]
  /** Roles in words ("translator"), empty for an author. */
  roles: string[]
  /** The main entry (1xx). */
  main: boolean
  /** The name in another script (880); null where there is none. */
  inScript: string | null
}

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
  /** What the number is of: "hardback"; null where it says nothing. */
  qualifier: string | null
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
  /** The status in the library's own words, where they are none of ours. */
  statusText: string | null
  /** ISO date on which the library got it, where it says so. */
  acquired: string | null
  /** Number of the item that this is a piece of (876 $a): the book and its disc share it. Null where it is whole. */
  set: string | null
}

export const USE_RULES = ['loan', 'short loan', 'here only', 'fetched on request'] as const
export type UseRule = (typeof USE_RULES)[number]

/** What a copy is according to its record, when no loan, hold or journey says otherwise; "other" is not in now, and says in its own words what it is. */
export const RECORDED_STATUSES = ['on shelf', 'being prepared', 'on order', 'at the binder', 'missing', 'withdrawn', 'other'] as const
export type RecordedStatus = (typeof RECORDED_STATUSES)[number]
