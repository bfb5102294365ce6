/** What a search asks the server. */
import type { SearchAnswer } from '@catalex/contract/search'
import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { get } from '../app/api.ts'
import type { Standing } from '../app/standing.tsx'
import type { Question } from './address.ts'

export function searchQuery(question: Question, standing: Standing) {
  const parameters = { ...question, in: standing.in, as: standing.as, pickup: standing.at || undefined }
  return queryOptions({
    queryKey: ['search', parameters],
    queryFn: ({ signal }) => get<SearchAnswer>('/api/search', parameters, signal),
    placeholderData: keepPreviousData,
  })
}
