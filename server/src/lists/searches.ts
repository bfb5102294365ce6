/** Searches that a reader keeps. */
import type { KeepSearch, KeptSearches } from '@catalex/contract/searches'
import { MOST_SEARCHES } from '@catalex/core/lists'
import { randomUUID } from 'node:crypto'
import type { Queryable, Write } from '../database/index.ts'

/** The last kept first. */
export function searchesOf(source: Queryable, readerId: number): Promise<KeptSearches> {
  return source.read('SELECT code AS id, name, address, seen FROM keptSearches WHERE readerId = $readerId ORDER BY keptSearches.id DESC', {
    readerId,
  })
}

/** @returns null where the reader has as many as anybody may have; one of the same address takes the place of the one before */
export async function keepSearch(write: Write, readerId: number, { name, address }: KeepSearch, now: string): Promise<KeptSearches | null> {
  await write.run('DELETE FROM keptSearches WHERE readerId = $readerId AND address = $address', { readerId, address })
  if ((await searchesOf(write, readerId)).length >= MOST_SEARCHES) return null
  await write.run('INSERT INTO keptSearches (readerId, code, name, address, seen) VALUES ($readerId, $code, $name, $address, $now)', {
    readerId,
    code: randomUUID(),
    name: name.trim(),
    address,
    now,
  })
  return searchesOf(write, readerId)
}

/** It has been looked at. @returns null where this reader has no such search */
export async function noteSearchSeen(write: Write, readerId: number, code: string, now: string): Promise<KeptSearches | null> {
  if (!(await isThere(write, readerId, code))) return null
  await write.run('UPDATE keptSearches SET seen = $now WHERE readerId = $readerId AND code = $code', { readerId, code, now })
  return searchesOf(write, readerId)
}

/** @returns null where this reader has no such search */
export async function removeSearch(write: Write, readerId: number, code: string): Promise<KeptSearches | null> {
  if (!(await isThere(write, readerId, code))) return null
  await write.run('DELETE FROM keptSearches WHERE readerId = $readerId AND code = $code', { readerId, code })
  return searchesOf(write, readerId)
}

const isThere = async (write: Write, readerId: number, code: string): Promise<boolean> =>
  (await write.read('SELECT 1 FROM keptSearches WHERE readerId = $readerId AND code = $code', { readerId, code })).length > 0
