/**
 * Headings with the other names under which they are sought, from MARC 21 authority records (MARC 21 Format for
 * Authority Data): 1XX the heading, 4XX see-from tracings, 5XX see-also-from tracings.
 */
import { BadRecord } from './iso2709.ts'
import { controlField, subfields, trimmed, type MarcField, type MarcRecord } from './marc.ts'
import { nameIn, subjectIn } from './reading.ts'
import { personLabel } from './title.ts'

export type AuthorizedKind = 'person' | 'subject' | 'series'

export interface Authority {
  controlNumber: string
  kind: AuthorizedKind
  heading: string
  otherNames: string[]
  /** Other headings that somebody who looks here may want. */
  related: string[]
}

/** Leader position 6. */
export const isAuthority = (record: MarcRecord): boolean => record.leader[6] === 'z'

const KINDS: Record<string, AuthorizedKind> = {
  '00': 'person',
  '10': 'person',
  '11': 'person',
  '30': 'series',
  '50': 'subject',
  '51': 'subject',
}

/** @throws BadRecord where it has no heading of a kind that is browsed */
export function authorityFromMarc(record: MarcRecord): Authority {
  const controlNumber = controlField(record, '001')?.trim()
  if (!controlNumber) throw new BadRecord({ field: '001', reason: 'The record has no number of its own.' })
  const main = record.fields.find(([tag]) => tag.startsWith('1') && tag.slice(1) in KINDS)
  if (!main)
    throw new BadRecord({ field: null, reason: 'The authority record has no heading for a person, a body, a subject or a series.' })
  const heading = headingIn(main)
  const traced = (first: string) =>
    record.fields
      .filter(([tag]) => tag.startsWith(first) && KINDS[tag.slice(1)] === KINDS[main[0].slice(1)])
      .map(headingIn)
      .filter((label) => label !== '' && label !== heading)
  return { controlNumber, kind: KINDS[main[0].slice(1)], heading, otherNames: traced('4'), related: traced('5') }
}

function headingIn(field: MarcField): string {
  const kind = field[0].slice(1)
  if (kind === '50' || kind === '51') return subjectIn(field)
  if (kind === '30') return trimmed(subfields(field, 'a').join(' '))
  return personLabel(nameIn(field, kind === '00' ? 'person' : kind === '10' ? 'body' : 'meeting'))
}
