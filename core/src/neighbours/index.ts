/** Neighbours: how a thing looks on its shelf, drawn from what its record says of its extent. */

export interface Measures {
  /** The most pages or leaves that one volume has; null where the record does not say. */
  pages: number | null
  /** Height of the spine in centimetres; null where the record does not say. */
  height: number | null
}

/** Characters of an extent that are read. */
const LONGEST = 500

const PAGES =
  /(\d{1,4})(?:,\s*\[\d{1,3}\]){0,3}\s*(?:unnumbered\s+|unnum\.\s+)?(?:pages?|pp?\.|leaves|leaf|Seiten?|S\.|Bl\.|páginas|pags?\.|sider|sidor|σ\.|с\.)(?!\p{L})/giu
const HEIGHT = /(\d{1,3})(?:[.,]\d)?\s*(?:[x×]\s*\d{1,3}(?:[.,]\d)?\s*)?cm(?!\p{L})/iu

/** @param extent as MARC 21 300 $a $b $c have it: "xii, 288 pages : illustrations ; 24 cm", "22 x 30 cm" */
export function measuresIn(extent: string | null): Measures {
  const text = (extent ?? '').slice(0, LONGEST)
  const pages = [...text.matchAll(PAGES)].map(([, number]) => Number(number))
  const height = HEIGHT.exec(text)?.[1]
  return { pages: pages.length === 0 ? null : Math.max(...pages), height: height === undefined ? null : Number(height) }
}

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
