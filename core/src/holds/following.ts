/** A hold follows its copy: its state is where the copy is, of a set where all of its pieces are. */
import type { PromisingState } from '../copies/index.ts'

/** Of a piece that is set aside. */
export interface Place {
  /** Branch at whose desk it was last; null on its shelf. */
  desk: string | null
  /** Branch to which it is on its way; null where it lies. */
  bound: string | null
}

/** @param to branch of the pickup location @param pieces at least one */
export function stateFollowing(pieces: readonly Place[], to: string): PromisingState {
  if (pieces.every(({ desk, bound }) => desk === to && bound === null)) return 'ready'
  return pieces.some(({ desk }) => desk === null) ? 'being fetched' : 'in transit'
}

/** Whether a piece has to be sent there: not where it stands on its shelf, lies there or goes there already. */
export const mustBeSent = ({ desk, bound }: Place, to: string): boolean => desk !== null && bound !== to && (desk !== to || bound !== null)
