// What every script needs: where the checkout stands, how a command is run, one plain sentence when something is wrong.
import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
process.chdir(root)

/** Cores of this machine. */
export const CORES = availableParallelism()

export class Stop extends Error {}

const DISK_FULL = 'The disk is full: free some space, then start again.'

/** Runs `work`; what goes wrong is said in one sentence and ends the script with a code that is not 0. */
export async function main(work) {
  try {
    await work()
  } catch (error) {
    console.error(error.code === 'ENOSPC' ? DISK_FULL : error.message)
    process.exit(1)
  }
}

/**
 * Runs a command to its end.
 * @param quiet its output is kept, and shown only where it fails
 * @returns its output, where it is quiet; throws Stop with `trouble` when it has not ended well
 */
export function run(command, args, { trouble, quiet = false, env = {} } = {}) {
  return new Promise((done, fail) => {
    const child = spawn(command, args, {
      stdio: ['ignore', quiet ? 'pipe' : 'inherit', quiet ? 'pipe' : 'inherit'],
      env: { ...process.env, ...env },
    })
    let output = ''
    child.stdout?.on('data', (piece) => (output += piece))
    child.stderr?.on('data', (piece) => (output += piece))
    child.on('error', (error) => fail(new Stop(`${command} can't be run: ${error.message}`)))
    child.on('close', (code) => {
      if (code === 0) return done(output)
      const reason = /ENOSPC/.test(output) ? DISK_FULL : (trouble ?? `${command} ${args.join(' ')} ended with code ${String(code)}.`)
      // Shown at once, in one piece, whatever else is running.
      if (quiet) console.error(output)
      fail(new Stop(reason))
    })
  })
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19) || major > 22)
    throw new Stop(`Catalex needs Node 20.19 to 22; this is ${process.versions.node}.`)
}

export const isOnPath = (program) => (process.env.PATH ?? '').split(':').some((folder) => existsSync(join(folder, program)))

/** The value of an option of the command line, or null. */
export const option = (name) => (process.argv.includes(name) ? (process.argv[process.argv.indexOf(name) + 1] ?? null) : null)
