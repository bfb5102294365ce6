// What has been made, and from which sources: so that nothing is made twice.
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { root } from './process.mjs'

const STAMPS = join(root, 'var', 'stamps')

export const isStamped = (name, value) => existsSync(join(STAMPS, name)) && readFileSync(join(STAMPS, name), 'utf8') === value

export function stamp(name, value) {
  const file = join(STAMPS, name)
  mkdirSync(dirname(file), { recursive: true })
  writeFileSync(file, value)
}

export const hashOf = (...parts) => createHash('sha256').update(parts.join('\0')).digest('hex')

const MADE = ['node_modules', 'dist', 'dist.new']

export function* filesUnder(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (MADE.includes(entry.name)) continue
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* filesUnder(path)
    else if (!entry.name.endsWith('.tsbuildinfo')) yield path
  }
}

export const sourcesOf = (...folders) =>
  hashOf(
    ...folders.flatMap((folder) => [...filesUnder(folder)].sort().map((file) => `${file} ${readFileSync(file, 'utf8')}`)),
    readFileSync('tsconfig.base.json', 'utf8'),
  )
