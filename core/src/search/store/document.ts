/** What the index takes in for one record. */
import type { AuthorizedKind, BibRecord, Carrier, OtherScriptField, Person } from '../../catalogue/index.ts'
import { filingTitle, workKey } from '../../catalogue/index.ts'
import { initial, plain, spokenName, withoutArticle, wordsOf, type Filing } from '../../text/index.ts'
import { namesOfCarrier, type ListedFacet } from '../../query/index.ts'
import { facetValuesOf } from '../narrow/facets.ts'
import type { SearchField } from '../../query/index.ts'

export interface SearchDocument {
  /** The record's number in the database. */
  recordId: number
  /** Texts by field; each text is a unit that a phrase may not leave. */
  texts: Record<SearchField, string[]>
  /** Whole titles by which it may be asked for, reduced to their words, without leading article. */
  wholeTitles: string[]
  /** Language of its words, for their stems. */
  language: string
  workKey: string
  filingTitle: string
  /** The title as it is shown. */
  title: string
  /** Main entry, else the first person; last in order where there is none. */
  filingPerson: string
  facets: Record<ListedFacet, string[]>
  carrier: Carrier
  year: number | null
  /** Whether it is read online, too. */
  online: boolean
  /** Copies by place. */
  holdings: HeldAt[]
}

export interface HeldAt {
  /** Index of the collection's node in the place tree. */
  place: number
  /** Use bits (facets.ts) of the copies that can be counted on, and of those in now. */
  uses: number
  usesIn: number
  /** Lowest sort key among the call numbers there. */
  callKey: string
  /** ISO date on which the newest of them came; null or nothing where nobody knows. */
  acquired?: string | null
}

/** Other names of a heading, under which its titles are found too. */
export type OtherNames = (kind: AuthorizedKind, heading: string) => readonly string[]

const NO_OTHERS: OtherNames = () => []

export function documentOf(
  recordId: number,
  title: BibRecord,
  holdings: HeldAt[],
  otherNames = NO_OTHERS,
  filing: Filing = plain,
): SearchDocument {
  return {
    recordId,
    texts: withInitials(withOtherNames(textsOf(title), title, otherNames), title),
    wholeTitles: [...new Set([title.title, ...wholeTitles(title)].map(titleWords))],
    language: languageOf(title),
    workKey: workKey(title),
    filingTitle: filingTitle(title, filing),
    title: title.title,
    filingPerson: filing((title.people.find((person) => person.main) ?? title.people.at(0))?.heading ?? '') || '\uffff',
    facets: facetValuesOf(title),
    carrier: title.carrier,
    year: title.year,
    online: title.online.length > 0 || title.carrier === 'online-resource',
    holdings,
  }
}

/** The texts of a record by the field in which they are searched. */
export function textsOf(title: BibRecord): Record<SearchField, string[]> {
  const inScript = (field: OtherScriptField) => title.otherScripts.flatMap((other) => (other.field === field ? [other.text] : []))
  return {
    title: [...wholeTitles(title), ...(title.uniformTitle ? [title.uniformTitle] : []), ...inScript('title')],
    person: [...new Set(title.people.flatMap(namesOf)), ...inScript('person'), ...(title.responsibility ? [title.responsibility] : [])],
    subject: [...title.subjects.map((subject) => subject.heading), ...title.genres, ...inScript('subject')],
    series: [...title.series.map((entry) => [entry.title, entry.volume].filter(Boolean).join(' ')), ...inScript('series')],
    contents: [...title.contents, ...inScript('contents')],
    notes: [...title.notes.map((note) => note.text), ...inScript('notes')],
    publisher: [
      ...inScript('publisher'),
      title.publisher,
      title.place,
      title.year?.toString(),
      title.extent,
      ...namesOfCarrier(title.carrier),
    ].filter((text) => typeof text === 'string'),
    summary: [...(title.summary ? [title.summary] : []), ...inScript('summary')],
  }
}

/** "Brae, Hugh" is asked for as "Brae, H.", too. */
function withInitials(texts: Record<SearchField, string[]>, title: BibRecord): Record<SearchField, string[]> {
  const initials = title.people.flatMap(({ kind, spoken }) => {
    const given = kind === 'person' ? wordsOf(spoken).slice(0, -1) : []
    return given.length > 0 ? [given.map((word) => initial([...word][0] ?? '')).join(' ')] : []
  })
  return { ...texts, person: [...texts.person, ...new Set(initials)] }
}

function withOtherNames(texts: Record<SearchField, string[]>, title: BibRecord, otherNames: OtherNames): Record<SearchField, string[]> {
  const others = otherNamesIn(title, otherNames)
  const of = (kind: AuthorizedKind) => others.filter((other) => other.field === kind).map((other) => other.text)
  return {
    ...texts,
    person: [...texts.person, ...of('person').flatMap(bothOrders)],
    subject: [...texts.subject, ...of('subject')],
    series: [...texts.series, ...of('series')],
  }
}

/** The other names of a record's headings, by the field in which they are searched. */
export function otherNamesIn(title: BibRecord, otherNames: OtherNames): { field: AuthorizedKind; text: string }[] {
  const of = (field: AuthorizedKind, headings: readonly string[]) =>
    [...new Set(headings.flatMap((heading) => otherNames(field, heading)))].map((text) => ({ field, text }))
  const { person, subject, series } = facetValuesOf(title)
  return [...of('person', person), ...of('subject', subject), ...of('series', series)]
}

/** The language whose stemmer reads the record's words; English where it names none. */
export const languageOf = (title: BibRecord): string => title.languages.at(0) ?? 'eng'

function wholeTitles(title: BibRecord): string[] {
  return [
    title.remainder ? `${title.title} ${title.remainder}` : title.title,
    ...title.variantTitles,
    ...(title.titleInScript ? [title.titleInScript] : []),
  ]
}

const titleWords = (text: string): string => withoutArticle(wordsOf(text)).join(' ')

/** A name as it is filed and as it is spoken, with what its heading adds but dates. */
const namesOf = ({ name, spoken, heading, dates }: Person): string[] => [
  name,
  spoken,
  dates === null ? heading : heading.replace(dates, ''),
]

/** "Varrik, Odd" is asked for as "Odd Varrik" too. */
function bothOrders(name: string): string[] {
  return [...new Set([name, spokenName(name)])]
}
