/** `catalex check`: whether the file is whole, holds can be true, and the index says what the database says. */
import { existsSync } from 'node:fs'
import { unsoundHolds } from '../../circulation/index.ts'
import { fileFaults, ReadingPool, storageFault } from '../../database/index.ts'
import { snapshotFile } from '../../search/index.ts'
import { indexing } from './indexing.ts'
import { errorInWords, unsoundInWords } from '../sentences.ts'

const SHOWN = 20

/** @returns exit code: 0 where all is well, 1 with faults, 2 where it could not be checked */
export async function check({ data }: { data: string }): Promise<number> {
  if (!existsSync(data)) {
    console.error(`There is no database ${data}.`)
    return 2
  }
  try {
    const faults = await faultsIn(data)
    for (const fault of faults.slice(0, SHOWN)) console.log(fault)
    if (faults.length > SHOWN) console.log(`... and ${String(faults.length - SHOWN)} more.`)
    if (faults.length > 0) return 1
    console.log('The database is whole, and its holds can be true.')
  } catch (error) {
    console.error(errorInWords(error))
    return storageFault(error) === 'unreadable' ? 1 : 2
  }
  if (!existsSync(snapshotFile(data))) {
    console.log('There is no index: the next start builds it.')
    return 0
  }
  try {
    await indexing({ data, check: true })
    return 0
  } catch (error) {
    console.log(errorInWords(error))
    return 1
  }
}

async function faultsIn(data: string): Promise<string[]> {
  const pool = await ReadingPool.open(data, 1)
  try {
    const broken = await fileFaults(pool)
    if (broken.length > 0) return broken.map((said) => `The file is damaged: ${said}.`)
    const faults: string[] = []
    for await (const { reference, fault } of unsoundHolds(pool)) faults.push(`Hold ${reference}: ${unsoundInWords(fault)}`)
    return faults
  } finally {
    await pool.close()
  }
}
