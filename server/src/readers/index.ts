/** Readers and their cards: who they are, signing in, and the sessions that remember it. */
import type { SampleCards } from '@catalex/contract/card'
import type { ReaderRow } from '@catalex/contract/files'
import { cardNumber } from '@catalex/core/card'
import type { Borrower } from '@catalex/core/holds'
import type { InferAttributes } from 'sequelize'
import type { Queryable, Reading, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { failuresOf, noteUnknownCard, waitAfter } from './failures.ts'
import { hashPin, pinMatches } from './pins.ts'
import { READERS, SAMPLE_CARDS, type ReaderModel } from './tables.ts'
import { Turns } from './turns.ts'

export { dropOldFailures, forgetFailedSignIns, noteFailedSignIn } from './failures.ts'
export * from './sessions.ts'

/** All that is kept of a reader but the PIN. */
export type Reader = Omit<InferAttributes<ReaderModel>, 'pinHash'>

function readerFrom({ id, card, name, category, homeBranch, expires, owed, block }: ReaderModel): Reader {
  return { id, card, name, category, homeBranch, expires, owed, block }
}

/** Stretched when there is no such card, so that the answer takes as long as for a wrong PIN. */
const NOBODY = hashPin('nobody')

/** PINs are stretched one at a time: it is the dearest thing that anybody may ask for. */
const turns = new Turns(60, 15)

/** What signing in has written. */
export interface SignInWrites {
  noteFailedSignIn(card: string, now: number): Promise<void>
  forgetFailedSignIns(card: string): Promise<void>
}

export interface SigningIn {
  /** As it was typed. */
  card: string
  pin: string
  /** Whoever tries; nobody's many tries hold up another's. */
  client: string
  /** Milliseconds since 1970. */
  now: number
}

/**
 * @returns the reader; milliseconds that this card has to wait; or null without saying whether card or PIN was wrong
 * @throws Overloaded
 */
export async function signIn(database: Reading, writes: SignInWrites, signing: SigningIn): Promise<Reader | number | null> {
  const { pin, client, now } = signing
  const card = cardNumber(signing.card)
  if (card === null) return null
  return turns.take(client, async () => {
    const failures = await failuresOf(database, card)
    const wait = waitAfter(failures, now)
    if (wait > 0) return wait
    const found = await database.query((use) => use(READERS).findOne({ where: { card } }))
    const matches = await pinMatches(pin.trim(), found?.pinHash ?? (await NOBODY))
    if (found && matches) {
      if (failures.count > 0) await writes.forgetFailedSignIns(card)
      return readerFrom(found)
    }
    if (found) await writes.noteFailedSignIn(card, now)
    else noteUnknownCard(card, now)
    return null
  })
}

export async function readerById(source: Queryable, id: number): Promise<Reader | null> {
  const [found] = await source.read<Reader>(
    'SELECT id, card, name, category, homeBranch, expires, owed, block FROM readers WHERE id = $id',
    { id },
  )
  return found ?? null
}

export async function readersByCard(write: Write): Promise<Map<string, Reader>> {
  const readers = await write.use(READERS).findAll()
  return new Map(readers.map((reader) => [reader.card, readerFrom(reader)]))
}

/** Whoever asks, as the rules look at them: a reader, or a guest, to whom the rules of the guest category apply. */
export function borrowerOf(libraries: Libraries, reader: Reader | null): Borrower {
  if (reader === null) return { category: libraries.policies.guestCategory, homeSystem: null }
  return { category: reader.category, homeSystem: libraries.systemOf(reader.homeBranch) }
}

export type ReaderToStore = ReaderRow & { pinHash: string }

/** Done before the transaction, since stretching takes its time. */
export const withPinHashes = (rows: readonly ReaderRow[]): Promise<ReaderToStore[]> =>
  Promise.all(rows.map(async (row) => ({ ...row, pinHash: await hashPin(row.pin) })))

/** Adds readers, or changes those whose card is known; those of the demo come with a situation and stand among the sample cards. */
export async function storeReaders(write: Write, rows: readonly ReaderToStore[]): Promise<void> {
  const readers = write.use(READERS)
  const known = new Map((await readers.findAll()).map((reader) => [reader.card, reader]))
  for (const { card, pin, pinHash, name, category, homeBranch, expires, owed, block, situation } of rows) {
    const values = { card, pinHash, name, category, homeBranch, expires, owed: Number(owed), block: block || null }
    const before = known.get(card)
    if (before) await before.update(values)
    else await readers.create(values)
    if (situation) await write.use(SAMPLE_CARDS).upsert({ card, pin, name, situation })
  }
}

export function sampleCards(database: Reading): Promise<SampleCards> {
  return database.query((use) => use(SAMPLE_CARDS).findAll({ order: ['card'], raw: true }))
}
