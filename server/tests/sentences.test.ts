import { FAULT_CODES } from '@catalex/core/catalogue'
import { describe, expect, it } from 'vitest'
import { faultInWords, rowFaultInWords } from '../src/cli/sentences.ts'
import { expectedInWords } from '../src/world/expected.ts'

const FACTS = {
  at: 7,
  name: 'EBCDIC',
  said: 99,
  octets: 120,
  octet: 200,
  where: 'line 3',
  count: 2,
  indicators: 'x1',
  what: 'branch',
  subfield: 'b',
  indicator: '9',
  value: 'shelved',
  branch: 'quay',
  system: 'pub',
  collection: 'sea',
  barcode: 'b1',
  owner: 'p2',
  place: 'quay/sea',
  callNumber: '823 ASH',
  number: '777',
  tag: '246',
  code: 'xqz',
  controlNumber: 'p1',
}

it('every fault of a record is one plain sentence with its facts', () => {
  const sentences = FAULT_CODES.map((code) => faultInWords({ record: 1, controlNumber: 'p1', field: null, code, facts: FACTS } as never))
  expect(new Set(sentences).size).toBe(FAULT_CODES.length)
  for (const sentence of sentences) {
    expect(sentence).toMatch(/^[\dA-Z"“][^\n]*[.3]$/)
    expect(sentence).not.toMatch(/undefined|null|NaN|\[object/)
  }
})

it('every fault of a row names what was in it', () => {
  for (const code of ['no-copy', 'no-reader', 'no-record', 'no-pickup'] as const)
    expect(rowFaultInWords({ row: 1, code, value: 'what stood there' })).toContain('what stood there')
})

describe('what a file would have to say', () => {
  it.each([
    ['type', 'integer', 'a whole number'],
    ['type', 'string, null', 'a text or null'],
    ['format', 'date', 'a day, "2026-11-26"'],
    ['enum', 'a, b', 'one of: a, b'],
    ['required', 'name', 'name as well'],
    ['additionalProperties', 'guest', 'nothing called guest'],
    ['minimum', '>=, 1', 'at least 1'],
    ['maximum', '<=, 1440', 'at most 1440'],
    ['minItems', '1', 'a list of at least 1'],
    ['maxLength', '200', 'at most 200 characters'],
    ['', 'a time, "09:30"', 'a time, "09:30"'],
  ])('%s %s: %s', (rule, wanted, words) => {
    expect(expectedInWords({ rule, wanted })).toBe(words)
  })
})
