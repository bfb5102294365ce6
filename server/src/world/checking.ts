/** Whether what the files of a world name is there: each reference, by its place, with what would be right. */
import { cardNumber } from '@catalex/core/card'
import { documentFaults } from './checks/documents.ts'
import { libraryFaults } from './checks/library.ts'
import { policyFaults } from './checks/policies.ts'
import { rowFaults } from './checks/rows.ts'
import { readWorld, WorldInvalid, type ReadWorld, type WorldFault, type WorldFiles } from './files.ts'

/**
 * A world of which everything fits together, with its card numbers as they are stored.
 * @throws WorldInvalid with every fault
 */
export function readWorldFiles(folder: string): WorldFiles {
  const world = readWorld(folder)
  const { library, policies, readers, loans, holds, marc, documents } = world
  const faults = faultsIn(world)
  if (faults.length > 0 || library === null || policies === null) throw new WorldInvalid(faults)
  const asStored = <Row extends { card: string }>({ rows }: { rows: readonly Row[] }): Row[] =>
    rows.map((row) => ({ ...row, card: cardNumber(row.card, library.cards) ?? '' }))
  return { library, policies, readers: asStored(readers), loans: asStored(loans), holds: asStored(holds), marc, documents }
}

/** Faults of shape, and of reference as far as the files could be read. */
export function faultsIn(world: ReadWorld): WorldFault[] {
  const { library, policies, faults } = world
  return [
    ...faults,
    ...(library === null ? [] : [...libraryFaults(library), ...documentFaults(world, library)]),
    ...(library === null || policies === null ? [] : [...policyFaults(policies, library), ...rowFaults(world, library, policies)]),
  ]
}
