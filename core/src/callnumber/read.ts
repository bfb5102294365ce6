/**
 * From the parts of a call number (MARC 21 852 $k $h $i $m, enumeration, copy) to its text, its sort key and the lines
 * on the spine. What a scheme can't read is kept as it stands and files last.
 */
import { rangeOf, SCHEME_READERS } from './schemes.ts'
import type { CallNumberScheme } from './schemes.ts'
import { fold } from '../text/index.ts'
import { isVolume, loose, tailKey, volumeKey } from './order.ts'

export interface CallNumberParts {
  scheme: CallNumberScheme
  prefix: string | null
  classPart: string
  itemPart: string | null
  suffix: string | null
  /** Volume, issue or part of a set: "v.31 (2004)", "score". */
  enumeration: string | null
  copy: string | null
}

export interface CallNumber {
  /** Every element, in one line, as it would be written on a slip. */
  text: string
  /** Octet order of keys is shelf order. */
  sortKey: string
  /** The lines of the spine label, top down. */
  spine: string[]
  /** Whether the scheme could read it. */
  understood: boolean
}

/** Characters of a call number that a scheme reads: no label has more. */
const LONGEST = 200

export function readCallNumber(parts: CallNumberParts): CallNumber {
  const { scheme, enumeration } = parts
  const { prefix, body } = withPrefixApart(parts)
  const copy = parts.copy !== null && parts.copy !== '1' ? `c.${parts.copy}` : null
  // A volume stands on the spine; what else a copy is of a set does not.
  const volume = enumeration !== null && isVolume(enumeration) ? enumeration : null
  const extras = [volume, copy].filter((part) => part !== null)
  const reading = body.length > LONGEST ? null : SCHEME_READERS[scheme](body)
  const head = reading ? reading.key : `~${loose(fold(body.slice(0, LONGEST)))}`
  const tail = [enumeration ? volumeKey(enumeration.slice(0, LONGEST)) : '', copy ? tailKey([copy]) : '']
  return {
    text: [prefix, body, ...extras].filter(Boolean).join(' '),
    sortKey: `${rangeOf(scheme, prefix)}${[head, ...tail].filter(Boolean).join(' ')}`,
    spine: [...(prefix === '' ? [] : [prefix]), ...(reading?.lines ?? body.split(/\s+/).filter(Boolean)), ...extras],
    understood: reading !== null,
  }
}

/** A Dewey number may have its prefix in the class part: "REF 027". */
function withPrefixApart({ scheme, prefix, classPart, itemPart, suffix }: CallNumberParts): { prefix: string; body: string } {
  const body = [classPart, itemPart, suffix].filter(Boolean).join(' ')
  const inside = scheme === 'dewey' && !prefix ? /^(\p{L}[\p{L} ]{0,20}?)\s*(?=\d{3}(?!\d))/u.exec(body) : null
  return inside ? { prefix: inside[1] ?? '', body: body.slice(inside[0].length) } : { prefix: prefix ?? '', body }
}
