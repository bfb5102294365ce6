import { describe, expect, it } from 'vitest'
import { isClassNumber, keyRangesOf, readCallNumber, shelfKeyFrom, type CallNumberScheme, type Meant } from './index.ts'

const read = (
  scheme: CallNumberScheme,
  text: string,
  more: { prefix?: string | null; enumeration?: string | null; copy?: string | null } = {},
) => readCallNumber({ scheme, classPart: text, itemPart: null, suffix: null, prefix: null, enumeration: null, copy: null, ...more })

const byKey = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

describe('shelf order', () => {
  it('puts nothing before something, and volumes and copies by number', () => {
    const volume = (enumeration: string | null = null, copy: string | null = null) =>
      read('title', 'Harbour quarterly', { enumeration, copy }).sortKey
    const shelf = [volume(), volume('v.2 (1980)'), volume('v.2 (1980)', '2'), volume('v.10 (1988)'), volume('v.31 (2009)')]
    expect([...shelf].sort(byKey)).toEqual(shelf)
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
    ['lc', 'QA 76 .73 .C15 T12', undefined, ['QA', '76.73', '.C15', 'T12']],
    ['lc', 'A', undefined, ['A']],
    ['dewey', '738.14fen', undefined, ['738.14', 'fen']],
    ['dewey', 'REF 027.4 ABE', undefined, ['REF', '027.4', 'ABE']],
  ])('of %s %s', (scheme, text, prefix, lines) => {
    expect(read(scheme, text, { prefix }).spine).toEqual(lines)
  })
})

