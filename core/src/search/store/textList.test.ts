import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sortTexts, TextList } from './textList.ts'

const text = fc.string({ unit: 'binary', maxLength: 12 })
const byPoint = (a: string, b: string) => {
  const [as, bs] = [Array.from(a, (c) => c.codePointAt(0)!), Array.from(b, (c) => c.codePointAt(0)!)]
  const at = as.findIndex((point, i) => point !== bs[i])
  return at < 0 ? as.length - bs.length : as[at] - (bs.at(at) ?? -1)
}

describe('a list of texts', () => {
  it('gives back what was put in, whatever the script', () => {
    fc.assert(
      fc.property(fc.array(text), (texts) => {
        const list = TextList.of(texts)
        expect(Array.from({ length: list.length }, (_, i) => list.at(i))).toEqual(texts)
      }),
    )
  })

  it('is sorted by code point, and searched in that order', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.oneof(text, fc.constantFrom('a', 'ab', 'abc', 'a\u{10ffff}', 'é', '\uffee', '\u{10400}', '\u{10ffff}'))),
        text,
        (texts, sought) => {
          const sorted = sortTexts([...texts])
          expect(sorted).toEqual([...texts].sort(byPoint))
          const list = TextList.of(sorted)
          for (const [i, one] of sorted.entries()) expect(list.find(one)).toBe(i)
          expect(list.find(sought)).toBe(sorted.indexOf(sought))
          expect(list.lowerBound(sought)).toBe(sorted.filter((one) => byPoint(one, sought) < 0).length)
          const { from, to } = list.beginning(sought)
          expect(sorted.slice(from, to)).toEqual(sorted.filter((one) => one.startsWith(sought)))
        },
      ),
    )
  })
})
