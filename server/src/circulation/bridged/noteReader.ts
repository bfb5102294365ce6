/** What another lending system says of a reader: what they owe and what stops them, their loans, and where their holds are. */
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { setAccount, type Reader } from '../../readers/index.ts'
import type { CopyAtDesk, ReaderAtDesk } from '../../standins/index.ts'
import { collectByAt } from '../commands/follow.ts'
import { leaveDesks } from '../commands/leaveDesks.ts'
import { transition, type Standing } from '../commands/transition.ts'
import type { Moment } from '../moment.ts'
import { ACTIVE_HOLD, PROMISED_HOLD, LOANS } from '../tables.ts'

export interface SaidReader {
  said: ReaderAtDesk
  /** References of the holds that it had when it was asked: of one that came since it could not know. */
  known: readonly string[]
  /** Of what they have and of what is ready, as far as it was asked. */
  copies: ReadonlyMap<string, CopyAtDesk>
}

export async function noteReader(
  write: Write,
  libraries: Libraries,
  reader: Reader,
  { said, known, copies }: SaidReader,
  at: Moment,
): Promise<void> {
  await setAccount(write, reader.id, { owed: said.owed ?? reader.owed, block: said.block })
  // Holds first: a copy that is ready can't be on loan, and what was collected ends its hold.
  if (said.ready !== null && said.waiting !== null) await followHolds(write, libraries, { said, known, copies }, at)
  if (said.lent !== null) await followLoans(write, reader, said.lent, copies)
}

async function followLoans(write: Write, { id }: Reader, lent: readonly string[], copies: SaidReader['copies']): Promise<void> {
  const loans = write.use(LOANS)
  const before = await loans.findAll({ where: { readerId: id }, raw: true })
  const ended = before.filter(({ barcode }) => !lent.includes(barcode)).map(({ barcode }) => barcode)
  await loans.destroy({ where: { readerId: id, barcode: ended } })
  const dues = new Map(before.map(({ barcode, due }) => [barcode, due]))
  const known = new Set((await recordsOf(write, lent)).keys())
  const changed = lent.flatMap((barcode) => {
    const due = copies.get(barcode)?.due ?? ''
    return known.has(barcode) && due !== '' && due !== dues.get(barcode) ? { barcode, readerId: id, due, source: 'file' as const } : []
  })
  if (changed.length > 0) await loans.bulkCreate(changed, { updateOnDuplicate: ['readerId', 'due', 'source'] })
  await leaveDesks(write)
}

interface HoldHere extends Standing {
  pickup: string
  wantedBarcode: string | null
  collectBy: string | null
  /** Control numbers, as JSON. */
  records: string
}

/** What it does not name any more has ended there: collected where the reader has it now, else let go. */
async function followHolds(write: Write, libraries: Libraries, { said, known, copies }: SaidReader, at: Moment): Promise<void> {
  const { lent, ready, waiting } = { lent: said.lent ?? [], ready: said.ready ?? [], waiting: said.waiting ?? [] }
  const records = await recordsOf(write, [...lent, ...ready, ...waiting])
  const holds = await write.read<HoldHere>(
    `SELECT id, state, barcode, pickup, wantedBarcode, collectBy, (SELECT json_group_array(controlNumber) FROM holdTargets WHERE holdId = holds.id) AS records
     FROM holds WHERE reference IN (SELECT value FROM json_each($known)) AND ${ACTIVE_HOLD} ORDER BY requested, id`,
    { known: JSON.stringify(known) },
  )
  /** Each copy stands for one hold. */
  const left = { ready: [...ready], waiting: [...waiting] }
  for (const hold of holds) {
    // Made by json_group_array, above.
    const targets = JSON.parse(hold.records) as string[]
    const serves = (barcode: string) =>
      hold.wantedBarcode === null ? targets.includes(records.get(barcode) ?? '') : barcode === hold.wantedBarcode
    const kept = taken(left.ready, serves)
    if (kept !== null) await becomesReady(write, libraries, hold, { barcode: kept, collectBy: copies.get(kept)?.collectBy ?? null }, at)
    else if (taken(left.waiting, serves) !== null) await waitsAgain(write, libraries, hold, at)
    else await ends(write, libraries, hold, lent.find(serves) ?? null, at)
  }
}

/** Takes the first that serves off the list. */
function taken(barcodes: string[], serves: (barcode: string) => boolean): string | null {
  const at = barcodes.findIndex(serves)
  return at < 0 ? null : (barcodes.splice(at, 1)[0] ?? null)
}

async function becomesReady(
  write: Write,
  libraries: Libraries,
  hold: HoldHere,
  { barcode, collectBy }: { barcode: string; collectBy: string | null },
  at: Moment,
): Promise<void> {
  if (hold.state !== 'ready' || hold.barcode !== barcode) {
    if (await isKeptForOther(write, hold, barcode)) return
    await write.run('DELETE FROM loans WHERE barcode = $barcode', { barcode })
    if (hold.state !== 'waiting') await transition(write, libraries, hold, 'waiting', 'desk', at)
    await transition(write, libraries, hold, 'ready', 'desk', at, barcode)
  }
  const until = collectBy ?? hold.collectBy ?? collectByAt(libraries, hold.pickup, at.now)
  await write.run('UPDATE holds SET collectBy = $until WHERE id = $id AND collectBy IS NOT $until', { id: hold.id, until })
}

async function waitsAgain(write: Write, libraries: Libraries, hold: HoldHere, at: Moment): Promise<void> {
  if (hold.state === 'waiting' || hold.state === 'paused') return
  await transition(write, libraries, hold, 'waiting', 'desk', at)
  await write.run('UPDATE holds SET collectBy = NULL WHERE id = $id', { id: hold.id })
}

/** Whoever has it has collected it, also where nobody here was told that it was ready. */
async function ends(write: Write, libraries: Libraries, hold: HoldHere, had: string | null, at: Moment): Promise<void> {
  if (had === null || (await isKeptForOther(write, hold, had))) {
    await transition(write, libraries, hold, 'cancelled', 'desk', at)
    return
  }
  if (hold.state === 'paused') await transition(write, libraries, hold, 'waiting', 'desk', at)
  if (hold.state !== 'ready') await transition(write, libraries, hold, 'ready', 'desk', at, had)
  await transition(write, libraries, hold, 'collected', 'reader', at)
}

/** Whoever a copy was set aside for has to be told otherwise before it is somebody else's. */
async function isKeptForOther(write: Write, { id }: HoldHere, barcode: string): Promise<boolean> {
  const others = await write.read(`SELECT 1 FROM holds WHERE barcode = $barcode AND ${PROMISED_HOLD} AND id <> $id`, { barcode, id })
  return others.length > 0
}

async function recordsOf(write: Write, barcodes: readonly string[]): Promise<Map<string, string>> {
  const rows = await write.read<{ barcode: string; controlNumber: string }>(
    'SELECT barcode, controlNumber FROM copies JOIN records ON records.id = recordId WHERE barcode IN (SELECT value FROM json_each($barcodes))',
    { barcodes: JSON.stringify(barcodes) },
  )
  return new Map(rows.map(({ barcode, controlNumber }) => [barcode, controlNumber]))
}
