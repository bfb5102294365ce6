import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import { BUILDER_FIELDS, BUILDER_JOINS, cqlFrom, matchesFor, rowsFrom } from './index.ts'
import { CqlError, type CqlFault, isCql, parseCql, readCql } from './cql.ts'
import type { QueryNode } from './node.ts'

const word = (text: string): QueryNode => ({ kind: 'word', word: text })
const title = (node: QueryNode): QueryNode => ({ kind: 'within', field: 'title', node })

describe('CQL', () => {
  it.each<[string, QueryNode]>([
    ['title = tide', title(word('tide'))],
    ['dc.title = "winter watch"', title({ kind: 'phrase', words: ['winter', 'watch'] })],
    ['title all "winter watch"', title({ kind: 'and', nodes: [word('winter'), word('watch')] })],
    ['title any "winter watch"', title({ kind: 'or', nodes: [word('winter'), word('watch')] })],
    ['title == "The winter watch"', { kind: 'whole title', words: ['winter', 'watch'] }],
    ['title = "^the winter"', { kind: 'title begins', words: ['winter'] }],
    ['name = orrick*', { kind: 'within', field: 'person', node: { kind: 'prefix', prefix: 'orrick' } }],
    ['date within "1990 2000"', { kind: 'years', from: 1990, to: 2000 }],
    ['date >= 2010', { kind: 'years', from: 2010, to: 9999 }],
    ['language = spa', { kind: 'value', facet: 'language', value: 'spa' }],
    ['isbn = 0-306-40615-2', { kind: 'number', number: 'isbn', value: '9780306406157' }],
    [
      'title = tide and (subject = mills or format = film) not date < 1950',
      {
        kind: 'and',
        nodes: [
          title(word('tide')),
          {
            kind: 'or',
            nodes: [
              { kind: 'within', field: 'subject', node: word('mills') },
              { kind: 'value', facet: 'format', value: 'film' },
            ],
          },
          { kind: 'not', node: { kind: 'years', from: 1, to: 1949 } },
        ],
      },
    ],
  ])('reads %s', (text, node) => {
    expect(isCql(text)).toBe(true)
    expect(parseCql(text)).toEqual(node)
  })

  it.each<[string, CqlFault['code'], number]>([
    ['title = tide and', 'ends-early', 16],
    ['title = tide and colour = red', 'unknown-index', 17],
    ['(title = tide', 'ends-early', 13],
    ['title = tide)', 'unexpected', 12],
    ['title = "tide', 'unclosed-quote', 8],
    ['date = soon', 'no-year', 7],
    ['isbn = 123', 'bad-number', 7],
    ['title < tide', 'relation-for-dates', 8],
    ['title = tide sortBy subject', 'unknown-sort', 20],
    ['title = tide sortBy title/upside', 'unknown-modifier', 26],
  ])('says where %s goes wrong', (text, code, at) => {
    expect(() => parseCql(text)).toThrow(expect.objectContaining({ fault: expect.objectContaining({ code, at }) as CqlFault }) as Error)
  })

  it('reads by what it is sorted, each rising unless it says otherwise', () => {
    expect(readCql('title = tide sortBy dc.date/sort.descending dc.title/ignoreCase dc.creator/sort.ascending').sort).toEqual([
      { by: 'date', descending: true },
      { by: 'title', descending: false },
      { by: 'person', descending: false },
    ])
  })

  it('leaves ordinary words alone', () => {
    for (const text of ['winter watch', 'title of the year', 'a = b', 'person all alone here', '1984'])
      expect([text, isCql(text)]).toEqual([text, text === 'person all alone here'])
  })

  it('is what the builder writes and reads', () => {
    const row = fc
      .record({
        join: fc.constantFrom(...BUILDER_JOINS),
        field: fc.constantFrom(...BUILDER_FIELDS),
        words: fc.array(fc.constantFrom('tide', 'mill', 'salt'), { minLength: 1, maxLength: 3 }).map((words) => words.join(' ')),
      })
      .chain(({ field, ...more }) =>
        fc.record({
          field: fc.constant(field),
          match: fc.constantFrom(...matchesFor(field)),
          join: fc.constant(more.join),
          words: fc.constant(more.words),
        }),
      )
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 4 }), (rows) => {
        const [first, ...rest] = rows
        const query = cqlFrom(rows)
        expect(isCql(query)).toBe(true)
        expect(() => parseCql(query)).not.toThrow()
        expect(rowsFrom(query)).toEqual([{ ...first, join: 'and' }, ...rest])
      }),
    )
    expect(rowsFrom('winter watch')).toBeNull()
  })

  it('fails in words or not at all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('title', '=', '==', 'and', 'or', 'not', '(', ')', '"', 'tide', 'date', '<', '1990', 'any', '^')),
        (parts) => {
          try {
            parseCql(parts.join(' '))
          } catch (error) {
            expect(error).toBeInstanceOf(CqlError)
          }
        },
      ),
      { numRuns: 500 * inject('runFactor') },
    )
  })
})
