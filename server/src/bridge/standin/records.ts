/** What the stand-in knows: the copies, readers and loans of a catalogue’s database as it found them, and what it has done since. */
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import type { Reading } from '../../database/index.ts'
import { readerByCard, type Reader } from '../../readers/index.ts'

export interface StandinLoan {
  card: string
  /** ISO date. */
  due: string
  renewals: number
}

export interface StandinHold {
  card: string
  barcode: string
  title: string
  thisCopy: boolean
  pickup: string
  /** ISO date of the last day on the hold shelf; null for what is waited for. */
  until: string | null
}

export interface StandinCopy {
  barcode: string
  status: string
  controlNumber: string
  title: string
}

interface Kept {
  /** By barcode; null for what has come back. */
  loans: Record<string, StandinLoan | null>
  holds: StandinHold[]
}

export class StandinRecords {
  private constructor(
    private readonly database: Reading,
    private readonly file: string | null,
    private readonly kept: Kept,
  ) {}

  /** @param file where it keeps what it does, and goes on from; null to forget it */
  static async open(database: Reading, file: string | null): Promise<StandinRecords> {
    const kept = file !== null && existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Kept) : null
    return new StandinRecords(database, file, kept ?? { loans: {}, holds: await holdsFound(database) })
  }

  get holds(): readonly StandinHold[] {
    return this.kept.holds
  }

  setHolds(holds: StandinHold[]): void {
    this.kept.holds = holds
    this.keep()
  }

  setLoan(barcode: string, loan: StandinLoan | null): void {
    this.kept.loans[barcode] = loan
    this.keep()
  }

  async copy(barcode: string): Promise<StandinCopy | null> {
    const [copy] = await this.database.read<StandinCopy>(
      "SELECT barcode, copies.status, controlNumber, title FROM copies JOIN records ON records.id = recordId WHERE barcode = $barcode AND copies.status <> 'withdrawn'",
      { barcode },
    )
    return copy ?? null
  }

  reader(card: string): Promise<Reader | null> {
    return readerByCard(this.database, card)
  }

  async pinHash(card: string): Promise<string | null> {
    const [found] = await this.database.read<{ pinHash: string }>('SELECT pinHash FROM readers WHERE card = $card', { card })
    return found?.pinHash ?? null
  }

  async loan(barcode: string): Promise<StandinLoan | null> {
    if (Object.hasOwn(this.kept.loans, barcode)) return this.kept.loans[barcode] ?? null
    const [loan] = await this.database.read<StandinLoan>(
      "SELECT coalesce(card, '') AS card, due, renewals FROM loans LEFT JOIN readers ON readers.id = readerId WHERE barcode = $barcode",
      { barcode },
    )
    return loan ?? null
  }

  /** Barcodes. */
  async lentTo(card: string): Promise<string[]> {
    const rows = await this.database.read<{ barcode: string }>(
      'SELECT barcode FROM loans JOIN readers ON readers.id = readerId WHERE card = $card ORDER BY due, barcode',
      { card },
    )
    const before = rows.map(({ barcode }) => barcode).filter((barcode) => !Object.hasOwn(this.kept.loans, barcode))
    return [...before, ...Object.keys(this.kept.loans).filter((barcode) => this.kept.loans[barcode]?.card === card)]
  }

  /** Whole or not at all. */
  private keep(): void {
    if (this.file === null) return
    writeFileSync(`${this.file}.new`, JSON.stringify(this.kept))
    renameSync(`${this.file}.new`, this.file)
  }
}

/** Those that live in the database when the stand-in begins. */
function holdsFound(database: Reading): Promise<StandinHold[]> {
  return database
    .read<Omit<StandinHold, 'thisCopy'> & { thisCopy: number }>(
      `SELECT card, coalesce(holds.barcode, wantedBarcode, min(copies.barcode)) AS barcode, controlNumber AS title, wantedBarcode IS NOT NULL AS thisCopy, pickup,
         CASE WHEN state = 'ready' THEN collectBy END AS until
       FROM holds JOIN readers ON readers.id = readerId JOIN holdTargets ON holdId = holds.id JOIN records USING (controlNumber)
         JOIN copies ON recordId = records.id
       WHERE state IN ('waiting', 'paused', 'being fetched', 'in transit', 'ready') GROUP BY holds.id ORDER BY requested, holds.id`,
    )
    .then((rows) => rows.map((row) => ({ ...row, thisCopy: row.thisCopy === 1 })))
}
