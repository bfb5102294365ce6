import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Copy } from '../copies/index.ts'
import type { Delivery } from '../courier/index.ts'
import {
  HOLD_STATES,
  defaultPickup,
  usualPickup,
  isActive,
  isPromising,
  isRefusal,
  mayBecome,
  nextInQueue,
  wantedCopies,
  servingOf,
  accountRefusal,
  cardRefusal,
  type HoldRule,
  type AccountStatus,
} from './index.ts'
import { sampleCopy as copy } from '../copies/sample.ts'

const RULES: HoldRule[] = [
  { uses: ['here only'], allow: false, cost: 0, reason: 'It stays here.', remedy: 'Read it here.' },
  { owners: ['uni'], pickups: ['owner'], allow: true, cost: 0, reason: null, remedy: null },
  { owners: ['uni'], categories: ['adult'], allow: true, cost: 150, reason: null, remedy: null },
  { allow: true, cost: 0, reason: null, remedy: null },
]
const ask = (copies: Copy[], more: Partial<Parameters<typeof servingOf>[0]> = {}) =>
  servingOf({
    rules: RULES,
    borrower: { category: 'adult', homeSystem: 'pub' },
    pickup: { code: 'hill', branch: 'hill', system: 'pub' },
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

describe('with a timetable', () => {
  const [soon, later] = [copy({ barcode: 'soon', branch: 'cope', system: 'uni' }), copy({ barcode: 'later' })]
  const comes: Record<string, number> = { soon: 10, later: 20, disc: 30 }
  const delivery = ({ barcode }: Copy): Delivery | null => {
    const inHand = comes[barcode]
    return inHand === undefined ? null : { picked: 0, legs: [], inHand }
  }
  const barcodeFor = (copies: Copy[]) => {
    const serving = ask(copies, { delivery })
    return isRefusal(serving) ? serving.code : [serving.copy?.barcode, serving.delivery?.inHand]
  }
  it('that serves which comes first, whatever it costs; one of which nobody knows comes last, the pickup location’s own first', () => {
    expect(barcodeFor([later, soon])).toEqual(['soon', 10])
    expect(barcodeFor([copy({ barcode: 'a' }), later])).toEqual(['later', 20])
    expect(barcodeFor([soon, copy({ barcode: 'own', branch: 'hill' })])).toEqual(['own', undefined])
    comes.soon = 20
    expect(barcodeFor([soon, later])).toEqual(['later', 20])
  })
  it('a set comes with the last of its pieces', () => {
    const set = [copy({ barcode: 'book', set: '1' }), copy({ barcode: 'disc', set: '1' })]
    comes.book = 5
    expect(barcodeFor([...set, later])).toEqual(['later', 20])
    expect(barcodeFor(set)).toEqual(['book', 30])
  })
})

describe('which of equals serves a hold', () => {
  const barcodeFor = (copies: Copy[], more = {}) => {
    const serving = ask(copies, more)
    return isRefusal(serving) ? serving.code : serving.copy?.barcode
  }
  const free: HoldRule[] = [{ allow: true, cost: 0, reason: null, remedy: null }]
  const [own, other, home] = [
    copy({ barcode: '3' }),
    copy({ barcode: '1', system: 'sea', branch: 'isle' }),
    copy({ barcode: '2', system: 'uni', branch: 'cope' }),
  ]
  it('that of the pickup’s system, then of the reader’s own, then any; of these the first by barcode', () => {
    const question = { rules: free, borrower: { category: 'adult', homeSystem: 'uni' } }
    expect(barcodeFor([other, home, own], question)).toBe('3')
    expect(barcodeFor([other, home], question)).toBe('2')
    expect(barcodeFor([other], question)).toBe('1')
    expect(barcodeFor([copy({ barcode: '9' }), copy({ barcode: '4' }), copy({ barcode: '7' })], question)).toBe('4')
  })
  it('a copy at the pickup location goes before a cheaper one from elsewhere', () => {
    const dearHere: HoldRule[] = [{ owners: ['uni'], allow: true, cost: 300, reason: null, remedy: null }, ...free]
    expect(barcodeFor([own, copy({ barcode: '8', system: 'uni', branch: 'hill' })], { rules: dearHere })).toBe('8')
  })
  it('while all are out the hold costs the least of those it may wait for, which are all that the rules allow', () => {
    const out = { status: 'on loan', due: '2026-12-01' } as const
    const serving = ask([
      copy({ barcode: 'a', system: 'uni', ...out }),
      copy({ barcode: 'b', ...out }),
      copy({ barcode: 'c', use: 'here only' }),
    ])
    if (isRefusal(serving)) throw new Error(serving.code)
    expect([serving.copy, serving.cost, serving.eligible.map(({ barcode }) => barcode)]).toEqual([null, 0, ['a', 'b']])
  })
  it('a branch that keeps nothing from its open shelves still keeps what nobody can fetch', () => {
    const selfServe = new Set(['hill'])
    expect(barcodeFor([copy({ barcode: 's', branch: 'hill', collectionKind: 'store' })], { selfServe })).toBe('s')
    expect(barcodeFor([copy({ barcode: 'h', branch: 'hill' }), own], { selfServe })).toBe('3')
    expect(barcodeFor([copy({ branch: 'hill', status: 'on loan', due: '2026-12-01' })], { selfServe })).toBeUndefined()
  })
})

describe('which copies would do', () => {
  const volume = (barcode: string, enumeration: string | null) => copy({ barcode, family: 'journal', enumeration })
  it.each<[string, Copy[], string | null, unknown]>([
    ['any of a book', [copy({ barcode: 'a' }), copy({ barcode: 'b' })], null, ['a', 'b']],
    ['the one that is named', [copy({ barcode: 'a' }), copy({ barcode: 'b' })], 'b', ['b']],
    ['none where the one named is of another title', [copy({ barcode: 'a' })], 'z', []],
    ['a journal needs its volume', [volume('a', 'v.1'), volume('b', 'v.2')], null, 'volume-needed'],
    ['a journal of one volume is that', [volume('a', 'v.1')], null, ['a']],
    ['a journal that is not numbered is any of it', [volume('a', null), volume('b', null)], null, ['a', 'b']],
    ['parts of a book are no volumes', [copy({ barcode: 'a', enumeration: 'pt.1' }), copy({ barcode: 'b', enumeration: 'pt.2' })], null, ['a', 'b']],
  ])('%s', (_, copies, barcode, expected) => {
    const wanted = wantedCopies(copies, barcode)
    expect(isRefusal(wanted) ? wanted.code : wanted.map((one) => one.barcode)).toEqual(expected)
  }) // prettier-ignore
})

describe('where somebody collects who has not said where', () => {
  const at = (code: string, categories: string[] | null) => ({ code, pickups: [{ code, categories }] })
  const shut = { code: 'shut', pickups: [] }
  it.each([
    ['the first place open to everybody', [shut, at('few', ['adult']), at('all', null), at('more', null)], 'all'],
    ['else the first there is', [shut, at('few', ['adult']), at('others', ['junior'])], 'few'],
    ['nowhere where nothing is kept', [shut], null],
    ['nowhere without branches', [], null],
  ])('%s', (_, branches, expected) => {
    expect(defaultPickup(branches)).toBe(expected)
  })
})

describe('where a reader collects who has not said where', () => {
  const branches = [
    {
      code: 'quay',
      pickups: [
        { code: 'quay', categories: ['staff'] },
        { code: 'locker', categories: null },
      ],
    },
    { code: 'shut', pickups: [] },
  ]
  it.each([
    ['the first point at home that is open to them', 'quay', 'adult', 'locker'],
    ['which may be one for few', 'quay', 'staff', 'quay'],
    ['as anybody, where nothing is kept at home', 'shut', 'adult', 'locker'],
    ['as anybody, where home is no more', 'gone', 'staff', 'locker'],
  ])('%s', (_, homeBranch, category, expected) => {
    expect(usualPickup(branches, { homeBranch, category })).toBe(expected)
  })
})

describe('the life of a hold', () => {
  it('a copy is set aside from the first step on, and what has ended ends for good', () => {
    expect(HOLD_STATES.filter(isPromising)).toEqual(['being fetched', 'in transit', 'ready'])
    expect(HOLD_STATES.filter(isActive)).toEqual(['waiting', 'paused', 'being fetched', 'in transit', 'ready'])
    expect(HOLD_STATES.filter((state) => mayBecome('paused', state))).toEqual(['waiting', 'cancelled', 'lapsed', 'unfillable'])
    expect(HOLD_STATES.filter((state) => mayBecome(state, 'collected'))).toEqual(['ready'])
    for (const state of HOLD_STATES.filter(isActive))
      for (const end of ['cancelled', 'lapsed', 'unfillable'] as const) expect([state, mayBecome(state, end)]).toEqual([state, true])
    for (const state of HOLD_STATES.filter(isPromising)) expect(mayBecome(state, 'waiting')).toBe(true)
    expect([mayBecome('ready', 'in transit'), mayBecome('in transit', 'being fetched')]).toEqual([false, false])
  })
})

describe('what stops a card', () => {
  const fine: AccountStatus = {
    expires: '2026-11-25',
    owed: 1000,
    owedLimit: 1000,
    overdue: 3,
    overdueLimit: 3,
    activeHolds: 14,
    holdsLimit: 15,
    block: null,
  }
  it.each<[Partial<AccountStatus>, string | null]>([
    [{}, null],
    [{ expires: '2026-11-24' }, 'card-expired'],
    [{ block: 'Ask at the desk.' }, 'card-blocked'],
    [{ owed: 1001 }, 'owes-too-much'],
    [{ overdue: 4 }, 'too-many-overdue'],
    [{ overdue: 40, overdueLimit: null }, null],
    [{ activeHolds: 15 }, 'too-many-holds'],
  ])('%j', (change, code) => {
    expect(accountRefusal({ ...fine, ...change }, '2026-11-25')?.code ?? null).toBe(code)
    // As many holds as there may be stop nothing but another hold.
    expect(cardRefusal({ ...fine, ...change }, '2026-11-25')?.code ?? null).toBe(code === 'too-many-holds' ? null : code)
  })
})

describe('the line', () => {
  it('gives a copy to the first whom it can serve', () => {
    const question = {
      rules: RULES,
      borrower: { category: 'adult', homeSystem: 'pub' },
      pickup: { code: 'hill', branch: 'hill', system: 'pub' },
      selfServe: new Set<string>(),
    }
    const line = [
      { holdId: 1, records: ['r9'], barcode: null, question },
      { holdId: 2, records: ['r1'], barcode: 'other', question },
      { holdId: 3, records: ['r1', 'r9'], barcode: null, question },
      { holdId: 4, records: ['r1'], barcode: null, question },
    ]
    expect(nextInQueue(line, [copy({})])?.waiting.holdId).toBe(3)
    expect(nextInQueue(line, [copy({ use: 'here only' })])).toBeNull()
  })

  it('lets no hold that has ended live again, but one that is taken back', () => {
    fc.assert(
      fc.property(fc.constantFrom(...HOLD_STATES), fc.constantFrom(...HOLD_STATES), (from, to) => {
        // What has ended stays so, but that a cancelled hold can be taken back.
        if (!isActive(from)) expect(mayBecome(from, to)).toBe(from === 'cancelled' && to === 'waiting')
        expect(mayBecome(to, to)).toBe(false)
      }),
    )
  })
})
