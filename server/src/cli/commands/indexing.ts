/** `catalex index`: builds the index file anew, or with --check compares what it says with the database. */
import { existsSync } from 'node:fs'
import { differencesIn, pack } from '@catalex/core/search'
import { Libraries } from '../../libraries/index.ts'
import { sizeOf } from '../../catalogue/index.ts'
import { Database, forgetChanges, migrate, type Reading } from '../../database/index.ts'
import { buildIndex, canFollow, everyDocument, placeNodes, readSnapshot, SearchService, snapshotFile, stampOf, writeSnapshot, type Snapshot } from '../../search/index.ts' // prettier-ignore
import { withBar } from '../progress.ts'

export async function indexing(options: { data: string; check?: boolean; clock?: string }): Promise<void> {
  if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load one with "catalex load --world FOLDER".`)
  const database = await Database.open(options.data)
  try {
    await migrate(database)
    if (options.check) await check(database, options.data)
    else await makeSnapshot(database, await Libraries.load(database), options.data)
  } finally {
    await database.close()
  }
}

/** The index of the database as it stands, in the file beside it. */
export async function makeSnapshot(database: Database, libraries: Libraries, data: string): Promise<void> {
  const stamp = await stampOf(database)
  const { records } = await sizeOf(database)
  const index = pack(await withBar(BAR, records, (tick) => buildIndex(database, libraries, NO_DAY, tick)))
  writeSnapshot(snapshotFile(data), { ...stamp, index })
  await database.write((write) => forgetChanges(write, stamp.changes))
}

const BAR = 'Index: {value} of {total} records'

/** Whether a copy is in now is the same on every day. */
const NO_DAY = '0001-01-01'

/** The snapshot beside the database, where it is one of this catalogue. */
export async function usableSnapshot(database: Reading, libraries: Libraries, data: string): Promise<Snapshot | null> {
  const snapshot = readSnapshot(snapshotFile(data))
  if (snapshot === null) return null
  const samePlaces = snapshot.index.header.placeTree.codes.join() === libraries.placeTree().codes.join()
  const sameOrder = snapshot.index.header.filedIn === libraries.language
  return samePlaces && sameOrder && (await canFollow(database, snapshot)) ? snapshot : null
}

const SHOWN = 20

async function check(database: Database, data: string): Promise<void> {
  const libraries = await Libraries.load(database)
  const snapshot = await usableSnapshot(database, libraries, data)
  if (snapshot === null) throw new Error(`${snapshotFile(data)} is no index of this catalogue: make one with "catalex index".`)
  const search = await SearchService.open({ database, libraries, today: () => NO_DAY, snapshot, trouble: console.error })
  await search.settled()
  const { records } = await sizeOf(database)
  const places = placeNodes(libraries.placeTree())
  let wrong = 0
  await withBar(BAR, records, async (tick) => {
    let seen = 0
    for await (const documents of everyDocument({ database, libraries, places, today: NO_DAY })) {
      for (const document of documents) {
        const differences = differencesIn(search.segments, document)
        if (differences.length === 0) continue
        wrong += 1
        if (wrong <= SHOWN) console.log(`Record ${String(document.recordId)}: ${differences.join('; ')}.`)
      }
      tick((seen += documents.length))
    }
  })
  const live = search.liveRecordCount()
  if (live !== records) console.log(`The index has ${String(live)} records, the database ${String(records)}.`)
  if (wrong > 0 || live !== records)
    throw new Error(`Index and database differ in ${String(wrong)} records: build the index anew with "catalex index".`)
  console.log(`Index and database agree: ${String(records)} records.`)
}
