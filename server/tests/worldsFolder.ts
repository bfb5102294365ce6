/** Where the prepared worlds of these sources are kept; those of other sources go. */
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'

const KEPT = 'var/test-worlds'
const SOURCES = ['core/src', 'contract/src', 'demo/src', 'server/src', 'server/tests/preparedWorlds.ts']

export default function setUp({ provide }: TestProject): void {
  const hash = createHash('sha256')
  for (const file of SOURCES.flatMap(sourcesIn)) hash.update(file).update('\0').update(readFileSync(file)).update('\0')
  const current = hash.digest('hex').slice(0, 16)
  if (existsSync(KEPT))
    for (const other of readdirSync(KEPT)) if (other !== current) rmSync(join(KEPT, other), { recursive: true, force: true })
  provide('worldsFolder', join(process.cwd(), KEPT, current))
}

/** What a world depends on, tests and interface texts left out. */
function sourcesIn(path: string): string[] {
  if (path.endsWith('.ts')) return [path]
  return readdirSync(path, { recursive: true, encoding: 'utf8' })
    .filter((name) => /(?<!\.test)\.(ts|json)$/.test(name))
    .sort()
    .map((name) => join(path, name))
}
