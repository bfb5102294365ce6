/**
 * `catalex load --watch FOLDER`: each file that comes into the folder is taken once, when it has stopped growing, and moved
 * to "done" or "refused" with its report.
 */
import { existsSync, mkdirSync, readdirSync, renameSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { load, LoadUnderWay } from './load.ts'
import { errorInWords } from '../sentences.ts'

export interface WatchOptions {
  data: string
  strict?: boolean
  /** Ends the watching. */
  signal?: AbortSignal
  /** Milliseconds between two looks: a file of the same size and time at both is whole. */
  every?: number
}

const TAKEN = /\.(mrc|marc|xml|csv)$/i

export async function watch(folder: string, { data, strict = false, signal, every = 1000 }: WatchOptions): Promise<void> {
  if (!existsSync(folder)) throw new Error(`There is no folder ${folder}.`)
  for (const name of ['done', 'refused']) mkdirSync(join(folder, name), { recursive: true })
  console.log(`Watching ${folder}: files are taken as they come.`)
  let before = new Map<string, string>()
  while (signal?.aborted !== true) {
    const now = filesIn(folder)
    for (const [name, state] of now) if (before.get(name) === state) await take(folder, name, { data, strict })
    before = now
    await pause(every, undefined, { signal }).catch(() => undefined)
  }
}

/** In the order of their names, which libraries number or date. */
function filesIn(folder: string): Map<string, string> {
  const names = readdirSync(folder).filter((name) => TAKEN.test(name))
  return new Map(
    names.sort().flatMap((name) => {
      const file = statSync(join(folder, name), { throwIfNoEntry: false })
      return file?.isFile() === true ? [[name, `${String(file.size)} ${String(file.mtimeMs)}`] as const] : []
    }),
  )
}

async function take(folder: string, name: string, { data, strict }: { data: string; strict: boolean }): Promise<void> {
  const file = join(folder, name)
  console.log(`${name}:`)
  const report = `${file}.report.json`
  let code: number
  try {
    code = await load([file], { data, report, strict })
  } catch (error) {
    console.error(errorInWords(error))
    // The file stays, and is taken at a later look.
    if (error instanceof LoadUnderWay) return
    code = 1
  }
  const place = join(folder, code === 0 ? 'done' : 'refused')
  renameSync(file, freePlace(place, name))
  if (existsSync(report)) renameSync(report, freePlace(place, `${name}.report.json`))
}

/** A file of the same name that came before is not written over. */
function freePlace(place: string, name: string): string {
  let path = join(place, name)
  for (let number = 2; existsSync(path); number += 1) path = join(place, `${String(number)}-${name}`)
  return path
}
