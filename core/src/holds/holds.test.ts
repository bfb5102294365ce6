import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Copy } from '../copies/index.ts'
import {
  HOLD_STATES,
  isActive,
  isRefusal,
  mayBecome,
  nextInQueue,
  servingOf,
  accountRefusal,
  type HoldRule,
  type AccountStatus,
} from './index.ts'

const RULES: HoldRule[] = [
  { uses: ['here only'], allow: false, cost: 0, reason: 'It stays here.', remedy: 'Read it here.' },
  { owners: ['uni'], pickups: ['owner'], allow: true, cost: 0, reason: null, remedy: null },
  { owners: ['uni'], categories: ['adult'], allow: true, cost: 150, reason: null, remedy: null },
  { allow: true, cost: 0, reason: null, remedy: null },
]
const copy = (given: Partial<Copy>): Copy => ({
  barcode: '1',
  controlNumber: 'r1',
  family: 'print',
  system: 'pub',
  branch: 'quay',
  collection: 'fiction',
  collectionKind: 'open shelf',
  use: 'loan',
  status: 'on shelf',
  promised: false,
  due: null,
  enumeration: null,
  ...given,
})
const ask = (copies: Copy[], more: Partial<Parameters<typeof servingOf>[0]> = {}) =>
  servingOf({
    rules: RULES,
    borrower: { category: 'adult', homeSystem: 'pub' },
    pickup: { branch: 'hill', system: 'pub' },
    copies,
    selfServe: new Set(),
    ...more,
  })

describe('which copy serves a hold', () => {
  const here = copy({ barcode: 'here', branch: 'hill' })
  const sent = copy({ barcode: 'sent' })
  const dear = copy({ barcode: 'dear', branch: 'cope', system: 'uni' })
  it.each<[string, Copy[], string | null, number]>([
    ['the one at the pickup location', [dear, sent, here], 'here', 0],
    ['else the cheapest', [dear, sent], 'sent', 0],
    ['else whatever there is, at its price', [dear], 'dear', 150],
    ['none while all are out', [copy({ status: 'on loan', due: '2026-12-01' })], null, 0],
    ['none that is promised', [copy({ promised: true })], null, 0],
  ])('%s', (_, copies, barcode, cost) => {
    const serving = ask(copies)
    if (isRefusal(serving)) throw new Error('refused')
    expect([serving.copy?.barcode ?? null, serving.cost]).toEqual([barcode, cost])
  })

  it('says which rule stands against it', () => {
    expect(ask([copy({ use: 'here only' })])).toEqual({ code: 'rule', reason: 'It stays here.', remedy: 'Read it here.' })
    expect(ask([copy({ status: 'missing' })])).toEqual({ code: 'no-copy', why: 'lost' })
    expect(ask([])).toEqual({ code: 'no-copy', why: 'none' })
    expect(ask([here], { selfServe: new Set(['hill']) })).toEqual({ code: 'fetch-yourself' })
  })
})

describe('what stops a card', () => {
  const fine: AccountStatus = {
    expires: '2026-11-25',
    owed: 1000,
    owedLimit: 1000,
    activeHolds: 14,
    holdsLimit: 15,
    block: null,
  }
  it.each<[Partial<AccountStatus>, string | null]>([
    [{}, null],
    [{ expires: '2026-11-24' }, 'card-expired'],
    [{ block: 'Ask at the desk.' }, 'card-blocked'],
    [{ owed: 1001 }, 'owes-too-much'],
    [{ activeHolds: 15 }, 'too-many-holds'],
  ])('%j', (change, code) => {
    expect(accountRefusal({ ...fine, ...change }, '2026-11-25')?.code ?? null).toBe(code)
  })
})

describe('the line', () => {
  it('gives a copy to the first whom it can serve', () => {
    const question = {
      rules: RULES,
      borrower: { category: 'adult', homeSystem: 'pub' },
      pickup: { branch: 'hill', system: 'pub' },
      selfServe: new Set<string>(),
    }
    const line = [
      { holdId: 1, records: ['r9'], barcode: null, question },
      { holdId: 2, records: ['r1'], barcode: 'other', question },
      { holdId: 3, records: ['r1', 'r9'], barcode: null, question },
      { holdId: 4, records: ['r1'], barcode: null, question },
    ]
    expect(nextInQueue(line, copy({}))?.holdId).toBe(3)
    expect(nextInQueue(line, copy({ use: 'here only' }))).toBeNull()
  })

  it('never lets a hold that has ended live again', () => {
    fc.assert(
      fc.property(fc.constantFrom(...HOLD_STATES), fc.constantFrom(...HOLD_STATES), (from, to) => {
        if (!isActive(from)) expect(mayBecome(from, to)).toBe(false)
        expect(mayBecome(to, to)).toBe(false)
      }),
    )
  })
})
