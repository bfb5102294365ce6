/** Records written as ISO 2709 in UTF-8 (MARC 21 Specifications for Record Structure) and as MARCXML (MARC 21 XML Schema). */
import { isControlTag, type MarcField, type MarcRecord } from './record.ts'
import { encodeUtf8 } from '../../text/index.ts'

const LONGEST_RECORD = 99_999
const LONGEST_FIELD = 9_999
const LEADER_LENGTH = 24

/** @returns the octets, or null for a record or a field longer than ISO 2709 has digits for */
export function writeIso2709({ leader, fields }: MarcRecord): Uint8Array | null {
  const data = fields.map((field) => encodeUtf8(`${fieldText(field)}\u001e`))
  const length = (parts: readonly Uint8Array[]) => parts.reduce((sum, part) => sum + part.length, 0)
  let start = 0
  const directory = fields.map(([tag = ''], i) => {
    const entry = tag + padded(data[i]?.length ?? 0, 4) + padded(start, 5)
    start += data[i]?.length ?? 0
    return entry
  })
  const base = LEADER_LENGTH + 12 * fields.length + 1
  const whole = base + length(data) + 1
  if (whole > LONGEST_RECORD || data.some((part) => part.length > LONGEST_FIELD)) return null
  // Position 9 says UTF-8; indicators and subfield codes have their usual lengths.
  const head = `${padded(whole, 5)}${leader.slice(5, 9)}a22${padded(base, 5)}${leader.slice(17, 20)}4500${directory.join('')}\u001e`
  const bytes = new Uint8Array(whole)
  let at = 0
  for (const part of [encodeUtf8(head), ...data, encodeUtf8('\u001d')]) {
    bytes.set(part, at)
    at += part.length
  }
  return bytes
}

const padded = (number: number, digits: number): string => String(number).padStart(digits, '0')

function fieldText([tag = '', first = '', ...rest]: MarcField): string {
  if (isControlTag(tag)) return first
  return first + rest.map((part, i) => (i % 2 === 0 ? `\u001f${part}` : part)).join('')
}

export const MARCXML_NAMESPACE = 'http://www.loc.gov/MARC21/slim'

/** One record, in the namespace of what stands around it. */
export function writeMarcXml({ leader, fields }: MarcRecord): string {
  const inner = fields.map(([tag = '', first = '', ...rest]) => {
    if (isControlTag(tag)) return `<controlfield tag="${escaped(tag)}">${escaped(first)}</controlfield>`
    const parts = rest.flatMap((code, i) =>
      i % 2 === 0 ? [`<subfield code="${escaped(code)}">${escaped(rest[i + 1] ?? '')}</subfield>`] : [],
    )
    return `<datafield tag="${escaped(tag)}" ind1="${escaped(first.charAt(0))}" ind2="${escaped(first.charAt(1))}">${parts.join('')}</datafield>`
  })
  return `<record><leader>${escaped(leader)}</leader>${inner.join('')}</record>`
}

const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }

/** Text for XML 1.0, without the signs that it can't hold. */
export const escaped = (text: string): string =>
  text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '').replace(/[&<>"]/g, (sign) => ENTITIES[sign] ?? '')
