import fc from 'fast-check'
import { expect, test } from 'vitest'
import { entryKey, withChanges, type Changes, type Entry } from './index.ts'

const entry = (controlNumber: string, added = '2026-11-25T10:00:00.000Z', barcode: string | null = null): Entry => ({
  controlNumber,
  barcode,
  added,
})
const numbers = (entries: readonly Entry[]) => entries.map(({ controlNumber }) => controlNumber)

test('the last added comes first; what is there already stays as it was', () => {
  const before = [entry('b', '2026-11-25T11:00:00.000Z'), entry('a', '2026-11-25T10:00:00.000Z')]
  const { entries } = withChanges(before, {
    add: [entry('c', '2026-11-25T12:00:00.000Z'), entry('a', '2026-11-25T13:00:00.000Z')],
    remove: [],
  })
  expect(numbers(entries)).toEqual(['c', 'b', 'a'])
  expect(entries[2]?.added).toBe('2026-11-25T10:00:00.000Z')
})

test('another edition takes the place of the one before, and a volume is another thing than its journal', () => {
  const before = [entry('c', '2026-11-25T12:00:00.000Z'), entry('b', '2026-11-25T11:00:00.000Z'), entry('a')]
  const { entries } = withChanges(before, {
    add: [entry('b2', '2026-11-25T11:00:00.000Z')],
    remove: [{ controlNumber: 'b', barcode: null }],
  })
  expect(numbers(entries)).toEqual(['c', 'b2', 'a'])
  const volumes = withChanges([entry('j')], {
    add: [entry('j', '2026-11-25T12:00:00.000Z', 'v1'), entry('j', '2026-11-25T12:00:00.000Z', 'v2')],
    remove: [],
  })
  expect(volumes.entries.map(({ barcode }) => barcode)).toEqual(['v1', 'v2', null])
  expect(withChanges(volumes.entries, { add: [], remove: [{ controlNumber: 'j', barcode: 'v1' }] }).entries).toHaveLength(2)
})

test('what does not fit is told, and room made in the same change counts', () => {
  const full = [entry('a'), entry('b')]
  expect(numbers(withChanges(full, { add: [entry('c'), entry('a')], remove: [] }, 2).left)).toEqual(['c'])
  const changed = withChanges(full, { add: [entry('c')], remove: [entry('a')] }, 2)
  expect([numbers(changed.left), numbers(changed.entries).sort()]).toEqual([[], ['b', 'c']])
})

test('changes of two windows, in whatever order they arrive, lose nothing that neither has taken out', () => {
  const names = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f', 'g'))
  fc.assert(
    fc.property(names, names, names, names, (start, one, other, out) => {
      const first = { add: one.map((name) => entry(name)), remove: [] }
      const second = { add: other.map((name) => entry(name)), remove: out.filter((name) => !one.includes(name)).map((name) => entry(name)) }
      const there = start.map((name) => entry(name))
      const both = (order: Changes[]) => order.reduce((entries, changes) => withChanges(entries, changes).entries, there)
      const keys = (entries: Entry[]) => entries.map(entryKey).sort()
      expect(keys(both([first, second]))).toEqual(keys(both([second, first])))
      const wanted = new Set(
        [...start, ...one].filter((name) => !second.remove.some(({ controlNumber }) => controlNumber === name)).concat(other),
      )
      expect(numbers(both([first, second])).sort()).toEqual([...wanted].sort())
    }),
  )
})
