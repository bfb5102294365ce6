/** Lists that a library's files bring, from the program it had before. */
import type { ListsFile } from '@catalex/contract/files'
import { cardNumber, type CardShapes } from '@catalex/core/card'
import { MOST_IN_LIST, type ListEntry } from '@catalex/core/lists'
import { randomUUID } from 'node:crypto'
import type { Write } from '../database/index.ts'
import { newLink } from './lists.ts'
import { LISTS } from './tables.ts'

/** @param readers by card @param cards how they are written @param now ISO time; a list that its reader has already, by its name, stays as its reader left it */
export async function loadLists(
  write: Write,
  { readers, cards }: { readers: ReadonlyMap<string, { id: number }>; cards: CardShapes },
  file: ListsFile,
  now: string,
): Promise<void> {
  const lists = write.use(LISTS)
  for (const { card, name, about = '', shared = false, entries } of file) {
    const readerId = readers.get(cardNumber(card, cards) ?? '')?.id
    if (readerId === undefined) continue
    const had = await write.read('SELECT id FROM lists WHERE readerId = $readerId AND name = $name', { readerId, name })
    if (had.length > 0) continue
    const taken = entries.slice(0, MOST_IN_LIST).map(({ controlNumber, note = '' }): ListEntry => ({ controlNumber, barcode: null, added: now, note, labels: [] })) // prettier-ignore
    await lists.create({
      readerId,
      code: randomUUID(),
      name,
      about,
      link: shared ? newLink() : null,
      entries: JSON.stringify(taken),
      changedAt: now,
    })
  }
}
