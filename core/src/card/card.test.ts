import fc from 'fast-check'
import { expect, it } from 'vitest'
import { cardNumber } from './index.ts'

it.each([
  ['00042117', '00042117'],
  ['42117', '00042117'],
  [' 0004 2117 ', '00042117'],
  ['0004-2117-C', '00042117'],
  ['0004.2117', '00042117'],
  ['42117abc', '00042117'],
  ['0', '00000000'],
  ['', null],
  ['abc', null],
  ['123456789', null],
  ['4211x7', null],
  ['42117abcd', null],
  ['٤٢١١٧', null],
])('%j is %j', (typed, number) => {
  expect(cardNumber(typed)).toBe(number)
})

it('is what it was, however it is broken up', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 99_999_999 }), fc.array(fc.constantFrom(' ', '-', '.'), { minLength: 8, maxLength: 8 }), (number, gaps) => {
      const typed = [...String(number)].map((digit, i) => digit + (gaps[i] ?? '')).join('')
      expect(cardNumber(typed)).toBe(String(number).padStart(8, '0'))
    }),
  )
}) // prettier-ignore

it('takes no long time over anything that somebody types', () => {
  expect(cardNumber('- '.repeat(50_000))).toBeNull()
})
