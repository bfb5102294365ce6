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
  const { prefix, body, lines, key, extras, copy } = elementsOf(parts)
  const head = key ?? `~${loose(fold(body.slice(0, LONGEST)))}`
  const tail = [enumeration ? volumeKey(enumeration.slice(0, LONGEST)) : '', copy ? tailKey([copy]) : '']
  const further = extras.map(({ text }) => text)
  return {
    text: [prefix, body, ...further].filter(Boolean).join(' '),
    sortKey: `${rangeOf(scheme, prefix)}${[head, ...tail].filter(Boolean).join(' ')}`,
    spine: [...(prefix === '' ? [] : [prefix]), ...lines, ...further],
    understood: key !== null,
  }
}

interface Elements {
  /** Empty for none. */
  prefix: string
  /** All but prefix, volume and copy, as it was written. */
  body: string
  /** The body as the scheme parts it; where it can't read it, at its blanks. */
  lines: string[]
  /** Class letters and number, or the first line; and what stands behind. */
  head: string
  pieces: string[]
  /** Of the body; null where the scheme can't read it. */
  key: string | null
  understood: boolean
  extras: { kind: 'volume' | 'copy'; text: string }[]
  copy: string | null
}

/** What a call number is made of, for its key, its label and its explanation. */
export function elementsOf(parts: CallNumberParts): Elements {
  const { scheme, enumeration } = parts
  const { prefix, body } = withPrefixApart(parts)
  const copy = parts.copy !== null && parts.copy !== '1' ? `c.${parts.copy}` : null
  // A volume stands on the spine; what else a copy is of a set does not.
  const volume = enumeration !== null && isVolume(enumeration) ? enumeration : null
  const reading = body.length > LONGEST ? null : SCHEME_READERS[scheme](body)
  const lines = reading?.lines ?? body.split(/\s+/).filter(Boolean)
  const ofHead = reading !== null && (scheme === 'lc' || scheme === 'nlm') && /^\d/.test(lines[1] ?? '') ? 2 : 1
  return {
    prefix,
    body,
    lines,
    head: lines.slice(0, ofHead).join(' '),
    pieces: lines.slice(ofHead),
    key: reading?.key ?? null,
    understood: reading !== null,
    extras: [
      ...(volume === null ? [] : [{ kind: 'volume' as const, text: volume }]),
      ...(copy === null ? [] : [{ kind: 'copy' as const, text: copy }]),
    ],
    copy,
  }
}

/** A Dewey number may have its prefix in the class part: "REF 027". */
function withPrefixApart({ scheme, prefix, classPart, itemPart, suffix }: CallNumberParts): { prefix: string; body: string } {
  const body = [classPart, itemPart, suffix].filter(Boolean).join(' ')
  const inside = scheme === 'dewey' && !prefix ? /^(\p{L}[\p{L} ]{0,20}?)\s*(?=\d{3}(?!\d))/u.exec(body) : null
  return inside ? { prefix: inside[1] ?? '', body: body.slice(inside[0].length) } : { prefix: prefix ?? '', body }
}
