import { screen, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { address, open } from '../../tests/open.tsx'
import { answer, row, spine } from '../../tests/samples.ts'

const display = { code: 'winter', kind: 'theme', name: 'Long evenings', about: 'Chosen at Quayside', branch: 'quay', until: '2027-02-28', count: 7, spines: [spine('b1'), spine('b2')] } as const // prettier-ignore

test('displays: what is new by its own name, each with its spines; one leads to its titles, said and removable', async () => {
  const { user, server } = open('/displays', {
    displays: [{ ...display, code: 'new', name: null, about: null, branch: null, until: null, spines: [spine('b9')] }, { ...display, spines: [...display.spines] }], // prettier-ignore
    search: answer([row('p1', 'The salt ledger')], { display: 'Long evenings' }),
  })
  expect(await screen.findByRole('heading', { name: 'New on the shelves' })).toBeVisible()
  const winter = screen.getByRole('region', { name: 'Long evenings' })
  expect(winter).toHaveTextContent('7 titles · Quayside · until')
  expect(within(within(winter).getByRole('list', { name: 'Long evenings' })).getAllByRole('listitem')).toHaveLength(2)
  await user.click(screen.getByRole('link', { name: 'Long evenings' }))
  expect(await screen.findByText('On display: Long evenings')).toBeVisible()
  expect(server.asked('search').at(-1)?.query.get('display')).toBe('winter')
  await user.click(screen.getByRole('button', { name: 'Remove: Long evenings' }))
  expect(address()).not.toContain('display')
})

test('where nothing is on display it is said', async () => {
  open('/displays', { displays: [] })
  expect(await screen.findByText(/There are no displays in these libraries/)).toBeVisible()
})
