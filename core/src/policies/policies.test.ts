import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isOverdue, loanLength, type LoanRule } from '../loans/index.ts'
import { verdictOn, type HoldRule } from '../holds/index.ts'
import { conditionsHold, type RuledCopy } from './index.ts'

const COPY: RuledCopy = { use: 'loan', family: 'print', system: 'pub', branch: 'quay', collection: 'fiction' }
const READER = { category: 'adult', homeSystem: 'pub' }

describe('the line of a rule table', () => {
  it.each([
    ['without conditions', {}, true],
    ['for this category', { categories: ['junior', 'adult'] }, true],
    ['for others', { categories: ['junior'] }, false],
    ['for nobody', { categories: [] }, false],
    ['for this use', { uses: ['loan'] }, true],
    ['for another use', { uses: ['short loan'] }, false],
    ['for this family', { families: ['film', 'print'] }, true],
    ['for another family', { families: ['film'] }, false],
    ['for this owner', { owners: ['pub'] }, true],
    ['for another owner', { owners: ['uni'] }, false],
    ['for readers of this library', { homes: ['pub'] }, true],
    ['for readers of the library that owns it', { homes: ['owner'] }, true],
    ['for readers of another library', { homes: ['uni'] }, false],
    ['for this branch', { places: ['quay'] }, true],
    ['for this collection', { places: ['hill', 'quay/fiction'] }, true],
    ['for another collection', { places: ['quay/map', 'hill/fiction'] }, false],
    ['with one condition that fails', { categories: ['adult'], uses: ['loan'], families: ['print'], owners: ['uni'] }, false],
  ] as const)('%s', (_, rule, holds) => {
    expect(conditionsHold(rule, READER, COPY)).toBe(holds)
  })
})

describe('a guest', () => {
  it('is of no library', () => {
    const guest = { category: 'adult', homeSystem: null }
    expect([conditionsHold({ homes: ['pub', 'owner'] }, guest, COPY), conditionsHold({}, guest, COPY)]).toEqual([false, true])
  })
})

describe('loans', () => {
  const rule = (days: number, more: Partial<LoanRule> = {}): LoanRule => ({ days, renewals: 0, ...more })
  it('of hours are told from those of days', () => {
    expect(loanLength([{ hours: 4, renewals: 0 }], READER, COPY)).toEqual({ count: 4, unit: 'hours' })
  })
  it('last as long as the first line says that fits', () => {
    expect(loanLength([rule(7, { families: ['film'] }), rule(14, { categories: ['junior'] }), rule(28), rule(56)], READER, COPY)).toEqual({
      count: 28,
      unit: 'days',
    })
    expect(loanLength([rule(7, { families: ['film'] }), rule(14, { categories: ['junior'] })], READER, COPY)).toBeNull()
    expect(loanLength([rule(0, { families: ['print'] }), rule(28)], READER, COPY)).toEqual({ count: 0, unit: 'days' })
  })
  it('are none of what does not leave the building, whatever the table says', () => {
    expect(loanLength([rule(28)], READER, { ...COPY, use: 'here only' })).toBeNull()
  })
  it('are overdue from the day after on', () => {
    expect(['2026-11-24', '2026-11-25', '2026-11-26'].map((due) => isOverdue(due, '2026-11-25'))).toEqual([true, false, false])
  })
})

describe('rules of holds', () => {
  const rule = (more: Partial<HoldRule>): HoldRule => ({ allow: true, cost: 0, reason: null, remedy: null, ...more })
  const at = (system: string) => ({ code: 'x', branch: 'x', system })
  it('speak of the system of the pickup location, or of the owner of the copy', () => {
    const rules = [
      rule({ pickups: ['owner'], cost: 1 }),
      rule({ pickups: ['uni'], cost: 2 }),
      rule({ allow: false, reason: 'Not sent.', remedy: null }),
    ]
    expect(verdictOn(rules, READER, COPY, at('pub'))).toEqual({ allowed: true, cost: 1 })
    expect(verdictOn(rules, READER, COPY, at('uni'))).toEqual({ allowed: true, cost: 2 })
    expect(verdictOn(rules, READER, COPY, at('sea'))).toEqual({
      allowed: false,
      refusal: { code: 'rule', reason: 'Not sent.', remedy: null },
    })
  })
  it('speak of one pickup point among others of its system', () => {
    const rules = [rule({ pickups: ['locker'], allow: false, reason: 'Too big.', remedy: 'Collect it at the desk.' }), rule({})]
    const allowed = (code: string) => verdictOn(rules, READER, COPY, { code, branch: 'quay', system: 'pub' }).allowed
    expect([allowed('locker'), allowed('quay')]).toEqual([false, true])
  })
  it('that refuse without a word, and tables in which no line fits, are told apart from none', () => {
    expect(verdictOn([rule({ allow: false })], READER, COPY, at('pub'))).toEqual({ allowed: false, refusal: { code: 'no-rule' } })
    expect(verdictOn([], READER, COPY, at('pub'))).toEqual({ allowed: false, refusal: { code: 'no-rule' } })
  })
  it('the first line that fits decides, whatever stands after it', () => {
    const line = fc.record({ owners: fc.option(fc.subarray(['pub', 'uni'])), allow: fc.boolean(), cost: fc.nat(500) })
    fc.assert(
      fc.property(fc.array(line, { maxLength: 6 }), (lines) => {
        const rules = lines.map(({ owners, ...rest }) => rule({ ...rest, reason: 'No.', ...(owners === null ? {} : { owners }) }))
        const first = lines.find(({ owners }) => owners === null || owners.includes('pub'))
        const expected = first === undefined ? 'no-rule' : first.allow ? first.cost : 'rule'
        const verdict = verdictOn(rules, READER, COPY, at('pub'))
        expect(verdict.allowed ? verdict.cost : verdict.refusal.code).toBe(expected)
      }),
    )
  })
})
