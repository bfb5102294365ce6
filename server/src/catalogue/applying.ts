/** Applies what stands in the temporary tables to a catalogue in use. Row numbers stay with their control numbers. */
import type { Write } from '../database/index.ts'
import { COPY_ROW } from './preparing.ts'

/** What an update of the catalogue has done, by control number. */
export interface Applied {
  added: string[]
  changed: string[]
  /** Those that are new, or have a copy of a later day than any before, with the day of their newest copy; null where nobody knows. */
  come: { controlNumber: string; acquired: string | null }[]
  /** Records that the catalogue has no more. */
  withdrawn: string[]
  unchanged: number
  copiesWithdrawn: number
}

/** Before the transaction, while everybody goes on reading and writing: what has not changed need not be touched. */
export async function dropUnchanged(write: Write): Promise<number> {
  await write.run('DROP TABLE IF EXISTS seenNumbers')
  await write.run('CREATE TEMP TABLE seenNumbers AS SELECT controlNumber FROM stagedRecords')
  await write.run('CREATE UNIQUE INDEX temp.seenNumbersIndex ON seenNumbers(controlNumber)')
  const same = `SELECT s.id FROM stagedRecords AS s JOIN records AS r ON r.controlNumber = s.controlNumber WHERE r.hash = s.hash AND r.withdrawn = 0`
  const unchanged = await write.read<{ id: number }>(same)
  for (const [name, column] of [['stagedCopies', 'recordId'], ['stagedIdentifiers', 'recordId'], ['stagedRecords', 'id']] as const) // prettier-ignore
    await write.run(`DELETE FROM ${name} WHERE ${column} IN (SELECT value FROM json_each($ids))`, { ids: JSON.stringify(unchanged.map(({ id }) => id)) }) // prettier-ignore
  return unchanged.length
}

/**
 * Inside the transaction.
 * @param lacking which records the catalogue has no more: those that the files lack, where they are the whole catalogue, or
 *   those with these numbers
 */
export async function applyStaged(write: Write, lacking: 'whole' | readonly string[], unchanged: number): Promise<Applied> {
  const staged = await write.read<{ controlNumber: string; known: number; acquired: string | null; before: string | null }>(
    `SELECT s.controlNumber, r.id IS NOT NULL AS known, (SELECT max(acquired) FROM stagedCopies WHERE recordId = s.id) AS acquired,
       (SELECT max(acquired) FROM copies WHERE recordId = r.id AND status <> 'withdrawn') AS before
     FROM stagedRecords AS s LEFT JOIN records AS r ON r.controlNumber = s.controlNumber AND r.withdrawn = 0`,
  )
  const gone = await write.read<{ id: number; controlNumber: string }>(
    `SELECT id, controlNumber FROM records WHERE withdrawn = 0 AND controlNumber NOT IN (SELECT controlNumber FROM seenNumbers)
     ${lacking === 'whole' ? '' : 'AND controlNumber IN (SELECT value FROM json_each($numbers))'}`,
    lacking === 'whole' ? {} : { numbers: JSON.stringify(lacking) },
  )
  const copiesWithdrawn = await withdrawCopies(write, gone)
  await withdrawRecords(write, gone)
  await upsertStaged(write)
  return {
    added: staged.filter(({ known }) => known === 0).map(({ controlNumber }) => controlNumber),
    changed: staged.filter(({ known }) => known === 1).map(({ controlNumber }) => controlNumber),
    come: staged.filter(({ known, acquired, before }) => known === 0 || (acquired !== null && acquired > (before ?? ''))),
    withdrawn: gone.map(({ controlNumber }) => controlNumber),
    unchanged,
    copiesWithdrawn,
  }
}

/** Barcodes that a loan or a hold names: these copies stay, as withdrawn, so that what is said of them can be shown. */
const NAMED = `(SELECT barcode FROM loans UNION SELECT barcode FROM holds WHERE barcode IS NOT NULL UNION SELECT wantedBarcode FROM holds WHERE wantedBarcode IS NOT NULL)`

/** Copies of records that are gone, and those that a changed record no longer has. */
async function withdrawCopies(write: Write, gone: readonly { id: number }[]): Promise<number> {
  const ids = JSON.stringify(gone.map(({ id }) => id))
  const lost = `status <> 'withdrawn' AND (recordId IN (SELECT value FROM json_each($ids))
    OR (recordId IN (SELECT id FROM stagedRecords) AND barcode NOT IN (SELECT barcode FROM stagedCopies)))`
  const copies = await write.read<{ barcode: string }>(`SELECT barcode FROM copies WHERE ${lost}`, { ids })
  const barcodes = JSON.stringify(copies.map(({ barcode }) => barcode))
  const among = 'barcode IN (SELECT value FROM json_each($barcodes))'
  await write.run(`UPDATE copies SET status = 'withdrawn' WHERE ${among} AND barcode IN ${NAMED}`, { barcodes })
  await write.run(`DELETE FROM copies WHERE ${among} AND barcode NOT IN ${NAMED}`, { barcodes })
  return copies.length
}

/** Records that a hold or one of their copies still names stay, hidden. */
async function withdrawRecords(write: Write, gone: readonly { id: number }[]): Promise<void> {
  const ids = JSON.stringify(gone.map(({ id }) => id))
  const among = 'id IN (SELECT value FROM json_each($ids))'
  await write.run('DELETE FROM identifiers WHERE recordId IN (SELECT value FROM json_each($ids))', { ids })
  await write.run(`UPDATE records SET withdrawn = 1 WHERE ${among}`, { ids })
  await write.run(
    `DELETE FROM records WHERE ${among} AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets)
       AND id NOT IN (SELECT recordId FROM copies)`,
    { ids },
  )
}

async function upsertStaged(write: Write): Promise<void> {
  const columns = ['carrier', 'title', 'record', 'marc', 'hash', 'withdrawn']
  await write.run(
    `INSERT INTO records (id, controlNumber, ${columns.join(', ')}) SELECT id, controlNumber, ${columns.join(', ')} FROM stagedRecords WHERE true
     ON CONFLICT (controlNumber) DO UPDATE SET ${columns.map((name) => `${name} = excluded.${name}`).join(', ')}`,
  )
  await write.run(
    `INSERT INTO copies (recordId, ${COPY_ROW.join(', ')}) SELECT recordId, ${COPY_ROW.join(', ')} FROM stagedCopies WHERE true
     ON CONFLICT (barcode) DO UPDATE SET ${['recordId', ...COPY_ROW].map((name) => `${name} = excluded.${name}`).join(', ')}`,
  )
  await write.run('DELETE FROM identifiers WHERE recordId IN (SELECT id FROM stagedRecords)')
  await write.run('INSERT OR IGNORE INTO identifiers (value, kind, recordId) SELECT value, kind, recordId FROM stagedIdentifiers')
}
