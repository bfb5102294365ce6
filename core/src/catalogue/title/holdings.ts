/**
 * Copies from the holdings inside a bibliographic record: 852 (location, call number, barcode in $p), joined by barcode
 * to 876 (item information: $h use restriction, $j status), as MARC 21 Format for Holdings Data embeds them.
 */
import { BadRecord } from '../marc/faults.ts'
import { fieldsOf, indicator, subfield, type MarcField, type MarcRecord } from '../marc/record.ts'
import type { CallNumberScheme } from '../../callnumber/index.ts'
import { RECORDED_STATUSES, USE_RULES, type DescribedCopy } from './record.ts'

const SCHEMES: Record<string, CallNumberScheme> = {
  '0': 'lc',
  '1': 'dewey',
  '2': 'nlm',
  '4': 'accession',
  '5': 'title',
  '8': 'other',
  ' ': 'other',
  '3': 'other',
  '6': 'other',
}
const NAMED_SCHEMES: Record<string, CallNumberScheme> = { author: 'author', title: 'title', accession: 'accession' }

/** @throws BadRecord for an 852 that does not say where the copy is, or whose first indicator is none of the standard's */
export function copiesIn(record: MarcRecord): DescribedCopy[] {
  const details = new Map(fieldsOf(record, '876').map((field) => [subfield(field, 'p')?.trim() ?? '', field]))
  return fieldsOf(record, '852').map((field) => {
    const barcode = needed(field, 'p', 'barcode')
    const detail = details.get(barcode)
    return {
      barcode,
      system: needed(field, 'a', 'system'),
      branch: needed(field, 'b', 'branch'),
      collection: needed(field, 'c', 'collection'),
      scheme: schemeOf(field),
      prefix: text(field, 'k'),
      classPart: text(field, 'h') ?? '',
      itemPart: text(field, 'i'),
      suffix: text(field, 'm'),
      copy: text(field, 't'),
      enumeration: text(field, '3'),
      publicNote: text(field, 'z'),
      use: oneOf(USE_RULES, detail, 'h', 'use'),
      status: oneOf(RECORDED_STATUSES, detail, 'j', 'status') ?? 'on shelf',
    }
  })
}

function text(field: MarcField, code: string): string | null {
  return subfield(field, code)?.trim() || null
}

function needed(field: MarcField, code: string, what: string): string {
  const value = text(field, code)
  if (value === null) throw new BadRecord('copy-lacks', '852', { what, subfield: code })
  return value
}

function schemeOf(field: MarcField): CallNumberScheme {
  const first = indicator(field, 1)
  if (first === '7') return NAMED_SCHEMES[text(field, '2') ?? ''] ?? 'other'
  const scheme = SCHEMES[first]
  if (!scheme) throw new BadRecord('unknown-scheme', '852', { indicator: first })
  return scheme
}

function oneOf<T extends string>(known: readonly T[], field: MarcField | undefined, code: string, what: string): T | null {
  const value = field ? text(field, code) : null
  if (value === null) return null
  const found = known.find((word) => word === value.toLowerCase())
  if (!found) throw new BadRecord('unknown-word', '876', { value, what, subfield: code })
  return found
}
