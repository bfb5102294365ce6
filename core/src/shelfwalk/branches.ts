/** At which branch each thing is fetched, when a walk would lead through several. */

/**
 * The own branch for all that stands there; then, again and again, the branch at which most of what is left can be fetched, among equals
 * the one that comes first.
 * @param branches in the order of their nearness, the own one first
 * @param standing for each thing the branches at which it can be taken off the shelf
 * @returns for each branch that is walked, in the order of the walk, the indexes of what is fetched there
 */
export function branchesFor(branches: readonly string[], standing: readonly (readonly string[])[]): { branch: string; things: number[] }[] {
  const left = new Set(standing.flatMap((at, i) => (at.some((branch) => branches.includes(branch)) ? [i] : [])))
  const walked: { branch: string; things: number[] }[] = []
  const at = (branch: string) => [...left].filter((i) => standing[i]?.includes(branch))
  const take = (branch: string) => {
    const things = at(branch)
    for (const one of things) left.delete(one)
    if (things.length > 0) walked.push({ branch, things })
  }
  const [own] = branches
  if (own !== undefined) take(own)
  while (left.size > 0) {
    let best = ''
    for (const branch of branches) if (at(branch).length > (best === '' ? 0 : at(best).length)) best = branch
    take(best)
  }
  return walked
}
