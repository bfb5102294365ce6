import { expect, it } from 'vitest'
import { measuresIn } from './extent.ts'

it.each<[string | null, number | null, number | null]>([
  ['412 pages ; 22 cm', 412, 22],
  ['xii, 288 pages : illustrations ; 24 cm', 288, 24],
  ['xii, 1288, [4] p. ; 30 cm', 1288, 30],
  ['288 p. ; 24 cm + 1 disc', 288, 24],
  ['2 volumes (312, 288 pages) ; 25 cm', 288, 25],
  ['312 pages, 16 pages of plates ; 25 cm', 312, 25],
  ['1 atlas (96 leaves) ; 44 cm', 96, 44],
  ['211 S. ; 21 cm', 211, 21],
  ['32 unnumbered pages ; 22 x 30 cm', 32, 22],
  ['22 × 30,5 cm', null, 22],
  ['1 score (48 pages) + 4 parts ; 30 cm', 48, 30],
  ['1 audio disc (72 min.) ; 12 cm', null, 12],
  ['1 game ; in box 30 x 30 x 8 cm', null, 30],
  ['365 palms, 20 cmos', null, null],
  ['', null, null],
  [null, null, null],
])('%j', (extent, pages, height) => {
  expect(measuresIn(extent)).toEqual({ pages, height })
})

it('takes no long time over anything', () => {
  expect(measuresIn('1 '.repeat(200_000))).toEqual({ pages: null, height: null })
})
