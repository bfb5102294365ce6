/**
 * Indexes of CQL by their context sets: cql (OASIS searchRetrieve, part 5), dc (Dublin Core), bath (Bath profile), rec (records),
 * and the plain names that stand in the box.
 */
import type { SearchField } from './vocabulary.ts'

export type CqlIndex =
  | { kind: 'words'; field: SearchField | null }
  | { kind: 'isbn' | 'issn' | 'barcode' | 'callnumber' | 'number' | 'record' | 'years' | 'everything' }
  | { kind: 'value'; facet: 'language' | 'format' }

const words = (field: SearchField | null): CqlIndex => ({ kind: 'words', field })
const ANY = words(null)
const TITLE = words('title')
const PERSON = words('person')
const SUBJECT = words('subject')
const NUMBER: CqlIndex = { kind: 'number' }

const PLAIN: Record<string, CqlIndex> = {
  anywhere: ANY,
  title: TITLE,
  name: PERSON,
  person: PERSON,
  creator: PERSON,
  subject: SUBJECT,
  series: words('series'),
  note: words('notes'),
  notes: words('notes'),
  publisher: words('publisher'),
  contents: words('contents'),
  summary: words('summary'),
  isbn: { kind: 'isbn' },
  issn: { kind: 'issn' },
  callnumber: { kind: 'callnumber' },
  barcode: { kind: 'barcode' },
  date: { kind: 'years' },
  year: { kind: 'years' },
  language: { kind: 'value', facet: 'language' },
  format: { kind: 'value', facet: 'format' },
}

export const CQL_SETS = ['cql', 'dc', 'bath', 'rec'] as const
export type CqlSet = (typeof CQL_SETS)[number]

/** Names by which a prefix may be bound to a set; versions don't matter. */
export const SET_IDENTIFIERS: Record<CqlSet, readonly RegExp[]> = {
  cql: [/^info:srw\/cql-context-set\/1\/cql-v[\d.]+$/],
  dc: [/^info:srw\/cql-context-set\/1\/dc-v[\d.]+$/, /^http:\/\/purl\.org\/dc\/elements\/1\.1\/?$/],
  bath: [/^http:\/\/zing\.z3950\.org\/cql\/bath\/[\d.]+\/?$/],
  rec: [/^info:srw\/cql-context-set\/2\/rec-[\d.]+$/],
}

export const CQL_INDEXES: Record<CqlSet, Readonly<Record<string, CqlIndex>>> = {
  cql: { anywhere: ANY, serverchoice: ANY, anyindexes: ANY, allindexes: ANY, keywords: ANY, allrecords: { kind: 'everything' } },
  dc: {
    title: TITLE,
    creator: PERSON,
    contributor: PERSON,
    subject: SUBJECT,
    coverage: SUBJECT,
    description: words('summary'),
    publisher: words('publisher'),
    relation: words('series'),
    source: words('series'),
    date: { kind: 'years' },
    language: { kind: 'value', facet: 'language' },
    type: { kind: 'value', facet: 'format' },
    format: { kind: 'value', facet: 'format' },
    identifier: NUMBER,
  },
  bath: {
    any: ANY,
    title: TITLE,
    keytitle: TITLE,
    uniformtitle: TITLE,
    name: PERSON,
    author: PERSON,
    personalname: PERSON,
    corporatename: PERSON,
    conferencename: PERSON,
    subject: SUBJECT,
    topicalsubject: SUBJECT,
    geographicname: SUBJECT,
    notes: words('notes'),
    publisher: words('publisher'),
    isbn: { kind: 'isbn' },
    issn: { kind: 'issn' },
    lccn: NUMBER,
    standardidentifier: NUMBER,
  },
  rec: { identifier: { kind: 'record' }, id: { kind: 'record' } },
}

export const isCqlSet = (name: string): name is CqlSet => Object.hasOwn(CQL_INDEXES, name)

/** @param bound prefixes that the query binds itself; "set" where the prefix is none, "index" where its set has no such index */
export function cqlIndexOf(text: string, bound: ReadonlyMap<string, CqlSet> = new Map()): CqlIndex | 'set' | 'index' {
  const [, prefix, name = ''] = /^(?:([^.]*)\.)?(.*)$/s.exec(text.toLowerCase()) ?? []
  if (prefix === undefined) return Object.hasOwn(PLAIN, name) ? (PLAIN[name] ?? 'index') : 'index'
  const set = bound.get(prefix) ?? (isCqlSet(prefix) ? prefix : null)
  if (set === null) return 'set'
  const indexes = CQL_INDEXES[set]
  return Object.hasOwn(indexes, name) ? (indexes[name] ?? 'index') : 'index'
}
