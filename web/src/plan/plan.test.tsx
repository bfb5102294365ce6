import { screen, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { branchPlan, TWO_FLOORS } from '../../tests/planSamples.ts'
import { branch, copy, PLACES, titlePage } from '../../tests/samples.ts'

const PLANNED = { ...PLACES, plans: ['quay'], branches: [branch('quay', 'Quayside', TWO_FLOORS), ...PLACES.branches.slice(1)] }
const at = (barcode: string, bay: string, text: string) => {
  const one = copy(barcode, 'quay')
  return { ...one, place: { ...one.place, bay, callNumber: { text, spine: text.split(' ') } } }
}
const openTitle = () =>
  open('/titles/p1', {
    places: PLANNED,
    plan: branchPlan(),
    title: titlePage({ copies: [at('b1', 'A', '823 ASH'), at('b2', 'B', '780 SEA')] }),
  })

test('where the first copy stands is drawn and said; another is shown when it is asked for, by lift where somebody likes', async () => {
  const { user } = openTitle()
  const stands = await screen.findByRole('region', { name: 'Where to find it' })
  const way = await within(stands).findByRole('list', { name: 'Directions from the door' })
  // Straight in for four metres, then left to the wall: nine metres to the first bay, which then is on one's left.
  expect(
    within(way)
      .getAllByRole('listitem')
      .map((step) => step.textContent),
  ).toEqual(['Turn left', 'Straight on for 6 metres', '1st bay on the left, Main shelves 800–899'])
  expect(within(stands).getByRole('img', { name: /^Plan of Level 1/ })).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Show 780 SEA on the plan' }))
  expect(
    within(way)
      .getAllByRole('listitem')
      .map((step) => step.textContent),
  ).toContain('Down the stairs one flight, to Level 0')
  expect(within(stands).getByRole('img', { name: /^Plan of Level 0/ })).toBeVisible()
  expect(way).toHaveTextContent('low shelves')
  await user.click(within(stands).getByRole('switch', { name: 'Step-free' }))
  expect(way).toHaveTextContent('Take the lift down one floor, to Level 0')
  // Floors are turned by hand, too, and what was pressed keeps the focus.
  await user.click(within(stands).getByRole('tab', { name: 'Level 1' }))
  expect(within(stands).getByRole('tab', { name: 'Level 1' })).toHaveFocus()
  expect(within(stands).getByRole('img', { name: /^Plan of Level 1/ })).toBeVisible()
})

test('a branch shows its floors from the one that one walks in on; without a plan nothing is promised', async () => {
  open('/branches/quay', { places: PLANNED, plan: branchPlan() })
  expect(await screen.findByRole('img', { name: /^Plan of Level 1/ })).toBeVisible()
  open('/branches/hill', { places: PLANNED })
  expect(await screen.findByRole('heading', { level: 1, name: 'Beacon Hill' })).toBeVisible()
  expect(screen.queryByRole('button', { name: /on the plan$/ })).not.toBeInTheDocument()
})
