/** `catalex works`: which joins of records into works a cataloguer should look at. */
import { existsSync, writeFileSync } from 'node:fs'
import { DoubtFinder } from '@catalex/core/catalogue'
import { everyRecord } from '../../catalogue/index.ts'
import { Database } from '../../database/index.ts'

const SHOWN = 20

export async function works(options: { data: string; report?: string }): Promise<void> {
  if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load one with "catalex load --world FOLDER".`)
  const database = await Database.open(options.data)
  try {
    const finder = new DoubtFinder()
    for await (const records of everyRecord(database)) for (const { record } of records) finder.add(record)
    const doubts = finder.doubts()
    console.log(`${String(doubts.length)} doubtful works.`)
    for (const { reason, records } of doubts.slice(0, SHOWN))
      console.log(`${reason}: ${records.map(({ controlNumber, title }) => `${controlNumber} ${title}`).join('; ')}`)
    if (doubts.length > SHOWN) console.log(`... and ${String(doubts.length - SHOWN)} more; --report FILE writes them all.`)
    if (options.report !== undefined) writeFileSync(options.report, JSON.stringify(doubts, null, 2))
  } finally {
    await database.close()
  }
}
