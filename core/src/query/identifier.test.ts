import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isbn13, issn } from '../catalogue/index.ts'
import { identifiersIn, misprintIn } from './index.ts'

/** Check digit of 12 digits (ISO 2108: weights 1 and 3, modulo 10). */
const withCheck13 = (twelve: string): string =>
  twelve + String((10 - ([...twelve].reduce((sum, digit, i) => sum + Number(digit) * (i % 2 === 0 ? 1 : 3), 0) % 10)) % 10)
/** Check digit of 7 digits (ISO 3297: weights 8 to 2, modulo 11, X for ten). */
const withCheckSerial = (seven: string): string => {
  const check = (11 - ([...seven].reduce((sum, digit, i) => sum + Number(digit) * (8 - i), 0) % 11)) % 11
  return seven + (check === 10 ? 'X' : String(check))
}
const digits = (length: number) => fc.stringMatching(new RegExp(`^\\d{${String(length)}}$`))

describe('numbers with a check digit', () => {
  it('are known by it, and a slip in any digit is seen', () => {
    fc.assert(
      fc.property(digits(7), fc.nat(6), fc.integer({ min: 1, max: 9 }), (seven, at, by) => {
        const number = withCheckSerial(seven)
        expect(issn(`${number.slice(0, 4)}-${number.slice(4)}`)).toBe(number)
        const slipped = number.slice(0, at) + String((Number(number[at]) + by) % 10) + number.slice(at + 1)
        expect(issn(slipped)).toBeNull()
        expect(misprintIn(`${slipped.slice(0, 4)}-${slipped.slice(4)}`)).toBe('issn')
      }),
    )
  })
  it('are an ISBN whatever group they belong to: the check digit alone decides', () => {
    fc.assert(
      fc.property(fc.constantFrom('978', '979'), digits(9), (prefix, nine) => {
        const isbn = withCheck13(prefix + nine)
        expect(isbn13(`${isbn.slice(0, 3)}-${isbn.slice(3, 8)}-${isbn.slice(8)}`)).toBe(isbn)
        for (const wrong of '0123456789'.replace(isbn.at(-1) ?? '', '')) expect(isbn13(isbn.slice(0, 12) + wrong)).toBeNull()
      }),
    )
  })
  it('ISBN: blanks and hyphens don’t count, a slip is a misprint', () => {
    const isbn = withCheck13('978030640615')
    for (const typed of [isbn, '978-0-306-40615-7', 'ISBN 978 0306406157', 'isbn:9780306406157'])
      expect(identifiersIn(typed).map(({ kind, value }) => `${kind} ${value}`)).toContain(`isbn ${isbn}`)
    expect(isbn13('0-306-40615-2')).toBe(isbn)
    expect(misprintIn(isbn)).toBeNull()
    expect(misprintIn('9780306406158')).toBe('isbn')
    expect(misprintIn('0306406153')).toBe('isbn')
  })
})

describe('what a number could be', () => {
  const kinds = (text: string) => identifiersIn(text).map(({ kind }) => kind)
  it.each([
    ['3000000061', ['barcode', 'number']],
    ['300 000-0061', ['barcode', 'number']],
    ['PSL-000123/b', ['barcode', 'number']],
    ['psl 000123', ['barcode', 'number']],
    ['9780306406157', ['isbn', 'barcode', 'number']],
    ['ISBN 0306406152', ['isbn', 'barcode', 'number']],
    ['0378-5955', ['issn', 'barcode', 'number']],
    ['12345', ['barcode', 'number']],
    ['1984', []],
    ['823*914', []],
    ['lighthouse', []],
    ['"tide 123456"', []],
    [`the tide of ${'1'.repeat(40)}`, []],
    ['', []],
  ])('%j', (text, expected) => {
    expect(kinds(text)).toEqual(expected)
  })
  it('is looked up without blanks, hyphens and case', () => {
    for (const typed of ['PSL-000123/b', 'psl 000123/B', 'Psl000123/b'])
      expect(identifiersIn(typed).map(({ value }) => value)).toEqual(['PSL000123/B', 'PSL000123/B'])
  })
  it.each(['1984', '12345678', 'tide', '97803064061570', '1234-56789'])('%j is no misprint of anything', (text) => {
    expect(misprintIn(text)).toBeNull()
  })
})
