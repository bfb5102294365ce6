/** Records as SRU hands them out: MARCXML as it was loaded, or Dublin Core. */
import { escaped, MARCXML_NAMESPACE, recordFromMarc, UNTITLED, writeMarcXml } from '@catalex/core/catalogue'
import type { StoredMarc } from '../catalogue/index.ts'
import type { Schema } from './request.ts'

export const recordXml = ({ marc }: StoredMarc, schema: Schema): string =>
  schema === 'marcxml' ? writeMarcXml(marc).replace('<record>', `<record xmlns="${MARCXML_NAMESPACE}">`) : dublinCore(marc)

function dublinCore(marc: StoredMarc['marc']): string {
  const record = recordFromMarc(marc)
  const elements: [name: string, value: string | number | null | undefined][] = [
    ['title', [record.title === UNTITLED ? '' : record.title, record.remainder].filter(Boolean).join(' : ')],
    ['title', record.titleInScript],
    ...record.people.map(({ heading, main }): [string, string] => [main ? 'creator' : 'contributor', heading]),
    ...record.subjects.map(({ heading }): [string, string] => ['subject', heading]),
    ['description', record.summary],
    ['publisher', record.publisher],
    ['date', record.year],
    ...record.genres.map((genre): [string, string] => ['type', genre]),
    ['format', record.extent],
    ['identifier', record.controlNumber],
    ...record.identifiers.map(({ kind, value }): [string, string] => [
      'identifier',
      kind === 'isbn' || kind === 'issn' ? `urn:${kind}:${value}` : value,
    ]),
    ...record.online.map(({ url }): [string, string] => ['identifier', url]),
    ...record.series.map(({ title, volume }): [string, string] => ['relation', [title, volume].filter(Boolean).join(' ; ')]),
    ...record.languages.map((language): [string, string] => ['language', language]),
  ]
  const inner = elements.flatMap(([name, value]) =>
    value === null || value === undefined || value === '' ? [] : [`<dc:${name}>${escaped(String(value))}</dc:${name}>`],
  )
  return `<srw_dc:dc xmlns:srw_dc="info:srw/schema/1/dc-schema" xmlns:dc="http://purl.org/dc/elements/1.1/">${inner.join('')}</srw_dc:dc>`
}
