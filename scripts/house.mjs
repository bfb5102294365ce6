// What every script of the house needs: where it stands, what is installed, one plain sentence when something is wrong.
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')
process.chdir(root)

export class Stop extends Error {}

/** Runs `work`; what goes wrong is said in one sentence and ends the script with a code that is not 0. */
export async function main(work) {
  try {
    await work()
  } catch (error) {
    const full = error.code === 'ENOSPC' ? 'The disk is full: free some space, then start again.' : null
    console.error(full ?? error.message)
    process.exit(1)
  }
}

export function step(text) {
  console.log(`· ${text}`)
}

/** @returns when the command has ended well; throws Stop with `trouble` when it has not */
export function run(command, args, { trouble, quiet = false, env = {} } = {}) {
  return new Promise((done, fail) => {
    const child = spawn(command, args, {
      stdio: ['ignore', quiet ? 'pipe' : 'inherit', quiet ? 'pipe' : 'inherit'],
      env: { ...process.env, ...env },
    })
    let said = ''
    child.stdout?.on('data', (piece) => (said += piece))
    child.stderr?.on('data', (piece) => (said += piece))
    child.on('error', (error) => fail(new Stop(`${command} can't be run: ${error.message}`)))
    child.on('close', (code) => {
      if (code === 0) return done(said)
      if (quiet) console.error(said)
      fail(
        new Stop(
          /ENOSPC/.test(said)
            ? 'The disk is full: free some space, then start again.'
            : (trouble ?? `${command} ${args.join(' ')} ended with code ${String(code)}.`),
        ),
      )
    })
  })
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19) || major > 22)
    throw new Stop(`Catalex needs Node 20.19 to 22; this is ${process.versions.node}.`)
}

const STAMPS = join(root, 'var', 'stamps')

function stampOf(name) {
  const file = join(STAMPS, name)
  return existsSync(file) ? readFileSync(file, 'utf8') : null
}

function stamp(name, value) {
  mkdirSync(STAMPS, { recursive: true })
  writeFileSync(join(STAMPS, name), value)
}

const hashOf = (...parts) => createHash('sha256').update(parts.join('\0')).digest('hex')

/** @param why what can't be done without them, as the beginning of a sentence */
export async function installDebian(packages, why) {
  const names = packages.join(' ')
  if (process.getuid?.() !== 0 || !isOnPath('apt-get')) throw new Stop(`${why}: install ${names} as root, then start again.`)
  step(`Installing ${names}`)
  await run('apt-get', ['update', '-qq'], { quiet: true, trouble: `${why}, and Debian’s package lists could not be fetched.` })
  await run('apt-get', ['install', '-y', '-qq', ...packages], {
    quiet: true,
    env: { DEBIAN_FRONTEND: 'noninteractive' },
    trouble: `${why}, and ${names} could not be installed.`,
  })
}

const isOnPath = (program) => (process.env.PATH ?? '').split(':').some((folder) => existsSync(join(folder, program)))

/** What compiles the database driver where no ready-made one can be fetched. */
const COMPILERS = ['python3', 'make', 'g++']

/** Installs the packages when the lock file is not the one they were installed from. */
export async function install() {
  const lock = hashOf(readFileSync('package-lock.json', 'utf8'), process.versions.modules)
  if (existsSync('node_modules/.catalex') && readFileSync('node_modules/.catalex', 'utf8') === lock) return
  const missing = COMPILERS.filter((program) => !isOnPath(program))
  if (missing.length > 0) await installDebian(missing, 'The database driver has to be compiled')
  step('Installing packages (some minutes the first time: the database driver is compiled)')
  await run('npm', ['ci', '--no-audit', '--no-fund'], {
    quiet: true,
    trouble: 'The packages could not be installed: see above. Is the package registry within reach?',
  })
  writeFileSync('node_modules/.catalex', lock)
}

function* filesUnder(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (['node_modules', 'dist', 'dist.new'].includes(entry.name)) continue
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* filesUnder(path)
    else if (!entry.name.endsWith('.tsbuildinfo')) yield path
  }
}

const sourcesOf = (...folders) =>
  hashOf(
    ...folders.flatMap((folder) => [...filesUnder(folder)].sort().map((file) => `${file} ${readFileSync(file, 'utf8')}`)),
    readFileSync('tsconfig.base.json', 'utf8'),
  )

/** Builds what has changed since the last build; the web application appears only when it is whole. */
export async function build() {
  const rooms = sourcesOf('core', 'contract', 'server', 'demo', 'bench')
  if (stampOf('rooms') !== rooms || !existsSync('server/dist') || !existsSync('demo/dist')) {
    step('Building the server')
    await run('npx', ['tsc', '-b', 'server', 'demo', 'bench'], { trouble: 'The server could not be built: see above.' })
    stamp('rooms', rooms)
  }
  const web = sourcesOf('core', 'contract', 'web')
  if (stampOf('web') !== web || !existsSync('web/dist/index.html')) {
    step('Building the web application')
    await run('npm', ['exec', '-w', 'web', '--', 'vite', 'build'], {
      quiet: true,
      env: { WEB_OUT: 'dist.new' },
      trouble: 'The web application could not be built: see above.',
    })
    await precompress('web/dist.new')
    rmSync('web/dist', { recursive: true, force: true })
    renameSync('web/dist.new', 'web/dist')
    stamp('web', web)
  }
}

const TEXT = /\.(js|css|html|svg|json)$/

/** Beside each text file one for each way in which browsers take it compressed: as small as it gets, since it is done once. */
async function precompress(folder) {
  const brotli = promisify(brotliCompress)
  const zip = promisify(gzip)
  for (const file of filesUnder(folder)) {
    if (!TEXT.test(file)) continue
    const text = readFileSync(file)
    writeFileSync(`${file}.br`, await brotli(text, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }))
    writeFileSync(`${file}.gz`, await zip(text, { level: 9 }))
  }
}

/** Makes the demo's world and loads it, when there is none or `fresh` asks for a new one. */
export async function world({ folder = 'var/world', data = 'var/catalex.sqlite', fresh = false, args = [], quiet = false } = {}) {
  // Loaded into what is there, it would have the holds and messages of before, too. With the database go its log and its index.
  if (fresh) for (const beside of ['', '-wal', '-shm', '.index']) rmSync(`${data}${beside}`, { force: true })
  if (!existsSync(data)) {
    step('Making the demo’s world')
    await run('node', ['demo/dist/cli/makeWorld.js', '--out', folder, ...args], { quiet })
    step('Loading it')
    await run('node', ['server/dist/cli/catalex.js', 'load', '--world', folder, '--data', data, '--report', `${folder}/load-report.json`], {
      quiet,
    })
  }
}
