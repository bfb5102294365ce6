/** Of an unfinished word the commonest words are looked up, as many as its share of the query's postings allows. */
import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { SearchIndex } from '../store/columns.ts'
import { commonest, MOST_POSTINGS, shareOf } from './prefixes.ts'

it('the words taken fit into the share, and no word left out is twice as common as one taken', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(5000), { minLength: 1, maxLength: 80 }), fc.nat(60_000), (postings, share) => {
      const termStart = Uint32Array.from([0, ...postings.map((_, i) => postings.slice(0, i + 1).reduce((a, b) => a + b, 0))])
      const taken = commonest({ termStart } as unknown as SearchIndex, 0, postings.length, share)
      const sum = taken.reduce((all, term) => all + postings[term]!, 0)
      const left = postings.filter((_, term) => !taken.includes(term))
      const total = postings.reduce((a, b) => a + b, 0)
      expect(sum).toBeLessThanOrEqual(share)
      if (taken.length > 0 && left.length > 0) expect(Math.max(...left)).toBeLessThan(2 * Math.max(1, Math.min(...taken.map((term) => postings[term]!))))
      // The commonest, and those at least half as common, are the first to be taken.
      const top = Math.max(...postings)
      const nearTop = postings.filter((count) => count * 2 >= top).reduce((a, b) => a + b, 0)
      if (top > 0 && nearTop <= share) expect(taken.map((term) => postings[term])).toContain(top)
      if (total <= share) expect(left.filter((count) => count > 0)).toEqual([])
    }),
  )
}) // prettier-ignore

it('the unfinished words of a query share alike, wherever they stand', () => {
  const prefix = (text: string) => ({ kind: 'prefix' as const, prefix: text })
  expect(shareOf(prefix('a'))).toBe(MOST_POSTINGS)
  expect(shareOf({ kind: 'and', nodes: [prefix('a'), { kind: 'not', node: prefix('b') }] })).toBe(MOST_POSTINGS / 2)
})
