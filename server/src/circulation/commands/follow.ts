/**
 * A hold follows its copy: being fetched while it stands on its shelf, in transit once it is on the road, ready when it lies at
 * the desk of the pickup location; of a set, when the last of its pieces does.
 */
import { collectByDay, mayBecome } from '@catalex/core/holds'
import type { Channel } from '@catalex/core/card'
import type { Actor, HoldState } from '@catalex/core/holds'
import { DateTime } from 'luxon'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { tell } from '../../notices/index.ts'
import type { Moment } from '../moment.ts'
import { whereaboutsOf, type Whereabouts } from '../queries/whereabouts.ts'
import { transition, type Standing } from './transition.ts'

interface Followed {
  readerId: number | null
  pickup: string
  title: string
  notify: Channel | null
  wantedBarcode: string | null
}

/** Sets a copy aside for a hold that waits, wherever it is. */
export const setAside = (write: Write, libraries: Libraries, hold: Standing, barcode: string, who: Actor, at: Moment): Promise<void> =>
  followCopy(write, libraries, hold, barcode, who, at)

/** After its copy has moved, or its pickup location has changed. */
export async function follow(write: Write, libraries: Libraries, hold: Standing, who: Actor, at: Moment): Promise<void> {
  if (hold.barcode !== null) await followCopy(write, libraries, hold, hold.barcode, who, at)
}

async function followCopy(write: Write, libraries: Libraries, hold: Standing, barcode: string, who: Actor, at: Moment): Promise<void> {
  const [followed] = await write.read<Followed>('SELECT readerId, pickup, title, notify, wantedBarcode FROM holds WHERE id = $id', {
    id: hold.id,
  })
  if (!followed) return
  const to = libraries.branchAt(followed.pickup) ?? followed.pickup
  const places = await whereaboutsOf(write, barcode, followed.wantedBarcode === null)
  for (const { barcode: piece, desk, bound } of places)
    if (desk !== null && bound !== to && (desk !== to || bound !== null)) await sendTo(write, piece, to)
  const state = stateOf(places, to)
  if (state !== hold.state && mayBecome(hold.state, state)) await transition(write, libraries, hold, state, who, at, barcode)
  if (state === 'ready') await keep(write, libraries, hold, followed, at)
}

function stateOf(places: readonly Whereabouts[], to: string): HoldState {
  if (places.every(({ desk, bound }) => desk === to && bound === null)) return 'ready'
  return places.some(({ desk }) => desk === null) ? 'being fetched' : 'in transit'
}

export const sendTo = (write: Write, barcode: string, branch: string): Promise<void> =>
  write.run('UPDATE whereabouts SET bound = $branch WHERE barcode = $barcode', { barcode, branch })

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
  const hours = libraries.hoursAt(pickup) ?? { weekly: {}, closures: [] }
  return collectByDay(DateTime.fromISO(ready, { zone: libraries.library.timeZone }), libraries.shelfDays(pickup), hours)
}
