/** Holds from a library's file. A hold that is here already, by reader, time and titles, is not loaded a second time. */
import { randomUUID } from 'node:crypto'
import type { HoldRow } from '@catalex/contract/files'
import { isActive, isPromising, type HoldState } from '@catalex/core/holds'
import { recordsByControlNumber } from '../../catalogue/index.ts'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { borrowerOf, type Reader } from '../../readers/index.ts'
import { expectByTimetable } from '../commands/expect.ts'
import { recordEvent } from '../commands/transition.ts'
import { ACTIVE_HOLD, HOLD_TARGETS, HOLDS, type Lending } from '../tables.ts'
import type { RowFault } from './loans.ts'

/** @param lending where another system lends, 'taken': what its files name is there */
export async function loadHolds(
  write: Write,
  libraries: Libraries,
  readers: ReadonlyMap<string, Reader>,
  rows: readonly HoldRow[],
  lending: Lending | null,
): Promise<RowFault[]> {
  const faults: RowFault[] = []
  for (const [at, row] of rows.entries()) {
    const reader = readers.get(row.card) ?? null
    const known = await knownHold(write, row, reader)
    if (known) {
      if (lending !== null) await write.run(`UPDATE holds SET lending = $lending WHERE id = $id AND lending IS NULL AND ${ACTIVE_HOLD}`, { id: known.id, lending }) // prettier-ignore
      continue
    }
    const fault = await faultIn(write, libraries, row, reader)
    if (fault) faults.push({ row: at + 1, ...fault })
    else await createHold(write, libraries, row, reader, lending)
  }
  return faults
}

const targetsOf = (row: HoldRow): string[] => row.controlNumbers.split('|')

/** Whatever has become of it since. */
async function knownHold(write: Write, row: HoldRow, reader: Reader | null): Promise<{ id: number } | undefined> {
  const targets = targetsOf(row)
  const [found] = await write.read<{ id: number }>(
    `SELECT id FROM holds WHERE readerId IS $readerId AND requested = $requested AND pickup = $pickup
       AND (SELECT count(*) FROM holdTargets WHERE holdId = id AND controlNumber IN (SELECT value FROM json_each($targets))) = $count LIMIT 1`,
    { readerId: reader?.id ?? null, requested: row.asked, pickup: row.pickup, targets: JSON.stringify(targets), count: targets.length },
  )
  return found
}

async function faultIn(write: Write, libraries: Libraries, row: HoldRow, reader: Reader | null): Promise<Omit<RowFault, 'row'> | null> {
  const targets = targetsOf(row)
  const known = await write.read('SELECT 1 FROM records WHERE controlNumber IN (SELECT value FROM json_each($targets)) AND withdrawn = 0', {
    targets: JSON.stringify(targets),
  })
  if (known.length !== targets.length) return { code: 'no-record', value: row.controlNumbers }
  if (row.card !== '' && reader === null) return { code: 'no-reader', value: row.card }
  if (!libraries.pickups.place(row.pickup)) return { code: 'no-pickup', value: row.pickup }
  for (const barcode of [row.wanted ?? '', isActive(row.state) ? row.barcode : ''].filter(Boolean)) {
    const copy = await write.read("SELECT 1 FROM copies WHERE barcode = $barcode AND status <> 'withdrawn'", { barcode })
    if (copy.length === 0) return { code: 'no-copy', value: barcode }
  }
  return null
}

async function createHold(write: Write, libraries: Libraries, row: HoldRow, reader: Reader | null, lending: Lending | null): Promise<void> {
  const { category, homeSystem } = borrowerOf(libraries, reader)
  const barcode = row.barcode || null
  const targets = targetsOf(row)
  const hold = await write.use(HOLDS).create({
    reference: randomUUID(),
    readerId: reader?.id ?? null,
    pickup: row.pickup,
    state: row.state,
    requested: row.asked,
    wantedBarcode: row.wanted || null,
    barcode: isPromising(row.state) ? barcode : null,
    cost: 0,
    collectBy: row.collectBy || null,
    pausedUntil: row.pausedUntil || null,
    lending: isActive(row.state) ? lending : null,
    category,
    homeSystem: homeSystem ?? libraries.pickups.place(row.pickup)?.system ?? null,
    title: (await recordsByControlNumber(write, targets)).at(0)?.record.title ?? '',
  })
  await write
    .use(HOLD_TARGETS)
    .bulkCreate(targets.map((controlNumber) => ({ holdId: hold.id, controlNumber, open: isActive(row.state) ? 1 : 0 })))
  const asked = { now: row.asked }
  const since = { now: row.since || row.asked }
  await recordEvent(write, hold.id, 'waiting', 'reader', asked, null)
  if (barcode !== null && (row.state === 'in transit' || row.state === 'ready')) await place(write, libraries, { ...row, barcode })
  // What was collected was ready before.
  if (row.state === 'collected') await recordEvent(write, hold.id, 'ready', 'desk', since, barcode)
  if (row.state !== 'waiting') await recordEvent(write, hold.id, row.state, BY_READERS.includes(row.state) ? 'reader' : 'desk', since, barcode) // prettier-ignore
  if (barcode !== null && (row.state === 'being fetched' || row.state === 'in transit'))
    await expectByTimetable(write, libraries, barcode, since.now)
  // Nobody here has told its reader a day.
  await write.run('UPDATE holds SET promised = NULL WHERE id = $id', { id: hold.id })
}

/** At the desk where it is kept, or on its way there. */
async function place(write: Write, libraries: Libraries, { barcode, pickup, state, since, asked }: HoldRow): Promise<void> {
  const to = libraries.pickups.branchOf(pickup) ?? pickup
  await write.run(
    `INSERT OR REPLACE INTO whereabouts (barcode, desk, bound, since)
     SELECT barcode, CASE WHEN $ready THEN $to ELSE branch END, CASE WHEN $ready THEN NULL ELSE $to END, $since FROM copies WHERE barcode = $barcode`,
    { barcode, to, ready: state === 'ready' ? 1 : 0, since: since || asked },
  )
}

/** States into which readers bring their holds themselves. */
const BY_READERS: readonly HoldState[] = ['paused', 'cancelled']
