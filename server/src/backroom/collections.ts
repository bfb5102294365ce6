/** What is on the hold shelf is collected by the readers whom nobody plays: stand-ins, and those whom no file names. */
import { chancesOf, collectionOf } from '@catalex/core/living'
import { isRefusal } from '@catalex/core/holds'
import { DateTime } from 'luxon'
import { copiesOf, lend } from '../circulation/index.ts'
import type { Task } from './agenda.ts'
import { planReturnOf } from './returns.ts'
import { isoOf, momentAt, timeOf } from './times.ts'
import type { World } from './world.ts'

interface Kept {
  id: number
  pickup: string
  collectBy: string
  title: string
  barcode: string
  readerId: number | null
  category: string
  homeSystem: string | null
}

const KEPT = `SELECT id, pickup, collectBy, title, barcode, readerId, category, homeSystem
  FROM holds WHERE state = 'ready' AND collectBy IS NOT NULL AND (readerId IS NULL OR readerId IN (SELECT id FROM readers WHERE standIn = 1))`

export async function planCollection(world: World, barcode: string, now: string): Promise<void> {
  const [hold] = await world.write.read<Kept>(`${KEPT} AND barcode = $barcode`, { barcode })
  if (hold) planVisit(world, hold, now)
}

export async function planCollections(world: World, now: string): Promise<void> {
  await world.agenda.writeDown()
  const holds = await world.write.read<Kept>(`${KEPT} AND NOT EXISTS (SELECT 1 FROM agenda WHERE kind = 'collect' AND subject = holds.id)`) // prettier-ignore
  for (const hold of holds) planVisit(world, hold, now)
}

function planVisit({ libraries, agenda }: World, { id, pickup, collectBy }: Kept, now: string): void {
  const hours = libraries.pickups.hours(pickup)
  const random = chancesOf(`collect ${String(id)} ${collectBy}`)
  const visit = hours && collectionOf(collectBy, { history: libraries.returns, hours, now: timeOf(libraries, now), random })
  // Whoever does not come is noted, too, so that nobody thinks of it again.
  const never = DateTime.fromISO(collectBy).plus({ days: 30 })
  agenda.plan({ kind: 'collect', subject: String(id), at: isoOf(visit ?? never), detail: { collectBy } })
}

export async function collect(world: World, { subject, at }: Task): Promise<void> {
  const { write, libraries } = world
  const [hold] = await write.read<Kept>(`${KEPT} AND id = $id`, { id: Number(subject) })
  const [copy] = hold ? await copiesOf(write, libraries, { barcode: hold.barcode }, momentAt(libraries, at).today) : []
  if (!hold || !copy) return
  const lent = await lend(
    write,
    libraries,
    { readerId: hold.readerId, borrower: hold, homeBranch: libraries.pickups.branchOf(hold.pickup) },
    copy,
    momentAt(libraries, at),
  )
  if (isRefusal(lent)) return
  world.happenings.note({ what: 'collected', title: hold.title, place: hold.pickup, readerId: hold.readerId }, at)
  await planReturnOf(world, copy.barcode, at)
}
