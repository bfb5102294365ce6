/** Holds end that nobody collected in time, or that are wanted no longer; a copy set aside for one goes to the next in the queue. */
import type { Channel } from '@catalex/core/card'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import { tell } from '../../../notices/index.ts'
import type { Moment } from '../../moment.ts'
import { collectByAt } from '../follow.ts'
import { handOn } from '../handOn.ts'
import { transition, type Standing } from '../transition.ts'

type Past = Standing & { readerId: number | null; title: string; pickup: string; notify: Channel | null }

/** @returns those that ended */
export async function lapseHolds(write: Write, libraries: Libraries, at: Moment): Promise<Past[]> {
  await moveCollectBy(write, libraries, at)
  const past = await write.read<Past>(
    `SELECT id, state, barcode, readerId, title, pickup, notify FROM holds
     WHERE (notAfter < $today AND state IN ('waiting', 'paused', 'being fetched', 'in transit')) OR (collectBy < $today AND state = 'ready')
     ORDER BY id`,
    { today: at.today },
  )
  for (const hold of past) {
    const { barcode, readerId, title, notify } = hold
    const why = hold.state === 'ready' ? 'not collected' : 'not wanted'
    await transition(write, libraries, hold, 'lapsed', 'catalogue', at)
    await tell(write, libraries, { readerId, wished: notify }, { kind: 'lapsed', title, why }, at.now)
    if (barcode !== null) await handOn(write, libraries, barcode, at)
  }
  return past
}

/** A branch that has closed for some days since keeps what is ready so much longer; a day that was told is never taken back. */
async function moveCollectBy(write: Write, libraries: Libraries, at: Moment): Promise<void> {
  const ready = await write.read<{ id: number; pickup: string; collectBy: string | null; since: string }>(
    `SELECT id, pickup, collectBy, (SELECT max(at) FROM holdEvents WHERE holdId = holds.id AND state = 'ready') AS since
     FROM holds WHERE state = 'ready' AND (collectBy IS NULL OR collectBy < $today)`,
    { today: at.today },
  )
  for (const { id, pickup, collectBy, since } of ready) {
    const moved = collectByAt(libraries, pickup, since)
    if (collectBy === null || moved > collectBy) await write.run('UPDATE holds SET collectBy = $moved WHERE id = $id', { moved, id })
  }
}
