import { existsSync, mkdirSync, statfsSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'

type More = { environment?: 'node' | 'jsdom'; setupFiles?: string[]; globalSetup?: string }

/** Random tests draw the same in each ordinary run, so that none refuses a change it has nothing to do with: `npm run test:long` draws anew, and more. */
const provide = { seed: Number(process.env.CATALEX_SEED ?? 1926), runFactor: Number(process.env.CATALEX_RUN_FACTOR ?? 1) }

const MEMORY = '/dev/shm'
const ENOUGH_BYTES = 4e9

/** Databases of tests lie in memory where the machine has room there: they are real files all the same. */
function temporaryFolder(): string {
  const { bavail, bsize } = existsSync(MEMORY) ? statfsSync(MEMORY) : { bavail: 0, bsize: 0 }
  if (bavail * bsize < ENOUGH_BYTES) return tmpdir()
  mkdirSync(`${MEMORY}/catalex`, { recursive: true })
  return `${MEMORY}/catalex`
}

const project = (name: string, timeout: number, { setupFiles = [], ...more }: More = {}) => ({
  resolve: { conditions: ['source'] },
  ssr: { resolve: { conditions: ['source'] } },
  test: {
    name,
    include: [`${name}/{src,tests}/**/*.test.{ts,tsx}`],
    environment: 'node',
    // Test files share the modules they import, which cost more than most of the tests; each has its own server or page.
    isolate: false,
    testTimeout: timeout * provide.runFactor,
    hookTimeout: 120_000,
    setupFiles: ['vitest.setup.ts', ...setupFiles],
    provide,
    env: { TMPDIR: temporaryFolder() },
    ...more,
  },
})

/** Files of one project follow each other, so that a worker goes on with the modules it has; the large ones first. */
class ByProject extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const order = ['web', 'server', 'core', 'demo', 'contract']
    const sorted = await super.sort(files)
    return sorted.sort((a, b) => order.indexOf(a.project.name) - order.indexOf(b.project.name))
  }
}

export default defineConfig({
  test: {
    maxWorkers: availableParallelism(),
    sequence: { sequencer: ByProject },
    projects: [
      project('core', 60_000),
      project('contract', 60_000),
      project('server', 120_000, { globalSetup: 'server/tests/worldsFolder.ts' }),
      project('demo', 60_000),
      project('web', 120_000, { environment: 'jsdom', setupFiles: ['web/tests/setup.ts'] }),
    ],
  },
})
