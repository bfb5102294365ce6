/** Pickup locations: where what is held is collected. */

interface PickupBranch {
  code: string
  /** null where nothing can be collected; categories null where everybody may. */
  pickup: { categories: readonly string[] | null } | null
}

/** Where somebody collects who has not said where: the first place open to everybody, else the first there is. */
export function defaultPickup(branches: readonly PickupBranch[]): string | null {
  const places = branches.filter(({ pickup }) => pickup !== null)
  return (places.find(({ pickup }) => pickup?.categories === null) ?? places.at(0))?.code ?? null
}
