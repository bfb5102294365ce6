import { expect, it } from 'vitest'
import { spokenKey, spokenName } from './names.ts'

it.each([
  ['Varrik, Odd', 'Odd Varrik', 'odd varrik'],
  ['Varrik, Odd, 1931-2004', 'Odd Varrik', 'odd varrik'],
  ['Lund, Márta', 'Márta Lund', 'marta lund'],
  ['Tidewater Society', 'Tidewater Society', 'tidewater society'],
  ['Varrik,', 'Varrik,', 'varrik'],
  ['de la Mare-Oss, Ines', 'Ines de la Mare-Oss', 'ines de la mare oss'],
  ['', '', ''],
])('%j is spoken %j', (filed, spoken, key) => {
  expect(spokenName(filed)).toBe(spoken)
  expect(spokenKey(filed)).toBe(key)
})
