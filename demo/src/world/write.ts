/** Writes the world as the files that any library would bring, record by record. */
import { appendFileSync, createWriteStream, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { once } from 'node:events'
import { join } from 'node:path'
import type { LoanRow, ReaderRow } from '@catalex/contract/files'
import { stringify } from 'csv-stringify/sync'
import { Marc } from 'marcjs'
import { authorityRecords } from '../titles/authorities.ts'
import type { World } from './world.ts'

/** Into a folder beside, which takes its place when it is whole. */
export async function writeWorld(world: World, folder: string, progress: (titles: number) => void = () => undefined): Promise<number> {
  const building = `${folder}.new`
  rmSync(building, { recursive: true, force: true })
  mkdirSync(building, { recursive: true })
  const titles = await writeRecords(world, building, progress)
  writeFileSync(
    join(building, 'authorities.mrc'),
    authorityRecords()
      .map((record) => Marc.format(record, 'iso2709'))
      .join(''),
  )
  writeFileSync(join(building, 'library.json'), JSON.stringify(world.library, null, 2))
  writeFileSync(join(building, 'policies.json'), JSON.stringify(world.policies, null, 2))
  writeFileSync(join(building, 'readers.csv'), stringify(world.readers, { header: true }))
  writeFileSync(join(building, 'holds.csv'), stringify(world.holds(), { header: true, columns: HOLD_COLUMNS }))
  writeFileSync(join(building, 'courses.json'), JSON.stringify(world.courses(), null, 2))
  writeFileSync(join(building, 'displays.json'), JSON.stringify(world.displays(), null, 2))
  writeFileSync(join(building, 'courier.json'), JSON.stringify(world.courier, null, 2))
  writeFileSync(join(building, 'returns.json'), JSON.stringify(world.returns, null, 2))
  writeFileSync(join(building, 'plans.json'), JSON.stringify(world.plans))
  rmSync(folder, { recursive: true, force: true })
  renameSync(building, folder)
  return titles
}

/** Readers beside those of the world, for those who try it with many; what is not said of them is left empty. */
export function addReaders(folder: string, readers: readonly Partial<ReaderRow>[]): void {
  const file = join(folder, 'readers.csv')
  const [heads = ''] = readFileSync(file, 'utf8').split('\n', 1)
  appendFileSync(file, stringify([...readers], { columns: heads.split(',') }))
}

const BATCH = 1000
/** Whichever of them the first row has. */
const HOLD_COLUMNS = ['card', 'controlNumbers', 'barcode', 'pickup', 'asked', 'state', 'since', 'collectBy']
const LOAN_COLUMNS = ['barcode', 'card', 'due', 'renewals', 'recalledFrom']

async function writeRecords(world: World, folder: string, progress: (titles: number) => void): Promise<number> {
  const marc = createWriteStream(join(folder, 'titles.mrc'))
  const loans = createWriteStream(join(folder, 'loans.csv'))
  loans.write(`${LOAN_COLUMNS.join(',')}\n`)
  let count = 0
  let records: string[] = []
  let lent: LoanRow[] = []
  const flush = async () => {
    if (!marc.write(records.join(''))) await once(marc, 'drain')
    if (lent.length > 0 && !loans.write(stringify(lent, { columns: LOAN_COLUMNS }))) await once(loans, 'drain')
    records = []
    lent = []
    progress(count)
  }
  for (const record of world.records()) {
    records.push(Marc.format(record.marc, 'iso2709'))
    lent.push(...record.loans)
    count += 1
    if (records.length === BATCH) await flush()
  }
  await flush()
  for (const stream of [marc, loans]) {
    stream.end()
    await once(stream, 'finish')
  }
  return count
}
