import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BUILDER_FIELDS, BUILDER_JOINS, cqlFrom, isCql, matchesFor, parseCql, parseQuery, rowsFromQuery, type BuilderRow } from './index.ts'

const words = fc.array(fc.stringMatching(/^[a-zé]{1,8}$/), { minLength: 1, maxLength: 3 }).map((list) => list.join(' '))
const row: fc.Arbitrary<BuilderRow> = fc
  .constantFrom(...BUILDER_FIELDS)
  .chain((field) =>
    fc.record({ join: fc.constantFrom(...BUILDER_JOINS), field: fc.constant(field), match: fc.constantFrom(...matchesFor(field)), words }),
  )
const rows = fc.array(row, { minLength: 1, maxLength: 5 }).map(([first, ...others]) => [{ ...first, join: 'and' } as BuilderRow, ...others])

describe('rows of the builder', () => {
  it('come back from the query that they write, which is CQL', () => {
    fc.assert(
      fc.property(rows, (given) => {
        const query = cqlFrom(given)
        expect(isCql(query)).toBe(true)
        expect(() => parseCql(query)).not.toThrow()
        expect(rowsFromQuery(query)).toEqual(given)
      }),
    )
  })
  it('hold whatever is typed into them', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ ...BLANK, words: fc.string({ unit: 'grapheme', maxLength: 30 }) }), { maxLength: 4 }), (given) => {
        const query = cqlFrom(given)
        if (query !== '') expect(() => parseCql(query)).not.toThrow()
      }),
    )
  }) // prettier-ignore
  it.each<[string, Partial<BuilderRow>[]]>([
    ['', []],
    ['horse', [{ words: 'horse' }]],
    ['horse zebra', [{ words: 'horse zebra' }]],
    ['horse -zebra', [{ words: 'horse' }, { join: 'not', words: 'zebra' }]],
    ['"salt ledger" tide', [{ words: 'tide' }, { match: 'phrase', words: 'salt ledger' }]],
    ['tide -"salt ledger"', [{ words: 'tide' }, { join: 'not', match: 'phrase', words: 'salt ledger' }]],
    ['horse OR zebra', [{ match: 'any', words: 'horse zebra' }]],
    ['hors*', [{ words: 'hors*' }]],
    ['-zebra', [{ words: '-zebra' }]],
  ])('from %j', (query, expected) => {
    expect(rowsFromQuery(query)).toEqual(expected.map((one) => ({ join: 'and', field: 'anywhere', match: 'all', words: '', ...one })))
  })
  it('that say what words said mean the same', () => {
    for (const query of ['horse', 'horse zebra', 'horse -zebra', 'horse OR zebra'])
      expect(parseCql(cqlFrom(rowsFromQuery(query)))).toEqual(parseQuery(query).node)
  })
})

const BLANK = { join: fc.constant('and' as const), field: fc.constant('anywhere' as const), match: fc.constant('all' as const) }
