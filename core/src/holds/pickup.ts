/** Pickup points: where what is held is collected. */

interface PickupBranch {
  code: string
  /** None where nothing can be collected; categories null where everybody may. */
  pickups: readonly { code: string; categories: readonly string[] | null }[]
}

/** Where somebody collects who has not said where: the first point open to everybody, else the first there is. */
export function defaultPickup(branches: readonly PickupBranch[]): string | null {
  const points = branches.flatMap(({ pickups }) => pickups)
  return (points.find(({ categories }) => categories === null) ?? points.at(0))?.code ?? null
}

/** Where a reader collects who has not said where: at the first point of the home branch that is open to them, else as anybody. */
export function usualPickup(branches: readonly PickupBranch[], reader: { homeBranch: string; category: string }): string | null {
  const home = branches.find(({ code }) => code === reader.homeBranch)
  const own = home?.pickups.find(({ categories }) => categories?.includes(reader.category) ?? true)
  return own?.code ?? defaultPickup(branches)
}
