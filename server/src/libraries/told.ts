/** What the library says of itself, as it is kept in the database. */
import {
  courierFileSchema,
  coursesFileSchema,
  displaysFileSchema,
  inFormOfNow,
  libraryFileSchema,
  policiesFileSchema,
  returnsFileSchema,
  type CourierFile,
  type CoursesFile,
  type DisplaysFile,
  type Documents,
  type LibraryFile,
  type PoliciesFile,
  type ReturnsFile,
} from '@catalex/contract/files'
import { plansFileSchema, type PlansFile } from '@catalex/contract/plans'
import { checked } from '@catalex/contract/schema'
import type { Queryable, Write } from '../database/index.ts'
import { SETTINGS, VERSION } from './settings.ts'

/** What the library says of itself. */
export interface Told {
  library: LibraryFile
  policies: PoliciesFile
  /** Of those that need not be there, what is used here. */
  documents?: Pick<Documents, 'courier' | 'courses' | 'displays' | 'plans' | 'returns'>
}

export async function readTold(source: Queryable): Promise<Told> {
  const rows = await source.read<{ name: string; value: string }>(
    "SELECT name, value FROM settings WHERE name IN ('library', 'policies', 'courier', 'courses', 'displays', 'plans', 'returns')",
  )
  const value = (name: string): unknown => JSON.parse(rows.find((row) => row.name === name)?.value ?? 'null')
  return {
    library: checked<LibraryFile>(libraryFileSchema, inFormOfNow(value('library'))),
    policies: checked<PoliciesFile>(policiesFileSchema, value('policies')),
    documents: {
      ...(value('courier') === null ? {} : { courier: checked<CourierFile>(courierFileSchema, value('courier')) }),
      courses: checked<CoursesFile>(coursesFileSchema, value('courses') ?? []),
      displays: checked<DisplaysFile>(displaysFileSchema, value('displays') ?? []),
      plans: checked<PlansFile>(plansFileSchema, value('plans') ?? []),
      ...(value('returns') === null ? {} : { returns: checked<ReturnsFile>(returnsFileSchema, value('returns')) }),
    },
  }
}

export async function versionIn(source: Queryable): Promise<number> {
  const [row] = await source.read<{ value: string }>('SELECT value FROM settings WHERE name = $name', { name: VERSION })
  return Number(row?.value ?? 0)
}

/** @returns the version in which it is now; null where nothing has changed */
export async function storeTold(write: Write, { library, policies }: Told): Promise<number | null> {
  const settings = write.use(SETTINGS)
  const values = { library: JSON.stringify(library), policies: JSON.stringify(policies) }
  const stored = await settings.findAll({ where: { name: Object.keys(values) } })
  if (Object.entries(values).every(([name, value]) => stored.some((setting) => setting.name === name && setting.value === value)))
    return null
  const version = (await versionIn(write)) + 1
  for (const [name, value] of Object.entries({ ...values, [VERSION]: String(version) })) await settings.upsert({ name, value })
  return version
}
