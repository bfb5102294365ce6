/** A title as others cite it: in styles, as data, and for machines that read pages. */
export { citationTags } from './citationTags.ts'
export { cslItemOf, type CslItem } from './cslItem.ts'
export { jsonLdOf } from './jsonLd.ts'
export { piecesOf, plainText, type Piece } from './pieces.ts'
export { CITATION_STYLES, type CitationStyle } from './styles.ts'
export { TABLE_COLUMNS, tableRowOf } from './tableRow.ts'
