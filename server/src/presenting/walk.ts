/** A shelf walk: where each title is fetched, in which order, and what to do about those that can't be. */
import type { ShelfWalk, Stop, WalkQuery } from '@catalex/contract/shelfwalk'
import type { BibRecord } from '@catalex/core/catalogue'
import { isInNow, isLost, isReachable } from '@catalex/core/copies'
import { branchesFor, walkOf } from '@catalex/core/shelfwalk'
import { recordsByControlNumber, type StoredRecord } from '../catalogue/index.ts'
import { copiesOf, type CopyNow } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { shelfPlaceOf } from './copies.ts'
import { grouped } from './grouped.ts'
import { whoOf } from './rows.ts'

export interface WalkQuestion extends Omit<WalkQuery, 'at'> {
  /** Pickup location. */
  at: string | null
  /** In local time. */
  minute: string
}

/** A title that is wanted, with the copies that would do. */
interface Wanted {
  record: StoredRecord
  copies: CopyNow[]
}

export async function shelfWalk(source: Queryable, libraries: Libraries, asked: WalkQuestion): Promise<ShelfWalk> {
  const controlNumbers = [...new Set(asked.titles)]
  const [records, copies] = await Promise.all([
    recordsByControlNumber(source, controlNumbers),
    copiesOf(source, libraries, { controlNumbers }, asked.minute),
  ])
  const ofRecord = grouped(copies, ({ controlNumber }) => controlNumber)
  const wanted = controlNumbers.flatMap((number): Wanted[] => {
    const record = records.find(({ controlNumber }) => controlNumber === number)
    if (!record) return []
    const all = ofRecord.get(number) ?? []
    const volumes = all.filter(({ barcode }) => asked.volumes.includes(barcode))
    // Of each volume that is named, itself; without one, any copy.
    return volumes.length > 0 ? volumes.map((volume) => ({ record, copies: [volume] })) : [{ record, copies: all }]
  })
  const walkable = wanted.map(({ copies: some }) => some.filter((copy) => isInNow(copy) && isReachable(copy)))
  const walked = branchesFor(
    nearness(libraries, asked.at),
    walkable.map((some) => some.map(({ branch }) => branch)),
  )
  const reached = new Set(walked.flatMap(({ things }) => things))
  return {
    walks: walked.map(({ branch, things }) => ({
      branch,
      stops: inOrder(
        libraries,
        branch,
        things.flatMap((i) => stopAt(libraries, branch, wanted[i]?.record, walkable[i] ?? [])),
        asked.stepless,
      ),
    })),
    apart: [
      ...wanted.filter((_, i) => !reached.has(i)).map((one) => apart(one, libraries)),
      ...controlNumbers.filter((number) => !records.some(({ controlNumber }) => controlNumber === number)).map(gone),
    ],
  }
}

/** Branches, the own one first. */
function nearness(libraries: Libraries, at: string | null): string[] {
  const own = libraries.pickups.branchOf(at)
  return [...new Set([...(own === null ? [] : [own]), ...libraries.branchesIn([])])]
}

interface Standing extends Stop {
  sortKey: string
}

/** The copy that is fetched of several: one that may be taken home, and that the plan shows. */
function stopAt(libraries: Libraries, branch: string, stored: StoredRecord | undefined, copies: readonly CopyNow[]): Standing[] {
  if (!stored) return []
  const rank = (copy: CopyNow) => (copy.use === 'loan' ? 0 : 2) + (shelfPlaceOf(copy, libraries).bay === null ? 1 : 0)
  const [copy] = copies.filter((one) => one.branch === branch).sort((a, b) => rank(a) - rank(b))
  if (!copy) return []
  const { barcode, enumeration, use } = copy
  return [
    { ...headOf(stored.record), controlNumber: stored.controlNumber, barcode, enumeration, place: shelfPlaceOf(copy, libraries), use, sortKey: copy.stored.sortKey }, // prettier-ignore
  ]
}

const headOf = (record: BibRecord) => ({
  title: record.title,
  who: whoOf(record),
  carrier: record.carrier,
  languages: record.languages,
})

/** By the plan; what it does not show comes last, floor by floor. */
function inOrder(libraries: Libraries, branch: string, stops: readonly Standing[], stepless: boolean): Stop[] {
  const plan = libraries.planOf(branch)
  const shown = plan ? stops.flatMap((stop) => (stop.place.bay === null ? [] : [{ stop, bay: stop.place.bay, sortKey: stop.sortKey }])) : []
  const walk = plan && walkOf(plan, shown, stepless)
  const ordered = walk ? [...walk.stops, ...walk.unreached].map(({ stop }) => stop) : []
  const floors = libraries.branch(branch)?.floors.map(({ name }) => name) ?? []
  const others = stops
    .filter((stop) => !ordered.includes(stop))
    .sort((a, b) => floors.indexOf(a.place.floor) - floors.indexOf(b.place.floor) || a.place.collection.localeCompare(b.place.collection) || (a.sortKey < b.sortKey ? -1 : 1)) // prettier-ignore
  return [...ordered, ...others].map(({ sortKey: _, ...stop }) => stop)
}

function apart({ record: { controlNumber, record }, copies }: Wanted, libraries: Libraries): ShelfWalk['apart'][number] {
  const head = { controlNumber, title: record.title, carrier: record.carrier }
  const inStacks = copies.find(isInNow)
  if (inStacks) return { ...head, why: 'fetched', place: shelfPlaceOf(inStacks, libraries), status: inStacks.status, due: null }
  const dues = copies.filter((copy) => !isLost(copy)).sort((a, b) => ((a.due ?? LAST) < (b.due ?? LAST) ? -1 : 1))
  const [next] = dues
  if (!next) return { ...head, why: 'none', place: null, status: null, due: null }
  return { ...head, why: 'out', place: shelfPlaceOf(next, libraries), status: next.status, due: next.due }
}

/** After every date. */
const LAST = '9'

const gone = (controlNumber: string): ShelfWalk['apart'][number] => ({ controlNumber, title: null, why: 'gone', place: null, status: null, due: null, carrier: null }) // prettier-ignore
