/** 880, alternate graphic representation: what a field says in another script, joined to it by $6 (MARC 21, appendix A). */
import { fieldsOf, subfield, subfields, trimmed, type MarcField, type MarcRecord } from '../marc/record.ts'
import type { OtherScript, OtherScriptField } from './record.ts'

/** Tag and number that $6 names: "245-01/(N" in an 880, "880-01" in its partner. */
function linkOf(field: MarcField): { tag: string; number: string } | null {
  const [, tag, number] = /^(\d{3})-(\d{2})/.exec(subfield(field, '6') ?? '') ?? []
  return tag !== undefined && number !== undefined ? { tag, number } : null
}

/** The 880 that says the same in another script. */
export function partnerOf(record: MarcRecord, field: MarcField): MarcField | null {
  const link = linkOf(field)
  if (link?.tag !== '880' || link.number === '00') return null
  return partnersIn(record).get(`${field[0] ?? ''} ${link.number}`) ?? null
}

/** Of each record once, since every name asks. */
const partners = new WeakMap<MarcRecord, Map<string, MarcField>>()

function partnersIn(record: MarcRecord): Map<string, MarcField> {
  const known = partners.get(record)
  if (known) return known
  const found = new Map<string, MarcField>()
  for (const field of fieldsOf(record, '880')) {
    const link = linkOf(field)
    const key = link && `${link.tag} ${link.number}`
    if (key !== null && !found.has(key)) found.set(key, field)
  }
  partners.set(record, found)
  return found
}

/** Subfields that are searched, by the beginning of the tag that an 880 stands for. */
const SEARCHED: readonly [start: RegExp, field: OtherScriptField, codes: string][] = [
  [/^(245|246|130|240|740)/, 'title', 'abnp'],
  [/^[17](00|10|11)/, 'person', 'abcqd'],
  [/^6/, 'subject', 'abcdtxyz'],
  [/^(490|8[03]0)/, 'series', 'atv'],
  [/^505/, 'contents', 'agtr'],
  [/^520/, 'summary', 'ab'],
  [/^26[04]/, 'publisher', 'ab'],
  [/^(25|5)/, 'notes', 'ab'],
]

/** Everything in another script, paired or not. */
export function otherScriptsOf(record: MarcRecord): OtherScript[] {
  return fieldsOf(record, '880').flatMap((field) => {
    const tag = linkOf(field)?.tag ?? ''
    const [, searched, codes = ''] = SEARCHED.find(([start]) => start.test(tag)) ?? []
    const text = trimmed(subfields(field, codes).join(' '))
    return searched === undefined || text === '' ? [] : [{ field: searched, text }]
  })
}
