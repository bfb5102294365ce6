import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RECORDED_STATUSES, USE_RULES } from '../catalogue/index.ts'
import {
  COLLECTION_KINDS,
  COPY_STATUSES,
  isInNow,
  isLost,
  isReachable,
  piecesOf,
  PROMISING_STATES,
  statusOf,
  useRuleOf,
  wholes,
  type Copy,
  type CopyFacts,
} from './index.ts'
import { sampleCopy } from './sample.ts'

describe('how a copy may be used', () => {
  it.each([
    ['open shelf', 'loan'],
    ['display', 'loan'],
    ['reading room', 'here only'],
    ['course reserve', 'short loan'],
    ['closed stacks', 'fetched on request'],
    ['store', 'fetched on request'],
  ] as const)('in %s, where its record says nothing: %s', (kind, use) => {
    expect(useRuleOf(kind, null)).toBe(use)
  })
  it('is what its record says, wherever it stands', () => {
    for (const kind of COLLECTION_KINDS) for (const use of USE_RULES) expect(useRuleOf(kind, use)).toBe(use)
  })
})

describe('the status of a copy', () => {
  const facts = (more: Partial<CopyFacts>): CopyFacts => ({
    recorded: 'on shelf',
    due: null,
    holdState: null,
    at: '2026-11-25T11:20',
    ...more,
  })
  it.each<[string, Partial<CopyFacts>, string]>([
    ['nothing known', {}, 'on shelf'],
    ['due today', { due: '2026-11-25' }, 'on loan'],
    ['due tomorrow', { due: '2026-11-26' }, 'on loan'],
    ['due this minute', { due: '2026-11-25T11:20' }, 'on loan'],
    ['due a minute ago', { due: '2026-11-25T11:19' }, 'overdue'],
    ['due a minute ago, where only the day is known', { due: '2026-11-25T11:19', at: '2026-11-25' }, 'on loan'],
    ['due yesterday', { due: '2026-11-24' }, 'overdue'],
    ['due on the last day of the year before', { due: '2025-12-31' }, 'overdue'],
    ['being fetched for a hold', { holdState: 'being fetched' }, 'being fetched'],
    ['on its way for a hold', { holdState: 'in transit' }, 'in transit'],
    ['on the hold shelf', { holdState: 'ready' }, 'kept for a hold'],
    ['on loan, whatever a hold says', { due: '2026-12-01', holdState: 'ready' }, 'on loan'],
  ])('%s', (_, more, status) => {
    expect(statusOf(facts(more))).toBe(status)
  })
  it('that its record gives goes before all others', () => {
    for (const recorded of RECORDED_STATUSES.filter((status) => status !== 'on shelf'))
      for (const holdState of [null, ...PROMISING_STATES])
        for (const due of [null, '2026-12-01']) expect(statusOf(facts({ recorded, holdState, due }))).toBe(recorded)
  })
})

describe('what a status means', () => {
  it('in now is on the shelf and promised to nobody', () => {
    for (const status of COPY_STATUSES)
      for (const promised of [true, false]) expect(isInNow({ status, promised })).toBe(status === 'on shelf' && !promised)
  })
  it('lost is what nobody can count on', () => {
    expect(COPY_STATUSES.filter((status) => isLost({ status }))).toEqual(['missing', 'withdrawn'])
  })
  it('readers walk up to everything that is not shut away', () => {
    expect(COLLECTION_KINDS.filter((collectionKind) => !isReachable({ collectionKind }))).toEqual(['closed stacks', 'store'])
  })
})

describe('a set of pieces', () => {
  const piece = fc.record({
    controlNumber: fc.constantFrom('r1', 'r2'),
    set: fc.constantFrom(null, '1', '2'),
    status: fc.constantFrom('on shelf' as const, 'on loan' as const, 'missing' as const),
    promised: fc.boolean(),
    use: fc.constantFrom('loan' as const, 'here only' as const),
    due: fc.constantFrom('2026-12-01', '2026-12-09'),
  })
  const some = fc
    .array(piece, { maxLength: 9 })
    .map((pieces) =>
      pieces.map((one, i) => sampleCopy({ ...one, due: one.status === 'on loan' ? one.due : null, barcode: String((i * 7) % 10) })),
    )
  it('serves as one: in now with all pieces in now, promised with any, lost with any, here only with any, due with the last', () => {
    fc.assert(
      fc.property(some, (copies) => {
        const all = wholes(copies)
        const ones = all.map(({ one }) => one)
        const apart = (copy: Copy) => (copy.set === null ? copy.barcode : `${copy.controlNumber}/${copy.set}`)
        expect(ones.map(apart).sort()).toEqual([...new Set(copies.map(apart))].sort())
        for (const { one, pieces } of all) {
          expect(pieces).toEqual(copies.filter((copy) => apart(copy) === apart(one)))
          expect(piecesOf(one, copies).map(({ barcode }) => barcode)).toEqual(pieces.map(({ barcode }) => barcode))
          expect(one.barcode).toBe(pieces.map(({ barcode }) => barcode).sort()[0])
          expect(isInNow(one)).toBe(pieces.every(isInNow))
          expect(isLost(one)).toBe(pieces.some(isLost))
          expect(one.promised).toBe(pieces.some(({ promised }) => promised))
          expect(one.use === 'here only').toBe(pieces.some(({ use }) => use === 'here only'))
          if (pieces.every(({ status }) => status === 'on loan'))
            expect(one.due).toBe(
              pieces
                .map(({ due }) => due)
                .sort()
                .at(-1),
            )
        }
      }),
    )
  })
})
