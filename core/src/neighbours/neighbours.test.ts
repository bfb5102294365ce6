import fc from 'fast-check'
import { expect, it } from 'vitest'
import { drawnAs } from './index.ts'

it('what has more pages is drawn no thinner, what is taller no lower, and all of it within bounds', () => {
  const measure = fc.record({ pages: fc.option(fc.nat(5000)), height: fc.option(fc.nat(120)) })
  fc.assert(
    fc.property(measure, fc.nat(500), (measures, more) => {
      const drawn = drawnAs(measures)
      for (const value of Object.values(drawn)) expect(value >= 0 && value <= 1).toBe(true)
      const larger = drawnAs({ pages: (measures.pages ?? 220) + more, height: (measures.height ?? 22) + more })
      expect(larger.thickness >= drawn.thickness && larger.tallness >= drawn.tallness).toBe(true)
    }),
  )
})

it('the lowest and the tallest stand at the ends; what says nothing is a book of 220 pages and 22 cm', () => {
  expect([12, 23, 34].map((height) => drawnAs({ pages: 220, height }).tallness)).toEqual([0, 0.5, 1])
  expect([40, 900].map((pages) => drawnAs({ pages, height: 22 }).thickness)).toEqual([0, 1])
  expect(drawnAs({ pages: null, height: null })).toEqual(drawnAs({ pages: 220, height: 22 }))
})
