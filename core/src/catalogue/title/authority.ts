/**
 * Headings with the other names under which they are sought, from MARC 21 authority records (MARC 21 Format for
 * Authority Data): 1XX the heading, 4XX see-from tracings, 5XX see-also-from tracings.
 */
import { BadRecord } from '../marc/faults.ts'
import { controlField, subfields, tagOf, trimmed, type MarcField, type MarcRecord } from '../marc/record.ts'
import { subjectIn } from './fromMarc.ts'
import { personIn } from './people.ts'

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
  if (!controlNumber) throw new BadRecord('no-control-number', '001')
  const main = record.fields.find((field) => tagOf(field).startsWith('1') && kindOf(field) !== undefined)
  const kind = main && kindOf(main)
  if (!main || !kind) throw new BadRecord('no-heading')
  const heading = headingIn(main)
  const traced = (first: string) =>
    record.fields
      .filter((field) => tagOf(field).startsWith(first) && kindOf(field) === kind)
      .map(headingIn)
      .filter((label) => label !== '' && label !== heading)
  return { controlNumber, kind, heading, otherNames: traced('4'), related: traced('5') }
}

/** By the last two digits of the tag: the same in 1XX, 4XX and 5XX. */
const kindOf = (field: MarcField): AuthorizedKind | undefined => KINDS[tagOf(field).slice(1)]

function headingIn(field: MarcField): string {
  const kind = tagOf(field).slice(1)
  if (kind === '50' || kind === '51') return subjectIn(field)
  if (kind === '30') return trimmed(subfields(field, 'a').join(' '))
  return personIn(field).heading
}
