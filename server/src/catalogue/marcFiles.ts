/**
 * Records from a file, one at a time and in constant memory: ISO 2709 or MARCXML, told apart by the first character.
 * What can't be read is handed on as a fault, and reading goes on behind it.
 */
import { createReadStream } from 'node:fs'
import { BadRecord, MarcXmlReader, readIso2709, type MarcRecord, type RecordFault } from '@catalex/core/catalogue'

export type ReadRecord = { number: number; record: MarcRecord } | { number: number; fault: RecordFault }

export async function* recordsIn(file: string): AsyncGenerator<ReadRecord> {
  const xml = await beginsWithMarkup(file)
  let number = 0
  for await (const read of xml ? xmlRecords(file) : isoRecords(file)) {
    number += 1
    yield 'code' in read ? { number, fault: read } : { number, record: read }
  }
}

async function beginsWithMarkup(file: string): Promise<boolean> {
  for await (const chunk of createReadStream(file, { end: 63 }))
    return (chunk as Buffer)
      .toString('utf8')
      .replace(/^\ufeff/, '')
      .trimStart()
      .startsWith('<')
  return false
}

async function* isoRecords(file: string): AsyncGenerator<MarcRecord | RecordFault> {
  for await (const bytes of piecesOf(file)) {
    for (const piece of resynchronised(bytes)) yield readOne(piece)
  }
}

function readOne(bytes: Uint8Array): MarcRecord | RecordFault {
  try {
    return readIso2709(bytes)
  } catch (error) {
    if (error instanceof BadRecord) return error.fault
    throw error
  }
}

const RECORD_END = 0x1d

/** Octets that a record may have (ISO 2709: its length has five digits). */
const LONGEST_RECORD = 99_999

/**
 * The file cut behind each record terminator, line ends between records dropped. Of what is longer than any record only
 * the beginning is handed on, and reading goes on behind the next terminator.
 */
async function* piecesOf(file: string): AsyncGenerator<Buffer> {
  let rest = Buffer.alloc(0)
  let skipping = false
  for await (const chunk of createReadStream(file, { highWaterMark: 1 << 20 })) {
    rest = Buffer.concat([rest, chunk as Buffer])
    let start = 0
    for (let end = rest.indexOf(RECORD_END); end >= 0; end = rest.indexOf(RECORD_END, start)) {
      if (!skipping) yield withoutLineEnds(rest.subarray(start, end + 1))
      skipping = false
      start = end + 1
    }
    rest = rest.subarray(start)
    // Two records may have run into each other.
    if (rest.length <= 2 * LONGEST_RECORD) continue
    if (!skipping) yield withoutLineEnds(rest.subarray(0, LONGEST_RECORD))
    skipping = true
    rest = Buffer.alloc(0)
  }
  const last = withoutLineEnds(rest)
  if (last.length > 0 && !skipping) yield last
}

function withoutLineEnds(bytes: Buffer): Buffer {
  let start = 0
  while (start < bytes.length && (bytes[start] === 0x0a || bytes[start] === 0x0d || bytes[start] === 0x20)) start += 1
  return bytes.subarray(start)
}

/**
 * A record cut off without its terminator runs into the next. Where a whole record ends the piece, the two are parted,
 * so that only the one that is broken is lost.
 */
function resynchronised(bytes: Buffer): Buffer[] {
  if (Number(bytes.toString('latin1', 0, 5)) === bytes.length) return [bytes]
  for (let at = 1; at + 26 < Math.min(bytes.length, 2 * LONGEST_RECORD); at += 1) {
    const leader = bytes.toString('latin1', at, at + 24)
    if (/^\d{5}.{5}22\d{5}.{3}45/.test(leader) && Number(leader.slice(0, 5)) === bytes.length - at)
      return [bytes.subarray(0, at), bytes.subarray(at)]
  }
  return [bytes]
}

async function* xmlRecords(file: string): AsyncGenerator<MarcRecord | RecordFault> {
  const reader = new MarcXmlReader()
  for await (const chunk of createReadStream(file, { encoding: 'utf8' })) {
    const records = reader.read(chunk as string)
    yield* records
    // Behind a place where the XML breaks off nothing can be read.
    if (records.some((record) => 'code' in record && record.code === 'xml-breaks-off')) return
  }
  yield* reader.end()
}
