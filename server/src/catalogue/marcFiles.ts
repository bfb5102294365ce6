/**
 * Records from a file, one at a time and in constant memory: ISO 2709 or MARCXML, told apart by how it begins.
 * What can't be read is handed on as a fault, and reading goes on behind it.
 */
import { createReadStream } from 'node:fs'
import {
  BadRecord,
  beginsAsMarcXml,
  MarcXmlReader,
  readIso2709,
  warnings,
  type MarcRecord,
  type ReadMarc,
  type RecordFault,
} from '@catalex/core/catalogue'

export type ReadRecord = { number: number; record: MarcRecord; warnings: RecordFault[] } | { number: number; fault: RecordFault }

/** Whatever of a first record damage has left. */
const PART_OF_MARCXML = /<(?:\w{1,30}:)?(?:leader|controlfield|datafield)[\s>]/

const NOT_MARC: RecordFault = { field: null, code: 'not-marc', facts: {} }

/** @param onOctets told of each stretch of the file that has been read */
export async function* recordsIn(file: string, onOctets: (more: number) => void = () => undefined): AsyncGenerator<ReadRecord> {
  const octets = await beginningOf(file)
  const encoding = xmlEncodingOf(octets)
  const start = textOf(octets, encoding)
  // Either may begin with damage that looks like the other.
  const structured = start.includes(FIELD_END) && !PART_OF_MARCXML.test(start)
  const markup = start.startsWith('<') && !structured && beginsAsMarcXml(start)
  if (start.startsWith('<') && !structured && !markup) return yield { number: 1, fault: NOT_MARC }
  if (markup && encoding === null) return yield { number: 1, fault: unknownEncoding(declaredEncoding(start) ?? '') }
  let number = 0
  let likely = markup
  const faults: ReadRecord[] = []
  for await (const read of markup ? xmlRecords(file, encoding ?? 'utf-8', onOctets) : isoRecords(file, onOctets)) {
    number += 1
    const one: ReadRecord = 'code' in read ? { number, fault: read } : { number, ...read }
    // Until something has looked like a record, the file may be anything.
    likely ||= !('fault' in one) || !SHAPELESS.has(one.fault.code)
    if (!likely) {
      if (faults.length < MOST_SHAPELESS) faults.push(one)
      continue
    }
    yield* faults.splice(0)
    yield one
  }
  if (!likely) yield { number: 1, fault: NOT_MARC }
}

/** What is said of a piece that has nothing of a record. */
const SHAPELESS: ReadonlySet<RecordFault['code']> = new Set(['too-short', 'no-leader'])
const MOST_SHAPELESS = 1000

/** As much as tells what a file is. */
const BEGINNING = 4096

async function beginningOf(file: string): Promise<Buffer> {
  for await (const chunk of createReadStream(file, { end: BEGINNING })) return chunk as Buffer
  return Buffer.alloc(0)
}

/** Names of encodings in which XML is read: what the declaration says, and how it is decoded. */
const XML_ENCODINGS: ReadonlyMap<string, string> = new Map([
  ['utf-8', 'utf-8'],
  ['utf8', 'utf-8'],
  ['us-ascii', 'utf-8'],
  ['utf-16', 'utf-8'],
  ['iso-8859-1', 'windows-1252'],
  ['latin1', 'windows-1252'],
  ['windows-1252', 'windows-1252'],
])

/** What an XML file is written in, by its byte order mark, by its first character, or by what it says (XML 1.0, appendix F); null: not read here. */
function xmlEncodingOf(start: Buffer): string | null {
  const [first, second] = start
  if ((first === 0xff && second === 0xfe) || (first === 0x3c && second === 0)) return 'utf-16le'
  if ((first === 0xfe && second === 0xff) || (first === 0 && second === 0x3c)) return 'utf-16be'
  const declared = declaredEncoding(start.toString('latin1'))
  return declared === null ? 'utf-8' : (XML_ENCODINGS.get(declared.toLowerCase()) ?? null)
}

const declaredEncoding = (start: string): string | null =>
  /^[^<]{0,20}<\?xml\s[^>]{0,200}?encoding\s{0,9}=\s{0,9}["']([\w.:-]{1,40})["']/.exec(start)?.[1] ?? null

const textOf = (octets: Buffer, encoding: string | null): string => new TextDecoder(encoding ?? 'utf-8').decode(octets).trimStart()

const unknownEncoding = (name: string): RecordFault => ({ field: null, code: 'xml-encoding', facts: { name } })

async function* isoRecords(file: string, onOctets: (more: number) => void): AsyncGenerator<ReadMarc> {
  for await (const bytes of piecesOf(file, onOctets)) {
    for (const piece of resynchronised(bytes)) yield readOne(piece)
  }
}

function readOne(bytes: Uint8Array): ReadMarc {
  const { warn, found } = warnings()
  try {
    return { record: readIso2709(bytes, warn), warnings: found }
  } catch (error) {
    if (error instanceof BadRecord) return error.fault
    throw error
  }
}

const RECORD_END = 0x1d
const FIELD_END = '\u001e'

/** Octets that a record may have (ISO 2709: its length has five digits). */
const LONGEST_RECORD = 99_999

/**
 * The file cut behind each record terminator, line ends between records dropped. Of what is longer than any record only
 * the beginning is handed on, and reading goes on behind the next terminator.
 */
async function* piecesOf(file: string, onOctets: (more: number) => void): AsyncGenerator<Buffer> {
  let rest = Buffer.alloc(0)
  let skipping = false
  for await (const chunk of createReadStream(file, { highWaterMark: 1 << 20 })) {
    onOctets((chunk as Buffer).length)
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

/** Line ends, blanks, and the octets of a byte order mark, which stands where files were joined, too. */
const BETWEEN_RECORDS: ReadonlySet<number> = new Set([0x0a, 0x0d, 0x20, 0xef, 0xbb, 0xbf])

function withoutLineEnds(bytes: Buffer): Buffer {
  let start = 0
  while (start < bytes.length && BETWEEN_RECORDS.has(bytes[start] ?? 0)) start += 1
  return bytes.subarray(start)
}

/**
 * A record cut off without its terminator runs into the next. Where a whole record ends the piece, the two are parted,
 * so that only the one that is broken is lost.
 */
function resynchronised(bytes: Buffer): Buffer[] {
  if (Number(bytes.toString('latin1', 0, 5)) === bytes.length) return [bytes]
  for (let at = bytes.indexOf('22', 11, 'latin1'); at > 10 && at < 2 * LONGEST_RECORD; at = bytes.indexOf('22', at + 1, 'latin1')) {
    const start = at - 10
    const leader = bytes.toString('latin1', start, start + 24)
    if (/^\d{5}.{5}22\d{5}.{3}45/.test(leader) && Number(leader.slice(0, 5)) === bytes.length - start)
      return [bytes.subarray(0, start), bytes.subarray(start)]
  }
  return [bytes]
}

async function* xmlRecords(file: string, encoding: string, onOctets: (more: number) => void): AsyncGenerator<ReadMarc> {
  const reader = new MarcXmlReader()
  const decoder = new TextDecoder(encoding)
  for await (const chunk of createReadStream(file)) {
    onOctets((chunk as Buffer).length)
    yield* reader.read(decoder.decode(chunk as Buffer, { stream: true }))
  }
  yield* reader.read(decoder.decode())
  yield* reader.end()
}