describe('what a copy is of a set', () => {
  it.each([
    ['v.31 (2004)', true],
    ['Bd. 2', true],
    ['no. 12', true],
    ['n.s. v.3', true],
    ['2004', true],
    ['v.IX (1980)', true],
    ['XIV', true],
    ['CD', false],
    ['mix', false],
    ['v. complete', false],
    ['score', false],
    ['disc in pocket', false],
    ['parts for strings', false],
  ])('%s stands on the spine: %s', (enumeration, stands) => {
    const { text, spine } = read('title', 'Harbour quarterly', { enumeration })
    expect([spine.includes(enumeration), text.endsWith(enumeration)]).toEqual([stands, stands])
  })
  it('puts volumes by what they count: series, volume, number, part', () => {
    const shelf = ['ser.2 v.1', 'v.2', 'v.2 no.3', 'v.2 no.10', 'v.10', 'Bd. 11', 'no.1', 'no.12', 'pt.1', 'index']
    const keys = shelf.map((enumeration) => read('title', 'Tide', { enumeration }).sortKey)
    expect([...keys].sort(byKey)).toEqual(keys)
  })
  it.each<[string, string[]]>([
    [
      'months by their place in the year',
      [
        '2004',
        '2004 Jan',
        '2004 Feb',
        '2004 Mar.',
        '2004 Apr',
        '2004 May',
        '2004 June',
        '2004 Jul',
        '2004 Aug',
        '2004 Sept.',
        '2004 October',
        '2004 Nov',
        '2004 Dec',
      ],
    ],
    [
      'months behind a volume, before their year',
      ['v.3 (Dec 2003)', 'v.3 (Jan 2004)', 'v.3 (Feb 2004)', 'v.3 (Apr. 2004)', 'v.4 (Jan 2004)'],
    ],
    ['days inside a month', ['2004 Jan 2', '2004 Jan 12', '2004 Feb 1']],
    ['days before and behind their month', ['(30 Nov 2003)', '(Jan. 2, 2004)', '(12 Jan 2004)', '(Feb. 1, 2004)']],
    ['double months', ['2004 Jan/Feb', '2004 Mar/Apr', '2004 May/June']],
    ['double months before their year', ['v.1 (Nov/Dec 2003)', 'v.1 (Jan/Feb 2004)', 'v.1 (Mar-Apr 2004)']],
    ['months in German', ['2004 Januar', '2004 Feb.', '2004 März', '2004 Mai', '2004 Juni', '2004 Juli', '2004 Okt.', '2004 Dez.']],
    ['seasons', ['2004 Spring', '2004 Summer', '2004 Autumn', '2004 Winter', '2005 Spring']],
    ['Roman numerals by value', ['v.I', 'v.IV', 'v.V', 'v.IX', 'v.X', 'v.XL', 'v.XC', 'v.C']],
    ['Roman numerals with a blank, in small letters, alone', ['Bd. IX', 'Bd. XI']],
    ['Roman beside Arabic', ['v.4', 'v.V', 'v.6', 'v.IX (1980)', 'v.10']],
    ['Roman alone', ['V', 'IX', 'XI (1980)', 'XIV']],
  ])('%s', (_, shelf) => {
    // prettier-ignore
    const keys = shelf.map((enumeration) => read('title', 'Tide', { enumeration }).sortKey)
    expect([...keys].sort(byKey)).toEqual(keys)
    expect(new Set(keys).size).toBe(keys.length)
  })
  it('reads Roman numerals of a volume in the call number itself', () => {
    const keys = ['ORR v.IV', 'ORR v.V', 'ORR v. IX', 'ORR v.10'].map((text) => read('author', text).sortKey)
    expect([...keys].sort(byKey)).toEqual(keys)
    expect(read('author', 'ORR v.IX').text).toBe('ORR v.IX')
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

describe('which numbers somebody means', () => {
  const heads = ['AFIC!', 'D!', 'DJ!', 'L!', 'N!']
  const meant = (typed: string, how: Meant, shelf: [CallNumberScheme, string, string?][]) =>
    shelf
      .filter(([scheme, text, prefix = null]) => {
        const { sortKey } = read(scheme, text, { prefix })
        return keyRangesOf(typed, heads, how).some(({ from, before }) => from <= sortKey && sortKey < before)
      })
      .map(([, text]) => text)
  const shelf: [CallNumberScheme, string, string?][] = [['dewey', '738.14 FEN'], ['dewey', '738.14 FEN v.2'], ['dewey', '738.14 FENN'], ['dewey', '738.145 FEN'], ['dewey', '738.14 ABE', 'J'], ['lc', 'TT922 .F46 2019'], ['lc', 'TT922 .F46 2019 c.2'], ['lc', 'TT922 .F461'], ['nlm', 'WY 100 .A5'], ['author', 'ORR v.2', 'FIC']] // prettier-ignore
  it.each<[string, Meant, string[]]>([
    ['738.14fen', 'itself', ['738.14 FEN']],
    ['738.14fen', 'with volumes', ['738.14 FEN', '738.14 FEN v.2']],
    ['738.14', 'beginning', ['738.14 FEN', '738.14 FEN v.2', '738.14 FENN']],
    ['j 738.14', 'beginning', ['738.14 ABE']],
    ['738.14', 'with volumes', []],
    ['tt922.f46 2019', 'with volumes', ['TT922 .F46 2019', 'TT922 .F46 2019 c.2']],
    ['TT 922 .F46', 'beginning', ['TT922 .F46 2019', 'TT922 .F46 2019 c.2']],
    ['wy 100', 'beginning', ['WY 100 .A5']],
    ['fic orr', 'with volumes', ['ORR v.2']],
  ])('with %s, %s', (typed, how, expected) => {
    expect(meant(typed, how, shelf)).toEqual(expected)
  })
  it.each([
    ['738.14', true],
    ['VK1243.L68', true],
    ['QA76.73', true],
    ['738', false],
    ['B52', false],
    ['house 1984', false],
  ])('%s can hardly be anything else: %s', (typed, certain) => {
    expect(isClassNumber(typed)).toBe(certain)
  })
})

describe('a prefix that the library has', () => {
  const heads = ['AFIC!', 'ALP+FIC!', 'D!', 'DCD!', 'L!']
  it.each<[string, CallNumberScheme, string, string]>([
    ['fic orr', 'author', 'FIC', 'ORR v.1'],
    ['LP FIC ORR', 'author', 'LP FIC', 'ORR v.1'],
    ['CD 780', 'dewey', 'CD', '780 BER'],
    ['FIC', 'author', 'FIC', 'ARK'],
  ])('leads %s to its own shelf', (typed, scheme, prefix, first) => {
    const { sortKey } = read(scheme, first, { prefix })
    const key = shelfKeyFrom(typed, heads)
    expect(key <= sortKey && sortKey.startsWith(key.slice(0, key.indexOf('!')))).toBe(true)
  })
})
