/** How much room a row takes: kept for every list, in every window. */
import { useState } from 'react'
import { browserStorage } from '../../shared/storage.ts'

export const DENSITIES = ['compact', 'comfortable'] as const
export type Density = (typeof DENSITIES)[number]
const KEY = 'catalex.rows'

export function useDensity(): [Density, (density: Density) => void] {
  const [density, setDensity] = useState<Density>(() => DENSITIES.find((one) => one === browserStorage.read(KEY)) ?? 'compact')
  return [
    density,
    (next) => {
      browserStorage.write(KEY, next)
      setDensity(next)
    },
  ]
}
