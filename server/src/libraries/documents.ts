/** Courier lines, course reserves, displays and plans as the library's files say them, kept for the rooms that use them. */
import { DOCUMENT_NAMES, type Documents } from '@catalex/contract/files'
import type { Write } from '../database/index.ts'
import { SETTINGS, VERSION } from './settings.ts'

/** What stands in a file of which the catalogue has no record. */
export interface MissingRecord {
  file: string
  /** Of the course, display or list, from 1. */
  row: number
  controlNumber: string
}

/** Those that the files say take the place of those kept before; what they don't say goes. */
export async function storeDocuments(write: Write, documents: Documents): Promise<MissingRecord[]> {
  await keep(write, documents)
  const named = recordsNamed(documents)
  const known = new Set(
    (
      await write.read<{ controlNumber: string }>(
        'SELECT controlNumber FROM records WHERE controlNumber IN (SELECT value FROM json_each($named)) AND withdrawn = 0',
        { named: JSON.stringify(named.map(({ controlNumber }) => controlNumber)) },
      )
    ).map(({ controlNumber }) => controlNumber),
  )
  return named.filter(({ controlNumber }) => !known.has(controlNumber))
}

/** Lists are their readers', and are kept with those that readers make. */
const KEPT = DOCUMENT_NAMES.filter((name) => name !== 'lists')

async function keep(write: Write, documents: Documents): Promise<void> {
  const settings = write.use(SETTINGS)
  let changed = false
  for (const name of KEPT) {
    const document = documents[name]
    const value = document === undefined ? null : JSON.stringify(document)
    const before = (await settings.findByPk(name))?.value ?? null
    if (value === before) continue
    changed = true
    if (value === null) await settings.destroy({ where: { name } })
    else await settings.upsert({ name, value })
  }
  if (!changed) return
  const version = Number((await settings.findByPk(VERSION))?.value ?? 0)
  await settings.upsert({ name: VERSION, value: String(version + 1) })
}

function recordsNamed({ courses = [], displays = [], lists = [] }: Documents): MissingRecord[] {
  const rows = (file: string, all: readonly (readonly (string | undefined)[])[]) =>
    all.flatMap((numbers, i) =>
      numbers.flatMap((controlNumber) => (controlNumber === undefined ? [] : { file, row: i + 1, controlNumber })),
    )
  return [
    ...rows('courses.json', courses.map(({ texts }) => texts.map(({ controlNumber }) => controlNumber))), // prettier-ignore
    ...rows('displays.json', displays.map(({ controlNumbers = [] }) => controlNumbers)), // prettier-ignore
    ...rows('lists.json', lists.map(({ entries }) => entries.map(({ controlNumber }) => controlNumber))), // prettier-ignore
  ]
}
