/** What stands in the head of a title's page before the application draws it: for machines that read pages. */
import { escaped, type BibRecord } from '@catalex/core/catalogue'
import { citationTags, jsonLdOf } from '@catalex/core/citing'

/**
 * @param library its name
 * @param address of the page, in full; null where nobody knows by which one readers come
 */
export function headOf(record: BibRecord, library: string, address: string | null): string {
  const meta = citationTags(record).map(([name, content]) => `<meta name="${name}" content="${escaped(content)}" />`)
  // A script's text ends at "</script", whatever stands round it.
  const data = JSON.stringify(jsonLdOf(record, address)).replaceAll('<', '\\u003c')
  return [
    `<title>${escaped(record.title)} · ${escaped(library)}</title>`,
    ...(address === null ? [] : [`<link rel="canonical" href="${escaped(address)}" />`]),
    ...(record.summary === null ? [] : [`<meta name="description" content="${escaped(record.summary)}" />`]),
    ...meta,
    `<script type="application/ld+json">${data}</script>`,
  ].join('\n    ')
}
