/** A title as linked data in the vocabulary of schema.org, which search engines read. */
import { LANGUAGE_TAGS } from './cslItem.ts'
import { familyOf, type BibRecord, type Family } from '../catalogue/index.ts'

/** Types of schema.org 28; whatever has none of its own is a creative work. */
const TYPES: Partial<Record<Family, string>> = {
  print: 'Book',
  'large-print': 'Book',
  braille: 'Book',
  spoken: 'Audiobook',
  player: 'Audiobook',
  music: 'MusicAlbum',
  film: 'Movie',
  score: 'SheetMusic',
  map: 'Map',
  journal: 'Periodical',
  kit: 'Game',
}

/** @param address where its page is; null where that is not known */
export function jsonLdOf(record: BibRecord, address: string | null): Record<string, unknown> {
  const family = familyOf(record.carrier)
  const of = (kind: 'isbn' | 'issn') => record.identifiers.filter((one) => one.kind === kind).map(({ value }) => value)
  const named = ({ spoken, kind }: BibRecord['people'][number]) => ({
    '@type': kind === 'person' ? 'Person' : 'Organization',
    name: spoken,
  })
  const inRole = (role: string) => record.people.filter(({ roles }) => roles.includes(role)).map(named)
  const properties: Record<string, unknown> = {
    '@context': 'https://schema.org',
    '@type': TYPES[family] ?? 'CreativeWork',
    ...(address === null ? {} : { '@id': address, url: address }),
    name: [record.title, record.remainder].filter(Boolean).join(': '),
    alternateName: record.titleInScript,
    author: record.people.filter(({ main, roles }) => main || roles.includes('author')).map(named),
    translator: inRole('translator'),
    editor: inRole('editor'),
    datePublished: record.year === null ? null : String(record.year),
    publisher: record.publisher === null ? null : { '@type': 'Organization', name: record.publisher },
    bookEdition: record.edition,
    bookFormat: family === 'spoken' || family === 'player' ? 'https://schema.org/AudiobookFormat' : null,
    inLanguage: record.languages.map((code) => LANGUAGE_TAGS.get(code) ?? code),
    isbn: of('isbn'),
    issn: of('issn'),
    about: record.subjects.map(({ heading }) => heading),
    genre: record.genres,
    description: record.summary,
    isPartOf: record.series.map(({ title, volume }) => ({ '@type': 'BookSeries', name: title, ...(volume === null ? {} : { position: volume }) })), // prettier-ignore
  }
  return Object.fromEntries(
    Object.entries(properties).filter(([, value]) => value !== null && !(Array.isArray(value) && value.length === 0)),
  )
}
