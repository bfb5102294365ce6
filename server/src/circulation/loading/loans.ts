/** Loans from a library's file. They take the place of those that came from the file before; loans made here stay. */
import type { LoanRow } from '@catalex/contract/files'
import { recordsOfCopies } from '../../catalogue/index.ts'
import type { Write } from '../../database/index.ts'
import type { Reader } from '../../readers/index.ts'
import { leaveDesks } from '../commands/leaveDesks.ts'
import { LOANS } from '../tables.ts'

/** A row that names what isn't there is left out and reported. */
export interface RowFault {
  row: number
  code: 'no-copy' | 'no-reader' | 'no-record' | 'no-pickup' | 'no-due'
  value: string
}

export interface LoadedLoans {
  /** Control numbers of the records whose copies were lent, or came back, as far as that is new. */
  records: string[]
  faults: RowFault[]
}

export async function loadLoans(write: Write, readers: ReadonlyMap<string, Reader>, rows: readonly LoanRow[]): Promise<LoadedLoans> {
  const copies = await knownCopies(write, rows)
  const faults: RowFault[] = []
  const good = rows.flatMap(({ barcode, card, due, renewals = '', recalledFrom = '' }, at) => {
    const fault = !copies.has(barcode) ? ['no-copy', barcode] as const : card !== '' && !readers.has(card) ? ['no-reader', card] as const : null // prettier-ignore
    if (fault) faults.push({ row: at + 1, code: fault[0], value: fault[1] })
    return fault
      ? []
      : [
          {
            barcode,
            readerId: readers.get(card)?.id ?? null,
            due,
            renewals: Number(renewals),
            recalledFrom: recalledFrom || null,
            recalledFor: null,
            source: 'file' as const,
          },
        ]
  })
  const before = await write.use(LOANS).findAll({ where: { source: 'file' }, raw: true })
  const now = new Map(good.map((loan) => [loan.barcode, loan]))
  const ended = before.filter(({ barcode }) => !now.has(barcode)).map(({ barcode }) => barcode)
  await write.use(LOANS).destroy({ where: { barcode: ended, source: 'file' } })
  const same = new Set(before.filter((loan) => isSame(loan, now.get(loan.barcode))).map(({ barcode }) => barcode))
  const madeHere = new Set((await write.use(LOANS).findAll({ where: { source: 'here' }, raw: true })).map(({ barcode }) => barcode))
  const changed = good.filter(({ barcode }) => !same.has(barcode) && !madeHere.has(barcode))
  for (let at = 0; at < changed.length; at += AT_ONCE)
    await write
      .use(LOANS)
      .bulkCreate(changed.slice(at, at + AT_ONCE), { updateOnDuplicate: ['readerId', 'due', 'renewals', 'recalledFrom', 'recalledFor'] })
  await leaveDesks(write)
  const moved = await recordsOfCopies(write, [...ended, ...changed.map(({ barcode }) => barcode)])
  return { records: [...new Set(moved.values())], faults }
}

const AT_ONCE = 2000

interface FileLoan {
  barcode: string
  readerId: number | null
  due: string
  renewals: number
  recalledFrom: string | null
}

const isSame = (a: FileLoan, b: FileLoan | undefined): boolean =>
  b !== undefined && a.readerId === b.readerId && a.due === b.due && a.renewals === b.renewals && a.recalledFrom === b.recalledFrom

async function knownCopies(write: Write, rows: readonly LoanRow[]): Promise<Set<string>> {
  const found = await write.read<{ barcode: string }>("SELECT barcode FROM copies WHERE barcode IN (SELECT value FROM json_each($barcodes)) AND status <> 'withdrawn'", { barcodes: JSON.stringify(rows.map(({ barcode }) => barcode)) }) // prettier-ignore
  return new Set(found.map(({ barcode }) => barcode))
}
