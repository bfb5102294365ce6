/** A MARC record field by field, for whoever reads MARC. */
import type { MarcView } from '@catalex/contract/title'
import type { MarcField, MarcRecord } from '@catalex/core/catalogue'

export const marcView = ({ leader, fields }: MarcRecord): MarcView => ({ leader, fields: fields.map(fieldView) })

/** A control field is its tag and its value; any other its tag, its indicators, then code and value in turn. */
function fieldView([tag = '', second = '', ...rest]: MarcField): MarcView['fields'][number] {
  if (tag < '010') return { tag, indicators: null, value: second, subfields: [] }
  const subfields = Array.from({ length: Math.floor(rest.length / 2) }, (_, i) => ({
    code: rest[2 * i] ?? '',
    value: rest[2 * i + 1] ?? '',
  }))
  return { tag, indicators: second, value: null, subfields }
}
