import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import {
  checksumOf,
  codeOf,
  compose,
  fieldOf,
  fieldsOf,
  flagsFrom,
  LONGEST_MESSAGE,
  octetsOf,
  readMessage,
  sipTime,
  statusFrom,
  statusOf,
  textOf,
  timeFrom,
} from './index.ts'

const octets = (text: string): Uint8Array => octetsOf(text, 'utf-8')
/** The sum of its octets, by the octets that an address would have. */
const sumOf = (text: string): number =>
  [...encodeURIComponent(text).matchAll(/%([0-9A-F]{2})|(.)/g)].reduce(
    (sum, [, hex, sign]) => sum + (hex === undefined ? (sign ?? '').charCodeAt(0) : Number.parseInt(hex, 16)),
    0,
  )

const words = fc.string({ unit: 'grapheme', maxLength: 40 })

describe('checksums', () => {
  // Messages as the standard writes them.
  it.each(['97AZFEF5', '96AZFEF6', '941AY3AZFDFA', '9900401.00AY1AZFCA5'])('%s', (message) => {
    expect(checksumOf(octets(message.slice(0, -4)))).toBe(message.slice(-4))
    expect(readMessage(octets(message))).toMatchObject({ code: message.slice(0, 2) })
  })

  it('with the sum of the octets come to nothing', () => {
    fc.assert(
      fc.property(words, (text) => {
        expect((sumOf(text) + Number.parseInt(checksumOf(octets(text)), 16)) & 0xffff).toBe(0)
      }),
    )
  })
})

describe('messages', () => {
  const asked = {
    code: '17',
    parts: { at: sipTime(DateTime.fromISO('2026-11-25T11:20')) },
    fields: { AO: 'harbour', AB: '3101', AC: null },
  } as const

  it('are written as the standard has them', () => {
    const text = textOf(compose(asked, 3), 'utf-8')
    expect(text.slice(0, -4)).toBe('1720261125    112000AOharbour|AB3101|AY3AZ')
    expect(text.slice(-4)).toBe(checksumOf(octets(text.slice(0, -4))))
  })

  it('come back as they were sent, whatever the texts', () => {
    fc.assert(
      fc.property(fc.array(words, { maxLength: 9 }), fc.integer({ min: 0, max: 9 }), (texts, sequence) => {
        // A field ends at a bar and a message at the end of its line.
        const clean = texts.map((text) => text.replace(/[\p{Cc}|]/gu, '').trim())
        const message = readMessage(compose({ ...asked, fields: { AF: clean } }, sequence))
        if (typeof message === 'string') throw new Error(message)
        expect(message).toMatchObject({ code: '17', parts: asked.parts, sequence })
        expect(fieldsOf(message, 'AF')).toEqual(clean.filter((text) => text !== ''))
      }),
    )
  })

  it('end no field and no message by what somebody typed', () => {
    const message = readMessage(compose({ ...asked, fields: { AA: 'x|AD1\r99', AB: '3101' } }, 0))
    if (typeof message === 'string') throw new Error(message)
    expect([...message.fields.keys()]).toEqual(['AA', 'AB'])
  })

  it('may come without a checksum, with a number or without, and with fields that say nothing', () => {
    const message = readMessage(octets('1720261125    112000AOharbour|AB|AJ|AY5'))
    if (typeof message === 'string') throw new Error(message)
    expect(message.sequence).toBe(5)
    expect([...message.fields.keys()]).toEqual(['AO', 'AB', 'AJ'])
    expect([fieldOf(message, 'AO'), fieldOf(message, 'AB'), fieldOf(message, 'XX')]).toEqual(['harbour', null, null])
    expect(readMessage(octets('941'))).toMatchObject({ code: '94', parts: { ok: '1' }, sequence: null })
  })

  it('take no text that looks like a trailer for one', () => {
    const message = readMessage(octets('1720261125    112000ABAY5AZ0000|'))
    if (typeof message === 'string') throw new Error(message)
    expect(message.sequence).toBeNull()
    expect(fieldOf(message, 'AB')).toBe('AY5AZ0000')
  })

  it.each([
    ['941AY3AZFDFB', 'wrong-checksum'],
    ['1720261125', 'too-short'],
    ['7A', 'unknown'],
    ['', 'unknown'],
    [`18${'x'.repeat(LONGEST_MESSAGE - 1)}`, 'too-long'],
    [`1720261125    112000${'AFx|'.repeat(1001)}`, 'too-many-fields'],
  ])('%.12s is refused: %s', (line, fault) => {
    expect(readMessage(octets(line))).toBe(fault)
  })

  it('of any kind are read or refused', () => {
    fc.assert(
      fc.property(fc.constantFrom('17', '18', '64', '16', '98'), fc.string(), (code, rest) => {
        const message = readMessage(octets(code + rest))
        expect(['string', 'object']).toContain(typeof message)
      }),
    )
  })
})

