/** What a load has done, in sentences, and as an exit code. */
import { writeFileSync } from 'node:fs'
import type { LoadFault, LoadReport } from '../catalogue/index.ts'
import type { LostHold, RowFault } from '../circulation/index.ts'
import type { Libraries, MissingRecord } from '../libraries/index.ts'
import { faultInWords, rowFaultInWords } from './sentences.ts'

export interface Outcome {
  /** Nothing at all could be read. */
  nothingRead: boolean
  /** Something was refused, or read with a warning. */
  odd: boolean
}

export const NOTHING_WRONG: Outcome = { nothingRead: false, odd: false }

export const exitCodeOf = ({ nothingRead, odd }: Outcome, { strict = false }: { strict?: boolean }): number =>
  nothingRead ? 1 : odd && strict ? 2 : 0

/** Examples that are shown of one reason. */
const EXAMPLES = 3

export function sayReport(report: LoadReport, options: { report?: string }): Outcome {
  const { added, replaced, unchanged, withdrawn, read, copies, counts } = report
  const also = [...(unchanged > 0 ? [`${String(unchanged)} unchanged`] : []), ...(withdrawn > 0 ? [`${String(withdrawn)} withdrawn`] : [])]
  console.log(`Loaded: ${[`${String(added)} new`, `${String(replaced)} replaced`, ...also].join(', ')} of ${String(read)} records read, with ${String(copies)} copies.`) // prettier-ignore
  if (report.headings > 0) console.log(`${String(report.headings)} headings with other names.`)
  if (report.unreadCallNumbers > 0)
    console.log(`${String(report.unreadCallNumbers)} call numbers can't be read by their scheme; they are kept as they are and sort last.`)
  sayReasons('Not loaded', counts.refused, report.faults)
  sayReasons('Loaded with a warning', counts.warned, report.warnings)
  if (options.report !== undefined) {
    const inWords = (faults: readonly LoadFault[]) => faults.map((fault) => ({ ...fault, reason: faultInWords(fault) }))
    const whole = { ...report, faults: inWords(report.faults), warnings: inWords(report.warnings) }
    writeFileSync(options.report, JSON.stringify(whole, null, 2))
  }
  const refused = sum(counts.refused)
  return { nothingRead: refused > 0 && refused === read, odd: refused + sum(counts.warned) > 0 }
}

const sum = (counts: Record<string, number>): number => Object.values(counts).reduce((all, one) => all + one, 0)

/** By reason, the commonest first, each with its first examples. */
function sayReasons(what: string, counts: Record<string, number>, faults: readonly LoadFault[]): void {
  for (const [code, count] of Object.entries(counts)) {
    const examples = faults.filter((fault) => fault.code === code).slice(0, EXAMPLES)
    console.log(`${what}: ${String(count)} times ${code}`)
    for (const fault of examples) console.log(`  ${whereOf(fault)}: ${faultInWords(fault)}`)
    if (count > examples.length) console.log(`  and ${String(count - examples.length)} more`)
  }
}

function whereOf({ file, record, controlNumber, field }: LoadFault): string {
  const parts = [
    controlNumber ?? 'no number',
    record > 0 ? `record ${String(record)} of ${file}` : '',
    field === null ? '' : `field ${field}`,
  ]
  return parts.filter(Boolean).join(', ')
}

/** Files of the first form are read, and that is told. */
export function sayForm(...files: readonly { format?: number }[]): void {
  if (files.some(({ format }) => format !== 2))
    console.log('library.json and policies.json are read in their old form; "format": 2 says that they are in this one.')
}

/** Rows that are named; the rest is counted. */
const SHOWN_ROWS = 20

export function sayRows(file: string, faults: readonly RowFault[]): void {
  for (const fault of faults.slice(0, SHOWN_ROWS)) console.log(`Not loaded: ${file}, row ${String(fault.row)}: ${rowFaultInWords(fault)}`)
  if (faults.length > SHOWN_ROWS) console.log(`... and ${String(faults.length - SHOWN_ROWS)} more rows.`)
}

export function sayLost(holds: readonly LostHold[]): void {
  for (const { title, outcome } of holds)
    console.log(
      outcome === 'unfillable' ? `A hold on "${title}" can't be filled any more.` : `A hold on "${title}" lost its copy and waits again.`,
    )
}

/** What courses, displays and lists name that the catalogue does not have: they are kept, and show it when it comes. */
export function sayMissing(missing: readonly MissingRecord[]): void {
  for (const { file, row, controlNumber } of missing.slice(0, SHOWN_ROWS))
    console.log(`${file}, entry ${String(row)}: the catalogue has no record "${controlNumber}".`)
  if (missing.length > SHOWN_ROWS) console.log(`... and ${String(missing.length - SHOWN_ROWS)} more.`)
}

/** Lines that call at a branch on the way out and on the way back: no fault, but whoever wrote one twice by mistake sees it. */
export function sayLinesOutAndBack(libraries: Libraries): void {
  for (const { line, branch } of libraries.calledTwice())
    console.log(
      `${line} calls at ${branch} on the way out and on the way back: each run counts once, copies take the first call that they catch.`,
    )
}
