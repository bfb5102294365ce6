/**
 * Shelves as the published filing rules order them: letters by alphabet, whole numbers by value, decimals and cutters
 * digit by digit, nothing before something, dates before cutters, work marks behind their cutter, volumes and copies by number
 * (Library of Congress Classification and Shelflisting Manual G 60 to G 63; Dewey Decimal Classification, introduction;
 * NLM Classification, practices). Each list stands as it would on the shelf.
 */
import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import { readCallNumber, type CallNumberScheme } from './index.ts'

const LC = [
  'A', 'A1', 'A1 .A2', 'AC1', 'AC1 .B3', 'AC5', 'AC5 .B3 1990', 'AC20', 'AC100', 'AC100.5', 'AC1000', 'AE5', 'AM1',
  'B', 'B1', 'B1.5', 'B2', 'B9', 'B10', 'B29 .C45', 'B29 .C5', 'B29 .C512', 'B29 .C52', 'B99', 'B100', 'B100.1', 'B1000', 'BD41', 'BF1',
  'G70 .A1', 'G70.212', 'G70.212 .B8', 'G70.3', 'G3000', 'G3000 .A1', 'GB1', 'GC1', 'GC10', 'GC10.4', 'GC10.4 .T5', 'GC11',
  'HD', 'HD28', 'HD28 .A1', 'HD58.8', 'HD58.8 .B45', 'HD58.82', 'HD58.9', 'HD9999',
  'M2', 'M2 .B3', 'M2.1', 'M20', 'ML410 .B4', 'ML410 .B4 c.2', 'ML410 .B4 v.1', 'ML410 .B4 1990', 'ML410 .B4 A2', 'ML410 .B4 T12', 'ML410 .B4 T4', 'ML410 .B4 T5', 'ML410 .B4 U3',
  'QA', 'QA7', 'QA8', 'QA76', 'QA76 1966', 'QA76 .B3', 'QA76 .T12', 'QA76 .T4', 'QA76 .T5', 'QA76 .U3', 'QA76 .V37', 'QA76 .W2',
  'QA76.5', 'QA76.5 .B3', 'QA76.6', 'QA76.73', 'QA76.73 .A1', 'QA76.73 .A1 B2', 'QA76.73 .C15', 'QA76.73 .C153', 'QA76.73 .C153 S7',
  'QA76.73 .C153 S7 1986', 'QA76.73 .C153 S7 1986 v.1', 'QA76.73 .C153 S7 1986 v.2', 'QA76.73 .C153 S7 1986 v.2 c.2', 'QA76.73 .C153 S7 1986 v.10',
  'QA76.73 .C153 S7 1991', 'QA76.73 .C153 S7 1991b', 'QA76.73 .C153 S71', 'QA76.73 .C16', 'QA76.73 .V27', 'QA76.73 .V27 1999', 'QA76.73 .V27 V3',
  'QA76.8', 'QA76.87', 'QA76.9', 'QA77', 'QA276', 'QA276.4',
  'QH541', 'QH541 .S6', 'QH541 .S6 1980', 'QH541 .S6a', 'QH541 .S6b', 'QH541 .S61', 'QH541.15', 'QH541.15 .E2', 'QH541.2', 'QH541.5', 'QH541.5 .S3', 'QH541.5 .S3 B74', 'QH541.5 .S3 B74 1988',
  'QH541.5 .S3 B74 1988 c.2', 'QH541.5 .S3 B74 1988 c.10', 'QH541.5 .S3 B8', 'QH541.5 .S31', 'QH541.5 .S35', 'QH541.5 .S4',
  'T1', 'T1 .T1', 'T1 .T12', 'T1 .V1', 'T1 .V12', 'T1 .V2', 'T11', 'T11 .T11', 'T385', 'TA1', 'TT922', 'TT922 .F46', 'TT922 .F46 2019', 'TT922 .F5',
  'V5', 'V5 .V5', 'V5 .V5 ser.1 v.1', 'V5 .V5 ser.1 v.2', 'V5 .V5 ser.2 v.1', 'V5 .V5 v.1', 'V5 .V5 v.2', 'V5 .V5 v.2 pt.1', 'V5 .V5 v.2 pt.2', 'V5 .V5 v.11', 'V5 .V5 no.1', 'V5 .V5 no.12',
  'VK1', 'VK1243', 'VK1243 .L68', 'VK1243 .L68 2011', 'VM1', 'Z1', 'ZA3075',
] // prettier-ignore

