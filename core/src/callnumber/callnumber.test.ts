import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readCallNumber, shelfKeyFrom, type CallNumberScheme } from './index.ts'

const read = (scheme: CallNumberScheme, text: string, more: { prefix?: string; enumeration?: string; copy?: string } = {}) =>
  readCallNumber({ scheme, classPart: text, itemPart: null, suffix: null, prefix: null, enumeration: null, copy: null, ...more })

const byKey = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

/** Each list stands as it would on the shelf. */
const SHELVES: [CallNumberScheme, string[]][] = [
  [
    'lc',
    [
      'V5 .A1',
      'VK9 .B4 2001',
      'VK10 .B35 1999',
      'VK100 .Z9',
      'VK100.5 .B2 2005',
      'VK1015',
      'VK1015 1990',
      'VK1015 .A1',
      'VK1015 .C45 1998',
      'VK1015 .C45a',
      'VK1015 .C451',
      'VK1015 .C5 1987',
      'VK1015 .C5 1987 v.2',
      'VK1015 .C5 1987 v.10',
      'VK1015.3 .A1 2010',
      'VM1 .A2',
    ],
  ],
  [
    'dewey',
    [
      '005.1 ABC',
      '025 ZZZ',
      '387 VAR',
      '387.1 ARN',
      '387.15 BOK',
      '387.155',
      '387.155 VAR',
      '387.155 VAR 2014',
      '387.155 VAR 2019',
      '387.155 VAR 2019 c.2',
      '387.2 AAA',
      '388 AAA',
    ],
  ],
  ['nlm', ['QS 4 A1', 'QS 17 A1', 'W 1 B2', 'WY 16 Z9', 'WY 100 .A5 2018', 'WY 100 .A5 2020', 'WY 100.5 A1', 'WY 106 A1']],
  ['author', ['ARK', 'ORR v.1', 'ORR v.2', 'ORR v.10', 'VAR']],
  ['title', ['The harbour quarterly', 'Harbour studies', 'An island journal', 'Zoological notes']],
  ['accession', ['DVD 2', 'DVD 10', 'DVD 100', 'VID 1']],
]

describe('shelf order', () => {
  it.each(SHELVES)('of %s', (scheme, shelf) => {
    const shuffled = [...shelf].reverse().sort((a, b) => byKey(read(scheme, a).sortKey, read(scheme, b).sortKey))
    expect(shuffled).toEqual(shelf)
  })

  it('puts nothing before something, and volumes and copies by number', () => {
    const volume = (enumeration?: string, copy?: string) => read('title', 'Harbour quarterly', { enumeration, copy }).sortKey
    const shelf = [volume(), volume('v.2 (1980)'), volume('v.2 (1980)', '2'), volume('v.10 (1988)'), volume('v.31 (2009)')]
    expect([...shelf].sort(byKey)).toEqual(shelf)
  })

  it('is numeric for class numbers and fractional for decimals, for any numbers', () => {
    const number = fc.tuple(fc.nat(9999), fc.nat(999))
    fc.assert(
      fc.property(number, number, ([a, x], [b, y]) => {
        const key = (whole: number, decimal: number) => read('lc', `QA${String(whole)}.${String(decimal)} .A1`).sortKey
        const expected = a - b || Number(`0.${String(x)}`) - Number(`0.${String(y)}`)
        if (expected !== 0) expect(Math.sign(byKey(key(a, x), key(b, y)))).toBe(Math.sign(expected))
      }),
    )
  })

  it('is a total order that never fails, whatever stands on the spine', () => {
    const scheme = fc.constantFrom<CallNumberScheme>('lc', 'dewey', 'nlm', 'author', 'title', 'accession', 'other')
    fc.assert(
      fc.property(scheme, fc.string({ unit: 'grapheme', maxLength: 30 }), (which, text) => {
        const call = read(which, text)
        expect(typeof call.sortKey).toBe('string')
        expect(call.text).toBe(text === '' ? '' : text)
      }),
    )
  })

  it('keeps what a scheme can’t read as it is, last in its range', () => {
    const odd = read('dewey', 'see desk')
    expect(odd).toMatchObject({ text: 'see desk', understood: false })
    expect(byKey(read('dewey', '999.9 ZZZ').sortKey, odd.sortKey)).toBe(-1)
    expect(byKey(odd.sortKey, read('lc', 'A1').sortKey)).toBe(-1)
  })
})

describe('spine label', () => {
  it.each<[CallNumberScheme, string, string | undefined, string[]]>([
    ['lc', 'VK1243 .L68 2011', undefined, ['VK', '1243', '.L68', '2011']],
    ['lc', 'QH541.5.S3 B74 1988', undefined, ['QH', '541.5', '.S3', 'B74', '1988']],
    ['dewey', '387.155 VAR 2019', undefined, ['387.155', 'VAR', '2019']],
    ['author', 'ORR v.3', 'LP FIC', ['LP FIC', 'ORR', 'v.3']],
    ['nlm', 'WY 100 .A5 2018', undefined, ['WY', '100', '.A5', '2018']],
  ])('of %s %s', (scheme, text, prefix, lines) => {
    expect(read(scheme, text, { prefix }).spine).toEqual(lines)
  })
})

describe('where somebody begins on the shelf', () => {
  it.each<[string, CallNumberScheme, string, string | null]>([
    ['387.15', 'dewey', '387.155 VAR', '387.1 ARN'],
    ['39', 'dewey', '390 AAA', '388 AAA'],
    ['vk 1015', 'lc', 'VK1015 .A1', 'VK100 .Z9'],
    ['VK', 'lc', 'VK9 .B4 2001', 'V5 .A1'],
    ['orr', 'author', 'ORR v.1', 'ARK'],
    ['', 'dewey', '005.1 ABC', null],
  ])('who has typed "%s": the first %s is %s', (typed, scheme, first, last) => {
    expect(shelfKeyFrom(typed) <= read(scheme, first).sortKey).toBe(true)
    if (last !== null) expect(read(scheme, last).sortKey < shelfKeyFrom(typed)).toBe(true)
  })
})

describe('a prefix that the library has', () => {
  const heads = ['AFIC|', 'ALP FIC|', 'D|', 'DCD|', 'L|']
  it.each<[string, CallNumberScheme, string, string]>([
    ['fic orr', 'author', 'FIC', 'ORR v.1'],
    ['LP FIC ORR', 'author', 'LP FIC', 'ORR v.1'],
    ['CD 780', 'dewey', 'CD', '780 BER'],
    ['FIC', 'author', 'FIC', 'ARK'],
  ])('leads %s to its own shelf', (typed, scheme, prefix, first) => {
    const { sortKey } = read(scheme, first, { prefix })
    const key = shelfKeyFrom(typed, heads)
    expect(key <= sortKey && sortKey.startsWith(key.slice(0, key.indexOf('|')))).toBe(true)
  })
})
