/** The files of a library's world: each read as far as it goes, with every fault in it by its place. */
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { basename, join } from 'node:path'
import {
  DOCUMENT_NAMES,
  DOCUMENT_SCHEMAS,
  holdRowSchema,
  inFormOfNow,
  libraryFileSchema,
  loanRowSchema,
  policiesFileSchema,
  readerRowSchema,
  statusRowSchema,
  type Documents,
  type HoldRow,
  type LibraryFile,
  type LoanRow,
  type PoliciesFile,
  type ReaderRow,
  type StatusRow,
} from '@catalex/contract/files'
import { violationsOf, type JSONSchema } from '@catalex/contract/schema'
import { CsvError, parse } from 'csv-parse/sync'
import { expectedInWords } from './expected.ts'

export interface WorldFiles {
  library: LibraryFile
  policies: PoliciesFile
  readers: ReaderRow[]
  loans: LoanRow[]
  holds: HoldRow[]
  /** Paths of the MARC files. */
  marc: string[]
  documents: Documents
}

/** What is wrong in one place of a file. */
export interface WorldFault {
  file: string
  /** "line 7", or the path to a value ("branches.2.system"); empty for the whole file. */
  place: string
  found: string
  expected: string
}

/** A file with a row for each line that can be read; `lines` says where it stands. */
export interface Rows<T> {
  rows: T[]
  lines: number[]
}

/** What could be read of each file; null where nothing could. */
export interface ReadWorld {
  library: LibraryFile | null
  policies: PoliciesFile | null
  readers: Rows<ReaderRow>
  loans: Rows<LoanRow>
  holds: Rows<HoldRow>
  marc: string[]
  documents: Documents
  faults: WorldFault[]
}

export function readWorld(folder: string): ReadWorld {
  const faults: WorldFault[] = []
  if (!existsSync(folder)) faults.push({ file: folder, place: '', found: 'nothing', expected: 'a folder with the files of a library' })
  const at = (name: string) => join(folder, name)
  return {
    library: json<LibraryFile>(libraryFileSchema, at('library.json'), faults, inFormOfNow),
    policies: json<PoliciesFile>(policiesFileSchema, at('policies.json'), faults),
    readers: csv<ReaderRow>(readerRowSchema, at('readers.csv'), faults),
    loans: csv<LoanRow>(loanRowSchema, at('loans.csv'), faults),
    holds: csv<HoldRow>(holdRowSchema, at('holds.csv'), faults),
    marc: existsSync(folder)
      ? readdirSync(folder)
          .filter((name) => /\.(mrc|xml)$/.test(name))
          .sort()
          .map(at)
      : [],
    documents: documentsIn(folder, faults),
    faults,
  }
}

/** Those that are there and can be read. */
function documentsIn(folder: string, faults: WorldFault[]): Documents {
  const there = DOCUMENT_NAMES.filter((name) => existsSync(join(folder, `${name}.json`)))
  const read = there.map((name) => [name, json(DOCUMENT_SCHEMAS[name], join(folder, `${name}.json`), faults)] as const)
  // Each checked against the schema of its name.
  return Object.fromEntries(read.filter(([, value]) => value !== null)) as Documents
}

/**
 * A list of copies whose status has changed.
 * @throws WorldInvalid
 */
export function readStatusList(file: string): StatusRow[] {
  const faults: WorldFault[] = []
  const { rows } = csv<StatusRow>(statusRowSchema, file, faults)
  if (faults.length > 0) throw new WorldInvalid(faults)
  return rows
}

/** Faults that a message names. */
const NAMED = 20

export class WorldInvalid extends Error {
  constructor(readonly faults: readonly WorldFault[]) {
    const more = faults.length > NAMED ? [`... and ${String(faults.length - NAMED)} more.`] : []
    super([...faults.slice(0, NAMED).map(faultLine), ...more].join('\n'))
    this.name = 'WorldInvalid'
  }
}

export const faultLine = ({ file, place, found, expected }: WorldFault): string =>
  `${[file, place].filter(Boolean).join(', ')}: ${found}; expected ${expected}.`

/** Characters of a found value that are shown. */
const LONGEST_SHOWN = 80

export const shown = (value: unknown): string => {
  const text = JSON.stringify(value) as string | undefined
  return text === undefined ? 'nothing' : text.length > LONGEST_SHOWN ? `${text.slice(0, LONGEST_SHOWN)}...` : text
}

/** Of a file that is read as a whole. */
const MAX_DOCUMENT_OCTETS = 64 * 1024 * 1024

function json<T>(schema: JSONSchema, path: string, faults: WorldFault[], asOfNow = (value: unknown) => value): T | null {
  const file = basename(path)
  if (!existsSync(path)) {
    faults.push({ file, place: '', found: 'nothing', expected: 'this file' })
    return null
  }
  if (statSync(path).size > MAX_DOCUMENT_OCTETS) {
    faults.push({ file, place: '', found: `${String(statSync(path).size)} octets`, expected: `at most ${String(MAX_DOCUMENT_OCTETS)}` })
    return null
  }
  const text = readFileSync(path, 'utf8').replace(/^\ufeff/, '')
  let value: unknown
  try {
    value = asOfNow(JSON.parse(text))
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error)
    const position = Number(/position (\d+)/.exec(message)?.[1] ?? 0)
    faults.push({ file, place: `line ${String(text.slice(0, position).split('\n').length)}`, found: message, expected: 'JSON' })
    return null
  }
  const violations = violationsOf(schema, value)
  for (const { at, rule, wanted } of violations)
    faults.push({ file, place: at, found: shown(valueAt(value, at)), expected: expectedInWords({ rule, wanted }) })
  // Checked just now.
  return violations.length === 0 ? (value as T) : null
}

function valueAt(value: unknown, path: string): unknown {
  return path === ''
    ? value
    : path.split('.').reduce<unknown>((inner, name) => (inner as Record<string, unknown> | undefined)?.[name], value)
}

interface ParsedRow {
  record: Record<string, string>
  info: { lines: number }
}

function csv<T>(schema: JSONSchema, path: string, faults: WorldFault[]): Rows<T> {
  const read: Rows<T> = { rows: [], lines: [] }
  if (!existsSync(path)) return read
  const file = basename(path)
  let parsed: ParsedRow[]
  try {
    parsed = parse(readFileSync(path), { columns: true, bom: true, skip_empty_lines: true, info: true }) as unknown as ParsedRow[]
  } catch (error) {
    if (!(error instanceof CsvError)) throw error
    faults.push({ file, place: `line ${String(error.lines)}`, found: error.message, expected: 'as many columns as the first line names' })
    return read
  }
  for (const { record, info } of parsed) {
    const violations = violationsOf(schema, record)
    for (const { at, rule, wanted } of violations)
      faults.push({
        file,
        place: [`line ${String(info.lines)}`, at].filter(Boolean).join(', '),
        found: shown(valueAt(record, at)),
        expected: expectedInWords({ rule, wanted }),
      })
    if (violations.length > 0) continue
    // Checked just now.
    read.rows.push(record as T)
    read.lines.push(info.lines)
  }
  return read
}
