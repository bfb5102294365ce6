import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import { initial } from '../text/index.ts'
import { misprintIn } from './identifier.ts'
import type { QueryNode } from './node.ts'
import { parseQuery } from './parse.ts'

const word = (text: string): QueryNode => ({ kind: 'word', word: text })

describe('the box', () => {
  it.each<[string, QueryNode]>([
    ['', { kind: 'everything' }],
    ['lighthouse', word('lighthouse')],
    ['lighthouse keepers', { kind: 'and', nodes: [word('lighthouse'), word('keepers')] }],
    ['"winter watch"', { kind: 'phrase', words: ['winter', 'watch'] }],
    ['tide OR mill', { kind: 'or', nodes: [word('tide'), word('mill')] }],
    ['salt tide OR mill', { kind: 'or', nodes: [{ kind: 'and', nodes: [word('salt'), word('tide')] }, word('mill')] }],
    ['salt (tide OR mill)', { kind: 'and', nodes: [word('salt'), { kind: 'or', nodes: [word('tide'), word('mill')] }] }],
    ['tide NOT mill', { kind: 'and', nodes: [word('tide'), { kind: 'not', node: word('mill') }] }],
    ['tide -mill', { kind: 'and', nodes: [word('tide'), { kind: 'not', node: word('mill') }] }],
    ['harb*', { kind: 'prefix', prefix: 'harb' }],
    ['co-operative', { kind: 'phrase', words: ['co', 'operative'] }],
    ['tide or mill', { kind: 'and', nodes: [word('tide'), word('or'), word('mill')] }],
    // Left aside, unbalanced, or nothing but signs.
    ['the winter watch', { kind: 'and', nodes: [word('winter'), word('watch')] }],
    ['"winter watch', { kind: 'phrase', words: ['winter', 'watch'] }],
    ['AND', { kind: 'everything' }],
    [') tide ((', word('tide')],
    ['NOT', { kind: 'everything' }],
    ['🦭', { kind: 'everything' }],
  ])('reads %j', (text, node) => {
    expect(parseQuery(text).node).toEqual(node)
  })

  it('never fails within its limits, and every part it names can be taken back', () => {
    const typed = fc.oneof(
      fc.string({ unit: 'grapheme', maxLength: 60 }),
      fc
        .array(fc.constantFrom('tide', 'AND', 'OR', 'NOT', '-', '"', '(', ')', '*', 'the', '-mill', 'salt*'))
        .map((parts) => parts.join(' ')),
    )
    fc.assert(
      fc.property(typed, (text) => {
        const { parts } = parseQuery(text)
        for (const part of parts) {
          expect(part.end).toBeGreaterThan(part.start)
          expect(parseQuery(text.slice(0, part.start) + text.slice(part.end)).parts.length).toBeLessThanOrEqual(parts.length)
        }
      }),
      { numRuns: 500 * inject('runFactor') },
    )
  })

  const letter = (one: string): QueryNode => ({ kind: 'or', nodes: [word(one), word(initial(one))] })
  it.each<[string, QueryNode]>([
    ['brae, h.', { kind: 'and', nodes: [word('brae'), letter('h')] }],
    ['Brae, H', { kind: 'and', nodes: [word('brae'), letter('h')] }],
    ['h.g. brae', { kind: 'and', nodes: [letter('h'), letter('g'), word('brae')] }],
    ['plan b', { kind: 'and', nodes: [word('plan'), word('b')] }],
    ['brae, hugh', { kind: 'and', nodes: [word('brae'), word('hugh')] }],
    ['brae, ho', { kind: 'and', nodes: [word('brae'), word('ho')] }],
    ['海', { kind: 'prefix', prefix: '海' }],
    ['海の道', { kind: 'phrase', words: ['海の', 'の道'] }],
  ])('reads %s with its initials and signs', (text, node) => {
    expect(parseQuery(text).node).toEqual(node)
  })

  it.each([
    ['0-306-40615-3', 'isbn'],
    ['ISBN 978 0 306 40615 8', 'isbn'],
    ['978-0-306-40615-7', null],
    ['0378-5954', 'issn'],
    ['0378-5955', null],
    ['1984', null],
    ['31234567890123', null],
    ['lighthouse', null],
  ])('knows whether %s has a wrong digit', (text, kind) => {
    expect(misprintIn(text)).toBe(kind)
  })
})
