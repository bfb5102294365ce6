/** What an extent says in figures: pages and height. */

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
