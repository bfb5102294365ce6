/**
 * Messages by which a library’s own lending system is asked: SIP 2.00. A message is a code of two digits, parts of fixed
 * width, then fields of two letters and a text, each ended by "|"; at its end stand its number (AY) and its checksum (AZ).
 */
import { checksumOf } from './checksum.ts'
import { octetsOf, textOf, type Encoding } from './encodings.ts'

/** Names and widths of the parts of fixed width, by code, in their order. */
const LAYOUTS = {
  '09': { noBlock: 1, at: 18, returned: 18 },
  '10': { ok: 1, resensitize: 1, magnetic: 1, alert: 1, at: 18 },
  '11': { renewal: 1, noBlock: 1, at: 18, due: 18 },
  '12': { ok: 1, renewal: 1, magnetic: 1, desensitize: 1, at: 18 },
  '15': { mode: 1, at: 18 },
  '16': { ok: 1, available: 1, at: 18 },
  '17': { at: 18 },
  '18': { status: 2, security: 2, fee: 2, at: 18 },
  '29': { thirdParty: 1, noBlock: 1, at: 18, due: 18 },
  '30': { ok: 1, renewal: 1, magnetic: 1, desensitize: 1, at: 18 },
  '63': { language: 3, at: 18, summary: 10 },
  '64': { status: 14, language: 3, at: 18, held: 4, overdue: 4, charged: 4, fines: 4, recalled: 4, waiting: 4 },
  '93': { userAlgorithm: 1, passwordAlgorithm: 1 },
  '94': { ok: 1 },
  '96': {},
  '97': {},
  '98': { online: 1, checkIn: 1, checkOut: 1, renewal: 1, statusUpdate: 1, offline: 1, timeout: 3, retries: 3, at: 18, version: 4 },
  '99': { state: 1, width: 3, version: 4 },
} as const

export type MessageCode = keyof typeof LAYOUTS
type Part<Code extends MessageCode> = keyof (typeof LAYOUTS)[Code] & string

export interface Composed<Code extends MessageCode> {
  code: Code
  parts: Record<Part<Code>, string>
  /** By their two letters; a field that stands more than once has a list, one without a text is left out where it is null. */
  fields: Readonly<Record<string, string | readonly string[] | null>>
}

export interface Message {
  code: MessageCode
  parts: Readonly<Record<string, string>>
  /** Every text of a field, by its two letters. */
  fields: ReadonlyMap<string, readonly string[]>
  /** 0 to 9; null for a message that is not numbered. */
  sequence: number | null
}

export type MessageFault = 'too-long' | 'unknown' | 'too-short' | 'wrong-checksum' | 'too-many-fields'

/** Octets of a message, and fields of one. */
export const LONGEST_MESSAGE = 32_768
const MOST_FIELDS = 1000

/**
 * @param sequence 0 to 9
 * @returns octets, without the CR that ends it
 */
export function compose<Code extends MessageCode>(
  { code, parts, fields }: Composed<Code>,
  sequence: number,
  encoding: Encoding = 'utf-8',
): Uint8Array {
  const layout: Readonly<Record<string, number>> = LAYOUTS[code]
  const given: Readonly<Record<string, string>> = parts
  const fixed = Object.entries(layout).map(([name, width]) => plain(given[name] ?? '').slice(0, width).padEnd(width)) // prettier-ignore
  const variable = Object.entries(fields).flatMap(([id, value]) =>
    (value === null ? [] : typeof value === 'string' ? [value] : value).map((text) => `${id}${plain(text)}|`),
  )
  const summed = octetsOf(`${code}${fixed.join('')}${variable.join('')}AY${String(sequence)}AZ`, encoding)
  return Uint8Array.of(...summed, ...octetsOf(checksumOf(summed), encoding))
}

/** What would end a field or a message is left out. */
const plain = (text: string): string => text.replace(/[\p{Cc}|]+/gu, ' ')

/** @param octets a message without the CR that ends it; its checksum is that of the octets, however they are read */
export function readMessage(octets: Uint8Array, encoding: Encoding = 'utf-8'): Message | MessageFault {
  if (octets.length > LONGEST_MESSAGE) return 'too-long'
  const line = textOf(octets, encoding)
  const code = line.slice(0, 2)
  if (!isCode(code)) return 'unknown'
  const layout: Readonly<Record<string, number>> = LAYOUTS[code]
  const parts: Record<string, string> = {}
  let at = 2
  for (const [name, width] of Object.entries(layout)) {
    parts[name] = line.slice(at, at + width)
    at += width
  }
  if (at > line.length) return 'too-short'
  const trailer = TRAILER.exec(line)
  if (trailer && checksumOf(octets.subarray(0, -4)) !== trailer[2]?.toUpperCase()) return 'wrong-checksum'
  return withFields({ code, parts }, line.slice(at, trailer ? Math.max(at, trailer.index) : undefined), trailer)
}

const isCode = (text: string): text is MessageCode => Object.hasOwn(LAYOUTS, text)

/** The trailer stands at the end, so that no text of a field can pass for it. */
const TRAILER = /(?:AY(\d))?AZ([0-9A-Fa-f]{4})$/
const NUMBER = /^AY(\d)$/

function withFields(begun: Pick<Message, 'code' | 'parts'>, body: string, trailer: RegExpExecArray | null): Message | MessageFault {
  const fields = new Map<string, string[]>()
  const texts = body.split('|', MOST_FIELDS + 1)
  if (texts.length > MOST_FIELDS) return 'too-many-fields'
  // Of a message without a checksum the number may stand alone.
  const bare = trailer ? null : NUMBER.exec(texts.at(-1) ?? '')
  for (const text of bare ? texts.slice(0, -1) : texts)
    if (text.length >= 2) fields.set(text.slice(0, 2), [...(fields.get(text.slice(0, 2)) ?? []), text.slice(2)])
  const sequence = trailer?.[1] ?? bare?.[1]
  return { ...begun, fields, sequence: sequence === undefined ? null : Number(sequence) }
}

/** The first text of a field; null where there is none, or an empty one. */
export function fieldOf({ fields }: Message, id: string): string | null {
  const text = fields.get(id)?.[0]?.trim()
  return text === undefined || text === '' ? null : text
}

export const fieldsOf = ({ fields }: Message, id: string): string[] => (fields.get(id) ?? []).map((text) => text.trim()).filter((text) => text !== '') // prettier-ignore
