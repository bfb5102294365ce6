/** Readers and their cards: who they are, signing in, and the sessions that remember it. */
import type { SampleCards } from '@catalex/contract/card'
import type { ReaderRow } from '@catalex/contract/files'
import type { Borrower } from '@catalex/core/policies'
import type { Queryable, Reading, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { hashPin } from './pins.ts'
import type { Reader } from './reader.ts'
import { READERS, SAMPLE_CARDS } from './tables.ts'

export { dropOldFailures, forgetFailures, noteFailure, type FailureKind } from './failures.ts'
export { applyForCard } from './applying.ts'
export { newFeedSecret, readerByFeed, setFeed } from './feed.ts'
export { addOwed, readerByCard, readerById, readersByCard, setAccount, type Reader } from './reader.ts'
export { pinMatches } from './pins.ts'
export * from './sessions.ts'
export { dropOldPinCodes, keepPinCode, newPinCode, setPin, takePinCode } from './newPin.ts'
export { changeReader } from './settings.ts'
export { SigningIn, type PinCheck } from './signingIn.ts'
export { channelsOf, toldBy } from './told.ts'

/** Whoever asks, as the rules look at them: a reader, or a guest, to whom the rules of the guest category apply. */
export function borrowerOf(libraries: Libraries, reader: Pick<Reader, 'category' | 'homeBranch'> | null): Borrower {
  if (reader === null) return { category: libraries.policies.guestCategory, homeSystem: null }
  return { category: reader.category, homeSystem: libraries.systemOf(reader.homeBranch) }
}

export type ReaderToStore = ReaderRow & { pinHash: string }

/** Done before the transaction, since stretching takes its time. */
export const withPinHashes = (rows: readonly ReaderRow[]): Promise<ReaderToStore[]> =>
  Promise.all(rows.map(async (row) => ({ ...row, pinHash: await hashPin(row.pin) })))

/** Adds readers, or changes those whose card is known; those of the demo who are played come with a situation and stand among the sample cards. */
export async function storeReaders(write: Write, rows: readonly ReaderToStore[]): Promise<void> {
  const readers = write.use(READERS)
  const known = new Map((await readers.findAll()).map((reader) => [reader.card, reader]))
  const charged = await chargedHere(write)
  for (const { card, pin, pinHash, owed, block, situation = '', standIn = '', ...row } of rows) {
    const { name, category, homeBranch, expires, mail = '', telephone = '', notify = '', guardian = '' } = row
    const reached = { mail: mail || null, telephone: telephone || null, notify: notify || null, guardian: guardian || null }
    const values = {
      card,
      pinHash,
      name,
      category,
      homeBranch,
      expires,
      owed: Number(owed),
      block: block || null,
      standIn: standIn === '' ? 0 : 1,
      ...reached,
    }
    const before = known.get(card)
    // What was charged here the library's files know nothing of.
    if (before) await before.update({ ...values, owed: values.owed + (charged.get(before.id) ?? 0) })
    else await readers.create(values)
    if (situation) await write.use(SAMPLE_CARDS).upsert({ card, pin, name, situation })
  }
}

/** By the number of the reader, in hundredths, what is not paid. */
async function chargedHere(source: Queryable): Promise<Map<number, number>> {
  const rows = await source.read<{ readerId: number; amount: number }>(
    'SELECT readerId, sum(amount) AS amount FROM charges WHERE paid IS NULL GROUP BY readerId',
  )
  return new Map(rows.map(({ readerId, amount }) => [readerId, amount]))
}

export function sampleCards(database: Reading): Promise<SampleCards> {
  return database.query((use) => use(SAMPLE_CARDS).findAll({ order: ['card'], raw: true }))
}
