/** Answers of SRU as XML, in the namespace of the version that was asked for. */
import { escaped } from '@catalex/core/catalogue'
import { CQL_INDEXES, CQL_SETS } from '@catalex/core/query'
import type { StoredMarc } from '../catalogue/index.ts'
import { messageOf, type Diagnostic } from './diagnostics.ts'
import { recordXml } from './records.ts'
import { MOST_RECORDS, SCHEMAS, type Schema, type SearchRetrieve, type Version } from './request.ts'

const NAMESPACES: Record<Version, string> = {
  '1.1': 'http://www.loc.gov/zing/srw/',
  '1.2': 'http://www.loc.gov/zing/srw/',
  '2.0': 'http://docs.oasis-open.org/ns/search-ws/sruResponse',
}
const DIAGNOSTIC_NAMESPACES: Record<Version, string> = {
  '1.1': 'http://www.loc.gov/zing/srw/diagnostic/',
  '1.2': 'http://www.loc.gov/zing/srw/diagnostic/',
  '2.0': 'http://docs.oasis-open.org/ns/search-ws/diagnostic',
}
const DECLARATION = '<?xml version="1.0" encoding="UTF-8"?>\n'

const element = (name: string, inner: string | number): string => `<${name}>${String(inner)}</${name}>`

/** @param records those of this page, in order */
export function searchAnswer(request: SearchRetrieve, count: number, records: readonly StoredMarc[]): string {
  const { version, startRecord, schema, asText } = request
  const next = startRecord + records.length
  const inner = records.map((record, i) => {
    const xml = recordXml(record, schema)
    return element(
      'record',
      [
        element('recordSchema', SCHEMAS[schema]),
        version === '2.0' ? element('recordXMLEscaping', asText ? 'string' : 'xml') : element('recordPacking', asText ? 'string' : 'xml'),
        element('recordData', asText ? escaped(xml) : xml),
        element('recordIdentifier', escaped(record.controlNumber)),
        element('recordPosition', startRecord + i),
      ].join(''),
    )
  })
  return response(version, 'searchRetrieveResponse', [
    element('numberOfRecords', count),
    ...(inner.length > 0 ? [element('records', inner.join(''))] : []),
    ...(next <= count && records.length > 0 ? [element('nextRecordPosition', next)] : []),
    ...(version === '2.0' ? [element('resultCountPrecision', 'info:srw/vocabulary/resultCountPrecision/1/exact')] : []),
  ])
}

export const diagnosticAnswer = (version: Version, diagnostic: Diagnostic): string =>
  response(version, 'searchRetrieveResponse', [element('numberOfRecords', 0), element('diagnostics', diagnosticXml(version, diagnostic))])

function diagnosticXml(version: Version, diagnostic: Diagnostic): string {
  const { number, details } = diagnostic
  const inner = [
    element('uri', `info:srw/diagnostic/1/${String(number)}`),
    ...(details === '' ? [] : [element('details', escaped(details))]),
    element('message', messageOf(diagnostic)),
  ]
  return `<diagnostic xmlns="${DIAGNOSTIC_NAMESPACES[version]}">${inner.join('')}</diagnostic>`
}

function response(version: Version, name: string, inner: readonly string[]): string {
  const first = version === '2.0' ? [] : [element('version', version)]
  return `${DECLARATION}<${name} xmlns="${NAMESPACES[version]}">${[...first, ...inner].join('')}</${name}>`
}

export interface Described {
  title: string
  host: string
  port: number
}

/** Explain (ZeeRex 2.0): where it is, what can be sought, in which schemas records come. */
export function explainAnswer(version: Version, { title, host, port }: Described): string {
  const indexes = CQL_SETS.flatMap((set) =>
    Object.keys(CQL_INDEXES[set]).map(
      (name) =>
        `<index search="true" scan="false" sort="${String(SORTABLE.has(`${set}.${name}`))}"><title>${name}</title><map><name set="${set}">${name}</name></map></index>`,
    ),
  )
  const sets = CQL_SETS.map((set) => `<set name="${set}" identifier="${SET_NAMES[set]}"/>`)
  const schemas = (Object.keys(SCHEMAS) as Schema[]).map(
    (schema) => `<schema name="${schema}" identifier="${SCHEMAS[schema]}" sort="false"><title>${schema}</title></schema>`,
  )
  const explain = [
    `<serverInfo protocol="SRU" version="${version}" transport="http" method="GET"><host>${escaped(host)}</host><port>${String(port)}</port><database>sru</database></serverInfo>`,
    `<databaseInfo><title lang="en" primary="true">${escaped(title)}</title></databaseInfo>`,
    `<indexInfo>${sets.join('')}${indexes.join('')}</indexInfo>`,
    `<schemaInfo>${schemas.join('')}</schemaInfo>`,
    `<configInfo><default type="numberOfRecords">10</default><setting type="maximumRecords">${String(MOST_RECORDS)}</setting><supports type="relation">=</supports><supports type="relation">any</supports><supports type="relation">all</supports><supports type="relationModifier">stem</supports><supports type="sortModifier">descending</supports></configInfo>`,
  ]
  const data = `<explain xmlns="http://explain.z3950.org/dtd/2.0/">${explain.join('')}</explain>`
  const packing = version === '2.0' ? element('recordXMLEscaping', 'xml') : element('recordPacking', 'xml')
  return response(version, 'explainResponse', [
    element('record', element('recordSchema', 'http://explain.z3950.org/dtd/2.0/') + packing + element('recordData', data)),
  ])
}

const SORTABLE = new Set(['dc.title', 'dc.creator', 'dc.date', 'bath.title', 'bath.name', 'rec.identifier'])
const SET_NAMES = {
  cql: 'info:srw/cql-context-set/1/cql-v1.2',
  dc: 'info:srw/cql-context-set/1/dc-v1.1',
  bath: 'http://zing.z3950.org/cql/bath/2.0/',
  rec: 'info:srw/cql-context-set/2/rec-1.1',
} as const
