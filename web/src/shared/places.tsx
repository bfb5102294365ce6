/** The libraries: loaded once, looked up by code everywhere. */
import type { Branch, Places } from '@catalex/contract/libraries'
import { queryOptions, useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { call } from './api.ts'
import { setCurrency } from './formats.ts'

export interface PlaceBook {
  all: Places
  branchName(code: string): string
  /** Name of a system, branch or collection ("branch/collection"). */
  placeName(code: string): string
  branch(code: string): Branch | undefined
  pickups: Branch[]
}

const NONE: Places = { name: '', timeZone: 'UTC', systems: [], branches: [] }

export const placesQuery = queryOptions({
  queryKey: ['places'],
  queryFn: async ({ signal }) => {
    const places = await call('places', {}, { signal })
    setCurrency(places.currency)
    return places
  },
  staleTime: Infinity,
  // Every part of a page asks for them: a failure is tried again by the reader alone, not by each part that says so.
  retryOnMount: false,
})

export function usePlaces(): PlaceBook {
  const { data } = useQuery(placesQuery)
  return useMemo(() => placeBook(data ?? NONE), [data])
}

function placeBook(all: Places): PlaceBook {
  const branches = new Map(all.branches.map((branch) => [branch.code, branch]))
  const systems = new Map(all.systems.map((system) => [system.code, system.name]))
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
    pickups: all.branches.filter((branch) => branch.pickup !== null),
  }
}
