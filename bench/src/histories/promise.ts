/** Whether what was promised came true: holds in the living demo, each with the days that were told when it was placed. */
import { chancesOf } from '@catalex/core/living'
import { isRefusal } from '@catalex/core/holds'
import { holdOptions } from '@catalex/server/circulation'
import { readerById } from '@catalex/server/readers'
import type { DateTime } from 'luxon'
import { momentFrom, startOf, type Played } from './world.ts'

export interface Kept {
  holds: number
  ready: number
  /** Of those that had a latest day. */
  byLatest: number
  promised: number
  /** Days after the earliest moment that was told, the mean of those that became ready. */
  meanLate: number
}

interface Promise_ {
  reference: string
  kind: 'kept for you' | 'sent over'
  earliest: string
  latest: string | null
}

const HOLDS_A_DAY = 40

/** @returns by the kind of the route */
export async function promisesKept(played: Played, holds: number): Promise<Record<string, Kept>> {
  const { commands, database, libraries, readers, titles } = played
  const random = chancesOf('promises')
  const pick = <T>(all: readonly T[]): T | undefined => all[Math.floor(random() * all.length)]
  const promises: Promise_[] = []
  let time: DateTime = startOf(played)
  const liveUntil = async (later: DateTime) => {
    time = later
    while (await commands.live(momentFrom(time), 200));
  }
  while (promises.length < holds) {
    for (let i = 0; i < HOLDS_A_DAY && promises.length < holds; i += 1) {
      await liveUntil(time.plus({ minutes: 30 }))
      const reader = await readerById(database, pick(readers) ?? 0)
      const record = pick([...titles.keys()]) ?? ''
      if (!reader) continue
      const options = await holdOptions(database, libraries, reader, { records: [record], barcode: null }, momentFrom(time))
      const option = pick(options.pickups.filter(({ delivery }) => delivery !== null))
      if (!option?.delivery) continue
      const placed = await commands.placeHold(reader.id, { records: [record], barcode: null, pickup: option.pickup, cost: option.cost, again: true }, null, momentFrom(time)) // prettier-ignore
      if (isRefusal(placed)) continue
      const kind = option.from === libraries.pickups.branchOf(option.pickup) ? 'kept for you' : 'sent over'
      promises.push({ reference: placed.id, kind, earliest: option.delivery.inHand, latest: option.delivery.latest })
    }
  }
  for (let day = 0; day < 45; day += 1) await liveUntil(time.plus({ days: 1 }))
  const kept: Record<string, Kept> = {}
  for (const { reference, kind, earliest, latest } of promises) {
    const [row] = await database.read<{ at: string }>("SELECT min(holdEvents.at) AS at FROM holdEvents JOIN holds ON holds.id = holdId WHERE reference = $reference AND holdEvents.state = 'ready'", { reference }) // prettier-ignore
    const one = (kept[kind] ??= { holds: 0, ready: 0, byLatest: 0, promised: 0, meanLate: 0 })
    one.holds += 1
    if (latest !== null) one.promised += 1
    const ready = row?.at ?? null
    if (ready === null) continue
    one.ready += 1
    // By the day, as it is told.
    if (latest !== null && ready.slice(0, 10) <= latest.slice(0, 10)) one.byLatest += 1
    one.meanLate += Math.max(0, Date.parse(ready) - Date.parse(earliest)) / 86_400_000
  }
  for (const one of Object.values(kept)) one.meanLate /= Math.max(1, one.ready)
  return kept
}
