import { describe, expect, it } from 'vitest'
import type { Copy } from '../copies/index.ts'
import { sampleCopy } from '../copies/sample.ts'
import {
  isOpenRequest,
  outsideOffer,
  requestMayBecome,
  REQUEST_STATES,
  scanCost,
  scanOffer,
  type OutsideRule,
  type RequestKind,
  type ScanRule,
} from './index.ts'

const copy = (barcode: string, system: string, more: Partial<Copy> = {}) => sampleCopy({ barcode, system, branch: system, ...more })
const scans = (more: Partial<ScanRule>): ScanRule => ({ allow: true, cost: 200, perPage: 10, mostPages: 40, days: 3, reason: null, remedy: null, ...more }) // prettier-ignore
const RULES: ScanRule[] = [
  scans({ families: ['score'], allow: false, reason: 'Scores are in copyright.', remedy: 'Read it there.' }),
  scans({ owners: ['uni'], categories: ['student'], cost: 0, perPage: 0, mostPages: 60 }),
  scans({ owners: ['uni'] }),
  scans({ owners: ['sea'], cost: 100, perPage: 20, days: 9 }),
  scans({ owners: ['hill'], allow: false }),
]
const ADULT = { category: 'adult', homeSystem: 'pub' }
const STUDENT = { category: 'student', homeSystem: 'uni' }

describe('a scan', () => {
  it.each<[string, Copy[], typeof ADULT, unknown]>([
    ['is made by whom it costs least for a page', [copy('1', 'uni'), copy('2', 'sea')], ADULT, { barcode: '2', branch: 'sea', cost: 100, perPage: 20, mostPages: 40, days: 9 }], // prettier-ignore
    ['costs by the reader, too', [copy('1', 'uni'), copy('2', 'sea')], STUDENT, { barcode: '1', branch: 'uni', cost: 0, perPage: 0, mostPages: 60, days: 3 }], // prettier-ignore
    ['is made of a copy that stays in its building', [copy('1', 'uni', { use: 'here only' })], ADULT, { barcode: '1', branch: 'uni', cost: 200, perPage: 10, mostPages: 40, days: 3 }], // prettier-ignore
    ['is not made of a copy that is out', [copy('1', 'uni', { status: 'on loan' })], ADULT, null],
    ['is refused in the words of the library', [copy('1', 'uni', { family: 'score' })], ADULT, { code: 'rule', reason: 'Scores are in copyright.', remedy: 'Read it there.' }], // prettier-ignore
    ['is refused without a word', [copy('1', 'hill')], ADULT, { code: 'not-offered' }],
    ['is not spoken of where no line does', [copy('1', 'pub')], ADULT, null],
  ])('%s', (_, copies, borrower, expected) => {
    expect(scanOffer(copies, RULES, borrower)).toEqual(expected)
  })
  it('costs what one costs, and each page on top', () => {
    expect(scanCost({ cost: 200, perPage: 10 }, 12)).toBe(320)
  })
})

describe('a copy from outside', () => {
  const rules: OutsideRule[] = [
    { categories: ['junior'], allow: false, cost: 0, days: 0, reason: 'On an adult’s card.', remedy: null },
    { homes: ['uni'], allow: true, cost: 0, days: 10, reason: null, remedy: null },
    { categories: ['adult', 'student'], allow: true, cost: 450, days: 14, reason: null, remedy: null },
  ]
  it.each<[string, string | null, unknown]>([
    ['junior', 'uni', { code: 'rule', reason: 'On an adult’s card.', remedy: null }],
    ['student', 'uni', { cost: 0, days: 10 }],
    ['student', null, { cost: 450, days: 14 }],
    ['visitor', 'pub', null],
  ])('for a %s of %s', (category, homeSystem, expected) => {
    expect(outsideOffer(rules, { category, homeSystem })).toEqual(expected)
  })
})

describe('what becomes of a request', () => {
  it.each<[RequestKind, string]>([
    // One partner says no, another sends it, late; it is kept, lent and goes back, or goes back uncollected.
    ['outside', 'asked>asked asked>on its way asked>declined asked>withdrawn on its way>on its way on its way>ready on its way>declined ready>with reader ready>done with reader>done'], // prettier-ignore
    ['scan', 'asked>done asked>declined asked>withdrawn'],
    ['purchase', 'asked>done asked>declined asked>withdrawn'],
  ])('%s: only what may follow follows', (kind, moves) => {
    const found = REQUEST_STATES.flatMap((from) => REQUEST_STATES.filter((to) => requestMayBecome(kind, from, to)).map((to) => `${from}>${to}`)) // prettier-ignore
    expect(found.sort()).toEqual(moves.split(/ (?=(?:asked|on its way|ready|with reader)>)/).sort())
  })
  it('is open until nothing follows', () => {
    for (const state of REQUEST_STATES)
      expect([state, isOpenRequest(state)]).toEqual([state, REQUEST_STATES.some((to) => requestMayBecome('outside', state, to))])
  })
})
