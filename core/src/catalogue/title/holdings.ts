/**
 * Copies from the holdings inside a bibliographic record, as MARC 21 Format for Holdings Data embeds them: 852 (location,
 * call number), 876 to 878 (item information: $a item number, $p barcode, $h use restriction, $j status, $d date acquired, $t copy), joined
 * by barcode or by the link in $8; 863 to 865 (volume and year of what is linked so), with their captions in 853 to 855.
 */
import { fieldsOf, indicator, subfield, type MarcField, type MarcRecord } from '../marc/record.ts'
import { SILENTLY, type Warn } from '../marc/faults.ts'
import type { CallNumberScheme } from '../../callnumber/index.ts'
import { enumerationsIn, linkOf } from './enumeration.ts'
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
const NAMED_SCHEMES: Record<string, CallNumberScheme> = {
  author: 'author',
  title: 'title',
  accession: 'accession',
  ddc: 'dewey',
  lcc: 'lc',
  nlm: 'nlm',
}

/** An 852 that does not say where a copy is, or which, loses its copies, and that is told; the others are read. */
export function copiesIn(record: MarcRecord, warn: Warn = SILENTLY): DescribedCopy[] {
  const places = fieldsOf(record, '852')
  const items = new Items(fieldsOf(record, '876', '877', '878'), places.length === 1)
  const enumerationOf = enumerationsIn(record)
  return places.flatMap((place) => {
    const lacks = (['a', 'b', 'c'] as const).find((code) => text(place, code) === null)
    if (lacks !== undefined) {
      warn('copy-lacks', '852', { what: WHAT[lacks], subfield: lacks })
      return []
    }
    const own = items.at(place)
    if (own.length === 0) warn('copy-lacks', '852', { what: 'barcode', subfield: 'p' })
    return own.map(({ barcode, item }) => copyFrom(place, barcode, item, item ? enumerationOf(item) : null, warn))
  })
}

const WHAT = { a: 'system', b: 'branch', c: 'collection' } as const

interface Item {
  barcode: string
  item: MarcField | undefined
}

/** Item information by its barcode, and by the link to its place; a single place needs no link. */
class Items {
  private readonly byBarcode = new Map<string, MarcField>()
  private readonly byLink = new Map<string, Item[]>()

  constructor(
    items: readonly MarcField[],
    private readonly single: boolean,
  ) {
    for (const item of items) {
      const barcode = text(item, 'p')
      if (barcode === null) continue
      if (!this.byBarcode.has(barcode)) this.byBarcode.set(barcode, item)
      const link = linkOf(item)?.number ?? ''
      const linked = this.byLink.get(link) ?? []
      this.byLink.set(link, linked)
      linked.push({ barcode, item })
    }
  }

  at(place: MarcField): Item[] {
    const barcode = text(place, 'p')
    if (barcode !== null) return [{ barcode, item: this.byBarcode.get(barcode) }]
    const link = linkOf(place)?.number
    return [...(link === undefined ? [] : (this.byLink.get(link) ?? [])), ...(this.single ? (this.byLink.get('') ?? []) : [])]
  }
}

function copyFrom(place: MarcField, barcode: string, item: MarcField | undefined, numbered: string | null, warn: Warn): DescribedCopy {
  const said = (code: string) => (item ? text(item, code) : null)
  const status = said('j')
  const known = RECORDED_STATUSES.find((word) => word === status?.toLowerCase())
  return {
    barcode,
    system: text(place, 'a') ?? '',
    branch: text(place, 'b') ?? '',
    collection: text(place, 'c') ?? '',
    scheme: schemeOf(place, warn),
    prefix: text(place, 'k'),
    classPart: text(place, 'h') ?? '',
    itemPart: text(place, 'i'),
    suffix: text(place, 'm'),
    copy: text(place, 't') ?? said('t'),
    enumeration: text(place, '3') ?? said('3') ?? numbered,
    publicNote: text(place, 'z') ?? said('z'),
    use: useOf(said('h'), warn),
    status: status === null ? 'on shelf' : (known ?? 'other'),
    statusText: status === null || known !== undefined ? null : status,
    acquired: dateIn(said('d')),
    set: said('a'),
  }
}

function text(field: MarcField, code: string): string | null {
  return subfield(field, code)?.trim() || null
}

function schemeOf(field: MarcField, warn: Warn): CallNumberScheme {
  const first = indicator(field, 1)
  if (first === '7') return NAMED_SCHEMES[text(field, '2') ?? ''] ?? 'other'
  const scheme = SCHEMES[first]
  if (!scheme) warn('unknown-scheme', '852', { indicator: first })
  return scheme ?? 'other'
}

/** What the collection implies counts where a word says nothing that is known here. */
function useOf(said: string | null, warn: Warn): DescribedCopy['use'] {
  if (said === null) return null
  const found = USE_RULES.find((word) => word === said.toLowerCase())
  if (!found) warn('unknown-word', '876', { value: said, what: 'use', subfield: 'h' })
  return found ?? null
}

/** "20240131" or "2024-01-31" as an ISO date. */
function dateIn(said: string | null): string | null {
  const [, year, month, day] = /^(\d{4})-?(0[1-9]|1[0-2])-?(0[1-9]|[12]\d|3[01])$/.exec(said ?? '') ?? []
  return year === undefined ? null : [year, month, day].join('-')
}
