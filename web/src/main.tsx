import '@fontsource-variable/literata/index.css'
import '@fontsource-variable/atkinson-hyperlegible-next/index.css'
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css'
import './shared/i18n.ts'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { App } from './app/App.tsx'
import { newClient } from './shared/client.ts'
import { placesQuery } from './shared/places.tsx'
import { startTerminal } from './shared/session/terminal.ts'

startTerminal()
// A page that the browser kept whole may show somebody who has signed out since.
window.addEventListener('pageshow', ({ persisted }) => {
  if (persisted) window.location.reload()
})

const client = newClient()
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
