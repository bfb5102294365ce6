/** The link by which a reader's calendar follows the card: nobody can guess it, and only its digest is kept. */
import { createHash, randomBytes } from 'node:crypto'
import type { Queryable, Write } from '../database/index.ts'
import { readerById, type Reader } from './reader.ts'

const BYTES = 24
/** Characters of a link, in base64url. */
const SECRET = /^[\w-]{32}$/

const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url')

export const newFeedSecret = (): string => randomBytes(BYTES).toString('base64url')

/** Whoever knew the link before knows nothing any more. @param secret null for no link */
export const setFeed = (write: Write, readerId: number, secret: string | null): Promise<void> =>
  write.run('UPDATE readers SET feed = $digest WHERE id = $readerId', { readerId, digest: secret === null ? null : digestOf(secret) })

export async function readerByFeed(source: Queryable, secret: string): Promise<Reader | null> {
  if (!SECRET.test(secret)) return null
  const [found] = await source.read<{ id: number }>('SELECT id FROM readers WHERE feed = $digest', { digest: digestOf(secret) })
  return found ? readerById(source, found.id) : null
}
