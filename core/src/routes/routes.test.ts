import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { openState, type OpeningHours } from '../calendar/index.ts'
import type { Copy } from '../copies/index.ts'
import { routesFor, routesToAny, walkInRoutes, type RoutesQuestion } from './index.ts'
import { sampleCopy as copy } from '../copies/sample.ts'

const ZONE = 'Europe/Dublin'
const at = (time: string) => DateTime.fromISO(time, { zone: ZONE })
const HOURS: OpeningHours = {
  weekly: {
    '3': [
      ['10:00', '13:00'],
      ['14:00', '19:00'],
    ],
    '4': [['10:00', '17:00']],
  },
  closures: [{ from: '2026-12-24', to: '2026-12-31', reason: 'Midwinter' }],
}

describe('opening hours', () => {
  it.each([
    ['2026-11-25T10:00', 'open till 13:00'],
    ['2026-11-25T13:00', 'opens 2026-11-25T14:00'],
    ['2026-11-25T19:00', 'opens 2026-11-26T10:00'],
    ['2026-11-27T09:00', 'opens 2026-12-02T10:00'],
    ['2026-12-24T12:00', 'opens 2027-01-06T10:00'],
    // The clock goes back on 25 October 2026; hours are local all the same.
    ['2026-10-28T10:30', 'open till 13:00'],
  ])('at %s: %s', (time, said) => {
    const state = openState(HOURS, at(time))
    expect(
      state.open ? `open till ${state.until.toFormat('HH:mm')}` : `opens ${state.opens?.toFormat("yyyy-MM-dd'T'HH:mm") ?? 'never'}`,
    ).toBe(said)
  })
})

const rules = [
  { uses: ['here only' as const], allow: false, cost: 0, reason: 'It stays.', remedy: null },
  { allow: true, cost: 0, reason: null, remedy: null },
]
const question = (copies: Copy[], more: Partial<RoutesQuestion> = {}): RoutesQuestion => ({
  rules,
  borrower: { category: 'adult', homeSystem: 'pub' },
  pickup: { code: 'hill', branch: 'hill', system: 'pub' },
  copies,
  selfServe: new Set(),
  now: at('2026-11-25T11:00'),
  hours: new Map([
    ['hill', HOURS],
    ['quay', HOURS],
  ]),
  walkable: ['hill', 'quay'],
  waiting: 0,
  scanRules: [],
  outsideRules: [],
  unheld: false,
  loanRules: [{ uses: ['loan'], days: 28, renewals: 2 }],
  ...more,
})
const kinds = (copies: Copy[], more: Partial<RoutesQuestion> = {}) =>
  routesFor(question(copies, more)).map(
    (route) => `${route.kind}${route.barcode ? ` ${route.barcode}` : ''}${route.notPossible ? ` not: ${route.notPossible.code}` : ''}`,
  )

describe('routes', () => {
  const out = copy({ status: 'on loan', due: '2026-12-01' })
  it.each<[string, Copy[], string[]]>([
    ['a copy at the pickup location', [copy({ barcode: 'q' }), copy({ barcode: 'h', branch: 'hill' })], ['walk in h', 'kept for you h']],
    ['a copy elsewhere', [copy({ barcode: 'q' })], ['walk in q', 'sent over q']],
    ['all out', [out], ['in the queue']],
    ['here only', [copy({ use: 'here only' })], ['walk in 1', 'sent over not: rule']],
    [
      'one to borrow before one to read there',
      [copy({ barcode: 'r', branch: 'hill', use: 'here only' }), copy({ barcode: 'q' })],
      ['walk in q', 'sent over q'],
    ],
    ['behind closed doors', [copy({ collectionKind: 'store', use: 'fetched on request' })], ['sent over 1']],
    ['missing', [copy({ status: 'missing' })], ['sent over not: no-copy']],
  ])('%s', (_, copies, expected) => {
    expect(kinds(copies)).toEqual(expected)
  })

  it('walks in only within the places searched', () => {
    expect(kinds([copy({})], { walkable: ['hill'] })).toEqual(['sent over 1'])
  })
})

