/**
 * The index in a file beside the database, as it lies in memory, so that a start need not build it. A line of JSON says
 * what follows and which state of which catalogue it is of; numbers are little-endian.
 */
import { closeSync, existsSync, fsyncSync, openSync, readSync, renameSync, statSync, writeSync } from 'node:fs'
import { crc32 } from 'node:zlib'
import { LAYOUT, type PackedHeader, type PackedIndex } from '@catalex/core/search'
import type { Stamp } from './stamp.ts'

export interface Snapshot extends Stamp {
  index: PackedIndex
}

interface Head extends Stamp {
  layout: string
  /** CRC-32 of what follows. */
  checksum: number
  header: PackedHeader
}

export const snapshotFile = (data: string): string => `${data}.index`

/** Tells one version of the file from the next; null where there is none. */
export function snapshotVersion(file: string): string | null {
  const stats = statSync(file, { throwIfNoEntry: false })
  return stats ? `${String(stats.ino)} ${String(stats.mtimeMs)}` : null
}

/** Octets at the start of the file that hold the length of the head. */
const LENGTH = 8
const PIECE = 1 << 26

/** Takes its place only when it is whole. */
export function writeSnapshot(file: string, { index, catalogue, changes }: Snapshot): void {
  const memory = Buffer.from(index.memory)
  const head = Buffer.from(
    JSON.stringify({ layout: LAYOUT, checksum: crc32(memory), catalogue, changes, header: index.header } satisfies Head),
  )
  const length = Buffer.alloc(LENGTH)
  length.writeUInt32LE(head.length)
  const building = `${file}.new`
  const out = openSync(building, 'w')
  try {
    for (const part of [length, head, memory]) {
      for (let at = 0; at < part.length;) at += writeSync(out, part, at, Math.min(PIECE, part.length - at))
    }
    fsyncSync(out)
  } finally {
    closeSync(out)
  }
  renameSync(building, file)
}

/** @returns null where there is none, or none that this version can read, or a damaged one */
export function readSnapshot(file: string): Snapshot | null {
  if (!existsSync(file)) return null
  const input = openSync(file, 'r')
  try {
    const length = Buffer.alloc(LENGTH)
    readSync(input, length)
    const text = Buffer.alloc(length.readUInt32LE())
    readSync(input, text)
    const head = JSON.parse(text.toString('utf8')) as Head
    if (head.layout !== LAYOUT) return null
    const memory = new SharedArrayBuffer(head.header.octets)
    const octets = Buffer.from(memory)
    return readWhole(input, octets) && crc32(octets) === head.checksum
      ? { catalogue: head.catalogue, changes: head.changes, index: { header: head.header, memory } }
      : null
  } catch {
    // A file that can't be read is no snapshot; the index is then built anew.
    return null
  } finally {
    closeSync(input)
  }
}

function readWhole(input: number, into: Buffer): boolean {
  for (let at = 0; at < into.length;) {
    const read = readSync(input, into, at, Math.min(PIECE, into.length - at), null)
    if (read === 0) return false
    at += read
  }
  return true
}
