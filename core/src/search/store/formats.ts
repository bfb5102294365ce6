/** Formats as a tree: family, and the carriers beneath it. */
import { CARRIER_CODES, FAMILIES, FAMILY_CODES } from '../../catalogue/index.ts'
import { facetTree, type FacetTree } from './tree.ts'

export const FORMAT_TREE: FacetTree = facetTree(
  FAMILY_CODES.flatMap((family) => [
    { code: family, parent: null },
    ...FAMILIES[family].map((carrier) => ({ code: carrier, parent: family })),
  ]),
)

export const FORMAT_NODE = new Map(CARRIER_CODES.map((carrier) => [carrier, FORMAT_TREE.codes.indexOf(carrier)]))
