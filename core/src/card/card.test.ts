import fc from 'fast-check'
import { expect, it } from 'vitest'
import { cardLooksLike, cardNumber, MAIL_ADDRESS, masked, needsGuardian, type CardShapes } from './index.ts'

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
  ['C-0042 117', '00042117'],
  ['abc42117', '00042117'],
  ['abcd42117', null],
  ['C0042117C', null],
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

const LETTERED: CardShapes = { shapes: ['AA-999999', 'GUEST 999'], padded: true }
it.each<[string, CardShapes, string | null]>([
  ['KM-004210', LETTERED, 'KM004210'],
  ['km 4210', LETTERED, 'KM004210'],
  ['KM0042101', LETTERED, null],
  ['4210', LETTERED, null],
  ['guest 7', LETTERED, 'GUEST007'],
  ['GUEST', LETTERED, null],
  ['km4210', { ...LETTERED, padded: false }, null],
  ['km004210', { ...LETTERED, padded: false }, 'KM004210'],
  ['0042-C', { shapes: ['9999'] }, null],
  ['0042-C', { shapes: ['9999'], suffix: 1 }, '0042'],
  ['42', { shapes: ['9999'] }, null],
  ['42', { shapes: ['9999'], padded: true }, '0042'],
  ['0042-CD', { shapes: ['9999'], suffix: 1 }, null],
  ['0042-N', { shapes: ['9999'], campuses: ['N', 'STH'] }, '0042'],
  ['n 0042', { shapes: ['9999'], campuses: ['N', 'STH'] }, '0042'],
  ['42sth', { shapes: ['9999'], campuses: ['N', 'STH'], padded: true }, '0042'],
  ['0042-X', { shapes: ['9999'], campuses: ['N', 'STH'] }, null],
  ['0042-TH', { shapes: ['9999'], campuses: ['N', 'STH'], suffix: 3 }, null],
  ['0042CD', { shapes: ['9999AA'], suffix: 2 }, '0042CD'],
  ['ÖL0042', { shapes: ['AA9999'] }, 'ÖL0042'],
])('of a library’s own shape, %j with %j is %j', (typed, shapes, number) => {
  expect(cardNumber(typed, shapes)).toBe(number)
})

it('an example looks as the shape says, and is a number of it', () => {
  fc.assert(
    fc.property(fc.stringMatching(/^[9AX -]{1,12}$/), (shape) => {
      const bare = (text: string) => text.replace(/[ -]/g, '')
      expect(cardNumber(cardLooksLike(shape), { shapes: [shape] })).toBe(bare(cardLooksLike(shape)))
    }),
  )
})

it.each([
  ['ines@pellan.example', 'i•••@pellan.example'],
  ['01 555 0121', '••••0121'],
  ['012', '••••2'],
  ['@', '••••'],
])('%j is shown as %j', (address, shown) => {
  expect(masked(address)).toBe(shown)
})

it.each([
  ['2010-11-25', '2026-11-25', false],
  ['2010-11-26', '2026-11-25', true],
  // Born on a leap day, one is a year older on the first of March.
  ['2012-02-29', '2028-02-28', true],
  ['2012-02-29', '2028-02-29', false],
])('somebody born on %s on %s: whether younger than sixteen', (born, today, young) => {
  expect(needsGuardian(born, 16, today)).toBe(young)
})

it.each([
  ['ines@pellan.example', true],
  ['ines.arkley+holds@mail.pellan.example', true],
  ['åsa@kallmyr.example', true],
  ['-oProxy=x@pellan.example', false],
  ['ines@-pellan.example', false],
  ['ines@pellan-.example', false],
  ['ines\u202egro@pellan.example', false],
  ['ines\u200b@pellan.example', false],
  ['ines\u0007@pellan.example', false],
  ['a@b.example, c@d.example', false],
  ['a@b.example\nBcc: c@d.example', false],
  ['<a@b.example>', false],
])('%j is a mail address: %s', (address, is) => {
  expect(new RegExp(MAIL_ADDRESS).test(address)).toBe(is)
  expect(new RegExp(MAIL_ADDRESS, 'u').test(address)).toBe(is)
})
