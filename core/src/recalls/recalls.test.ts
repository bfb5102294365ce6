import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { sampleCopy } from '../copies/sample.ts'
import type { LoanRule } from '../loans/index.ts'
import { recallOf, type LoanOut, type RecallQuestion } from './index.ts'

const LECTURER = { category: 'lecturer', homeSystem: 'uni' }
const STUDENT = { category: 'student', homeSystem: 'uni' }
const RULES: LoanRule[] = [
  { categories: ['lecturer'], days: 84, renewals: 5, recalledAfter: 14 },
  { categories: ['student'], days: 28, renewals: 4, recalledAfter: 21 },
  { days: 28, renewals: 2 },
]
const lent = (more: Partial<LoanOut>): LoanOut => ({
  barcode: '1',
  copy: sampleCopy({}),
  borrower: LECTURER,
  due: '2027-01-20',
  recalled: false,
  recalls: 0,
  back: { weekly: {}, closures: [] },
  ...more,
})
const recall = (loans: Partial<LoanOut>[], more: Partial<RecallQuestion> = {}) =>
  recallOf({
    rules: RULES,
    loans: loans.map(lent),
    before: 0,
    now: DateTime.fromISO('2026-11-25T23:20', { zone: 'Europe/Dublin' }),
    ...more,
  })

describe('a recall', () => {
  it.each<[string, Partial<LoanOut>[], Partial<RecallQuestion>, unknown]>([
    ['leaves the borrower the days of the rule', [{}], {}, { barcode: '1', was: '2027-01-20', due: '2026-12-09' }],
    [
      'until a day on which it can be brought back',
      [{ back: { weekly: { '5': [['09:00', '17:00']] }, closures: [] } }],
      {},
      { barcode: '1', was: '2027-01-20', due: '2026-12-11' },
    ],
    ['gains a day at least', [{ due: '2026-12-10' }], {}, { barcode: '1', was: '2026-12-10', due: '2026-12-09' }],
    ['of what is due by then gains nothing', [{ due: '2026-12-09' }], {}, null],
    ['of what is overdue gains nothing', [{ due: '2026-11-20' }], {}, null],
    ['of what is shortened already', [{ recalled: true }], {}, null],
    ['for the third time', [{ recalls: 2 }], {}, { barcode: '1', was: '2027-01-20', due: '2026-12-09' }],
    ['no fourth time', [{ recalls: 3 }], {}, null],
    ['of what is lent by the hour', [{ due: '2027-01-20T14:00' }], {}, null],
    ['that no rule allows', [{ borrower: { category: 'adult', homeSystem: 'pub' } }], {}, null],
    ['from somebody who can’t be told', [{ borrower: null }], {}, null],
    ['of what no rule lends', [{ copy: sampleCopy({ use: 'here only' }) }], {}, null],
    ['takes what comes back first', [{ borrower: STUDENT, due: '2027-03-01' }, { barcode: '2' }], {}, { barcode: '2', was: '2027-01-20', due: '2026-12-09' }], // prettier-ignore
    ['of two takes that which is lent longer', [{}, { barcode: '2', due: '2027-02-01' }], {}, { barcode: '2', was: '2027-02-01', due: '2026-12-09' }], // prettier-ignore
    ['is not needed where another comes by then', [{}, { barcode: '2', due: '2026-12-09' }], {}, null],
    ['is needed where that one goes to who waits before', [{}, { barcode: '2', due: '2026-12-09' }], { before: 1 }, { barcode: '1', was: '2027-01-20', due: '2026-12-09' }], // prettier-ignore
    ['does not count on what is overdue', [{}, { barcode: '2', due: '2026-11-24' }], {}, { barcode: '1', was: '2027-01-20', due: '2026-12-09' }], // prettier-ignore
    ['of nothing', [], {}, null],
  ])('%s', (_, loans, more, expected) => {
    expect(recall(loans, more)).toEqual(expected)
  })
})
