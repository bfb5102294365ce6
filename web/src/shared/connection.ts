/** Whether the server could be reached when it was asked last: what is kept for a walk can be read without it. */
import { useSyncExternalStore } from 'react'

/** On answers that were kept on this device, and not the server's. */
export const KEPT_HEADER = 'Catalex-Kept'

let away = false
const listeners = new Set<() => void>()

export function noteAway(now: boolean): void {
  if (now === away) return
  away = now
  for (const listener of listeners) listener()
}

export const useAway = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => away,
  )
