import type { Spine } from '@catalex/contract/neighbours'

/** What both forms of the shelf are given. */
export interface ShelfProps {
  spines: readonly Spine[]
  /** The copy around which it is. */
  own: string
  /** Goes on at this end; null where the shelf ends there, or is being asked. */
  onLeft: (() => void) | null
  onRight: (() => void) | null
}
