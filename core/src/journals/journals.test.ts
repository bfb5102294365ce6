import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { heldOf, isMeant, numberedIn, tableOf, type Numbered } from './index.ts'

describe('the numbering of a volume', () => {
  it.each<[string, number | null, number | null, number | null]>([
    ['v.31 (2009)', 31, null, 2009],
    ['vol 12', 12, null, null],
    ['Volume 12, no. 3, 1990', 12, 3, 1990],
    ['12(3)', 12, 3, null],
    ['12:3 (1990)', 12, 3, 1990],
    ['Bd. 4, Heft 2, 1988', 4, 2, 1988],
    ['1990', null, null, 1990],
    ['12', 12, null, null],
    ['no. 7', null, 7, null],
    ['v.1900 (2001)', 1900, null, 2001],
    ['n.s. v.2, no.10 (1980)', 2, 10, 1980],
    ['index', null, null, null],
    ['', null, null, null],
  ])('%j', (text, volume, issue, year) => {
    expect(numberedIn(text)).toEqual({ volume, issue, year })
  })
  it('takes no long time over anything', () => {
    expect(numberedIn('1('.repeat(100_000)).year).toBeNull()
  })
})

describe('a volume that is sought', () => {
  const twelve = numberedIn('v.12 (1990)')
  it.each<[string, boolean]>([
    ['12', true],
    ['vol 12', true],
    ['1990', true],
    ['12(3)', true],
    ['v.12 1990', true],
    ['v.12 1991', false],
    ['13', false],
    ['no. 12', false],
    ['harbour', false],
  ])('%j', (typed, meant) => {
    expect(isMeant(numberedIn(typed), twelve)).toBe(meant)
  })
  it('of an issue that stands by itself is that one', () => {
    expect(isMeant(numberedIn('12(3)'), numberedIn('v.12 no.3 (1990)'))).toBe(true)
    expect(isMeant(numberedIn('12(3)'), numberedIn('v.12 no.4 (1990)'))).toBe(false)
  })
})

describe('what is held', () => {
  it('is said in runs, with what is lacking between them and from when to when', () => {
    const volumes = [1, 2, 3, 5, 6, 9].map((volume): Numbered => ({ volume, issue: null, year: 1978 + volume }))
    expect(heldOf(volumes)).toEqual({
      runs: [{ from: 1, to: 3 }, { from: 5, to: 6 }, { from: 9, to: 9 }],
      lacking: [4, 7, 8],
      years: { from: 1979, to: 1987 },
    })
    expect(heldOf([])).toEqual({ runs: [], lacking: [], years: null })
  }) // prettier-ignore
  it('every volume from the first to the last is in a run or lacking, and none is both', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 80 }), { minLength: 1 }), (numbers) => {
        const { runs, lacking } = heldOf(numbers.map((volume) => ({ volume, issue: null, year: null })))
        const inRuns = runs.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, i) => from + i))
        expect(inRuns).toEqual([...numbers].sort((a, b) => a - b))
        const all = [...inRuns, ...lacking].sort((a, b) => a - b)
        expect(all).toEqual(Array.from({ length: Math.max(...numbers) - Math.min(...numbers) + 1 }, (_, i) => Math.min(...numbers) + i))
      }),
    )
  })
})

describe('the table of volumes', () => {
  const table = (...lines: string[]) =>
    tableOf(lines, numberedIn).map(({ decade, from, cells }) => [decade ?? from, ...cells.map(({ line, volume, year }) => line ?? `lacks ${String(volume)} ${String(year)}`)]) // prettier-ignore
  it('stands by the decade, gaps in their places', () => {
    expect(table('v.12 (1990)', 'v.9 (1987)', 'v.8 (1986)')).toEqual([
      [1980, 'v.8 (1986)', 'v.9 (1987)', 'lacks 10 1988', 'lacks 11 1989'],
      [1990, 'v.12 (1990)'],
    ])
  })
  it('by tens of volumes where no years are known; by years alone; what has neither comes last', () => {
    expect(table('index', 'v.11', 'v.10')).toEqual([[1, 'v.10'], [11, 'v.11'], [null, 'index']]) // prettier-ignore
    expect(table('2001', '1998')).toEqual([[1990, '1998'], [2000, '2001']]) // prettier-ignore
  })
  it('several copies of a volume leave no gap, nor does a count that begins anew', () => {
    expect(table('v.2 (1981)', 'v.2 (1981)', 'v.3 (1982)')).toEqual([[1980, 'v.2 (1981)', 'v.2 (1981)', 'v.3 (1982)']])
    expect(
      table('v.1 (1981)', 'v.900 (1982)')
        .flat()
        .filter((cell) => String(cell).startsWith('lacks')),
    ).toEqual([])
  })
  it('has every line once, and lacks just what is said to be lacking', () => {
    const line = fc.record({
      volume: fc.option(fc.integer({ min: 1, max: 120 })),
      issue: fc.constant(null),
      year: fc.option(fc.integer({ min: 1950, max: 2020 })),
    })
    fc.assert(
      fc.property(fc.array(line, { maxLength: 30 }), (lines) => {
        const cells = tableOf(lines, (one) => one).flatMap((row) => row.cells)
        expect(new Set(cells.flatMap((cell) => cell.line ?? []))).toEqual(new Set(lines))
        const lacking = cells.flatMap((cell) => (cell.line === null ? (cell.volume ?? []) : []))
        expect(lacking.sort((a, b) => a - b)).toEqual(heldOf(lines).lacking)
      }),
    )
  })
})
