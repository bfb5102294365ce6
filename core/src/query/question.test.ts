import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  addressEntries,
  AVAILABILITY,
  IN_HAND,
  countNarrowings,
  EMPTY_QUESTION,
  FACETS,
  FIELD_NAMES,
  FIELDS,
  isNarrowed,
  NARROWINGS,
  newQuestion,
  NO_SCOPE,
  parametersOf,
  questionFromAddress,
  questionOf,
  scopeFromAddress,
  scopeOf,
  SORTS,
  withCopies,
  withoutNarrowing,
  withValue,
  type Facet,
  type Question,
  type Scope,
} from './index.ts'

const values = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 12 }), { maxLength: 3 })
const lists = fc.record(Object.fromEntries(FACETS.map((facet) => [facet, values]))) as unknown as fc.Arbitrary<Record<Facet, string[]>>
const year = fc.option(fc.integer({ min: 1400, max: 2100 }))
const question: fc.Arbitrary<Question> = fc.record({
  q: fc.string(),
  field: fc.constantFrom(...FIELD_NAMES),
  display: fc.string({ maxLength: 20 }),
  only: lists,
  not: lists,
  years: fc.record({ from: year, to: year }),
  copies: fc.subarray([...AVAILABILITY]),
  by: fc.constantFrom(null, ...IN_HAND),
  kept: fc.subarray([...NARROWINGS]),
  asTyped: fc.boolean(),
  sort: fc.constantFrom(...SORTS),
  page: fc.integer({ min: 1, max: 900 }),
  size: fc.constantFrom(20 as const, 50 as const, 100 as const),
})
const scope: fc.Arbitrary<Scope> = fc.record({ in: values, as: values, at: fc.option(fc.string({ minLength: 1 })), online: fc.boolean() })

/** An address as browsers have it, without their class. */
function addressFrom(entries: [string, string][]) {
  const getAll = (name: string) => entries.filter(([one]) => one === name).map(([, value]) => value)
  return { getAll, get: (name: string) => getAll(name)[0] ?? null }
}

describe('a search as parameters', () => {
  it('says all of it in an address, and nothing that is as usual', () => {
    fc.assert(
      fc.property(question, scope, (asked, place) => {
        const address = addressFrom(addressEntries(asked, place))
        expect(questionFromAddress(address)).toEqual(asked)
        expect(scopeFromAddress(address)).toEqual(place)
      }),
    )
    expect(addressEntries(EMPTY_QUESTION, NO_SCOPE)).toEqual([])
    expect(addressEntries({ ...EMPTY_QUESTION, q: 'tide mill' }, { in: ['ferrygate'], as: ['print'], at: 'corrow', online: true })).toEqual(
      [
        ['q', 'tide mill'],
        ['in', 'ferrygate'],
        ['as', 'print'],
        ['at', 'corrow'],
        ['online', 'true'],
      ],
    )
  })

  it('says to the interface all but what is kept, which concerns the address alone', () => {
    fc.assert(
      fc.property(question, scope, (asked, place) => {
        const parameters = parametersOf(asked, place)
        expect(questionOf(parameters)).toEqual({ ...asked, kept: [] })
        expect(scopeOf(parameters)).toEqual(place)
      }),
    )
  })

  it('takes whatever somebody writes into an address', () => {
    const entries = 'field=colour&sort=loudest&page=-3&size=7&yearFrom=soon&copies=mine&keep=all'.split('&')
    const asked = questionFromAddress(
      addressFrom(entries.map((entry): [string, string] => [entry.split('=')[0] ?? '', entry.split('=')[1] ?? ''])),
    )
    expect(asked).toEqual(EMPTY_QUESTION)
    expect(
      questionFromAddress(
        addressFrom([
          ['page', '1e9'],
          ['page', '7'],
        ]),
      ).page,
    ).toBe(1)
  })
})

describe('narrowing', () => {
  it('a new search drops all but what is kept, and the order stays', () => {
    fc.assert(
      fc.property(question, (before) => {
        const after = newQuestion(before, 'tide', 'title')
        expect([after.q, after.field, after.sort, after.page]).toEqual(['tide', 'title', before.sort, 1])
        for (const name of NARROWINGS) expect(isNarrowed(after, name)).toBe(before.kept.includes(name) && isNarrowed(before, name))
      }),
    )
  })

  it('a value is on, off or barred, never two of them', () => {
    fc.assert(
      fc.property(
        question,
        fc.constantFrom(...FACETS),
        fc.string({ minLength: 1 }),
        fc.constantFrom('only' as const, 'not' as const, 'none' as const),
        (asked, facet, code, state) => {
          const next = withValue(asked, facet, code, state)
          expect([next.only[facet].includes(code), next.not[facet].includes(code)]).toEqual([state === 'only', state === 'not'])
          expect(next.page).toBe(1)
        },
      ),
    )
  })

  it('is counted, dropped one by one or all at once', () => {
    fc.assert(
      fc.property(question, (asked) => {
        expect(countNarrowings(withoutNarrowing(asked))).toBe(0)
        for (const name of NARROWINGS) expect(isNarrowed(withoutNarrowing(asked, name), name)).toBe(false)
      }),
    )
    expect(withCopies(withCopies(EMPTY_QUESTION, 'inNow'), 'inNow').copies).toEqual([])
  })
})

it('the field chooser offers any field, and each field once', () => {
  expect(new Set(FIELD_NAMES).size).toBe(FIELD_NAMES.length)
  expect([...FIELD_NAMES]).toEqual(expect.arrayContaining(['anywhere', 'title-begins', 'title-whole', 'number', 'call-number', ...FIELDS]))
})
