/** The satchel of a reader: the one list without a name. */
import type { ChangedSatchel, ChangeSatchel, Satchel } from '@catalex/contract/satchel'
import { withChanges, type Entry } from '@catalex/core/satchel'
import { randomUUID } from 'node:crypto'
import type { Queryable, Write } from '../database/index.ts'
import { LISTS } from './tables.ts'

export async function satchelOf(source: Queryable, readerId: number): Promise<Satchel> {
  const [row] = await source.read<{ entries: string }>('SELECT entries FROM lists WHERE readerId = $readerId AND name IS NULL', {
    readerId,
  })
  return { entries: row ? entriesIn(row.entries) : [] }
}

export async function changeSatchel(write: Write, readerId: number, changes: ChangeSatchel, now: string): Promise<ChangedSatchel> {
  const lists = write.use(LISTS)
  const satchel = await lists.findOne({ where: { readerId, name: null } })
  const changed = withChanges(satchel ? entriesIn(satchel.entries) : [], changes)
  const values = { entries: JSON.stringify(changed.entries), changedAt: now }
  if (satchel) await satchel.update(values)
  else await lists.create({ readerId, code: randomUUID(), name: null, ...values })
  return changed
}

/** They were written by this room. */
const entriesIn = (json: string): Entry[] => JSON.parse(json) as Entry[]
