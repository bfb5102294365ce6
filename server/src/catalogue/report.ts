/** What a load has done, and what it met: counts by reason, with the first examples of each. */
import type { RecordFault } from '@catalex/core/catalogue'
import type { PreparedRecord } from './preparing.ts'

export interface LoadReport {
  read: number
  added: number
  replaced: number
  unchanged: number
  withdrawn: number
  copies: number
  /** Authority records: headings with their other names. */
  headings: number
  /** Records that say of themselves that they are deleted. */
  deleted: number
  /** Call numbers that are kept as they are since their scheme can't read them; they sort last. */
  unreadCallNumbers: number
  /** Records of which nothing was taken, and what was odd about others, by reason. */
  counts: { refused: Record<string, number>; warned: Record<string, number> }
  /** The first of each reason, in the order of the files. */
  faults: LoadFault[]
  warnings: LoadFault[]
}

export interface LoadFault extends RecordFault {
  file: string
  /** Place in the file, from 1. */
  record: number
  controlNumber: string | null
}

/** Examples that are kept of one reason. */
const MOST_KEPT = 1000

export class Report {
  read = 0
  stored = 0
  copies = 0
  headings = 0
  deleted = 0
  unreadCallNumbers = 0
  private readonly refused: Reasons
  private readonly warned: Reasons

  constructor(private readonly files: readonly string[]) {
    this.refused = new Reasons(files)
    this.warned = new Reasons(files)
  }

  take(file: string, { number, controlNumber, copies, unreadCallNumbers, warnings }: PreparedRecord): void {
    this.stored += 1
    this.copies += copies.length
    this.unreadCallNumbers += unreadCallNumbers
    this.warnAll(file, number, controlNumber, warnings)
  }

  /** What had been taken, until a later version or a deletion of it came. */
  takeOut({ records, copies }: { records: number; copies: number }): void {
    this.stored -= records
    this.copies -= copies
  }

  refuse(file: string, record: number, controlNumber: string | null, fault: RecordFault): void {
    this.refused.add({ file, record, controlNumber, ...fault })
  }

  warnAll(file: string, record: number, controlNumber: string | null, warnings: readonly RecordFault[]): void {
    for (const warning of warnings) this.warned.add({ file, record, controlNumber, ...warning })
  }

  /** Of a record as a whole, wherever it stood. */
  warn(code: RecordFault['code'], controlNumber: string): void {
    this.warned.add({ file: this.files[0] ?? '', record: 0, controlNumber, field: null, code, facts: {} })
  }

  done(changes: Partial<Pick<LoadReport, 'added' | 'replaced' | 'unchanged' | 'withdrawn'>>): LoadReport {
    const { read, copies, headings, deleted, unreadCallNumbers } = this
    return {
      ...{ read, added: 0, replaced: 0, unchanged: 0, withdrawn: 0, copies, headings, deleted, unreadCallNumbers },
      ...changes,
      counts: { refused: this.refused.counts(), warned: this.warned.counts() },
      faults: this.refused.inOrder(),
      warnings: this.warned.inOrder(),
    }
  }
}

class Reasons {
  private readonly count = new Map<string, number>()
  private readonly kept: LoadFault[] = []

  constructor(private readonly files: readonly string[]) {}

  add(fault: LoadFault): void {
    const before = this.count.get(fault.code) ?? 0
    this.count.set(fault.code, before + 1)
    if (before < MOST_KEPT) this.kept.push(fault)
  }

  counts(): Record<string, number> {
    return Object.fromEntries([...this.count].sort(([, a], [, b]) => b - a))
  }

  inOrder(): LoadFault[] {
    return [...this.kept].sort((a, b) => this.files.indexOf(a.file) - this.files.indexOf(b.file) || a.record - b.record)
  }
}
