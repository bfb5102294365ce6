/** The whole application at an address, before a server that a test speaks for. */
import { QueryClientProvider, type QueryClient } from '@tanstack/react-query'
import { render, screen, waitFor } from '@testing-library/react'
import { userEvent, type UserEvent } from '@testing-library/user-event'
import type { ReactNode } from 'react'
import { expect } from 'vitest'
import { App } from '../src/app/App.tsx'
import { newClient } from '../src/shared/client.ts'
import { answer, neighbours, NOBODY, PLACES, titlePage } from './samples.ts'
import { fakeServer, type FakeServer, type Replies } from './server.ts'

export interface Opened {
  server: FakeServer
  user: UserEvent
  client: QueryClient
}

/** @param within what the application is drawn in */
export function open(address: string, replies: Replies = {}, within = (app: ReactNode) => app): Opened {
  window.history.pushState(null, '', address)
  const server = fakeServer({
    places: PLACES,
    session: NOBODY,
    search: answer([]),
    title: titlePage(),
    neighbours: neighbours(),
    series: { series: [] },
    related: { byPeople: [], near: [] },
    suggest: [],
    ...replies,
  })
  const client = newClient()
  // A failure shows at once here; that it is tried again is tested where it is decided.
  client.setDefaultOptions({ queries: { ...client.getDefaultOptions().queries, retry: false } })
  render(<QueryClientProvider client={client}>{within(<App />)}</QueryClientProvider>)
  return { server, user: userEvent.setup(), client }
}

/** The box of the search, once it has been gone to: the one with headings has taken its place. */
export async function searchBox(user: UserEvent): Promise<HTMLInputElement> {
  const box = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Search the catalogue' })
  await user.click(box())
  await waitFor(() => {
    expect(box().closest('.MuiAutocomplete-root')).not.toBeNull()
  })
  return box()
}

/** Where the application stands now, but for the pickup location that every address names where nobody chose another. */
export const address = (): string => withoutUsual(window.location.pathname + window.location.search)

/** An address without the usual pickup location. */
export const withoutUsual = (link: string): string =>
  link.replace(/([?&])at=quay(&|$)/, (_, before: string, after: string) => (after === '&' ? before : ''))
