/** What it costs to move the demo's clock: processor time a day, beside the time that making and loading the same world takes. */
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { Database } from '@catalex/server/database'
import { Libraries } from '@catalex/server/libraries'
import { commandsOn } from '@catalex/server/writing'
import { DateTime } from 'luxon'
import { momentOf } from '@catalex/server/circulation'
import { DAY, loadWorld } from '../served/server.ts'

/** As the clockwork of the demo goes: an hour at a time, so many things in one transaction. */
const STEP = { hours: 1 }
const AT_ONCE = 60

export interface Moved {
  /** Seconds for making and loading the world. */
  loading: number
  /** Seconds of processor time of the first day, on which all returns are thought of. */
  first: number
  /** Of a day after it, the mean. */
  day: number
}

export async function clockMoved(folder: string, titles: number, days: number): Promise<Moved> {
  rmSync(folder, { recursive: true, force: true })
  const data = join(folder, 'catalex.sqlite')
  const started = performance.now()
  loadWorld(['--titles', String(titles), '--branches', '14', '--today', DAY], { world: join(folder, 'world'), data }, () => undefined)
  const loading = (performance.now() - started) / 1000
  const database = await Database.open(data)
  const libraries = await Libraries.load(database)
  const { live } = commandsOn(database, libraries)
  let time = DateTime.fromISO(`${DAY}T11:20`, { zone: libraries.zone })
  const spent: number[] = []
  for (let day = 0; day < days; day += 1) {
    const start = process.cpuUsage()
    for (const end = time.plus({ days: 1 }); time < end;) {
      time = time.plus(STEP)
      while (await live(momentOf(time), AT_ONCE));
    }
    const { user, system } = process.cpuUsage(start)
    spent.push((user + system) / 1e6)
  }
  await database.close()
  const [first = 0, ...others] = spent
  return { loading, first, day: others.reduce((sum, one) => sum + one, 0) / Math.max(1, others.length) }
}
