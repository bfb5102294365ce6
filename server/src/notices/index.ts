/**
 * Notices: what readers are told goes to the outbox in the transaction that brings it about, so that it is told once,
 * whatever happens; whoever empties the outbox sends it on.
 */
import type { Channel } from '@catalex/core/card'
import type { Notice } from '@catalex/core/messages'
import { DateTime } from 'luxon'
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { channelsOf, readerById } from '../readers/index.ts'
import { keepNotice } from '../standins/index.ts'
import { compose } from './compose.ts'

/**
 * Of a reader without an address a desk tells it, by the card.
 * @param wished how the reader wants to be told of this one; null for as usual
 * @param now ISO time
 */
export async function tell(
  write: Write,
  libraries: Libraries,
  { readerId, wished = null }: { readerId: number | null; wished?: Channel | null },
  notice: Notice,
  now: string,
): Promise<void> {
  const reader = readerId === null ? null : await readerById(write, readerId)
  if (!reader) return
  const channels = channelsOf(reader)
  // A code lives for half an hour.
  const instead = notice.kind === 'pin code' ? null : toldInstead(libraries, reader.homeBranch, now)?.channel
  const usual = wished !== null && channels.includes(wished) ? wished : (channels[0] ?? 'letter')
  const channel = instead === 'letter' || (instead && channels.includes(instead)) ? instead : usual
  const address = channel === 'mail' ? reader.mail : channel === 'letter' ? reader.name : reader.telephone
  const composed = compose(libraries, notice, { name: reader.name, language: reader.language ?? libraries.language })
  await keepNotice(write, { to: address ?? reader.card, ...composed, channel, notice: notice.kind, readerId: reader.id }, now)
}

/** How readers of a branch are told for the time being, whatever they have chosen. @param now ISO time */
export function toldInstead(libraries: Libraries, branch: string, now: string): { channel: Channel; until: string; reason: string } | null {
  const instead = libraries.branch(branch)?.notices
  const today = DateTime.fromISO(now, { zone: libraries.zone }).toISODate() ?? ''
  return instead && today <= instead.until ? instead : null
}
