/** A record as an item of CSL-JSON (Citation Style Language 1.0.2, appendices III and IV): what every citing style is made from. */
import { iso6392 } from 'iso-639-2'
import { familyOf, measuresIn, type BibRecord, type Carrier, type Family, type Person } from '../catalogue/index.ts'

export type CslType = 'book' | 'periodical' | 'motion_picture' | 'song' | 'musical_score' | 'map' | 'graphic' | 'software' | 'document'

export type CslName = { family: string; given: string } | { literal: string }

export interface CslItem {
  /** Its control number. */
  id: string
  type: CslType
  title: string
  author?: CslName[]
  editor?: CslName[]
  translator?: CslName[]
  illustrator?: CslName[]
  composer?: CslName[]
  director?: CslName[]
  performer?: CslName[]
  narrator?: CslName[]
  contributor?: CslName[]
  /** A year, or the years of a serial in words. */
  issued?: { 'date-parts'?: [[number]]; literal?: string }
  publisher?: string
  'publisher-place'?: string
  /** A number where the record numbers it. */
  edition?: string
  'number-of-pages'?: string
  'collection-title'?: string
  'collection-number'?: string
  /** What it is on, where that is no paper. */
  medium?: string
  /** What kind of document it is, where the type says too little. */
  genre?: string
  scale?: string
  ISBN?: string
  ISSN?: string
  language?: string
  URL?: string
}

const TYPES: Record<Family, CslType> = {
  print: 'book',
  'large-print': 'book',
  braille: 'book',
  spoken: 'book',
  player: 'book',
  music: 'song',
  film: 'motion_picture',
  score: 'musical_score',
  map: 'map',
  journal: 'periodical',
  kit: 'document',
  thing: 'document',
  picture: 'graphic',
  computer: 'software',
  microform: 'book',
  online: 'book',
  unknown: 'document',
}

/** In English, as citations are. */
const MEDIA: Partial<Record<Carrier, string>> = {
  'spoken-disc': 'Audiobook on CD',
  'spoken-cassette': 'Audiobook on cassette',
  'spoken-recording': 'Audiobook',
  'preloaded-player': 'Audiobook on a player',
  'music-disc': 'CD',
  'music-record': 'LP',
  'music-cassette': 'Cassette',
  'music-recording': 'Sound recording',
  dvd: 'DVD',
  'blu-ray': 'Blu-ray disc',
  'video-cassette': 'Videocassette',
  'laser-disc': 'Videodisc',
  'film-reel': 'Film reel',
  microfilm: 'Microfilm',
  microfiche: 'Microfiche',
}
const GENRES: Partial<Record<Carrier, string>> = { 'board-game': 'Board game', 'mixed-kit': 'Kit', object: 'Object' }

/** Roles in words, as `Person` has them, and the variable that each goes into; the first that fits counts. */
const VARIABLES = [
  ['editor', /\beditor|\bcompiler/],
  ['translator', /translator/],
  ['illustrator', /illustrator/],
  ['composer', /composer/],
  ['director', /director/],
  ['narrator', /narrator|reader|speaker/],
  ['performer', /performer|singer|instrumentalist|conductor|actor|pianist|musician/],
] as const
type Variable = 'author' | 'contributor' | (typeof VARIABLES)[number][0]

/** @param record as it was read; what it does not say is left out */
export function cslItemOf(record: BibRecord): CslItem {
  const { controlNumber, carrier, title, remainder, year, publisher, place, series, languages, online } = record
  const [first] = series
  const { pages } = measuresIn(record.extent)
  const number = (kind: 'isbn' | 'issn') => record.identifiers.find((one) => one.kind === kind)?.value
  const isbn = number('isbn')
  const issn = number('issn')
  const [version] = online
  const said: { [Name in keyof CslItem]: CslItem[Name] | null | undefined } = {
    id: controlNumber,
    type: TYPES[familyOf(carrier)],
    title: remainder === null ? title : `${title}: ${remainder}`,
    ...peopleOf(record.people),
    issued: year === null ? null : { 'date-parts': [[year]] },
    publisher,
    'publisher-place': place,
    edition: record.edition === null ? null : editionOf(record.edition),
    'number-of-pages': pages === null ? null : String(pages),
    'collection-title': first?.title,
    'collection-number': first?.volume,
    medium: MEDIA[carrier],
    genre: GENRES[carrier],
    scale: record.notes.map(({ text }) => SCALE.exec(text)?.[0]).find((scale) => scale !== undefined),
    ISBN: isbn,
    ISSN: issn && `${issn.slice(0, 4)}-${issn.slice(4)}`,
    language: LANGUAGE_TAGS.get(languages[0] ?? ''),
    URL: version?.url,
  }
  // Whatever is left is what the record says.
  return Object.fromEntries(
    Object.entries(said).filter(([, value]) => value !== null && value !== undefined && value !== ''),
  ) as unknown as CslItem
}

/** Language tags (BCP 47) by the codes of records (ISO 639-2/B): styles set titles in capitals in English alone. */
export const LANGUAGE_TAGS: ReadonlyMap<string, string> = new Map(iso6392.map(({ iso6392B, iso6391 }) => [iso6392B, iso6391 ?? iso6392B]))

const SCALE = /\b1[:∶]\d{1,3}(?:[ ,.]?\d{3})*\b/

function peopleOf(people: readonly Person[]): Partial<Record<Variable, CslName[]>> {
  const by: Partial<Record<Variable, CslName[]>> = {}
  for (const person of people) {
    const variable = variableOf(person)
    by[variable] = [...(by[variable] ?? []), nameOf(person)]
  }
  // Whoever made music is its author to styles that know of no composers.
  if (!by.author && by.composer) by.author = by.composer
  return by
}

/** Without a role the main entry is the author; whoever else has none took part in it in some way. */
function variableOf({ roles, main }: Person): Variable {
  const found = roles.length === 0 ? undefined : VARIABLES.find(([, pattern]) => roles.some((role) => pattern.test(role.toLowerCase())))
  if (found) return found[0]
  return main || roles.length === 0 || roles.some((role) => /author|writer|cartographer|artist/.test(role.toLowerCase()))
    ? 'author'
    : 'contributor'
}

/** A surname and given names where the heading has both. */
function nameOf({ name, kind }: Person): CslName {
  const comma = name.indexOf(', ')
  if (kind !== 'person' || comma < 0) return { literal: name }
  return { family: name.slice(0, comma), given: name.slice(comma + 2) }
}

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth']

/** "2nd ed.", "Second edition" are 2; "Revised edition" stays what it is. */
function editionOf(text: string): string {
  const plain = /^(?:the )?(\w+)(?: ed\.?| edition)?\.?$/i.exec(text.trim())?.[1]?.toLowerCase() ?? ''
  const counted = /^(\d{1,3})(?:st|nd|rd|th)?$/.exec(plain)?.[1]
  const spelt = ORDINALS.indexOf(plain)
  return counted ?? (spelt >= 0 ? String(spelt + 1) : text)
}
