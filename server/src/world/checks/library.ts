/** library.json: systems, branches and what is in them. */
import type { LibraryFile } from '@catalex/contract/files'
import type { Branch } from '@catalex/contract/libraries'
import type { WorldFault } from '../files.ts'
import { codeOf, faultsOf, type FileFaults, type Place } from './faults.ts'

export function libraryFaults({ timeZone, systems, branches }: LibraryFile): WorldFault[] {
  const faults = faultsOf('library.json')
  const { found, add, known, once } = faults
  if (!isTimeZone(timeZone)) add(['timeZone'], timeZone, 'an IANA time zone, such as "Etc/UTC"')
  once(['systems'], systems.map(codeOf))
  once(['branches'], branches.map(codeOf))
  branches.forEach((branch, i) => {
    known(['branches', i, 'system'], branch.system, systems.map(codeOf), 'a code of systems')
    once(['branches', i, 'floors'], branch.floors.map(codeOf))
    if (branch.entrance !== undefined)
      known(['branches', i, 'entrance'], branch.entrance, branch.floors.map(codeOf), 'a floor of this branch')
    once(['branches', i, 'collections'], branch.collections.map(codeOf))
    branch.collections.forEach(({ floor }, k) => {
      known(['branches', i, 'collections', k, 'floor'], floor, branch.floors.map(codeOf), 'a floor of this branch')
    })
    checkHours(faults, ['branches', i, 'hours'], branch.hours)
    faults.monday(['branches', i, 'weeks'], branch.weeks)
    branch.closures.forEach(({ from, to }, k) => {
      faults.inOrder(['branches', i, 'closures', k], from, to)
    })
    branch.pickups.forEach((point, k) => {
      checkHours(faults, ['branches', i, 'pickups', k, 'hours'], point.hours ?? {})
    })
  })
  checkPickups(faults, branches)
  return found
}

export const pickupCodes = (branches: readonly Branch[]): string[] => branches.flatMap(({ pickups }) => pickups.map(codeOf))

function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== ''
  } catch {
    return false
  }
}

/** A point is known by its code alone; one that has the code of a branch is that branch's. */
function checkPickups({ add }: FileFaults, branches: readonly Branch[]): void {
  const codes = branches.map(codeOf)
  const seen = new Set<string>()
  branches.forEach((branch, i) => {
    branch.pickups.forEach(({ code }, k) => {
      const place = ['branches', i, 'pickups', k, 'code']
      if (seen.has(code)) add(place, code, 'a code that no other pickup point has')
      else if (code !== branch.code && codes.includes(code)) add(place, code, 'a code that no other branch has')
      seen.add(code)
    })
  })
}

function checkHours({ add }: FileFaults, place: Place, hours: Branch['hours']): void {
  for (const [day, spans] of Object.entries(hours)) {
    if (!/^[1-7]$/.test(day)) add([...place, day], day, 'a weekday, 1 (Monday) to 7 (Sunday)')
    spans.forEach((span, i) => {
      const [from, until] = span
      const before = spans[i - 1]?.[1]
      if (from >= until) add([...place, day, i], span, 'an opening before its closing')
      else if (before !== undefined && from < before) add([...place, day, i], span, 'spans in order, apart from each other')
    })
  }
}
