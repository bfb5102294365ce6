import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { address, open } from '../../tests/open.tsx'
import { options, pickup, titlePage } from '../../tests/samples.ts'

const part = (number: number, more = {}) => ({
  controlNumber: `s${String(number)}`,
  volume: String(number),
  number,
  title: `Part ${String(number)}`,
  inNow: 1,
  owned: 2,
  own: false,
  ...more,
})

test('a series: the parts round this one, all on request with what is lacking, and the next near the top', async () => {
  const numbers = [1, 2, 3, 4, 5, 7, 8, 9]
  const parts = numbers.map((number) => part(number, { own: number === 5, inNow: number === 7 ? 0 : 1 }))
  const { description } = titlePage()
  const { user } = open('/titles/p1', {
    title: titlePage({ description: { ...description, series: [{ title: 'The Corrow light', volume: '5' }] } }),
    holdOptions: options([pickup('quay')]),
    rows: [],
    series: { series: [{ title: 'The Corrow light', parts, lacking: [6], more: false }] },
  })
  const section = within(await screen.findByRole('region', { name: 'In the series The Corrow light' }))
  const titles = () => section.getAllByRole('listitem').map((item) => /Part \d/.exec(item.textContent)?.[0])
  expect(titles()).toEqual([2, 3, 4, 5, 7, 8, 9].map((number) => `Part ${String(number)}`))
  expect(section.queryByText(/No library here/)).toBeNull()
  await user.click(section.getByRole('button', { name: 'Show all 8 parts' }))
  expect(titles()).toHaveLength(8)
  expect(section.getByText('No library here has part 6.')).toBeVisible()
  expect(section.getAllByRole('listitem')[4]).toHaveAttribute('aria-current', 'true')
  expect(section.getAllByRole('listitem')[5]).toHaveTextContent('0 of 2')
  await user.click(section.getByRole('button', { name: 'Put these 8 in the satchel' }))
  expect(section.getAllByRole('button', { name: /^Put in satchel/, pressed: true })).toHaveLength(8)
  await user.click(section.getByRole('button', { name: 'Hold these 8' }))
  const dialog = await screen.findByRole('dialog', { name: 'Hold 8 titles' })
  expect(await within(dialog).findByText('8 holds, one for each title, collect at Quayside. There is no charge.')).toBeVisible()
  await user.click(within(dialog).getByRole('button', { name: 'Close' }))
  await waitFor(() => {
    expect(screen.queryByRole('dialog')).toBeNull()
  })
  const next = screen.getByText(/^Next in The Corrow light:/)
  await user.click(within(next).getByRole('link', { name: '7 Part 7' }))
  expect(address()).toBe('/titles/s7')
})
