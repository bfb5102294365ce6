/** How much room a row takes: kept for every list, in every window. */
import { useState } from 'react'

export const DENSITIES = ['compact', 'comfortable'] as const
export type Density = (typeof DENSITIES)[number]
const KEY = 'catalex.rows'

export function useDensity(): [Density, (density: Density) => void] {
  const [density, setDensity] = useState<Density>(() => DENSITIES.find((one) => one === localStorage.getItem(KEY)) ?? 'compact')
  return [
    density,
    (next) => {
      localStorage.setItem(KEY, next)
      setDensity(next)
    },
  ]
}
