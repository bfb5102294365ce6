// The demo's world: made by its generator, loaded by the command that loads a library's own files.
import { existsSync, rmSync } from 'node:fs'
import { run } from './process.mjs'

const BESIDE = ['', '-wal', '-shm', '.index']

/** @param args of the generator; the day of the world, say */
export const makeWorld = (folder, args = []) => run('node', ['demo/dist/cli/makeWorld.js', '--out', folder, ...args], { quiet: true })

/**
 * Loads the files of a world into a database of its own: loaded into one that is there, it would have the holds and messages
 * of before, too.
 * @param options of loading, beside where from and where to
 */
export async function loadWorld(folder, data, options = []) {
  for (const end of BESIDE) rmSync(`${data}${end}`, { force: true })
  const args = ['load', '--world', folder, '--data', data, '--report', `${folder}/load-report.json`, ...options]
  await run('node', ['server/dist/cli/catalex.js', ...args], { quiet: true })
}

export const isLoaded = (data) => existsSync(data)
