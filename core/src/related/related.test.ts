import fc from 'fast-check'
import { expect, test } from 'vitest'
import { nearBySubject } from './index.ts'

test('a rare subject that is shared outweighs two common ones; the own work is left out; equals the newest first', () => {
  const common = Array.from({ length: 400 }, (_, i) => i + 1)
  const alsoCommon = common.map((id) => id + 1)
  // ln(1000/400) twice is 1.83; ln(1000/4) is 5.52.
  expect(nearBySubject([common, alsoCommon, [900, 7, 50, 1]], 1000, new Set([1]), 4)).toEqual([50, 7, 900, 400])
  expect(nearBySubject([], 1000, new Set(), 5)).toEqual([])
  // What all have says nothing.
  expect(nearBySubject([[1, 2, 3]], 3, new Set(), 5)).toEqual([])
})

test('scores are the sums of the rarities, whatever the order of the subjects', () => {
  const ids = fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1 })
  fc.assert(
    fc.property(fc.array(ids, { maxLength: 4 }), (subjects) => {
      const found = nearBySubject(subjects, 100, new Set(), 100)
      const score = (id: number) => subjects.reduce((sum, of) => sum + (of.includes(id) ? Math.log(100 / of.length) : 0), 0)
      const expected = [...new Set(subjects.flat())].sort((a, b) => (Math.abs(score(b) - score(a)) > 1e-9 ? score(b) - score(a) : b - a))
      expect(found.map((id) => score(id).toFixed(6))).toEqual(expected.map((id) => score(id).toFixed(6)))
      expect([...found].sort()).toEqual([...expected].sort())
    }),
  )
})
