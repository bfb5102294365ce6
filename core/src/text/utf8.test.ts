import { describe, expect, it } from 'vitest'
import { decodeUtf8, encodeUtf8 } from './utf8.ts'

describe('UTF-8', () => {
  // RFC 3629, section 3: the first and the last character of each length.
  it.each<[point: number, octets: number[]]>([
    [0x00, [0x00]],
    [0x7f, [0x7f]],
    [0x80, [0xc2, 0x80]],
    [0x7ff, [0xdf, 0xbf]],
    [0x800, [0xe0, 0xa0, 0x80]],
    [0xffff, [0xef, 0xbf, 0xbf]],
    [0x10000, [0xf0, 0x90, 0x80, 0x80]],
    [0x10ffff, [0xf4, 0x8f, 0xbf, 0xbf]],
  ])('of U+%i is as the standard has it, in both directions', (point, octets) => {
    const text = String.fromCodePoint(point)
    expect([...encodeUtf8(text)]).toEqual(octets)
    expect(decodeUtf8(Uint8Array.from(octets))).toEqual({ text, bad: 0 })
  })
})
