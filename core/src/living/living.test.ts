import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { NO_HISTORY } from '../waiting/index.ts'
import { answersAfter, chancesOf, collectionOf, daysLater, reasonFor, returnOf, visitOn, whetherDeclined, within } from './index.ts'

const at = (time: string) => DateTime.fromISO(time, { zone: 'Europe/Dublin' })
const span: [string, string][] = [['10:00', '12:00'], ['14:00', '17:00']] // prettier-ignore
const HOURS = { weekly: { 1: span, 3: span, 5: span }, closures: [] }
const isOpen = (time: DateTime) => [1, 3, 5].includes(time.weekday) && (time.hour >= 10 && time.hour < 12 || time.hour >= 14 && time.hour < 17) // prettier-ignore
const MANY = Array.from({ length: 500 }, (_, i) => i)

it('chances are the same for the same text, and others for another', () => {
  const some = (text: string) => Array.from({ length: 4 }, chancesOf(text))
  expect(some('p000000001')).toEqual(some('p000000001'))
  expect(some('p000000001')).not.toEqual(some('p000000002'))
})

it('a visit is made within opening hours, later than now, on the day or the next that is open', () => {
  for (const i of MANY) {
    const visit = visitOn(HOURS, at('2026-11-24'), at('2026-11-24T11:00'), chancesOf(String(i)))
    expect(visit && isOpen(visit) && visit.toISODate()).toBe('2026-11-25')
    const sameDay = visitOn(HOURS, at('2026-11-25'), at('2026-11-25T16:30'), chancesOf(String(i)))
    expect(sameDay && sameDay > at('2026-11-25T16:30') && sameDay < at('2026-11-25T17:00')).toBe(true)
  }
  expect(visitOn({ weekly: {}, closures: [] }, at('2026-11-24'), at('2026-11-24T11:00'), chancesOf(''))).toBeNull()
})

describe('readers behave by their history', () => {
  const history = { late: [{ families: ['film'] as const, days: [[-2, 1]] as const }, { days: [[5, 1]] as const }], collected: [[1, 1]] as const, lapsed: 25 } // prettier-ignore
  const now = at('2026-11-25T11:00')
  const behaves = (i: number) => ({ history, hours: HOURS, now, random: chancesOf(String(i)) })

  it('bring back so many days before or after', () => {
    const back = (due: string, family: 'film' | 'print') => returnOf({ due, family }, behaves(1))?.toISODate()
    expect(back('2026-12-04', 'film')).toBe('2026-12-02')
    // Five days later, and that is a Wednesday.
    expect(back('2026-12-04', 'print')).toBe('2026-12-09')
    // What should have come before now comes now at the soonest.
    expect(back('2026-11-25', 'film')! >= '2026-11-25').toBe(true)
  })

  it('come for what is ready, never after the last day; one in four does not come', () => {
    const visits = MANY.map((i) => collectionOf('2026-11-30', behaves(i)))
    const came = visits.filter((visit) => visit !== null)
    expect(came.length / MANY.length).toBeGreaterThan(0.68)
    expect(came.length / MANY.length).toBeLessThan(0.82)
    expect(new Set(came.map((visit) => visit.toISODate()))).toEqual(new Set(['2026-11-27']))
    // Of a hundred, the first twenty-five; where none does, nobody.
    const drew = (share: number, lapsed = 25) => collectionOf('2026-11-30', { ...behaves(1), history: { ...history, lapsed }, random: () => share }) !== null // prettier-ignore
    expect([drew(0), drew(0.2499), drew(0.25), drew(0.9999), drew(0, 0)]).toEqual([false, false, true, true, true])
    const last = collectionOf('2026-11-25', { ...behaves(3), history: { ...NO_HISTORY, collected: [[6, 1]], lapsed: 0 } })
    expect(last?.toISODate()).toBe('2026-11-25')
  })
})

describe('libraries elsewhere, and staff here, answer', () => {
  const partner = { name: 'Marlfen', answers: [4, 4], travels: [2, 4], declines: 30, late: 20, lends: 21 } as const
  const [least, most] = [() => 0, () => 0.999_999]
  it('within their days: the least, the most, and what lies between', () => {
    expect([within([2, 5], least), within([2, 5], most), within([2, 5], () => 0.5)]).toEqual([2, 5, 4])
    expect([answersAfter('outside', partner, least), answersAfter('outside', partner, most)]).toEqual([4, 4])
    expect([answersAfter('outside', null, least), answersAfter('outside', null, most)]).toEqual([1, 2])
    // Who lends elsewhere is not asked for a scan or a purchase.
    for (const asked of [partner, null]) {
      expect([answersAfter('scan', asked, least), answersAfter('scan', asked, most)]).toEqual([1, 2])
      expect([answersAfter('purchase', asked, least), answersAfter('purchase', asked, most)]).toEqual([3, 9])
    }
    expect([daysLater(least), daysLater(most)]).toEqual([2, 5])
  })
  it('no to so many of a hundred; where nobody is left to ask, always', () => {
    const declines = (kind: 'outside' | 'scan' | 'purchase', of: typeof partner | null) =>
      Array.from({ length: 100 }, (_, i) => whetherDeclined(kind, of, () => i / 100)).filter(Boolean).length
    expect([declines('outside', partner), declines('outside', null), declines('scan', partner), declines('purchase', null)]).toEqual([30, 100, 10, 40]) // prettier-ignore
    expect(['scan', 'purchase', 'outside', 'outside'].map((kind, i) => reasonFor(kind as 'scan', i < 3 ? least : most))).toEqual(['not allowed', 'not bought', 'not lent', 'not found']) // prettier-ignore
  })
})
