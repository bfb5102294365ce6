/** What a title asks the server. */
import type { TitlePage } from '@catalex/contract/titles'
import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { get } from '../app/api.ts'
import type { Standing } from '../app/standing.tsx'

export function titleQuery(controlNumber: string, standing: Standing) {
  const parameters = { in: standing.in, pickup: standing.at || undefined }
  return queryOptions({
    queryKey: ['title', controlNumber, parameters],
    queryFn: ({ signal }) => get<TitlePage>(`/api/titles/${encodeURIComponent(controlNumber)}`, parameters, signal),
    placeholderData: keepPreviousData,
  })
}