const DEWEY = [
  '001', '001 ABE', '001.4', '001.42', '001.42 BAK', '001.43', '004', '004.016', '004.1', '004.16', '005', '005.1', '005.13', '005.133', '005.133 HOR', '005.133 HOR 1999',
  '005.133 HOR 2004', '005.133 HOR 2004 v.1', '005.133 HOR 2004 v.2', '005.133 HOR 2004 v.12', '005.133 HOR 2004 v.12 c.2', '005.133 J27', '005.133 J3', '005.2', '025', '025.04', '025.1', '027.4', '027.4 T12', '027.4 T4', '027.4 V37', '027.4 W2',
  '100', '199', '299.9', '300', '387', '387.1', '387.155', '387.155 VAR', '387.155 VAR c.2', '387.155 VAR 2014', '387.1551', '387.16', '387.2', '387.54', '387.544', '388',
  '738', '738.1', '738.14', '738.14 FEN', '738.14 FENN', '738.14 FER', '738.15', '738.2', '823', '823 ABE', '823.9', '823.91', '823.912', '823.912 ORR v.1', '823.912 ORR v.2', '823.912 ORR v.10', '823.914', '900', '999.9',
] // prettier-ignore

const NLM = [
  'QS', 'QS 4', 'QS 4 A1', 'QS 17', 'QS 504', 'QT 104', 'QV 38', 'QV 38 .C5', 'QV 38.1', 'QY 4', 'QZ 200', 'QZ 200 B45', 'QZ 200 B5', 'QZ 267', 'QZ 1000',
  'W 1', 'W 1 AN2', 'W 1 B2', 'W 18', 'W 18.2', 'W 100', 'WA 100', 'WB 100', 'WB 102 T12 2001', 'WB 102 T4 1990', 'WB 102 V37 1990', 'WG 200', 'WG 205', 'WG 205 .H4', 'WG 205.1', 'WY 16', 'WY 100', 'WY 100 .A5 2018', 'WY 100 .A5 2018 v.2',
  'WY 100 .A5 2020', 'WY 100.5', 'WY 106', 'WY 1000', 'WZ 345',
] // prettier-ignore

const OTHER: [CallNumberScheme, string[]][] = [
  ['author', ['ARK', 'ORR', 'ORR v.1', 'ORR v.2', 'ORR v.10', 'ORRA', 'VAR']],
  ['title', ['The harbour quarterly', 'Harbour studies', 'The island 2', 'The island 10', 'An island journal', 'Zoological notes']],
  ['accession', ['DVD 2', 'DVD 10', 'DVD 100', 'VID 1']],
]

const SHELVES: [CallNumberScheme, string[]][] = [['lc', LC], ['dewey', DEWEY], ['nlm', NLM], ...OTHER]

const keyOf = (scheme: CallNumberScheme, text: string, prefix: string | null = null): string =>
  readCallNumber({ scheme, classPart: text, itemPart: null, suffix: null, prefix, enumeration: null, copy: null }).sortKey
const byKey = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

describe('a shelf', () => {
  it.each(SHELVES)('of %s stands by its keys as by the rules', (scheme, shelf) => {
    const unlike = shelf.flatMap((text, i) => {
      const next = shelf.at(i + 1)
      return next === undefined || keyOf(scheme, text) < keyOf(scheme, next) ? [] : [`${text} | ${next}`]
    })
    expect(unlike).toEqual([])
  })

  it('is the same however a number is spaced, and in small letters', () => {
    for (const text of LC) {
      const key = keyOf('lc', text)
      for (const other of [text.replace(/^([A-Z]+)(?=\d)/, '$1 '), text.replace(' .', '.'), text.replace(/\s/, '  '), text.replace(/^([A-Z]+\d+)\.(?=\d)/, '$1 .')])
        expect([other, keyOf('lc', other)]).toEqual([other, key])
    }
    for (const [typed, meant] of [['738.14fen', '738.14 FEN'], ['738 .14 FEN', '738.14 FEN'], ["387.15'5 VAR", '387.155 VAR'], ['823.912 ORR vol. 2', '823.912 ORR v.2'], ['823.912 ORR Bd 2', '823.912 ORR v.2']] as const)
      expect([typed, keyOf('dewey', typed)]).toEqual([typed, keyOf('dewey', meant)])
  }) // prettier-ignore

  it('has the numbers without a prefix first, then each prefix by itself, the shorter before the longer', () => {
    const shelf: [string | null, string][] = [[null, '001'], [null, '999 ZZZ'], ['J', '001'], ['J', '999'], ['J BIG', '001'], ['JE', '001'], ['REF', '001']] // prettier-ignore
    const keys = shelf.map(([prefix, text]) => keyOf('dewey', text, prefix))
    expect([...keys].sort(byKey)).toEqual(keys)
    expect(keyOf('dewey', 'REF 001')).toBe(keyOf('dewey', '001', 'REF'))
  })
})

