import { describe, expect, it } from 'vitest'
import { recordFromMarc, type BibRecord } from '../catalogue/index.ts'
import { nextIn, seriesFrom, type SeriesRecord } from './index.ts'

const record = (controlNumber: string, title: string, volume: string | null, more: Partial<BibRecord> = {}): BibRecord => ({
  ...recordFromMarc({ leader: '00000nam a2200000 i 4500', fields: [['001', controlNumber], ['245', '00', 'a', title]] }),
  series: [{ title: 'The Corrow light', volume }],
  ...more,
}) // prettier-ignore
const of = (one: BibRecord, inNow = 0, owned = 1): SeriesRecord => ({ record: one, inNow, owned })
const OWN = record('b', 'The winter watch', '2', { year: 2019 })

describe('a series', () => {
  const series = seriesFrom('The Corrow light', OWN, [
    of(record('e', 'Ebb', '10')),
    of(record('c', 'The drowned bell', '4'), 1, 2),
    of(record('a', 'First light', 'v. 1'), 1),
    of(record('b2', 'The winter watch', '2', { year: 2021 }), 3, 3),
    of(OWN, 0, 2),
    of(record('z', 'Companion', null)),
  ])
  it('has its parts in the order of their numbers, what has none behind, each work once', () => {
    expect(series.parts.map(({ controlNumber, number, title }) => [controlNumber, number, title])).toEqual([
      ['a', 1, 'First light'],
      ['b', 2, 'The winter watch'],
      ['c', 4, 'The drowned bell'],
      ['e', 10, 'Ebb'],
      ['z', null, 'Companion'],
    ])
  })
  it('tallies all editions of a work, the one at hand standing for its own', () => {
    expect(series.parts[1]).toMatchObject({ controlNumber: 'b', own: true, inNow: 3, owned: 5 })
  })
  it('tells its gaps, and what comes next', () => {
    expect(series.lacking).toEqual([3, 5, 6, 7, 8, 9])
    expect(nextIn(series)?.controlNumber).toBe('c')
  })
  it('has nothing next for its last part, nor without numbers', () => {
    expect(nextIn(seriesFrom('The Corrow light', OWN, [of(OWN), of(record('a', 'First light', '1'))]))).toBeNull()
    const unnumbered = record('u', 'Alone', null)
    expect(nextIn(seriesFrom('The Corrow light', unnumbered, [of(unnumbered), of(OWN)]))).toBeNull()
  })
  it('of another work an edition that is in stands before a newer one that is out', () => {
    const [part] = seriesFrom('The Corrow light', OWN, [
      of(record('n', 'First light', '1', { year: 2022 }), 0),
      of(record('o', 'First light', '1', { year: 1999 }), 1),
    ]).parts
    expect(part?.controlNumber).toBe('o')
  })
  it('takes the volume of this series, from any edition that says it', () => {
    const two = { series: [{ title: 'Sea stories', volume: '77' }, { title: 'The Corrow light', volume: '3' }] } // prettier-ignore
    const silent = record('s', 'Silence', null, { year: 2022 })
    const parts = seriesFrom('The Corrow light', OWN, [
      of(record('t', 'Two', null, two)),
      of(silent, 1),
      of(record('s2', 'Silence', '5')),
    ]).parts
    expect(parts.map(({ controlNumber, number }) => [controlNumber, number])).toEqual([
      ['t', 3],
      ['s', 5],
    ])
  })
  it('of editions that are all out the newest stands for the work, whichever comes first', () => {
    const editions = [of(record('o', 'First light', '1', { year: 1999 })), of(record('n', 'First light', '1', { year: 2022 })), of(record('m', 'First light', '1', { year: null }))] // prettier-ignore
    for (const order of [editions, [...editions].reverse()])
      expect(seriesFrom('The Corrow light', OWN, order).parts[0]?.controlNumber).toBe('n')
  })
  it('parts of one number stand by their titles, and neither comes next after the other', () => {
    const twins = [of(record('y', 'Yarrow', '2')), of(OWN), of(record('x', 'Anchor', '2'))]
    const alike = seriesFrom('The Corrow light', OWN, twins)
    expect(alike.parts.map(({ title }) => title)).toEqual(['Anchor', 'The winter watch', 'Yarrow'])
    expect(nextIn(alike)).toBeNull()
  })
  it('after the last number nothing comes next, though something unnumbered stands behind; a part 0 has a next', () => {
    expect(nextIn(seriesFrom('The Corrow light', OWN, [of(OWN), of(record('z', 'Companion', null))]))).toBeNull()
    const prelude = record('p', 'Prelude', '0')
    expect(nextIn(seriesFrom('The Corrow light', prelude, [of(prelude), of(OWN)]))?.controlNumber).toBe('b')
  })
})
