/**
 * A new PIN for who has forgotten it: a code goes to the address on file, and with it a PIN is chosen. Who asks learns nothing
 * about the card.
 */
import { createHash, randomInt, timingSafeEqual } from 'node:crypto'
import type { Write } from '../database/index.ts'
import { failuresOf, forgetFailures, noteFailure } from './failures.ts'
import { readerByCard, type Reader } from './reader.ts'

/** Letters and digits that nobody confuses. */
const SIGNS = 'ACDEFGHJKLMNPQRTUVWXY34679'
const LENGTH = 8
const GOOD_FOR_MS = 30 * 60_000
/** No second code so soon after the first. */
const AGAIN_MS = 2 * 60_000
const MOST_TRIES = 5

export const newPinCode = (): string => Array.from({ length: LENGTH }, () => SIGNS[randomInt(SIGNS.length)]).join('')

const digestOf = (code: string): string => createHash('sha256').update(code.toUpperCase().replace(/[\s-]/g, '')).digest('hex')

/** @param now milliseconds since 1970 @returns whom to send it to; null where nobody is sent one */
export async function keepPinCode(write: Write, card: string, code: string, now: number): Promise<Reader | null> {
  const reader = await readerByCard(write, card)
  // Without an address only a desk can help.
  if (!reader || (reader.mail === null && reader.telephone === null)) return null
  const [before] = await write.read<{ sent: number }>('SELECT sent FROM pinCodes WHERE readerId = $id', { id: reader.id })
  if (before && now - before.sent < AGAIN_MS) return null
  await write.run('INSERT OR REPLACE INTO pinCodes (readerId, digest, sent) VALUES ($id, $digest, $now)', {
    id: reader.id,
    digest: digestOf(code),
    now,
  })
  await forgetFailures(write, 'code', card)
  return reader
}

/** @returns whether it was the code; it is good once, and after a few wrong ones no more */
export async function takePinCode(write: Write, card: string, code: string, now: number): Promise<number | null> {
  const [kept] = await write.read<{ readerId: number; digest: string; sent: number }>(
    'SELECT readerId, digest, sent FROM pinCodes JOIN readers ON readers.id = readerId WHERE card = $card',
    { card },
  )
  const { count } = await failuresOf(write, 'code', card)
  const isRight = timingSafeEqual(Buffer.from(digestOf(code)), Buffer.from(kept?.digest ?? digestOf('')))
  if (kept && isRight && now - kept.sent <= GOOD_FOR_MS && count < MOST_TRIES) {
    await write.run('DELETE FROM pinCodes WHERE readerId = $readerId', { readerId: kept.readerId })
    await forgetFailures(write, 'code', card)
    return kept.readerId
  }
  // Also for a number to which no code was sent: how long it takes must not tell.
  await noteFailure(write, 'code', card, now)
  return null
}

export const dropOldPinCodes = (write: Write, now: number): Promise<void> =>
  write.run('DELETE FROM pinCodes WHERE sent < $before', { before: now - GOOD_FOR_MS })

/** Who failed before may try at once. */
export async function setPin(write: Write, readerId: number, pinHash: string): Promise<void> {
  await write.run('UPDATE readers SET pinHash = $pinHash WHERE id = $readerId', { readerId, pinHash })
  await write.run("DELETE FROM failures WHERE kind = 'card' AND card = (SELECT card FROM readers WHERE id = $readerId)", { readerId })
}
