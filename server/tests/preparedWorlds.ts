/**
 * Worlds that tests start from: each is made and loaded once, kept under `var`, and copied for whoever needs it. They are
 * kept by what they are made from, so that a change of the sources, or of a world's files, makes them anew.
 */
import { createHash, randomUUID } from 'node:crypto'
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { makeWorld, writeWorld } from '@catalex/demo/world'
import { inject } from 'vitest'
import { load } from '../src/cli/commands/load.ts'

export const DAY = '2026-11-25'
const SEED = 'test'
const BRANCHES = 14
const DATABASE = 'catalex.sqlite'
const WORLD = 'world'

export interface PreparedWorld {
  /** Folder of the world's files. */
  world: string
  /** The database, with its index beside it. */
  data: string
}

/**
 * @param folder filled with the files of the world and the database that was loaded from them
 * @param change changes the files before they are loaded
 */
export async function copyPreparedWorld(
  folder: string,
  titles: number,
  change: (world: string) => void = () => undefined,
): Promise<PreparedWorld> {
  const files = await kept(`files-${String(titles)}`, (into) =>
    writeWorld(makeWorld({ titles, seed: SEED, today: DAY, branches: BRANCHES }), into),
  )
  const world = join(folder, WORLD)
  cpSync(files, world, { recursive: true })
  change(world)
  const loaded = await kept(`loaded-${String(titles)}-${hashOfFiles(world)}`, async (into) => {
    mkdirSync(into, { recursive: true })
    await load([], { world, data: join(into, DATABASE), clock: `${DAY}T06:00` })
  })
  cpSync(loaded, folder, { recursive: true })
  return { world, data: join(folder, DATABASE) }
}

/** The folder of that name, made where it is not there. Two workers may make it at the same time: either will do. */
async function kept(name: string, make: (into: string) => Promise<unknown>): Promise<string> {
  const root = inject('worldsFolder')
  const folder = join(root, name)
  if (existsSync(folder)) return folder
  const making = `${folder}.${randomUUID()}`
  mkdirSync(root, { recursive: true })
  await make(making)
  try {
    renameSync(making, folder)
  } catch (error) {
    if (!existsSync(folder)) throw error
    rmSync(making, { recursive: true })
  }
  return folder
}

function hashOfFiles(folder: string): string {
  const hash = createHash('sha256')
  const entries = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile())
  for (const path of entries.map(({ parentPath, name }) => join(parentPath, name)).sort())
    hash.update(path.slice(folder.length)).update('\0').update(readFileSync(path)).update('\0')
  return hash.digest('hex').slice(0, 16)
}
