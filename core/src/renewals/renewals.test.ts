import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import type { LoanRule } from '../loans/index.ts'
import { renewalOf, type RenewalQuestion } from './index.ts'

const RULE: LoanRule = { days: 28, renewals: 2 }
const HOURS: LoanRule = { hours: 4, renewals: 1 }
const renewal = (more: Partial<RenewalQuestion>) =>
  renewalOf({
    rule: RULE,
    due: '2026-11-30',
    renewals: 0,
    waiting: 0,
    now: DateTime.fromISO('2026-11-25T11:20', { zone: 'Europe/Dublin' }),
    back: { weekly: {}, closures: [] },
    ...more,
  })

describe('a renewal', () => {
  it.each<[string, Partial<RenewalQuestion>, unknown]>([
    ['runs from today on', {}, { due: '2026-12-23' }],
    ['the last that is left', { renewals: 1 }, { due: '2026-12-23' }],
    [
      'runs until a day on which it can be brought back',
      { back: { weekly: { '4': [['09:00', '17:00']] }, closures: [] } },
      { due: '2026-12-24' },
    ],
    [
      'gains no closed days',
      { due: '2026-12-24', back: { weekly: { '4': [['09:00', '17:00']] }, closures: [] } },
      { code: 'renewable-from', from: '2026-11-27' },
    ],
    ['of what is overdue', { due: '2026-11-02' }, { due: '2026-12-23' }],
    ['gains a day at least', { due: '2026-12-22' }, { due: '2026-12-23' }],
    ['would gain nothing before the day on which it gains one', { due: '2026-12-23' }, { code: 'renewable-from', from: '2026-11-26' }],
    ['of what was lent for longer', { due: '2027-02-01' }, { code: 'renewable-from', from: '2027-01-05' }],
    ['that nobody is left', { renewals: 2 }, { code: 'renewals-used', limit: 2 }],
    ['of what others wait for', { waiting: 3 }, { code: 'others-wait', waiting: 3 }],
    ['used up is said before others', { renewals: 2, waiting: 3 }, { code: 'renewals-used', limit: 2 }],
    ['of what is renewed at a desk', { rule: { ...RULE, renewedAtDesk: true } }, { code: 'renewed-at-desk' }],
    ['of what is never renewed', { rule: { days: 1, renewals: 0 } }, { code: 'not-renewable' }],
    ['of what no rule lends', { rule: null }, { code: 'not-renewable' }],
    ['by the hour runs from this minute on', { rule: HOURS, due: '2026-11-25T12:00' }, { due: '2026-11-25T15:20' }],
    ['by the hour gains a minute at least', { rule: HOURS, due: '2026-11-25T15:20' }, { code: 'renewable-from', from: '2026-11-25T11:21' }],
    ['by the hour shortens no loan that is due today', { rule: HOURS, due: '2026-11-25' }, { code: 'renewable-from', from: '2026-11-25T20:00' }], // prettier-ignore
    // The clock goes back in between.
    ['by days over the end of summer time', { due: '2026-10-02', now: DateTime.fromISO('2026-10-01T23:30', { zone: 'Europe/Dublin' }) }, { due: '2026-10-29' }], // prettier-ignore
  ])('%s', (_, asked, expected) => {
    expect(renewal(asked)).toEqual(expected)
  })
})
