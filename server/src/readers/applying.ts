/** Somebody asks for a card: told to the branch at which it is fetched, and kept nowhere else. */
import type { Apply } from '@catalex/contract/joining'
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { inOneLine, keepMail, newReference } from '../standins/index.ts'

const LABELS = [
  ['name', 'Name'],
  ['born', 'Born'],
  ['address', 'Address'],
  ['mail', 'Mail'],
  ['telephone', 'Telephone'],
  ['guardian', 'Guardian'],
] as const satisfies [keyof Apply, string][]

/** @returns what to name at the desk */
export async function applyForCard(write: Write, libraries: Libraries, wish: Apply, now: string): Promise<string> {
  const reference = newReference()
  const filled = LABELS.flatMap(([field, label]) => (wish[field] ? [`${label}: ${inOneLine(wish[field])}`] : []))
  const at = libraries.branch(wish.branch)
  // A branch without an address reads it in the outbox.
  const to = at?.contact?.mail ?? at?.name ?? wish.branch
  await keepMail(write, { to, subject: `New card ${reference}`, text: filled.join('\n') }, now)
  if (wish.mail !== undefined) {
    const bring = libraries.library.joining?.bring ?? ''
    const text = `Your card can be fetched at ${at?.name ?? wish.branch}. Bring ${bring}, and name ${reference}.\n\n${libraries.library.name}`
    await keepMail(write, { to: wish.mail, subject: `Your new card: ${reference}`, text }, now)
  }
  return reference
}