describe('what a route says', () => {
  it('walking in: open till when, or from when on', () => {
    const [open] = routesFor(question([copy({})]))
    expect(open?.open).toEqual({ now: true, until: at('2026-11-25T13:00').toISO(), opens: null })
    const [shut] = routesFor(question([copy({})], { now: at('2026-11-25T13:30') }))
    expect(shut?.open).toEqual({ now: false, until: null, opens: at('2026-11-25T14:00').toISO() })
    const [unknown] = routesFor(question([copy({})], { hours: new Map() }))
    expect(unknown?.open).toBeNull()
  })
  it('walking in is for where readers walk: not into the stacks, not beyond the scope', () => {
    expect(kinds([copy({ collectionKind: 'closed stacks', use: 'fetched on request' })])).toEqual(['sent over 1'])
    expect(kinds([copy({ branch: 'far' })])).toEqual(['sent over 1'])
  })
  it('walking in needs no pickup location: the nearest of the branches that are named', () => {
    const copies = [copy({ barcode: 'q' }), copy({ barcode: 'h', branch: 'hill' })]
    const walk = (walkable: string[]) => walkInRoutes({ ...question(copies), walkable }).map(({ barcode }) => barcode)
    expect([walk(['quay', 'hill']), walk(['hill', 'quay']), walk(['isle']), walk([])]).toEqual([['q'], ['h'], [], []])
  })
  it('a copy to borrow goes before a nearer one to read there', () => {
    const here = copy({ barcode: 'h', branch: 'hill', use: 'here only' })
    const routes = routesFor(question([here, copy({ barcode: 'q' })]))
    expect(routes[0]).toMatchObject({ kind: 'walk in', barcode: 'q', hereOnly: false })
    expect(routesFor(question([here]))[0]).toMatchObject({ kind: 'walk in', barcode: 'h', hereOnly: true })
  })
  it('the queue: how many wait before, how many copies may serve; what it costs', () => {
    const out = { status: 'on loan', due: '2026-12-01' } as const
    const dear = [{ owners: ['uni'], allow: true, cost: 150, reason: null, remedy: null }, ...rules]
    const [route] = routesFor(
      question(
        [
          copy({ barcode: 'a', system: 'uni', ...out }),
          copy({ barcode: 'b', system: 'uni', ...out }),
          copy({ barcode: 'c', status: 'missing' }),
        ],
        { rules: dear, waiting: 3 },
      ),
    )
    expect(route).toMatchObject({ kind: 'in the queue', cost: 150, queue: { before: 3, copies: 2 }, barcode: null })
  })
  it('what is not possible stands last, with the route that it would have been', () => {
    const stays = [{ allow: false, cost: 0, reason: 'It stays.', remedy: null }]
    const refused = (copies: Copy[]) => routesFor(question(copies, { rules: stays })).map((route) => [route.kind, route.notPossible?.code])
    expect(refused([copy({ branch: 'hill' })])).toEqual([
      ['walk in', undefined],
      ['kept for you', 'rule'],
    ])
    expect(refused([copy({ status: 'on loan', due: '2026-12-01' })])).toEqual([['in the queue', 'rule']])
    expect(refused([copy({ status: 'missing' })])).toEqual([['sent over', 'no-copy']])
    expect(refused([])).toEqual([['sent over', 'no-copy']])
  })
})

describe('routes to any of several editions', () => {
  const own = { controlNumber: 'own' }
  const other = { controlNumber: 'other' }
  const out = { status: 'on loan', due: '2026-12-01' } as const
  const any = (copies: Copy[]) =>
    routesToAny(
      question(copies, { waiting: 5 }),
      { copies: copies.filter(({ controlNumber }) => controlNumber === 'own'), waiting: 2 },
    ).map(({ kind, barcode, queue }) => [kind, barcode, ...(queue ? [queue.before, queue.copies] : [])])
  it.each<[string, Copy[], (string | number | null)[][]]>([
    [
      'a free copy of another spares the wait',
      [copy({ ...own, ...out, barcode: 'o' }), copy({ ...other, barcode: 'x' })],
      [['walk in', 'x'], ['sent over', 'x']],
    ],
    [
      'one as good of its own comes before it',
      [copy({ ...other, barcode: 'a' }), copy({ ...own, barcode: 'o' })],
      [['walk in', 'o'], ['sent over', 'o']],
    ],
    [
      'one at the pickup location comes before its own elsewhere',
      [copy({ ...own, barcode: 'o' }), copy({ ...other, barcode: 'x', branch: 'hill' })],
      [['walk in', 'x'], ['kept for you', 'x']],
    ],
    [
      'where all are out, one waits for any',
      [copy({ ...own, ...out, barcode: 'o' }), copy({ ...other, ...out, barcode: 'x' })],
      [['in the queue', null, 5, 2]],
    ],
  ])('%s', (_, copies, expected) => {
    expect(any(copies)).toEqual(expected)
  })
}) // prettier-ignore
