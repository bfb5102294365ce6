/** A list of copies whose status has changed, from a library's own lending system: on loan until a day, or what else it is. */
import type { StatusRow } from '@catalex/contract/files'
import { RECORDED_STATUSES } from '@catalex/core/catalogue'
import { DUE } from '@catalex/core/loans'
import { recordsOfCopies, setCopyStatuses, type CopyStatusChange } from '../../catalogue/index.ts'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { LOANS } from '../tables.ts'
import { leaveDesks } from '../commands/leaveDesks.ts'
import type { RowFault } from './loans.ts'

export interface LoadedStatuses {
  /** Rows that were taken. */
  taken: number
  /** Control numbers of the records whose copies they name. */
  records: string[]
  faults: RowFault[]
}

const ON_LOAN = 'on loan'

/** The last row of a copy counts. */
export async function loadStatuses(write: Write, libraries: Libraries, rows: readonly StatusRow[]): Promise<LoadedStatuses> {
  const known = await recordsOfCopies(write, rows.map(({ barcode }) => barcode)) // prettier-ignore
  const faults: RowFault[] = []
  const good = new Map<string, StatusRow>()
  rows.forEach((row, at) => {
    const fault = !known.has(row.barcode) ? (['no-copy', row.barcode] as const) : isOnLoan(row) && !isDate(row.due) ? (['no-due', row.due] as const) : null // prettier-ignore
    if (fault) faults.push({ row: at + 1, code: fault[0], value: fault[1] })
    else good.set(row.barcode, row)
  })
  const lent = [...good.values()].filter(isOnLoan)
  const back = [...good.values()].filter((row) => !isOnLoan(row))
  await write.use(LOANS).destroy({ where: { barcode: back.map(({ barcode }) => barcode) } })
  await write.use(LOANS).bulkCreate(
    lent.map(({ barcode, due }) => ({ barcode, readerId: null, due, source: 'file' as const })),
    // Who has it, where that is known here, is not said anew.
    { updateOnDuplicate: ['due'] },
  )
  await setCopyStatuses(write, [...good.values()].map((row) => changeFrom(row, libraries))) // prettier-ignore
  await leaveDesks(write)
  return { taken: good.size, records: [...new Set([...good.keys()].flatMap((barcode) => known.get(barcode) ?? []))], faults }
}

const isOnLoan = ({ status }: StatusRow): boolean => status.trim().toLowerCase() === ON_LOAN
const DUE_DATE = new RegExp(DUE)
const isDate = (text: string): boolean => DUE_DATE.test(text)

/** A copy on loan belongs on its shelf as far as its record is concerned. */
function changeFrom(row: StatusRow, libraries: Libraries): CopyStatusChange {
  const { barcode } = row
  const words = row.status.trim()
  if (isOnLoan(row)) return { barcode, status: 'on shelf', statusText: null }
  const status = RECORDED_STATUSES.find((known) => known === words.toLowerCase() && known !== 'other') ?? libraries.statusNamed(words)
  return status === undefined ? { barcode, status: 'other', statusText: words } : { barcode, status, statusText: null }
}
