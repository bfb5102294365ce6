// What is served is built from the sources: the server's packages, and the web application.
import { copyFileSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'
import { run, Stop } from './process.mjs'
import { filesUnder, isStamped, sourcesOf, stamp } from './stamps.mjs'

const SERVED = ['core', 'contract', 'server', 'demo']
const sourcesOfServer = () => sourcesOf('core', 'contract', 'server', 'demo', 'bench')
const isBuilt = (value) => isStamped('server', value) && existsSync('server/dist') && existsSync('demo/dist') && existsSync('bench/dist')

/** Checks the types of the whole checkout; what runs is written on the way. */
export async function checkTypes() {
  const sources = sourcesOfServer()
  await run('npx', ['tsc', '-b'], { quiet: true, trouble: 'The types don’t agree: see above.' })
  stamp('server', sources)
}

/** The server, the maker of the demo's world and the benchmarks, with their types checked. */
export async function buildChecked() {
  await run('npx', ['tsc', '-b', 'server', 'demo', 'bench'], { trouble: 'The server could not be built: see above.' })
  stamp('server', sourcesOfServer())
}

/** Written by `tsc -b`: what it finds up to date it does not write again, so that nobody else may write there, either. */
const CHECKED_BEFORE = 'server/tsconfig.tsbuildinfo'

/**
 * The same, quickly: in a fresh clone without a look at the types, in a tenth of the time; else what has changed.
 * @param benches whether they are to be built, too
 */
export async function buildServer({ benches = false } = {}) {
  const sources = sourcesOfServer()
  if (isBuilt(sources) || (!benches && isStamped('served', sources) && existsSync('server/dist'))) return
  if (existsSync(CHECKED_BEFORE)) return buildChecked()
  const { transformSync } = await import('rolldown/utils')
  for (const folder of benches ? [...SERVED, 'bench'] : SERVED) transpileFolder(transformSync, folder)
  stamp(benches ? 'server' : 'served', sources)
}

const IS_SERVED = /(?<!\.test|\.d)\.ts$/

function transpileFolder(transform, folder) {
  for (const file of filesUnder(join(folder, 'src'))) {
    if (!IS_SERVED.test(file)) continue
    const { code, map, errors } = transform(file, readFileSync(file, 'utf8'), {
      lang: 'ts',
      target: 'es2023',
      sourcemap: true,
      // As `tsc` writes them, by the options of tsconfig.base.json.
      typescript: { onlyRemoveTypeImports: true, rewriteImportExtensions: 'rewrite' },
    })
    if (errors.length > 0) throw new Stop(`${file} could not be built: ${errors[0].message}`)
    const out = file.replace(join(folder, 'src'), join(folder, 'dist')).replace(/\.ts$/, '.js')
    mkdirSync(dirname(out), { recursive: true })
    writeFileSync(out, `${code}//# sourceMappingURL=${basename(out)}.map\n`)
    writeFileSync(`${out}.map`, JSON.stringify(map))
  }
}

/** As small as it gets, since it is done once for many readers; quickly, for tests, which are a reader each. */
const COMPRESSION = { best: { brotli: 11, gzip: 9 }, quick: { brotli: 4, gzip: 4 } }

/**
 * The web application, which appears only when it is whole.
 * @param {'best' | 'quick'} compression of its files
 */
export async function buildWeb(compression = 'best') {
  const sources = sourcesOf('core', 'contract', 'web')
  if (!isStamped('web', sources) || !existsSync('web/dist/index.html')) {
    await run('npm', ['exec', '-w', 'web', '--', 'vite', 'build'], {
      quiet: true,
      env: { WEB_OUT: 'dist.new' },
      trouble: 'The web application could not be built: see above.',
    })
    await compress('web/dist.new', COMPRESSION[compression])
    keepEarlier('web/dist', 'web/dist.new')
    rmSync('web/dist', { recursive: true, force: true })
    renameSync('web/dist.new', 'web/dist')
    stamp('web', sources)
  } else if (compression === 'best' && !isStamped('compressed', `best ${sources}`)) await compress('web/dist', COMPRESSION.best)
  else return
  stamp('compressed', `${compression} ${sources}`)
}

const BUILDS = 'builds.json'
const DAY_MS = 86_400_000
const assetsOf = (folder) => [...filesUnder(join(folder, 'assets'))].map((file) => basename(file))

/** Pages that are open ask for files of the build that they came from: those of the last one stay, and those of the last day. */
function keepEarlier(before, after) {
  const builds = existsSync(join(before, BUILDS)) ? JSON.parse(readFileSync(join(before, BUILDS), 'utf8')) : []
  const now = Date.now()
  const earlier = builds.filter(({ made }, place) => place === 0 || now - made < DAY_MS)
  writeFileSync(join(after, BUILDS), JSON.stringify([{ made: now, files: assetsOf(after) }, ...earlier]))
  for (const file of new Set(earlier.flatMap(({ files }) => files))) {
    const [from, to] = [join(before, 'assets', file), join(after, 'assets', file)]
    if (existsSync(from) && !existsSync(to)) copyFileSync(from, to)
  }
}

const TEXT = /\.(js|css|html|svg|json)$/

/** Beside each text file one for each way in which browsers take it compressed. */
async function compress(folder, { brotli, gzip: level }) {
  const compressBrotli = promisify(brotliCompress)
  const compressGzip = promisify(gzip)
  const compressFile = async (file) => {
    const text = readFileSync(file)
    writeFileSync(`${file}.br`, await compressBrotli(text, { params: { [constants.BROTLI_PARAM_QUALITY]: brotli } }))
    writeFileSync(`${file}.gz`, await compressGzip(text, { level }))
  }
  await Promise.all([...filesUnder(folder)].filter((file) => TEXT.test(file)).map(compressFile))
}
