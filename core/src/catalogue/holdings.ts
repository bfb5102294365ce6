/**
 * Copies from the holdings inside a bibliographic record: 852 (location, call number, barcode in $p), joined by barcode
 * to 876 (item information: $h use restriction, $j status), as MARC 21 Format for Holdings Data embeds them.
 */
import { BadRecord } from './iso2709.ts'
import { fieldsOf, indicator, subfield, type MarcField, type MarcRecord } from './marc.ts'
import type { CallNumberSource, Holding, StandingStatus, UseRule } from './title.ts'

const SCHEMES: Record<string, CallNumberSource> = {
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
const NAMED_SCHEMES: Record<string, CallNumberSource> = { author: 'author', title: 'title', accession: 'accession' }
const USE_RULES: readonly UseRule[] = ['loan', 'short loan', 'here only', 'fetched on request']
const STATUSES: readonly StandingStatus[] = ['on shelf', 'being prepared', 'on order', 'at the binder', 'missing', 'withdrawn']

/** @throws BadRecord for an 852 that does not say where the copy is, or whose first indicator is none of the standard's */
export function holdingsOf(record: MarcRecord): Holding[] {
  const details = new Map(fieldsOf(record, '876').map((field) => [subfield(field, 'p')?.trim() ?? '', field]))
  return fieldsOf(record, '852').map((field) => {
    const barcode = needed(field, 'p', 'barcode')
    const detail = details.get(barcode)
    return {
      barcode,
      system: needed(field, 'a', 'library system'),
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
      use: oneOf(USE_RULES, detail, 'h', 'use restriction'),
      status: oneOf(STATUSES, detail, 'j', 'status') ?? 'on shelf',
    }
  })
}

function text(field: MarcField, code: string): string | null {
  return subfield(field, code)?.trim() || null
}

function needed(field: MarcField, code: string, what: string): string {
  const value = text(field, code)
  if (value === null) throw new BadRecord({ field: '852', reason: `A copy names no ${what} ($${code}).` })
  return value
}

function schemeOf(field: MarcField): CallNumberSource {
  const first = indicator(field, 1)
  if (first === '7') return NAMED_SCHEMES[text(field, '2') ?? ''] ?? 'other'
  if (!Object.hasOwn(SCHEMES, first))
    throw new BadRecord({ field: '852', reason: `The first indicator "${first}" names no shelving scheme.` })
  return SCHEMES[first]
}

function oneOf<T extends string>(known: readonly T[], field: MarcField | undefined, code: string, what: string): T | null {
  const value = field ? text(field, code) : null
  if (value === null) return null
  const found = known.find((word) => word === value.toLowerCase())
  if (!found) throw new BadRecord({ field: '876', reason: `"${value}" is no ${what} ($${code}) that the catalogue knows.` })
  return found
}
