import '@fontsource-variable/literata/index.css'
import '@fontsource-variable/atkinson-hyperlegible-next/index.css'
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css'
import './shared/i18n.ts'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { App } from './app/App.tsx'
import { mayPass } from './shared/api.ts'
import { placesQuery } from './shared/places.tsx'

const RETRIES = 2
const client = new QueryClient({
  defaultOptions: {
    queries: { staleTime: 15_000, refetchOnWindowFocus: false, retry: (count, error) => count < RETRIES && mayPass(error) },
  },
})
// Every page needs them: asked for before anything is drawn.
void client.prefetchQuery(placesQuery)

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
