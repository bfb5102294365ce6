/** On a phone the list has the screen; narrowing and routes come over it, and go again. */
import { screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { BREAKPOINTS } from '../app/theme.ts'
import { address, open } from '../../tests/open.tsx'
import { answer, options, pickup, row, route, titlePage } from '../../tests/samples.ts'

/** In rem: 390 px. */
const WIDTH = 24.375

/** As wide as a phone: of queries about the width, those that a phone answers with yes. */
beforeEach(() => {
  window.matchMedia = (query) => {
    const most = /max-width:\s*([\d.]+)rem/.exec(query)?.[1]
    const least = /min-width:\s*([\d.]+)rem/.exec(query)?.[1]
    const matches = (most !== undefined || least !== undefined) && WIDTH <= Number(most ?? WIDTH) && WIDTH >= Number(least ?? 0)
    return { matches, media: query, addEventListener: () => undefined, removeEventListener: () => undefined } as unknown as MediaQueryList
  }
})
afterEach(() => {
  Reflect.deleteProperty(window, 'matchMedia')
})

const found = answer([row('p1', 'The salt ledger'), row('p7', 'Low water')], {
  count: 40,
  facets: { ...answer([]).facets, format: { print: 38, film: 2 } },
  without: { format: 40 },
})

test('the test is as narrow as it says', () => {
  expect(window.matchMedia(`(max-width:${String(BREAKPOINTS.sm)}rem)`).matches).toBe(true)
  expect(window.matchMedia(`(min-width:${String(BREAKPOINTS.sm)}rem)`).matches).toBe(false)
})

test('narrowing stands behind a press, says how many titles are left, and leaves the list as it was chosen', async () => {
  const { user } = open('/search?q=salt', { search: found })
  await screen.findByRole('heading', { level: 1, name: '40 titles' })
  expect(screen.queryByRole('region', { name: 'Format' })).toBeNull()
  await user.click(screen.getByRole('button', { name: 'Filters' }))
  const format = await screen.findByRole('region', { name: 'Format' })
  await user.click(within(format).getByRole('checkbox', { name: /^Filter to Film/ }))
  expect(address()).toBe('/search?q=salt&format=film')
  await user.click(await screen.findByRole('button', { name: 'Show 40 titles' }))
  await waitFor(() => {
    expect(screen.queryByRole('region', { name: 'Format' })).toBeNull()
  })
  expect(await screen.findByRole('button', { name: 'Filters (1)' })).toBeVisible()
})

test('a tap on a row brings its routes, from where it can be held', async () => {
  const { server, user } = open('/search?q=salt', {
    search: found,
    title: ({ path }) => {
      const controlNumber = path.split('/').at(-1) ?? ''
      return titlePage({ controlNumber, routes: [route('kept for you', { edition: controlNumber })] })
    },
    holdOptions: options([pickup('quay')]),
  })
  await screen.findByRole('heading', { level: 1, name: '40 titles' })
  await user.click(screen.getByText('Low water').closest('li') ?? document.body)
  const hold = await screen.findByRole('button', { name: 'Hold at Quayside' })
  expect(server.asked('title').at(-1)?.path).toBe('/api/titles/p7')
  await user.click(hold)
  expect(await screen.findByRole('dialog', { name: 'Place a hold: The salt ledger' })).toBeVisible()
  await waitFor(() => {
    expect(server.asked('holdOptions').at(-1)?.query.getAll('records')).toEqual(['p7'])
  })
})
