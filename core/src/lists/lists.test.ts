import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { changedList, matchOf, MOST_IN_LIST, type ListEntry, type TitleList } from './index.ts'

const entry = (controlNumber: string, more: Partial<ListEntry> = {}): ListEntry => ({ controlNumber, barcode: null, added: '2026-11-25T10:00:00.000Z', note: '', labels: [], ...more }) // prettier-ignore
const list = (...numbers: string[]): TitleList => ({ name: 'For the boat', about: '', entries: numbers.map((one) => entry(one)) })
const numbers = ({ list: { entries } }: { list: TitleList }) => entries.map(({ controlNumber }) => controlNumber)
const which = (controlNumber: string) => ({ controlNumber, barcode: null })

describe('a list', () => {
  it('takes what is added at its end, each once, and loses what is taken out', () => {
    expect(numbers(changedList(list('a', 'b'), { add: [entry('c'), entry('a')], remove: [which('b')] }))).toEqual(['a', 'c'])
  })
  it('is put in any order; whatever is not named follows as it stood', () => {
    expect(numbers(changedList(list('a', 'b', 'c', 'd'), { order: [which('c'), which('a'), which('nobody'), which('c')] }))).toEqual([
      'c',
      'a',
      'b',
      'd',
    ])
    fc.assert(
      fc.property(fc.shuffledSubarray(['a', 'b', 'c', 'd', 'e']), (order) => {
        const after = numbers(changedList(list('a', 'b', 'c', 'd', 'e'), { order: order.map(which) }))
        expect(after.slice(0, order.length)).toEqual(order)
        expect(after.slice(order.length)).toEqual(['a', 'b', 'c', 'd', 'e'].filter((one) => !order.includes(one)))
      }),
    )
  })
  it('has notes and labels, each label once whatever its case', () => {
    const { list: after } = changedList(list('a', 'b'), {
      say: [{ ...which('b'), note: ' for Tobias ', labels: ['Winter', ' winter', '', 'sea'] }],
    })
    expect(after.entries[1]).toMatchObject({ note: 'for Tobias', labels: ['Winter', 'sea'] })
    expect(after.entries[0]).toMatchObject({ note: '', labels: [] })
  })
  it('keeps its name when none is given, and says what does not fit', () => {
    expect(changedList(list(), { name: '  ' }).list.name).toBe('For the boat')
    const full = list(...Array.from({ length: MOST_IN_LIST }, (_, i) => String(i)))
    expect(changedList(full, { add: [entry('more')] }).left).toHaveLength(1)
    expect(changedList(full, { add: [entry('more')], remove: [which('7')] }).left).toHaveLength(0)
  })
})

const CANDIDATES = [
  { controlNumber: 'k1', isbns: ['9780000000019'], title: 'The salt ledger', who: ['Varrik, Odd'] },
  { controlNumber: 'k2', isbns: [], title: 'Harbour lights: a novel', who: ['Calder, Ines'] },
  { controlNumber: 'k3', isbns: [], title: 'Harbour lights', who: ['Moor, Tobias'] },
  { controlNumber: 'k4', isbns: [], title: 'Glassfjorden', who: ['Brekke, Sunniva', 'Hale, Morag'] },
]
test.each([
  ['by its number, whatever else is said', { isbns: ['978-0-00-000001-9'], title: 'Something else', who: 'Nobody' }, 'k1'],
  ['by title and person, in any order of the name', { isbns: [], title: 'HARBOUR LIGHTS', who: 'Ines Calder' }, 'k2'],
  ['with a subtitle that the catalogue does not have', { isbns: [], title: 'Glassfjorden: roman', who: 'Brekke, S.' }, 'k4'],
  ['by a title that one alone has', { isbns: [], title: 'Glassfjorden', who: '' }, 'k4'],
  ['not by a title that two have', { isbns: [], title: 'Harbour lights', who: '' }, null],
  ['not by a title of somebody else', { isbns: [], title: 'The salt ledger', who: 'Tobias Moor' }, null],
  ['not by nothing at all', { isbns: [], title: ' – ', who: 'Odd Varrik' }, null],
  [
    'by title and person where the number is of an edition not held',
    { isbns: ['9780000009999'], title: 'The salt ledger', who: 'O. Varrik' },
    'k1',
  ],
] as const)('a title is matched %s', (_, sought, expected) => {
  expect(matchOf(sought, CANDIDATES)).toBe(expected)
})
