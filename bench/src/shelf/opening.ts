/** Opening a title, its copies and its neighbours on the shelf: beside the bare rows of its copies, read in the same round. */
import type { Database } from '@catalex/server/database'
import type { Libraries } from '@catalex/server/libraries'
import { neighboursOf, type TitleQuestion } from '@catalex/server/presenting'
import type { SearchService } from '@catalex/server/search'
import { inTurn, timesOf, type Times } from '../search/measure.ts'

/** Titles that are opened, spread over the whole catalogue. */
const OPENED = 40
const MANY_COPIES = 10_000

export interface ShelfRow {
  what: string
  times: Times
  yardstick: Times
}

interface Opening {
  database: Database
  libraries: Libraries
  service: SearchService
  /** ISO time. */
  now: string
  rounds: number
}

interface Opened {
  id: number
  controlNumber: string
  barcode: string
}

export async function measureShelf(opening: Opening): Promise<ShelfRow[]> {
  const spread = await opening.database.read<Opened>(
    `SELECT records.id, controlNumber, (SELECT min(barcode) FROM copies WHERE recordId = records.id) AS barcode
     FROM records WHERE records.id % (SELECT max(1, max(id) / $opened) FROM records) = 1
     AND EXISTS (SELECT 1 FROM copies WHERE recordId = records.id)`,
    { opened: OPENED },
  )
  const asked = askedFrom(opening)
  const rows = await measure(opening, spread, asked)
  const [first] = spread
  if (!first) return rows
  await giveCopies(opening.database, first.id)
  const great = await measure(opening, [first], { title: asked.title, copies: asked.copies, neighbours: asked.neighbours })
  return [...rows, ...great.map((row) => ({ ...row, what: `${row.what}, ${MANY_COPIES.toLocaleString('en')} copies` }))]
}

type Work = (title: Opened) => Promise<unknown>

function askedFrom({ database, libraries, service, now }: Opening): Record<'title' | 'copies' | 'neighbours', Work> {
  const asked: TitleQuestion = { scope: [], at: null, volume: null, reader: null, now }
  return {
    title: ({ controlNumber }) => service.ask('title', { controlNumber, asked, alsoGood: [] }),
    copies: ({ controlNumber }) => service.ask('copies', { controlNumber, asked, which: { find: '', from: 0, size: 100 } }),
    neighbours: ({ barcode }) => neighboursOf(database, libraries, { barcode, side: 'both', size: 20 }, now.slice(0, 16)),
  }
}

async function measure({ database, rounds }: Opening, titles: readonly Opened[], asked: Record<string, Work>): Promise<ShelfRow[]> {
  const samples: Record<string, number[]> = {}
  for (const title of titles) {
    const bare: Work = ({ id }) => database.read('SELECT * FROM copies WHERE recordId = $id', { id })
    const run = await inTurn(
      Object.fromEntries(Object.entries({ ...asked, bare }).map(([name, work]) => [name, () => work(title)])),
      rounds,
    )
    for (const [name, times] of Object.entries(run)) (samples[name] ??= []).push(...times)
  }
  const yardstick = timesOf(samples.bare ?? [])
  return Object.keys(asked).map((what) => ({ what, times: timesOf(samples[what] ?? []), yardstick }))
}

/** The copies of one title, again and again, under barcodes of their own. */
async function giveCopies(database: Database, id: number): Promise<void> {
  const columns = (await database.read<{ name: string }>("SELECT name FROM pragma_table_info('copies')")).map(({ name }) => name)
  const values = columns.map((name) => (name === 'id' ? 'NULL' : name === 'barcode' ? "'many' || n" : `one.${name}`))
  await database.write((write) =>
    write.run(
      `WITH RECURSIVE numbers(n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM numbers WHERE n < $many)
       INSERT OR IGNORE INTO copies (${columns.join(', ')})
       SELECT ${values.join(', ')} FROM numbers, (SELECT * FROM copies WHERE recordId = $id ORDER BY barcode LIMIT 1) one`,
      { id, many: MANY_COPIES },
    ),
  )
}