describe('encodings', () => {
  // By the code charts of ISO 8859-1 and of code page 850.
  it.each([
    ['utf-8', 'Zoë Å', [0x5a, 0x6f, 0xc3, 0xab, 0x20, 0xc3, 0x85]],
    ['iso-8859-1', 'Zoë Å', [0x5a, 0x6f, 0xeb, 0x20, 0xc5]],
    ['cp850', 'Zoë Å', [0x5a, 0x6f, 0x89, 0x20, 0x8f]],
    ['cp850', 'ßıÐ²', [0xe1, 0xd5, 0xd1, 0xfd]],
    ['iso-8859-1', 'Łe\u0301', [0x3f, 0xe9]],
  ] as const)('%s writes %s', (encoding, text, expected) => {
    expect([...octetsOf(text, encoding)]).toEqual(expected)
  })
  it.each(['iso-8859-1', 'cp850'] as const)('each octet of %s has a sign, and is written as it again', (encoding) => {
    const all = Uint8Array.from({ length: 256 }, (_, i) => i)
    expect(octetsOf(textOf(all, encoding), encoding)).toEqual(all)
    expect(new Set(textOf(all, encoding)).size).toBe(256)
  })
  it('a name in any of them is read where it was agreed on, with its checksum; ISO 8859-1 also where UTF-8 was', () => {
    const answer = { code: '94', parts: { ok: '1' }, fields: { AE: 'Núñez, Zoë' } } as const
    for (const [sent, read] of [
      ['utf-8', 'utf-8'],
      ['iso-8859-1', 'iso-8859-1'],
      ['cp850', 'cp850'],
      ['iso-8859-1', 'utf-8'],
    ] as const) {
      const message = readMessage(compose(answer, 1, sent), read)
      if (typeof message === 'string') throw new Error(message)
      expect(fieldOf(message, 'AE')).toBe('Núñez, Zoë')
    }
  })
})

describe('times', () => {
  it.each([
    ['20261125    112000', '2026-11-25T11:20:00.000+00:00'],
    ['20260725    112000', '2026-07-25T11:20:00.000+01:00'],
    ['20260725   Z112000', '2026-07-25T12:20:00.000+01:00'],
    ['20261216', '2026-12-16T00:00:00.000+00:00'],
    ['2026-12-16 23:59', '2026-12-16T23:59:00.000+00:00'],
    ['16/12/2026', null],
    ['soon', null],
    ['20261345    000000', null],
  ])('%s', (text, iso) => {
    expect(timeFrom(text, 'Europe/Dublin')?.toISO() ?? null).toBe(iso)
  })
})

describe('statuses', () => {
  it.each([
    ['03', null, 'on shelf', ''],
    ['04', '2026-12-16', 'on loan', '2026-12-16'],
    ['05', '2026-12-16', 'on loan', '2026-12-16'],
    ['07', '2026-12-16', 'on loan', '2026-12-16'],
    ['02', null, 'on order', ''],
    ['06', null, 'being prepared', ''],
    ['12', null, 'missing', ''],
    ['13', null, 'missing', ''],
  ])('of copies: %s', (code, due, status, until) => {
    expect(statusFrom(code, due)).toEqual({ status, due: until })
  })

  it('never count as on the shelf unless they say so', () => {
    for (let code = 0; code < 100; code += 1)
      expect(statusFrom(String(code).padStart(2, '0'), null).status === 'on shelf', String(code)).toBe(code === 3)
  })

  it.each([
    ['on shelf', '03'],
    ['on loan', '04'],
    ['overdue', '04'],
    ['kept for a hold', '08'],
    ['in transit', '10'],
    ['missing', '11'],
    ['at the binder', '01'],
  ])('%s is %s', (status, code) => {
    expect(codeOf(status)).toBe(code)
  })

  it('of readers: renewing is the second sign, holds the fourth, a lost card the fifth', () => {
    expect(flagsFrom('   Y          ')).toEqual({ renewalsDenied: false, holdsDenied: true, cardLost: false })
    expect(statusOf({ renewalsDenied: false, holdsDenied: true, cardLost: false })).toBe('   Y          ')
    expect(statusOf({ renewalsDenied: true, holdsDenied: false, cardLost: true })).toBe(' Y  Y         ')
    expect(flagsFrom('')).toEqual({ renewalsDenied: false, holdsDenied: false, cardLost: false })
  })
})
