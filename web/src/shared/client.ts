/** Keeps the server's answers, and asks again where that may help. */
import { MutationCache, QueryCache, QueryClient } from '@tanstack/react-query'
import { problemType } from '@catalex/contract/problem'
import { ApiProblem, mayPass } from './api.ts'

const RETRIES = 2

export function newClient(): QueryClient {
  // A session that has ended shows at the first refusal: every part of the page then offers to sign in again.
  const onError = (error: unknown) => {
    if (error instanceof ApiProblem && error.problem.type === problemType('sign-in-needed'))
      void client.invalidateQueries({ queryKey: ['session'] })
  }
  const client = new QueryClient({
    queryCache: new QueryCache({ onError }),
    mutationCache: new MutationCache({ onError }),
    defaultOptions: {
      // A network may be the library's own: the server alone says whether it can be reached.
      mutations: { networkMode: 'always' },
      queries: {
        networkMode: 'always',
        staleTime: 15_000,
        refetchOnWindowFocus: false,
        retry: (count, error) => count < RETRIES && mayPass(error),
      },
    },
  })
  return client
}
