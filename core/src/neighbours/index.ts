/** Neighbours: how a thing looks on its shelf, drawn from what its record says of its extent. */

import type { Measures } from '../catalogue/index.ts'

/** What is drawn where a record says nothing: a book of middling size. */
const USUAL = { pages: 220, height: 22 }
/** Thinnest and thickest spine in pages, lowest and tallest in centimetres, that are told apart. */
const PAGES_DRAWN = { least: 40, most: 900 }
const HEIGHT_DRAWN = { least: 12, most: 34 }

export interface Drawn {
  /** From 0, the thinnest, to 1, the thickest. */
  thickness: number
  /** From 0, the lowest, to 1, the tallest. */
  tallness: number
}

/** Thickness goes with the root of the pages, so that a long novel does not hide its neighbours. */
export function drawnAs({ pages, height }: Measures): Drawn {
  const between = (value: number, { least, most }: { least: number; most: number }) => (Math.min(most, Math.max(least, value)) - least) / (most - least) // prettier-ignore
  return {
    thickness: Math.sqrt(between(pages ?? USUAL.pages, PAGES_DRAWN)),
    tallness: between(height ?? USUAL.height, HEIGHT_DRAWN),
  }
}