/** A number of the Library of Congress by its parts, and the order of the rules over the parts. */
interface Parts {
  letters: string
  number: number
  decimal: string
  cutters: { letter: string; digits: string }[]
  year: number | null
  volume: number | null
  copy: number | null
}
const digits = fc.stringMatching(/^[0-9]{0,2}[1-9]$/)
const parts: fc.Arbitrary<Parts> = fc.record({
  letters: fc.constantFrom('Q', 'QA', 'T', 'TA', 'V'),
  number: fc.integer({ min: 1, max: 1200 }),
  decimal: fc.oneof(fc.constant(''), digits),
  cutters: fc.array(fc.record({ letter: fc.constantFrom('A', 'N', 'T', 'V'), digits }), { maxLength: 2 }),
  year: fc.option(fc.integer({ min: 1890, max: 2026 })),
  volume: fc.option(fc.integer({ min: 1, max: 120 })),
  copy: fc.option(fc.integer({ min: 2, max: 30 })),
})
const written = ({ letters, number, decimal, cutters, year, volume, copy }: Parts): string =>
  [
    `${letters}${String(number)}${decimal && `.${decimal}`}`,
    ...cutters.map(({ letter, digits: fraction }, i) => `${i === 0 ? '.' : ''}${letter}${fraction}`),
    ...(year === null ? [] : [String(year)]),
    ...(volume === null ? [] : [`v.${String(volume)}`]),
    ...(copy === null ? [] : [`c.${String(copy)}`]),
  ].join(' ')

const NOTHING: [number, string, number] = [0, '', 0]

/** Part by part: nothing, then a copy, a volume (copies and volumes of one thing stand together), a date, a cutter. */
function byRules(a: Parts, b: Parts): number {
  const fraction = (text: string) => Number(`0.${text || '0'}`)
  const tail = ({ cutters, year, volume, copy }: Parts): [number, string, number][] => [
    ...cutters.map(({ letter, digits: value }): [number, string, number] => [4, letter, fraction(value)]),
    ...(year === null ? [] : [[3, '', year] as [number, string, number]]),
    ...(volume === null ? [] : [[2, '', volume] as [number, string, number]]),
    ...(copy === null ? [] : [[1, '', copy] as [number, string, number]]),
  ]
  const head = byKey(a.letters, b.letters) || a.number - b.number || fraction(a.decimal) - fraction(b.decimal)
  if (head !== 0) return head
  const [left, right] = [tail(a), tail(b)]
  for (let i = 0; i < Math.max(left.length, right.length); i += 1) {
    const one = left[i] ?? NOTHING
    const other = right[i] ?? NOTHING
    const order = one[0] - other[0] || byKey(one[1], other[1]) || one[2] - other[2]
    if (order !== 0) return order
  }
  return 0
}

describe('keys', () => {
  it('agree with the rules for any numbers', () => {
    fc.assert(
      fc.property(parts, parts, (a, b) => {
        expect(Math.sign(byKey(keyOf('lc', written(a)), keyOf('lc', written(b))))).toBe(Math.sign(byRules(a, b)))
      }),
      { numRuns: 2000 * inject('runFactor') },
    )
  })
  it('are a total order that never fails, whatever stands on the spine', () => {
    const scheme = fc.constantFrom<CallNumberScheme>('lc', 'dewey', 'nlm', 'author', 'title', 'accession', 'other')
    const text = fc.oneof(
      fc.string({ unit: 'grapheme', maxLength: 30 }),
      fc.stringMatching(/^[A-Z]{1,3} ?[0-9]{1,6}[. ]{0,2}[A-Zvtc]?\.?[0-9]{0,4}$/),
    )
    fc.assert(
      fc.property(scheme, text, fc.option(text), (which, body, enumeration) => {
        const read = readCallNumber({ scheme: which, classPart: body, itemPart: null, suffix: null, prefix: null, enumeration, copy: null })
        expect(read.sortKey.length).toBeGreaterThan(1)
        if (enumeration === null) expect(read.text.replace(/\s/g, '')).toBe(body.replace(/\s/g, ''))
      }),
    )
  })
})
