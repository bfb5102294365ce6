/** The libraries: loaded once, looked up by code everywhere. */
import type { Branch, PickupPoint, Places } from '@catalex/contract/libraries'
import { openingHours, type OpeningHours } from '@catalex/core/calendar'
import { queryOptions, useQuery } from '@tanstack/react-query'
import { useMemo, useSyncExternalStore } from 'react'
import { call } from './api.ts'
import { followClock, minutesAhead, setCurrency } from './formats.ts'
import { speakOneOf } from './i18n.ts'

/** A pickup point as readers know it: by a name of its own, or that of its branch. */
export interface Pickup extends PickupPoint {
  name: string
  at: Branch
}

/** When a pickup point is open: at hours of its own or those of its branch, and never while that is closed. */
export const hoursOf = ({ hours, at }: Pickup): OpeningHours => openingHours(at, hours)

export interface PlaceBook {
  all: Places
  branchName(code: string): string
  /** Name of a system, branch or collection ("branch/collection"). */
  placeName(code: string): string
  branch(code: string): Branch | undefined
  /** Branches with shelves: those in which one can search. */
  shelved: Branch[]
  pickups: Pickup[]
  pickup(code: string): Pickup | undefined
  pickupName(code: string): string
}

const NONE: Places = { name: '', timeZone: 'UTC', systems: [], branches: [] }

export const placesQuery = queryOptions({
  queryKey: ['places'],
  queryFn: async ({ signal }) => {
    const places = await call('places', {}, { signal })
    setCurrency(places.currency)
    await speakOneOf(places.languages)
    return places
  },
  staleTime: Infinity,
  // Every part of a page asks for them: a failure is tried again by the reader alone, not by each part that says so.
  retryOnMount: false,
})

export function usePlaces(): PlaceBook {
  const { data } = useQuery(placesQuery)
  // Whoever shows days or hours asks for the time zone here; what was drawn before the clock was known is drawn anew.
  useSyncExternalStore(followClock, minutesAhead)
  return useMemo(() => placeBook(data ?? NONE), [data])
}

function placeBook(all: Places): PlaceBook {
  const branches = new Map(all.branches.map((branch) => [branch.code, branch]))
  const systems = new Map(all.systems.map((system) => [system.code, system.name]))
  const pickups = all.branches.flatMap((branch) =>
    branch.pickups.map((point) => ({ ...point, name: point.name ?? branch.name, at: branch })),
  )
  const pickup = (code: string) => pickups.find((point) => point.code === code)
  const branchName = (code: string) => branches.get(code)?.name ?? code
  return {
    all,
    branchName,
    placeName: (code) => {
      const [branch = '', collection] = code.split('/')
      if (collection === undefined) return systems.get(code) ?? branchName(code)
      const name = branches.get(branch)?.collections.find((candidate) => candidate.code === collection)?.name ?? collection
      return `${branchName(branch)}, ${name}`
    },
    branch: (code) => branches.get(code),
    shelved: all.branches.filter(({ collections }) => collections.length > 0),
    pickups,
    pickup,
    pickupName: (code) => pickup(code)?.name ?? branchName(code),
  }
}
