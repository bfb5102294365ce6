/** library.json as it was before `"format": 2`: a branch had one pickup point, or null. */

/** @returns what was read, in the form of now; whatever it does not know it leaves to the schema */
export function inFormOfNow(library: unknown): unknown {
  if (!isObject(library) || !Array.isArray(library.branches)) return library
  return { ...library, branches: library.branches.map(branchOfNow) }
}

function branchOfNow(branch: unknown): unknown {
  if (!isObject(branch) || !('pickup' in branch) || 'pickups' in branch) return branch
  const { pickup, ...rest } = branch
  return { ...rest, pickups: pickup === null ? [] : [isObject(pickup) ? { code: branch.code, ...pickup } : pickup] }
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null
