import type { Spine } from '@catalex/contract/neighbours'

/** What both forms of the shelf are given. */
export interface ShelfProps {
  spines: readonly Spine[]
  /** The copy around which it is; null where it is around none. */
  own: string | null | null
  /** Goes on at this end; null where the shelf ends there, or is being asked. */
  onLeft: (() => void) | null
  onRight: (() => void) | null
}
