import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import { NO_HISTORY, playThrough, randomFrom, waitingEstimate, type HoldAhead, type ReturnHistory, type WaitedFor, type WaitingQuestion } from './index.ts' // prettier-ignore

const DAY = 1440
const NOW = 1000 * DAY
const after = (days: number) => NOW + days * DAY

/** Everything comes back on the day on which it is due, and is collected two days after it is ready. */
const PUNCTUAL: ReturnHistory = { late: [{ days: [[0, 1]] }], collected: [[2, 1]], lapsed: 0 }
const turn = { pickup: 'quay', branch: 'quay', loanMinutes: 20 * DAY, shelfMinutes: 7 * DAY }
const ahead = (more: Partial<HoldAhead> = {}): HoldAhead => ({ ...turn, copies: new Set([0, 1, 2]), from: 0, ...more })
const out = (due: number): WaitedFor => ({ family: 'print', branch: 'quay', state: { is: 'out', due: after(due) } })
const question = (more: Partial<WaitingQuestion>): WaitingQuestion => ({
  now: NOW,
  copies: [out(5)],
  ahead: [],
  own: { copies: new Set([0, 1, 2]), pickup: 'hill', branch: 'hill' },
  history: PUNCTUAL,
  // A day from anywhere to anywhere.
  arrival: (_, __, at) => at + DAY,
  ...more,
})
/** The day from now, after which it comes; what comes back in the afternoon of a day comes before its end. */
const dayOf = (asked: WaitingQuestion) => {
  const minute = playThrough(asked, randomFrom(1))
  return minute === null ? null : Math.ceil((minute - NOW) / DAY)
}

describe('a queue, by hand', () => {
  it.each<[string, Partial<WaitingQuestion>, number | null]>([
    ['the copy comes back on day 5, and takes a day', {}, 6],
    ['the first of two copies to come back', { copies: [out(9), out(3)] }, 4],
    // Back on day 5, ready for the other on 6, collected on 8, due on 28, here on 29.
    ['one waits before', { ahead: [ahead()] }, 29],
    ['one waits before, of two copies', { copies: [out(5), out(12)], ahead: [ahead()] }, 13],
    ['who is passed over for good is no hindrance', { ahead: [ahead({ from: null })] }, 6],
    ['who goes on before the copy is back has it first', { ahead: [ahead({ from: after(2) })] }, 29],
    ['who goes on later does not', { ahead: [ahead({ from: after(20) })] }, 6],
    ['who wants another copy than mine', { copies: [out(5), out(12)], ahead: [ahead({ copies: new Set([1]) })] }, 6],
    ['who takes the only one that will do for me', { copies: [out(5), out(12)], ahead: [ahead()], own: { copies: new Set([0]), pickup: 'hill', branch: 'hill' } }, 29], // prettier-ignore
    // Ready for its reader on day 1, collected on 3, due on 23, here on 24.
    ['the copy is on its way to somebody', { copies: [{ family: 'print', branch: 'quay', state: { is: 'promised', to: turn } }] }, 24],
    ['nothing that is there may serve me', { own: { copies: new Set(), pickup: 'hill', branch: 'hill' } }, null],
    ['where nobody knows the way it takes three days', { arrival: () => null }, 8],
  ])('%s', (_, more, expected) => {
    expect(dayOf(question(more))).toBe(expected)
  })
  it('in two years of loans the queue is at an end, and no timetable is asked for days beyond half a year', () => {
    const asked: number[] = []
    const arrival = (_: string, __: string, at: number) => {
      asked.push(at)
      return at + DAY
    }
    // Each has it for some 24 days.
    const wait = (holds: number) => dayOf(question({ ahead: Array.from({ length: holds }, () => ahead()), arrival }))
    expect([wait(28), wait(33)]).toEqual([expect.closeTo(28 * 24 + 18, -2), null])
    expect(Math.max(...asked)).toBeLessThanOrEqual(after(180))
    expect(asked.length).toBeGreaterThan(5)
  })
  it('nobody collects it: the shelf days pass, and it is the next one’s', () => {
    const never = question({ ahead: [ahead()], history: { ...PUNCTUAL, lapsed: 100 } })
    // Back on day 5, ready on 6, on the shelf for 7 days, and another on the way.
    expect(dayOf(never)).toBe(14)
  })
  it('what is overdue is not back before now, and as late as others of its kind that were as late', () => {
    const history: ReturnHistory = { late: [{ families: ['film'], days: [[1, 1]] }, { days: [[-3, 50], [0, 50], [10, 1]] }], collected: [[0, 1]], lapsed: 0 } // prettier-ignore
    expect(dayOf(question({ copies: [out(-4)], history }))).toBe(7)
    const film: WaitedFor = { ...out(5), family: 'film' }
    expect(dayOf(question({ copies: [film], history }))).toBe(7)
    // Later than anything ever was.
    const late = dayOf(question({ copies: [out(-40)], history })) ?? 0
    expect(late).toBeGreaterThan(0)
    expect(late).toBeLessThanOrEqual(62)
  })
})

describe('an estimate', () => {
  it('is the same for the same seed, in order, and its chances never fall', () => {
    const due = fc.integer({ min: -30, max: 40 })
    fc.assert(
      fc.property(fc.array(due, { minLength: 1, maxLength: 5 }), fc.nat(6), fc.nat(), (dues, waiting, seed) => {
        const asked = question({ copies: dues.map(out), ahead: Array.from({ length: waiting }, () => ahead({ copies: new Set([0, 1, 2, 3, 4]) })), own: { copies: new Set([0, 1, 2, 3, 4]), pickup: 'hill', branch: 'hill' }, history: NO_HISTORY }) // prettier-ignore
        const { likely, from, until, byWeek } = waitingEstimate(asked, seed)
        expect(waitingEstimate(asked, seed)).toEqual({ likely, from, until, byWeek })
        expect([from, likely, until]).toEqual([from, likely, until].sort((a, b) => (a ?? Infinity) - (b ?? Infinity)))
        expect(byWeek).toEqual([...byWeek].sort((a, b) => a - b))
      }),
      { numRuns: 30 * inject('runFactor') },
    )
  })
  // Eight of ten: with so few tries of chance between 75 and 85 of a hundred.
  it.each([0, 1, 3, 8, 20])('with %i before: of what then happens, eight of ten lie inside', (length) => {
    let inside = 0
    let all = 0
    for (let world = 0; world < 40; world += 1) {
      const random = randomFrom(5000 + world)
      const copies = Array.from({ length: 1 + Math.floor(random() * 5) }, () => out(Math.floor(random() * 50) - 15))
      const every = new Set(copies.map((_, i) => i))
      const asked = question({ copies, ahead: Array.from({ length }, () => ahead({ copies: every })), own: { copies: every, pickup: 'hill', branch: 'hill' }, history: NO_HISTORY }) // prettier-ignore
      const { from, until } = waitingEstimate(asked, world)
      const held = randomFrom(900_000 + world)
      for (let i = 0; i < 60; i += 1) {
        const outcome = playThrough(asked, held) ?? Infinity
        inside += Number(outcome >= (from ?? Infinity) && outcome <= (until ?? Infinity))
        all += 1
      }
    }
    expect(inside / all).toBeGreaterThan(0.75)
    expect(inside / all).toBeLessThan(0.85)
  })
})
