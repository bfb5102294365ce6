/** The files of a library's world, read and checked before anything is taken from them. */
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  holdRowSchema,
  libraryFileSchema,
  loanRowSchema,
  policiesFileSchema,
  readerRowSchema,
  statusRowSchema,
  type HoldRow,
  type LibraryFile,
  type LoanRow,
  type PoliciesFile,
  type ReaderRow,
  type StatusRow,
} from '@catalex/contract/files'
import { checked, Invalid, type JSONSchema } from '@catalex/contract/schema'
import { parse } from 'csv-parse/sync'

export interface WorldFiles {
  library: LibraryFile
  policies: PoliciesFile
  readers: ReaderRow[]
  loans: LoanRow[]
  holds: HoldRow[]
  /** Paths of the MARC files. */
  marc: string[]
}

export function readWorldFiles(folder: string): WorldFiles {
  return {
    library: json<LibraryFile>(libraryFileSchema, join(folder, 'library.json')),
    policies: json<PoliciesFile>(policiesFileSchema, join(folder, 'policies.json')),
    readers: csv<ReaderRow>(readerRowSchema, join(folder, 'readers.csv')),
    loans: csv<LoanRow>(loanRowSchema, join(folder, 'loans.csv')),
    holds: csv<HoldRow>(holdRowSchema, join(folder, 'holds.csv')),
    marc: readdirSync(folder)
      .filter((name) => /\.(mrc|xml)$/.test(name))
      .sort()
      .map((name) => join(folder, name)),
  }
}

/** A list of copies whose status has changed. */
export const readStatusList = (file: string): StatusRow[] => csv<StatusRow>(statusRowSchema, file)

function json<T>(schema: JSONSchema, file: string): T {
  try {
    return checked<T>(schema, JSON.parse(readFileSync(file, 'utf8')))
  } catch (error) {
    throw new Error(`${file} can't be read: ${error instanceof Error ? error.message : String(error)}`, { cause: error })
  }
}

function csv<T>(schema: JSONSchema, file: string): T[] {
  if (!existsSync(file)) return []
  const rows: unknown[] = parse(readFileSync(file), { columns: true, bom: true, skip_empty_lines: true })
  return rows.map((row, at) => {
    try {
      return checked<T>(schema, row)
    } catch (error) {
      if (error instanceof Invalid) throw new Error(`${file}, row ${String(at + 1)}: ${error.message}`, { cause: error })
      throw error
    }
  })
}
