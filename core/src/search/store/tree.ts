/** A facet whose values stand in a tree: system > branch > collection, family > carrier. */
export interface FacetTree {
  /** Code of each node, unique in the tree. */
  codes: readonly string[]
  /** Index of each node's parent, -1 at the top. */
  parents: Int32Array
}

export interface TreeNode {
  code: string
  parent: string | null
}

/** @param nodes parents before their children */
export function facetTree(nodes: readonly TreeNode[]): FacetTree {
  const at = new Map(nodes.map((node, i) => [node.code, i]))
  return {
    codes: nodes.map((node) => node.code),
    parents: Int32Array.from(nodes, (node) => (node.parent === null ? -1 : (at.get(node.parent) ?? -1))),
  }
}

/** Marks the named nodes and all beneath them; null when nothing is named, which chooses everything. */
export function chosenNodes(tree: FacetTree, codes: readonly string[]): Uint8Array | null {
  if (codes.length === 0) return null
  const wanted = new Set(codes)
  const chosen = new Uint8Array(tree.codes.length)
  for (let node = 0; node < chosen.length; node += 1) {
    const parent = tree.parents[node]
    chosen[node] = wanted.has(tree.codes[node]) || (parent >= 0 && chosen[parent]) ? 1 : 0
  }
  return chosen
}
