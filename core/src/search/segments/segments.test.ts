import fc from 'fast-check'
import { expect, it } from 'vitest'
import { FIELDS, LISTED_FACETS } from '../../query/index.ts'
import { buildDelta, facetTree, IndexBuilder, recordsToSupersede, withDelta, type SearchDocument, type SearchIndex } from '../index.ts'
import { recordsWithKey } from './segments.ts'

const PLACES = facetTree([{ code: 'quay', parent: null }])
const none = <K extends string>(names: readonly K[]) =>
  Object.fromEntries(names.map((name) => [name, []])) as unknown as Record<K, string[]>
const document = (recordId: number, workKey: string): SearchDocument => ({
  recordId,
  workKey,
  texts: { ...none(FIELDS), title: [workKey] },
  facets: none(LISTED_FACETS),
  wholeTitles: [workKey],
  language: 'eng',
  filingTitle: workKey,
  title: workKey,
  filingPerson: '',
  carrier: 'book',
  online: false,
  year: 2000,
  holdings: [],
})
const indexOf = (documents: readonly SearchDocument[]): SearchIndex => {
  const builder = new IndexBuilder(PLACES)
  for (const one of documents) builder.add(one)
  return builder.finish()
}

it('records of a work are found by its key, whatever is in the base and what in the delta segment', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(12), { maxLength: 40 }), fc.uniqueArray(fc.tuple(fc.nat(45), fc.nat(14)), { maxLength: 10, selector: ([id]) => id }), (works, edits) => {
      const before = works.map((work, i) => document(i + 1, `work ${String(work)}`))
      const base = indexOf(before)
      const changed = new Map(edits.map(([id, work]) => [id + 1, document(id + 1, `work ${String(work)}`)]))
      const superseded = recordsToSupersede([{ index: base, superseded: null }], changed.keys(), [...changed.values()])
      const after = new Map([...before.map((one) => [one.recordId, one] as const), ...changed])
      const inDelta = [...after.values()].filter(({ recordId }) => superseded.has(recordId)).sort((a, b) => a.recordId - b.recordId)
      const segments = withDelta(base, buildDelta(PLACES, inDelta), [...superseded])
      for (let work = 0; work < 15; work += 1) {
        const key = `work ${String(work)}`
        const expected = [...after.values()].filter(({ workKey }) => workKey === key).map(({ recordId }) => recordId)
        expect(recordsWithKey(segments, key).toSorted((a, b) => a - b)).toEqual(expected.toSorted((a, b) => a - b))
        // A work lies whole in one segment.
        const homes = new Set(expected.map((id) => superseded.has(id)))
        expect(homes.size).toBeLessThanOrEqual(1)
      }
    }),
  )
}) // prettier-ignore

it('changed records look at a number of works that hardly grows with the catalogue', () => {
  const looksFor = (works: number): number => {
    const index = indexOf(Array.from({ length: works }, (_, i) => document(i + 1, `work ${String(i)}`)))
    let looks = 0
    const workHash = new Proxy(index.workHash, {
      get: (hashes, at) => {
        if (typeof at === 'string' && /^\d+$/.test(at)) looks += 1
        return Reflect.get(hashes, at, hashes) as unknown
      },
    })
    const changed = Array.from({ length: 100 }, (_, i) => document(i + 1, `work ${String(i * 7)}`))
    recordsToSupersede([{ index: { ...index, workHash }, superseded: null }], changed.map(({ recordId }) => recordId), changed)
    return looks / changed.length
  } // prettier-ignore
  // A binary search over the works, and the two halves of the hash that is found.
  expect(looksFor(1000)).toBeLessThanOrEqual(Math.log2(1000) + 4)
  expect(looksFor(30_000)).toBeLessThanOrEqual(Math.log2(30_000) + 4)
})
