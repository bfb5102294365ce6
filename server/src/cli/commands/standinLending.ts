/** `catalex standin-lending`: a small lending system of the demo’s copies and readers, to try the bridge with. */
import { StandinLending, StandinRecords } from '../../bridge/index.ts'
import { ReadingPool } from '../../database/index.ts'
import { Libraries } from '../../libraries/index.ts'
import { machineClock, virtualClock } from '../../standins/index.ts'

export async function standinLending(options: { data: string; port: string; state: string; clock?: string }): Promise<void> {
  const database = await ReadingPool.open(options.data, 1)
  const { timeZone } = (await Libraries.load(database)).library
  const clock = options.clock === undefined ? machineClock(timeZone) : virtualClock(timeZone, options.clock)
  const standin = new StandinLending({
    records: await StandinRecords.open(database, options.state),
    clock,
    institution: 'stand-in',
    login: null,
  })
  const port = await standin.listen(Number(options.port), '127.0.0.1')
  console.log(`The stand-in answers SIP 2.00 at 127.0.0.1:${String(port)}. Its word is of no library: it is there to try the bridge with.`)
}
