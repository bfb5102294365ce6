/** The readers whom nobody plays ask for things, at home in the evening more than at night. */
import type { PlaceHold } from '@catalex/contract/holds'
import { chancesOf } from '@catalex/core/living'
import { isRefusal } from '@catalex/core/holds'
import { placeHold } from '../circulation/index.ts'
import { readerById } from '../readers/index.ts'
import type { Task } from './agenda.ts'
import { isoOf, momentAt, timeOf } from './times.ts'
import { planTravels } from './travels.ts'
import type { World } from './world.ts'

/** Between so many minutes two of them ask for something. */
const BETWEEN = { least: 8, most: 55 }
const AWAKE = { from: 7, until: 23 }

export function planAsking({ libraries, agenda }: World, now: string): void {
  const random = chancesOf(`ask ${now}`)
  const next = timeOf(libraries, now).plus({ minutes: BETWEEN.least + Math.floor(random() * (BETWEEN.most - BETWEEN.least)) })
  const awake = next.hour >= AWAKE.from && next.hour < AWAKE.until ? next : next.plus({ hours: 24 - AWAKE.until + AWAKE.from })
  agenda.plan({ kind: 'ask', subject: '', at: isoOf(awake), detail: null })
}

export async function askForSomething(world: World, { at }: Task): Promise<void> {
  const { write, libraries } = world
  planAsking(world, at)
  const random = chancesOf(`asked ${at}`)
  const readers = await write.read<{ id: number }>('SELECT id FROM readers WHERE standIn = 1 ORDER BY id')
  const reader = await readerById(write, readers[Math.floor(random() * readers.length)]?.id ?? 0)
  const [last] = await write.read<{ id: number }>('SELECT max(id) AS id FROM records')
  const [record] = await write.read<{ controlNumber: string }>(
    `SELECT controlNumber FROM records WHERE id >= $id AND withdrawn = 0 AND carrier = 'book' AND EXISTS (SELECT 1 FROM copies WHERE recordId = records.id) LIMIT 1`,
    { id: Math.floor(random() * (last?.id ?? 0)) },
  )
  const pickup = reader && libraries.pickups.usualOf(reader)
  if (!reader || !record || !pickup) return
  const wish: PlaceHold = { records: [record.controlNumber], barcode: null, pickup }
  const placed = await placeHold(write, libraries, { reader, wish, key: null }, momentAt(libraries, at))
  if (typeof placed === 'number' || !isRefusal(placed)) await planTravels(world, at)
}
