import fc from 'fast-check'
import { expect, it } from 'vitest'
import { recordFromMarc } from '../catalogue/index.ts'
import { documentOf, facetTree, IndexBuilder, recordsMatching } from './index.ts'

const PLACES = facetTree([{ code: 'pub', parent: null }])
const drafted = fc.record({
  title: fc.constantFrom('Tide', 'Mill', 'Salt and tide', 'Tides of salt', 'Heron'),
  author: fc.constantFrom('Brae, Hugh', 'Lund, Marta', 'Orrick, Tamsin'),
  year: fc.integer({ min: 1990, max: 1994 }),
})
type Drafted = typeof drafted extends fc.Arbitrary<infer T> ? T : never

const segmentsOf = (all: readonly Drafted[]) => {
  const builder = new IndexBuilder(PLACES)
  all.forEach(({ title, author, year }, i) => {
    const fields = [['001', `r${String(i)}`], ['008', `260101s${String(year)}`], ['100', '1 ', 'a', author], ['245', '10', 'a', title]] // prettier-ignore
    builder.add(documentOf(i + 1, recordFromMarc({ leader: '00000nam a2200000 i 4500', fields }), []))
  })
  return [{ index: builder.finish(), superseded: null }] as const
}

const orders = {
  title: (one: Drafted) => one.title.toLowerCase(),
  person: (one: Drafted) => one.author.toLowerCase(),
  date: (one: Drafted) => one.year,
}

it('every record comes once, wherever its copies stand, in the order asked for and page by page', () => {
  const sort = fc.array(fc.record({ by: fc.constantFrom('title', 'person', 'date'), descending: fc.boolean() }), { maxLength: 3 })
  fc.assert(
    fc.property(fc.array(drafted, { maxLength: 12 }), sort, fc.nat(12), fc.nat(5), (all, asked, from, size) => {
      const expected = all
        .map((one, i) => ({ one, id: i + 1 }))
        .sort((a, b) => {
          for (const { by, descending } of asked) {
            const [x, y] = [orders[by](a.one), orders[by](b.one)]
            if (x !== y) return (x < y ? -1 : 1) * (descending ? -1 : 1)
          }
          return a.id - b.id
        })
        .map(({ id }) => id)
      const found = recordsMatching(segmentsOf(all), { query: { kind: 'everything' }, sort: asked, from, size })
      expect(found).toEqual({ count: all.length, recordIds: expected.slice(from, from + size) })
    }),
  )
})
