/** Readers and their cards: who they are, signing in, and the sessions that remember it. */
import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import type { ReaderRow } from '@catalex/contract/files'
import type { SampleCards } from '@catalex/contract/card'
import { cardNumber } from '@catalex/core/cards'
import type { Database, Write } from '../database/index.ts'

export { DatabaseSessions } from './sessions.ts'

export interface Reader {
  id: number
  card: string
  name: string
  category: string
  homeBranch: string
  expires: string
  owed: number
  block: string | null
}

const COLUMNS = 'id, card, name, category, homeBranch, expires, owed, block'
const stretch = promisify<string, Buffer, number, { N: number; r: number; p: number }, Buffer>(scrypt)
const COST = { N: 16384, r: 8, p: 1 }
const HASH_BYTES = 32

export async function hashPin(pin: string): Promise<string> {
  const salt = randomBytes(16)
  const hash = await stretch(pin, salt, HASH_BYTES, COST)
  return `${salt.toString('base64')}:${hash.toString('base64')}`
}

async function pinMatches(pin: string, stored: string): Promise<boolean> {
  const [salt, hash] = stored.split(':').map((part) => Buffer.from(part, 'base64'))
  return timingSafeEqual(await stretch(pin, salt, hash.length, COST), hash)
}

/** Stretched when there is no such card, so that the answer takes as long as for a wrong PIN. */
const NOBODY = hashPin('nobody')

/** @returns the reader, or null without saying whether card or PIN was wrong */
export async function signIn(database: Database, typedCard: string, pin: string): Promise<Reader | null> {
  const card = cardNumber(typedCard)
  const [row] = await database.read<Reader & { pinHash: string }>(`SELECT ${COLUMNS}, pinHash FROM readers WHERE card = $card`, {
    card: card ?? '',
  })
  const matches = await pinMatches(pin.trim(), row?.pinHash ?? (await NOBODY))
  if (!row || !matches) return null
  const { pinHash: _, ...reader } = row
  return reader
}

export async function readerById(reading: Pick<Database, 'read'> | { read: Write['all'] }, id: number): Promise<Reader | null> {
  const [reader] = await reading.read<Reader>(`SELECT ${COLUMNS} FROM readers WHERE id = $id`, { id })
  return reader ?? null
}

export async function readerIdsByCard(write: Write): Promise<Map<string, number>> {
  return new Map((await write.all<{ card: string; id: number }>('SELECT card, id FROM readers')).map((row) => [row.card, row.id]))
}

/** Adds or replaces readers; those of the demo come with a situation and stand among the sample cards. */
export async function storeReaders(database: Database, rows: readonly ReaderRow[]): Promise<void> {
  const hashed = await Promise.all(rows.map(async (row) => ({ ...row, pinHash: await hashPin(row.pin) })))
  await database.write(async (write) => {
    for (const { card, pin, pinHash, name, category, homeBranch, expires, owed, block, situation } of hashed) {
      await write.run(
        `INSERT INTO readers (card, pinHash, name, category, homeBranch, expires, owed, block) VALUES ($card, $pinHash, $name, $category, $homeBranch, $expires, $owed, $block)
         ON CONFLICT (card) DO UPDATE SET pinHash = excluded.pinHash, name = excluded.name, category = excluded.category, homeBranch = excluded.homeBranch,
           expires = excluded.expires, owed = excluded.owed, block = excluded.block`,
        { card, pinHash, name, category, homeBranch, expires, owed: Number(owed), block: block || null },
      )
      if (situation)
        await write.run('INSERT OR REPLACE INTO sampleCards (card, pin, name, situation) VALUES ($card, $pin, $name, $situation)', {
          card,
          pin,
          name,
          situation,
        })
    }
  })
}

export async function sampleCards(database: Database): Promise<SampleCards> {
  return database.read<SampleCards[number]>('SELECT card, pin, name, situation FROM sampleCards ORDER BY card')
}
