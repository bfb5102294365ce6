/** Loans and holds from a library's files. A row that names what isn't there is left out and reported. */
import type { HoldRow, LoanRow } from '@catalex/contract/files'
import type { Libraries } from '../branches/index.ts'
import { itemByBarcode } from '../catalogue/index.ts'
import type { Database, Write } from '../database/index.ts'
import { readerById, readerIdsByCard } from '../readers/index.ts'
import { recordEvent } from './events.ts'

export interface RowFault {
  row: number
  reason: string
}

export async function loadLoans(database: Database, rows: readonly LoanRow[]): Promise<RowFault[]> {
  return database.write(async (write) => {
    const readers = await readerIdsByCard(write)
    const known = new Set((await write.all<{ barcode: string }>('SELECT barcode FROM items')).map((item) => item.barcode))
    const faults: RowFault[] = []
    const good = rows.flatMap(({ barcode, card, due }, at) => {
      const reason = !known.has(barcode)
        ? `No copy has the barcode ${barcode}.`
        : card !== '' && !readers.has(card)
          ? `No reader has the card ${card}.`
          : null
      if (reason !== null) faults.push({ row: at + 1, reason })
      return reason === null ? [[barcode, readers.get(card) ?? null, due]] : []
    })
    await write.run(
      'INSERT OR REPLACE INTO loans (barcode, readerId, due) SELECT value ->> 0, value ->> 1, value ->> 2 FROM json_each($rows)',
      { rows: JSON.stringify(good) },
    )
    return faults
  })
}

export async function loadHolds(database: Database, libraries: Libraries, rows: readonly HoldRow[]): Promise<RowFault[]> {
  return database.write(async (write) => {
    const readers = await readerIdsByCard(write)
    const faults: RowFault[] = []
    for (const [at, row] of rows.entries()) {
      const reason = await loadHold(write, libraries, row, readers)
      if (reason !== null) faults.push({ row: at + 1, reason })
    }
    return faults
  })
}

async function loadHold(write: Write, libraries: Libraries, row: HoldRow, readers: Map<string, number>): Promise<string | null> {
  const numbers = row.controlNumbers.split('|')
  const targets = await write.all<{ id: number }>('SELECT id FROM titles WHERE controlNumber IN (SELECT value FROM json_each($numbers))', {
    numbers: JSON.stringify(numbers),
  })
  if (targets.length !== numbers.length) return `Not all of the titles ${row.controlNumbers} are there.`
  if (row.card !== '' && !readers.has(row.card)) return `No reader has the card ${row.card}.`
  if (!libraries.branch(row.pickup)?.pickup) return `Nothing can be collected at "${row.pickup}".`
  const reading = { read: write.all }
  if (row.barcode !== '' && !(await itemByBarcode(reading, row.barcode))) return `No copy has the barcode ${row.barcode}.`
  const reader = readers.has(row.card) ? await readerById(reading, readers.get(row.card) ?? 0) : null
  const holdId = await write.insert(
    `INSERT INTO holds (readerId, pickup, state, asked, barcode, cost, collectBy, category, homeSystem)
     VALUES ($readerId, $pickup, $state, $asked, $barcode, 0, $collectBy, $category, $homeSystem)`,
    {
      readerId: reader?.id ?? null,
      pickup: row.pickup,
      state: row.state,
      asked: row.asked,
      barcode: row.barcode || null,
      collectBy: row.collectBy || null,
      category: reader?.category ?? libraries.policies.guestCategory,
      homeSystem: libraries.branch(reader?.homeBranch ?? row.pickup)?.system ?? '',
    },
  )
  await write.run('INSERT INTO holdTargets (holdId, titleId) SELECT $holdId, value FROM json_each($ids)', {
    holdId,
    ids: JSON.stringify(targets.map((target) => target.id)),
  })
  await recordEvent(write, { holdId, at: row.asked, who: 'reader', state: 'waiting', barcode: null })
  if (row.state !== 'waiting') await recordEvent(write, { holdId, at: row.asked, who: 'desk', state: row.state, barcode: row.barcode })
  return null
}
