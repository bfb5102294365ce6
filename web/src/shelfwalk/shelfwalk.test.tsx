import type { ShelfWalk } from '@catalex/contract/shelfwalk'
import { screen, waitFor, within } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { open } from '../../tests/open.tsx'
import { branchPlan, shelfWalk, stop, TWO_FLOORS } from '../../tests/planSamples.ts'
import { branch, PLACES } from '../../tests/samples.ts'

const PLANNED = { ...PLACES, plans: ['quay'], branches: [branch('quay', 'Quayside', TWO_FLOORS), ...PLACES.branches.slice(1)] }
const WALK = '/walk?titles=t-b1&titles=t-b2&titles=far&titles=stored&at=quay'
const apart: ShelfWalk['apart'][number] = { controlNumber: 'stored', title: 'Kept below', why: 'fetched', place: { ...stop('s1', null).place, branch: 'hill', callNumber: { text: 'S 12', spine: ['S', '12'] } }, status: 'on shelf', due: null, carrier: 'book' } // prettier-ignore
const openWalk = () =>
  open(WALK, {
    places: PLANNED,
    plan: branchPlan(),
    walk: shelfWalk({
      walks: [
        { branch: 'quay', stops: [stop('b1', 'A'), stop('b2', 'B')] },
        { branch: 'hill', stops: [stop('b3', null, { controlNumber: 'far', use: 'here only' })] },
      ],
      apart: [apart, { controlNumber: 'lost', title: null, why: 'gone', place: null, status: null, due: null, carrier: null }],
    }),
  })

test('branch by branch and floor by floor, each with its way from the one before; what is taken is ticked, and the plan follows', async () => {
  const { user, server } = openWalk()
  const quay = await screen.findByRole('region', { name: 'Quayside' })
  expect(
    within(quay)
      .getAllByRole('heading', { level: 3 })
      .map((heading) => heading.textContent),
  ).toEqual(['Level 1', 'Level 0'])
  const stops = within(quay).getAllByRole('listitem')
  expect(stops[0]).toHaveTextContent('Title of b1')
  await waitFor(() => {
    expect(stops[0]).toHaveTextContent('1st bay on the left, Main shelves 800–899')
  })
  // On from the first bay, not from the door again.
  expect(stops[1]).toHaveTextContent('Down the stairs one flight, to Level 0')
  expect(stops[1]).toHaveTextContent('Straight on for 12 metres')
  expect(within(quay).getByRole('img', { name: /^Plan of Level 1/ })).toBeVisible()
  await user.click(within(quay).getByRole('checkbox', { name: 'Taken: Title of b1' }))
  expect(await within(quay).findByRole('img', { name: /^Plan of Level 0/ })).toBeVisible()
  expect(screen.getByText(/1 of 3 taken from the shelf/)).toBeVisible()
  expect(within(screen.getByRole('region', { name: 'Beacon Hill' })).getByRole('listitem')).toHaveTextContent('library use only')
  const others = screen.getByRole('region', { name: 'Not on this walk' })
  expect(others).toHaveTextContent('Staff fetch it from Beacon Hill, Main shelves: ask at the desk for S 12')
  expect(others).toHaveTextContent('This title is no longer in the catalogue.')
  await user.click(screen.getByRole('switch', { name: 'Step-free' }))
  await waitFor(() => {
    expect(server.asked('walk').at(-1)?.query.get('stepless')).toBe('true')
  })
  expect(server.asked('walk').at(-1)?.query.getAll('titles')).toEqual(['t-b1', 't-b2', 'far', 'stored'])
  // Nothing that was ticked is forgotten when the page comes back.
  openWalk()
  expect((await screen.findAllByRole('checkbox', { name: 'Taken: Title of b1', checked: true })).length).toBeGreaterThan(0)
})

test('the walk as text says the same', async () => {
  const { user } = openWalk()
  await screen.findByRole('region', { name: 'Quayside' })
  const write = vi.spyOn(navigator.clipboard, 'writeText')
  await user.click(screen.getByRole('button', { name: 'Copy as text' }))
  expect(write.mock.calls[0]?.[0].split('\n').slice(0, 6)).toEqual([
    'Quayside',
    '1. 823 ASH  Title of b1 / Vera Ashdown',
    '   Main shelves, Level 1, the one you walk in on',
    '2. 823 ASH  Title of b2 / Vera Ashdown',
    '   Main shelves, Level 0, one flight down',
    '',
  ])
  expect(write.mock.calls[0]?.[0]).toContain('- Kept below: Staff fetch it from Beacon Hill')
})

test('an address that names no title leads to the satchel', async () => {
  open('/walk')
  expect(await screen.findByRole('link', { name: 'Start one from the satchel' })).toHaveAttribute(
    'href',
    expect.stringMatching(/^\/satchel/),
  )
})
