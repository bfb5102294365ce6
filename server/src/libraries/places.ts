/** A place in the tree: a collection is "branch/collection". */
export const placeCode = (branch: string, collection: string): string => `${branch}/${collection}`
