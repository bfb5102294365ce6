/** The walk that an address names. */
import type { ParametersOf } from '@catalex/contract/endpoints'
import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { useSearchParams } from 'react-router'
import { call } from '../shared/api.ts'
import { useScope } from '../shared/scope.tsx'

/** What is asked, but for the stairs. */
export type WalkParameters = Omit<ParametersOf<'walk'>, 'stepless'>

export function useWalkParameters(): WalkParameters {
  const [parameters] = useSearchParams()
  const { chosen } = useScope()
  return {
    titles: parameters.getAll('titles'),
    volumes: parameters.getAll('volumes'),
    ...(chosen.at === null ? {} : { at: chosen.at }),
  }
}

export function walkQuery(asked: WalkParameters, stepless: boolean) {
  const query = { ...asked, stepless }
  return queryOptions({
    queryKey: ['walk', query],
    queryFn: ({ signal }) => call('walk', { query }, { signal }),
    enabled: asked.titles.length > 0,
    placeholderData: keepPreviousData,
  })
}
