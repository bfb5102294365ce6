/** `catalex backup` and `catalex restore`: the database as one file, taken while it is in use, and put in its place again. */
import { closeSync, copyFileSync, existsSync, fsyncSync, openSync, readdirSync, realpathSync, renameSync, rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { claim, Database, fileFaults, migrate, ReadingPool } from '../../database/index.ts'
import { endEverySession } from '../../readers/index.ts'
import { snapshotFile } from '../../search/index.ts'

interface Options {
  data: string
}

/** A backup takes its place only when it is whole and has been checked. */
export async function backup(file: string, { data }: Options): Promise<void> {
  if (!existsSync(data)) throw new Error(`There is no database ${data}.`)
  if (!existsSync(dirname(file))) throw new Error(`There is no folder ${dirname(file)}.`)
  const making = `${file}.${String(process.pid)}${PART}`
  mustBeApart(data, file, making)
  removeLeftParts(dirname(file))
  try {
    const database = await Database.open(data, 1)
    try {
      await database.maintain((write) => write.run('VACUUM INTO $making', { making }))
    } finally {
      await database.close()
    }
    await mustBeSound(making)
    moveInto(making, file)
  } catch (error) {
    removeAll(making)
    throw error
  }
  console.log(`${data} is backed up to ${file}, and the backup has been checked.`)
}

/** Ends the name of what is not whole yet, behind the number of the process that writes it. */
const PART = '.being-written'

/** Of backups that were killed, whatever day they were named after; another one that is under way keeps its own. */
function removeLeftParts(folder: string): void {
  for (const name of readdirSync(folder)) {
    const writer = /\.(\d{1,10})\.being-written(?:-journal|-wal|-shm)?$/.exec(name)?.[1]
    if (writer !== undefined && !isRunning(Number(writer))) rmSync(join(folder, name), { force: true })
  }
}

function isRunning(pid: number): boolean {
  if (pid === process.pid) return false
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    // Somebody else's process runs as well.
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
}

/** The database that was there is replaced at once or not at all; the index is built anew at the next start. */
export async function restore(file: string, { data }: Options): Promise<void> {
  if (!existsSync(file)) throw new Error(`There is no backup ${file}.`)
  const making = `${data}.being-restored`
  mustBeApart(file, data, making)
  const releases = await Promise.all(['serve-lock', 'load-lock'].map((lock) => claim(`${data}.${lock}`)))
  try {
    if (releases.includes(null)) throw new Error(`Another process uses ${data}: stop it first.`)
    removeAll(making)
    copyFileSync(file, making)
    await mustBeSound(making)
    const restored = await Database.open(making, 1)
    try {
      await migrate(restored)
      // Who has signed out since the backup was made stays signed out.
      await restored.write(endEverySession)
    } finally {
      await restored.close()
    }
    await settle(data)
    rmSync(snapshotFile(data), { force: true })
    moveInto(making, data)
    removeAll(making)
  } finally {
    for (const release of releases) await release?.()
  }
  console.log(`${data} is as it was when ${file} was made. Everybody has to sign in anew.`)
}

/** What is read must not be what is written: a slip in a name would cost the database, or its backup. */
function mustBeApart(read: string, ...written: string[]): void {
  const real = (file: string) => (existsSync(file) ? realpathSync(file) : resolve(file))
  const files = ['', '-wal', '-shm', '.index'].map((end) => real(read) + end)
  const taken = written.find((file) => files.includes(real(file)))
  if (taken !== undefined) throw new Error(`${taken} belongs to ${read}: give the backup a file of its own.`)
}

async function mustBeSound(file: string): Promise<void> {
  const pool = await ReadingPool.open(file, 1)
  try {
    const [fault] = await fileFaults(pool)
    if (fault !== undefined) throw new Error(`${file} is damaged: ${fault}.`)
  } finally {
    await pool.close()
  }
}

/** What stands in the write-ahead log of the old database must not be read into the new one. */
async function settle(data: string): Promise<void> {
  if (!existsSync(data)) return
  try {
    const old = await Database.open(data, 1)
    await old.close()
  } catch {
    // Damaged, or no database: nothing of it is wanted any more.
  }
  for (const end of ['-wal', '-shm']) rmSync(data + end, { force: true })
}

function removeAll(file: string): void {
  for (const end of ['', '-wal', '-shm', '-journal']) rmSync(file + end, { force: true })
}

/** Lasting before it is named. */
function moveInto(making: string, file: string): void {
  const made = openSync(making, 'r+')
  fsyncSync(made)
  closeSync(made)
  renameSync(making, file)
  const folder = openSync(dirname(file), 'r')
  fsyncSync(folder)
  closeSync(folder)
}
