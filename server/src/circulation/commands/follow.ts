/**
 * A hold follows its copy: being fetched while it stands on its shelf, in transit once it is on the road, ready when it lies at
 * the desk of the pickup location; of a set, when the last of its pieces does.
 */
import type { Channel } from '@catalex/core/card'
import { collectByDay, mayBecome, mustBeSent, stateFollowing, type Actor } from '@catalex/core/holds'
import { DateTime } from 'luxon'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { tell } from '../../notices/index.ts'
import type { Moment } from '../moment.ts'
import { whereaboutsOf } from '../queries/whereabouts.ts'
import { transition, type Standing } from './transition.ts'

interface Followed {
  readerId: number | null
  pickup: string
  title: string
  notify: Channel | null
  wantedBarcode: string | null
}

/**
 * After its copy has moved, or its pickup location has changed, or a copy has been found for it.
 * @param barcode the copy set aside, or to be set aside, for it
 */
export async function follow(write: Write, libraries: Libraries, hold: Standing, barcode: string, who: Actor, at: Moment): Promise<void> {
  const [followed] = await write.read<Followed>('SELECT readerId, pickup, title, notify, wantedBarcode FROM holds WHERE id = $id', {
    id: hold.id,
  })
  if (!followed) return
  const to = libraries.pickups.branchOf(followed.pickup) ?? followed.pickup
  const places = await whereaboutsOf(write, barcode, followed.wantedBarcode === null)
  for (const place of places) if (mustBeSent(place, to)) await sendTo(write, place.barcode, to)
  const state = stateFollowing(places, to)
  if (state === hold.state) return
  if (hold.state === 'ready') await takeFromShelf(write, libraries, hold, who, at)
  if (!mayBecome(hold.state, state)) return
  await transition(write, libraries, hold, state, who, at, barcode)
  if (state === 'ready') await keep(write, libraries, hold, followed, at)
}

export const sendTo = (write: Write, barcode: string, branch: string): Promise<void> =>
  write.run('UPDATE whereabouts SET bound = $branch WHERE barcode = $barcode', { barcode, branch })

/** What was kept has turned up elsewhere, so it has to come again; nobody may collect it meanwhile. */
async function takeFromShelf(write: Write, libraries: Libraries, hold: Standing, who: Actor, at: Moment): Promise<void> {
  await transition(write, libraries, hold, 'waiting', who, at, null)
  await write.run('UPDATE holds SET collectBy = NULL WHERE id = $id', { id: hold.id })
}

/** On the hold shelf: until when, which its reader is told. */
async function keep(
  write: Write,
  libraries: Libraries,
  hold: Standing,
  { readerId, pickup, title, notify }: Followed,
  at: Moment,
): Promise<void> {
  const collectBy = collectByAt(libraries, pickup, at.now)
  await write.run('UPDATE holds SET collectBy = $collectBy WHERE id = $id', { collectBy, id: hold.id })
  await tell(write, libraries, { readerId, wished: notify }, { kind: 'ready', title, pickup, collectBy }, at.now)
}

/** @param ready ISO time */
export function collectByAt(libraries: Libraries, pickup: string, ready: string): string {
  const hours = libraries.pickups.hours(pickup) ?? { weekly: {}, closures: [] }
  return collectByDay(DateTime.fromISO(ready, { zone: libraries.zone }), libraries.pickups.shelfDays(pickup), hours)
}
