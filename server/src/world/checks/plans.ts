/** plans.json: what it names of the library, that each floor can be walked, and that no shelf is left out. */
import type { LibraryFile } from '@catalex/contract/files'
import type { BranchPlan, PlansFile } from '@catalex/contract/plans'
import { planFaults } from '@catalex/core/plan'
import type { WorldFault } from '../files.ts'
import { codeOf, faultsOf, type FileFaults } from './faults.ts'

export function plansFaults(plans: PlansFile, { branches }: LibraryFile): WorldFault[] {
  const faults = faultsOf('plans.json')
  const { found, add, known } = faults
  plans.forEach((plan, i) => {
    if (plans.findIndex(({ branch }) => branch === plan.branch) < i) add([i, 'branch'], plan.branch, 'one plan for a branch')
    known([i, 'branch'], plan.branch, branches.map(codeOf), 'a branch of library.json')
    const branch = branches.find(({ code }) => code === plan.branch)
    if (branch) placesFaults(faults, i, plan, branch)
    for (const fault of planFaults(plan)) add([i, ...fault.at], fault.found, fault.expected)
  })
  return found
}

function placesFaults({ add, known }: FileFaults, i: number, plan: BranchPlan, branch: LibraryFile['branches'][number]): void {
  const floors = branch.floors.map(codeOf)
  const door = branch.entrance ?? floors[0]
  plan.floors.forEach(({ floor, entrance, bays }, k) => {
    known([i, 'floors', k, 'floor'], floor, floors, 'a floor of its branch')
    if (entrance !== undefined && floor !== door)
      add([i, 'floors', k, 'entrance'], floor, `the floor on which one walks in, ${String(door)}`)
    bays.forEach(({ collection }, n) => {
      const at = [i, 'floors', k, 'bays', n, 'collection']
      const found = branch.collections.find(({ code }) => code === collection)
      if (!found)
        known(at, collection, branch.collections.map(codeOf), 'a collection of its branch') // prettier-ignore
      else if (found.floor !== floor) add(at, collection, `a collection of this floor; it stands on ${found.floor}`)
    })
  })
  for (const { code } of branch.collections.filter(({ kind }) => kind === 'open shelf'))
    if (!plan.floors.some(({ bays }) => bays.some(({ collection }) => collection === code)))
      add([i, 'floors'], code, 'a bay for every collection on open shelves')
}
