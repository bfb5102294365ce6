/** What staff of a branch read of a request. */
import type { MakeRequest } from '@catalex/contract/requests'
import type { Libraries } from '../libraries/index.ts'
import type { Reader } from '../readers/index.ts'
import { inOneLine, type Mail } from '../standins/index.ts'

const SUBJECTS = { scan: 'Scan', outside: 'From outside', purchase: 'Suggestion to buy' } as const

const LABELS = [
  ['title', 'Title'],
  ['author', 'Author'],
  ['published', 'Published'],
  ['number', 'Number'],
  ['part', 'Part'],
  ['pages', 'Pages'],
  ['controlNumber', 'Record'],
  ['barcode', 'Copy'],
  ['pickup', 'Pickup location'],
  ['note', 'Note'],
] as const satisfies [keyof MakeRequest, string][]

/** @returns null where the branch has no address */
export function mailOf(
  libraries: Libraries,
  branch: string | null,
  reader: Reader,
  { wish, reference }: { wish: MakeRequest; reference: string },
): Mail | null {
  const to = branch === null ? null : libraries.branch(branch)?.contact?.mail
  if (!to) return null
  const filled = LABELS.flatMap(([field, label]) => (wish[field] ? [`${label}: ${inOneLine(String(wish[field]))}`] : []))
  const { currency = '' } = libraries.library
  return {
    to,
    subject: `${SUBJECTS[wish.kind]} ${reference}: ${inOneLine(wish.title)}`,
    text: [`Card: ${reader.card}`, `Cost agreed to: ${(wish.cost / 100).toFixed(2)} ${currency}`.trim(), ...filled].join('\n'),
  }
}
