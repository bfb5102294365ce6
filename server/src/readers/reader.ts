/** A reader as the rest of the server knows them. */
import type { InferAttributes } from 'sequelize'
import type { Queryable, Write } from '../database/index.ts'
import type { ReaderModel } from './tables.ts'

/** All that is kept of a reader but the PIN. */
export type Reader = Omit<Stored, 'history'> & { history: boolean }

/** As the file has it, which knows no booleans. */
type Stored = Omit<InferAttributes<ReaderModel>, 'pinHash'>

const COLUMNS = 'id, card, name, category, homeBranch, expires, owed, block, mail, telephone, notify, guardian, language, history, feed'

const readerFrom = (stored: Stored): Reader => ({ ...stored, history: stored.history === 1 })

export async function readerById(source: Queryable, id: number): Promise<Reader | null> {
  const [found] = await source.read<Stored>(`SELECT ${COLUMNS} FROM readers WHERE id = $id`, { id })
  return found ? readerFrom(found) : null
}

/** @param card as it is stored */
export async function readerByCard(source: Queryable, card: string): Promise<Reader | null> {
  const [found] = await source.read<Stored>(`SELECT ${COLUMNS} FROM readers WHERE card = $card`, { card })
  return found ? readerFrom(found) : null
}

/** @param amount in hundredths; what has been paid is negative */
export async function addOwed(write: Write, id: number, amount: number): Promise<void> {
  await write.run('UPDATE readers SET owed = max(0, owed + $amount) WHERE id = $id', { id, amount })
}

/** As another system that lends has it. */
export const setAccount = (write: Write, id: number, { owed, block }: Pick<Reader, 'owed' | 'block'>): Promise<void> =>
  write.run('UPDATE readers SET owed = $owed, block = $block WHERE id = $id AND (owed <> $owed OR block IS NOT $block)', {
    id,
    owed,
    block,
  })

export async function readersByCard(source: Queryable): Promise<Map<string, Reader>> {
  const readers = await source.read<Stored>(`SELECT ${COLUMNS} FROM readers`)
  return new Map(readers.map((reader) => [reader.card, readerFrom(reader)]))
}
