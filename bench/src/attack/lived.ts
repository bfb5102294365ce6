/**
 * The demo's world killed again and again, while desks check copies in and, every second time, while its clock jumps a day.
 * What a desk was told must be so afterwards, nothing happens twice, and the world goes on from where it was.
 */
import { Database } from '@catalex/server/database'
import { ADDRESS, catalex, startServer } from '../served/server.ts'
import { Visitor } from '../served/visitor.ts'

const DESKS = ['northmole', 'ferrygate', 'lanternhill', 'saltpan', 'tarbeck', 'corrow', 'wetherdale']
const AT_ONCE = 4

export interface Lived {
  kills: number
  acknowledged: number
  lost: number
  unsound: number
}

interface CheckedIn {
  barcode: string
  branch: string
  outcome: string
  to: string | null
}

export async function killWhileItLives(data: string, times: number): Promise<Lived> {
  const result: Lived = { kills: 0, acknowledged: 0, lost: 0, unsound: 0 }
  const barcodes = await inFile(data, (database) => database.read<{ barcode: string }>('SELECT barcode FROM loans ORDER BY barcode'))
  let [lived, next] = ['', 0]
  for (let i = 0; i < times; i += 1) {
    const server = await startServer(data, ['--demo', '--still'])
    const jumps = i % 2 === 1
    const acknowledged = new Map<string, CheckedIn>()
    const visitor = new Visitor(ADDRESS)
    let over = false
    if (jumps) await visitor.ask('POST', '/api/backroom/clock', { move: 'day' })
    const scan = async () => {
      const [barcode, branch] = [barcodes[next % barcodes.length]?.barcode ?? '', DESKS[next % DESKS.length] ?? '']
      next += 1
      const { status, text } = await visitor.ask('POST', '/api/backroom/desk', { act: 'check in', branch, barcode })
      const { checkedIn } = status === 200 ? (JSON.parse(text) as { checkedIn: Omit<CheckedIn, 'branch'> | null }) : { checkedIn: null }
      if (checkedIn) acknowledged.set(checkedIn.barcode, { ...checkedIn, branch })
    }
    // Desks wait until what was due before has happened; they shall be at work when it is killed.
    if (!jumps) await scan()
    const scanning = Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (!over) await scan()
      }),
    )
    await new Promise((later) => setTimeout(later, (jumps ? 2500 : 500) + ((i * 397) % 1500)))
    await server.kill('SIGKILL')
    over = true
    await scanning
    result.kills += 1
    // While the clock jumps, a copy may have gone on since.
    if (!jumps) {
      result.acknowledged += acknowledged.size
      result.lost += await lostOf(data, [...acknowledged.values()])
    }
    const before = lived
    lived = await livedUntil(data)
    if (lived < before || (await happenedTwice(data)) || catalex('check', '--data', data) !== 0) result.unsound += 1
  }
  return result
}

const lostOf = (data: string, checkedIn: readonly CheckedIn[]): Promise<number> =>
  inFile(data, async (database) => {
    const places = await database.read<{ barcode: string; desk: string; bound: string | null }>(
      'SELECT barcode, desk, bound FROM whereabouts',
    )
    const at = new Map(places.map((place) => [place.barcode, place]))
    const lent = new Set((await database.read<{ barcode: string }>('SELECT barcode FROM loans')).map(({ barcode }) => barcode))
    return checkedIn.filter(({ barcode, branch, outcome, to }) => {
      const place = at.get(barcode)
      const asTold = outcome === 'shelved' ? place === undefined : place?.desk === branch && place.bound === to
      return lent.has(barcode) || !asTold
    }).length
  })

const livedUntil = (data: string): Promise<string> =>
  inFile(data, async (database) => (await database.read<{ at: string }>('SELECT at FROM worldTime'))[0]?.at ?? '')

/** A message sent twice, a copy on loan and at a desk, an event before the one that it follows. */
const happenedTwice = (data: string): Promise<boolean> =>
  inFile(data, async (database) => {
    const rows = await database.read(
      `SELECT message FROM outbox WHERE readerId IS NOT NULL GROUP BY readerId, message HAVING count(*) > 1
       UNION ALL SELECT barcode FROM whereabouts JOIN loans USING (barcode)
       UNION ALL SELECT a.id FROM holdEvents a JOIN holdEvents b ON a.holdId = b.holdId AND b.id > a.id AND b.at < a.at`,
    )
    return rows.length > 0
  })

async function inFile<T>(data: string, look: (database: Database) => Promise<T>): Promise<T> {
  const database = await Database.open(data, 1)
  try {
    return await look(database)
  } finally {
    await database.close()
  }
}
