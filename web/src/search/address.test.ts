import { AVAILABILITY, FACETS, SORTS, type Facet } from '@catalex/core/asking'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  addressOf,
  countNarrowings,
  EMPTY_QUESTION,
  FIELD_NAMES,
  isNarrowed,
  NARROWINGS,
  newQuestion,
  questionFrom,
  withCopies,
  withoutNarrowing,
  withValue,
  type Question,
} from './address.ts'

const values = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 12 }), { maxLength: 3 })
const lists = fc.record(Object.fromEntries(FACETS.map((facet) => [facet, values]))) as unknown as fc.Arbitrary<Record<Facet, string[]>>
const year = fc.option(fc.integer({ min: 1400, max: 2100 }))
const question: fc.Arbitrary<Question> = fc.record({
  q: fc.string(),
  field: fc.constantFrom(...FIELD_NAMES),
  only: lists,
  not: lists,
  years: fc.record({ from: year, to: year }),
  copies: fc.subarray([...AVAILABILITY]),
  kept: fc.subarray([...NARROWINGS]),
  sort: fc.constantFrom(...SORTS),
  page: fc.integer({ min: 1, max: 900 }),
  size: fc.constantFrom(20, 50, 100),
})
const NOWHERE = { in: [], as: [] }
const parametersOf = (address: string) => new URLSearchParams(address.split('?')[1] ?? '')

describe('the address of a search', () => {
  it('says all of it, and nothing that is as usual', () => {
    fc.assert(fc.property(question, (asked) => { expect(questionFrom(parametersOf(addressOf(asked, NOWHERE)))).toEqual(asked) })) // prettier-ignore
    expect(addressOf(EMPTY_QUESTION, NOWHERE)).toBe('/search')
    expect(addressOf({ ...EMPTY_QUESTION, q: 'tide mill' }, { in: ['ferrygate'], as: ['print'], at: 'corrow' })).toBe(
      '/search?q=tide+mill&in=ferrygate&as=print&at=corrow',
    )
  })

  it('takes whatever somebody writes into it', () => {
    const asked = questionFrom(new URLSearchParams('field=colour&sort=loudest&page=-3&size=7&yearFrom=soon&copies=mine&keep=all'))
    expect(asked).toEqual(EMPTY_QUESTION)
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
