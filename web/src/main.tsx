import '@fontsource-variable/literata/index.css'
import '@fontsource-variable/atkinson-hyperlegible-next/index.css'
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css'
import './app/i18n.ts'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { App } from './app/App.tsx'
import { ApiProblem } from './app/api.ts'

const RETRIES = 2
const client = new QueryClient({
  defaultOptions: {
    // What the server refuses it refuses again: only a lost connection or a fault of its own is worth another try.
    queries: {
      staleTime: 15_000,
      refetchOnWindowFocus: false,
      retry: (count, error) =>
        count < RETRIES && (!(error instanceof ApiProblem) || error.problem.status === 0 || error.problem.status >= 500),
    },
  },
})

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <App />
      </QueryClientProvider>
    </StrictMode>,
  )
}
