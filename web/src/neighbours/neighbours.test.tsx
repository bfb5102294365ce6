import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { address, open } from '../../tests/open.tsx'
import { copy, neighbours, spine, titlePage } from '../../tests/samples.ts'

const page = titlePage({ copies: [copy('b1', 'quay'), copy('b2', 'hill')] })
const section = async () => within(await screen.findByRole('region', { name: 'Shelf neighbours' }, { timeout: 3000 }))

test('spines go by the arrow keys, say what they are, and lead to their titles', async () => {
  const shelf = neighbours()
  const spines = shelf.spines.map((one) =>
    one.barcode === 'c1' ? { ...one, inNow: false, status: 'on loan' as const, due: '2026-12-01' } : one,
  )
  const { user } = open('/titles/p1', { title: page, neighbours: { ...shelf, spines } })
  const own = await (await section()).findByRole('link', { name: /^Title b1, Odd Ashby, 2001 · 823\.9 b1 · on the shelf$/ })
  expect(own).toHaveAttribute('aria-current', 'true')
  // The tabulator reaches one of them; from there the arrows go on.
  expect((await section()).getAllByRole('link').filter((link) => link.tabIndex === 0)).toEqual([own])
  own.focus()
  await user.keyboard('{ArrowRight}')
  expect(document.activeElement).toHaveAccessibleName(/^Title c1.*on loan, due back Tue 1 Dec$/)
  await user.keyboard('{ArrowLeft}{ArrowLeft}')
  expect(document.activeElement).toHaveAccessibleName(/^Title a5/)
  await user.keyboard('{Home}')
  expect(own).toHaveFocus()
  await user.keyboard('{ArrowRight}{Enter}')
  expect(address()).toBe('/titles/c-c1')
})

test('as a list: a few on each side, more at a press, on beyond what is known; another branch has another shelf', async () => {
  const more = neighbours({ spines: ['d1', 'd2'].map((one) => spine(one)), more: { left: false, right: false } })
  const { user, server } = open('/titles/p1', {
    title: page,
    neighbours: ({ query }) => (query.get('side') === 'right' ? more : neighbours()),
  })
  await user.click(await (await section()).findByRole('button', { name: 'As a list' }))
  const titles = async () => (await section()).getAllByRole('listitem').map((line) => /Title (\w+)/.exec(line.textContent)?.[1])
  expect(await titles()).toEqual(['a2', 'a3', 'a4', 'a5', 'b1', 'c1', 'c2', 'c3', 'c4'])
  await user.click((await section()).getByRole('button', { name: 'Show the shelf to the left' }))
  expect((await titles())[0]).toBe('a1')
  expect((await section()).queryByRole('button', { name: 'Show the shelf to the left' })).toBeNull()
  await user.click((await section()).getByRole('button', { name: 'Show the shelf to the right' }))
  await waitFor(async () => {
    expect((await titles()).slice(-2)).toEqual(['d1', 'd2'])
  })
  await user.click((await section()).getByRole('combobox', { name: 'On the shelf at' }))
  await user.click(await screen.findByRole('option', { name: 'Beacon Hill' }))
  await waitFor(() => {
    expect(server.asked('neighbours').at(-1)?.query.get('barcode')).toBe('b2')
  })
})
