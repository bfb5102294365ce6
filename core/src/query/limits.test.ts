/** A query may have 1,000 characters, 64 terms and a depth of 20; what is said twice counts once. */
import { expect, it } from 'vitest'
import { fitting, nodesIn, parseCql, parseQuery, type QueryNode, type QueryTooLarge } from './index.ts'

const words = (count: number, join = ' ', before = '') => Array.from({ length: count }, (_, i) => `${before}w${String(i)}`).join(join)
const nested = (depth: number, open: string, inner = 'a', close = ')') => open.repeat(depth) + inner + close.repeat(depth)
const readBox = (text: string) => parseQuery(text).node

it.each<[string, (text: string) => QueryNode, string, QueryTooLarge['what'] | null]>([
  ['64 words', readBox, words(64), null],
  ['65 words', readBox, words(65), 'terms'],
  ['a phrase of 65 words', readBox, `"${words(65)}"`, 'terms'],
  ['65 alternatives', readBox, words(65, ' OR '), 'terms'],
  ['one word many times', readBox, 'a '.repeat(7000), null],
  ['brackets 20 deep', readBox, nested(20, '('), null],
  ['brackets 21 deep', readBox, nested(21, '('), 'depth'],
  ['exclusions in one another', readBox, nested(300, '-('), 'depth'],
  ['a chain of NOT', readBox, `${'NOT '.repeat(200)}a`, 'depth'],
  ['brackets alone', readBox, '('.repeat(10_000), 'depth'],
  ['CQL with 65 clauses', parseCql, words(65, ' and ', 'title='), 'terms'],
  ['CQL brackets 20 deep', parseCql, nested(20, '(', 'title=a'), null],
  ['CQL brackets 21 deep', parseCql, nested(21, '(', 'title=a'), 'depth'],
  ['5,000 brackets in CQL', parseCql, `title=a and ${'('.repeat(5000)}`, 'depth'],
])('%s', (_, read, text, what) => {
  if (what === null) expect(nodesIn(read(text)).length).toBeLessThanOrEqual(130)
  else expect(() => read(text)).toThrow(expect.objectContaining({ name: 'QueryTooLarge', what }) as Error)
})

it('a text of 1,000 characters fits, and one more does not', () => {
  expect(fitting('x'.repeat(1000))).toHaveLength(1000)
  expect(() => fitting('x'.repeat(1001))).toThrow(
    expect.objectContaining({ name: 'QueryTooLarge', what: 'characters', most: 1000 }) as Error,
  )
})

it('chains of one operator lie flat, however they are bracketed, and repeated parts stand once', () => {
  const flat = { kind: 'and', nodes: ['a', 'b', 'c'].map((word) => ({ kind: 'word', word })) }
  const inTitle = { kind: 'and', nodes: flat.nodes.map((node) => ({ kind: 'within', field: 'title', node })) }
  expect(readBox('(b (c b))')).toEqual({ kind: 'and', nodes: flat.nodes.slice(1) })
  expect(readBox('(x OR (y OR x))')).toEqual({ kind: 'or', nodes: ['x', 'y'].map((word) => ({ kind: 'word', word })) })
  expect(parseCql('title=a and (title=b and (title=c and title=a))')).toEqual(inTitle)
  expect(parseCql(`title=a${' and title=a'.repeat(80)}`)).toEqual(inTitle.nodes[0])
})
