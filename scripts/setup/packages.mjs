// The packages of the lock file, and the database driver, which is compiled on this machine.
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { CORES, isOnPath, run } from './process.mjs'
import { installDebian } from './debian.mjs'
import { hashOf } from './stamps.mjs'
import { runSteps } from './steps.mjs'

/** What compiles the database driver where no ready-made one can be fetched. */
const COMPILERS = ['python3', 'make', 'g++']
const PACKAGES = 'node_modules/.catalex'
const DRIVER = 'node_modules/sqlite3/.catalex'

const lock = () => hashOf(readFileSync('package-lock.json', 'utf8'), process.versions.modules)
const isOf = (file, value) => existsSync(file) && readFileSync(file, 'utf8') === value

/** Steps that install what is missing. The driver is a step of its own: much can be done while it compiles. */
export function installSteps() {
  const wanted = lock()
  return [
    ...(isOf(PACKAGES, wanted) ? [] : [{ name: 'Packages', cores: CORES, run: () => installPackages(wanted) }]),
    ...(isOf(DRIVER, wanted) ? [] : [{ name: 'Database driver', needs: ['Packages'], run: () => compileDriver(wanted) }]),
  ]
}

export const install = () => runSteps(installSteps())

async function installPackages(wanted) {
  const missing = COMPILERS.filter((program) => !isOnPath(program))
  if (missing.length > 0) await installDebian(missing, 'The database driver has to be compiled')
  await run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts'], {
    quiet: true,
    trouble: 'The packages could not be installed: see above. Is the package registry within reach?',
  })
  writeFileSync(PACKAGES, wanted)
}

async function compileDriver(wanted) {
  const jobs = String(CORES)
  await run('npm', ['rebuild', 'sqlite3'], {
    quiet: true,
    env: { npm_config_jobs: jobs, JOBS: jobs },
    trouble: 'The database driver could not be compiled: see above.',
  })
  writeFileSync(DRIVER, wanted)
}
