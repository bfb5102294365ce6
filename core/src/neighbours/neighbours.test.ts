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
