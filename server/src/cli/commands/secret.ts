/** The key that signs session cookies: kept beside the database, so that a restart signs nobody out. */
import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

const OCTETS = 32

export function secretFor(data: string): string {
  const file = join(dirname(data), 'session-secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(OCTETS).toString('hex'), { mode: 0o600 })
  const secret = readFileSync(file, 'utf8').trim()
  if (secret.length < OCTETS)
    throw new Error(`The session secret in ${file} is too short: remove the file, and a new one is made. Readers sign in once more then.`)
  return secret
}
