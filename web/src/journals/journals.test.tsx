import { screen, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { address, open } from '../../tests/open.tsx'
import { copy, edition, route, titlePage, volumeLine } from '../../tests/samples.ts'

const numbers = [1, 2, 3, 5, 6, 12]
const volumes = numbers.map((number) =>
  copy(`q${String(number)}`, 'quay', { enumeration: `v.${String(number)} (${String(1978 + number)})` }),
)
const out = copy('h5', 'hill', { enumeration: 'v.5 (1983)', inNow: false, status: 'on loan', due: '2026-12-01' })
const all = [...volumes, out]
const page = titlePage({ editions: [edition('p1', { carrier: 'journal-volume', serial: true })], copies: all.slice(0, 4) })
const opened = (path = '/titles/p1') =>
  open(path, {
    title: ({ query }) => ({
      ...page,
      routes: query.get('volume') === null ? [] : [route('kept for you', { barcode: query.get('volume') })],
    }),
    volumes: { volumes: all.map(volumeLine) },
    copies: ({ query }) => ({ count: 1, copies: all.filter(({ barcode }) => barcode === query.get('barcode')) }),
  })
const section = async () => within(await screen.findByRole('region', { name: 'Volumes' }))

test('what is held and lacking is said; volumes stand by the decade, gaps among them, each branch with its own', async () => {
  const { user } = opened()
  expect(
    await (await section()).findByText('The library has: v. 1–3, 5–6, 12, 1979–1990. Missing from the set: v. 4, 7, 8, 9, 10, 11.'),
  ).toBeVisible()
  const rows = async () =>
    (await section()).getAllByRole('term').map((term) => [
      term.textContent,
      within(term.nextElementSibling as HTMLElement)
        .getAllByRole('listitem')
        .map((item) => item.textContent),
    ])
  expect(await rows()).toEqual([
    ['1970s', ['v.1 ’79on the shelf']],
    ['1980s', ['v.2 ’80on the shelf', 'v.3 ’81on the shelf', 'v.4missing from the set', 'v.5 ’83on the shelf', 'v.6 ’84on the shelf', 'v.7missing from the set', 'v.8missing from the set', 'v.9missing from the set', 'v.10missing from the set', 'v.11missing from the set']],
    ['1990s', ['v.12 ’90on the shelf']],
  ]) // prettier-ignore
  await user.click((await section()).getByRole('tab', { name: 'Beacon Hill 1' }))
  expect(await rows()).toEqual([['1980s', ['v.5 ’83due back Tue 1 Dec']]])
})

test('a volume is found by its year, at the branch that has it; one is chosen, and the ways follow it', async () => {
  const { user, server } = opened()
  expect(await screen.findByText('Choose a volume to see its routes.')).toBeVisible()
  const cell = await screen.findByRole('button', { name: /^v\.12 ’90/ })
  await user.click(cell)
  expect(cell).toHaveAttribute('aria-pressed', 'true')
  expect(server.asked('title').at(-1)?.query.get('volume')).toBe('q12')
  expect(await screen.findByRole('heading', { name: 'Chosen: v.12 (1990)' })).toBeVisible()
  expect(await screen.findByRole('button', { name: 'Hold v.12 (1990) at Quayside' })).toBeVisible()
  const box = (await section()).getByRole('textbox', { name: 'Find a volume or year' })
  await user.type(box, '1983')
  expect(await (await section()).findByText('2 copies found')).toBeVisible()
  expect((await section()).getByRole('tab', { name: 'Beacon Hill 1' })).toBeVisible()
  // Of a year with one volume that one is meant.
  await user.clear(box)
  await user.type(box, '1979')
  expect(await screen.findByRole('heading', { name: 'Chosen: v.1 (1979)' })).toBeVisible()
  expect(await screen.findByRole('button', { name: 'Hold v.1 (1979) at Quayside' })).toBeVisible()
  expect(address()).toBe('/titles/p1?volume=q1')
  await user.clear(box)
  await user.type(box, 'v. 40')
  expect(await (await section()).findByText('No volume matches “v. 40”. Type its number or year.')).toBeVisible()
})

test('an address that names a volume shows it chosen', async () => {
  opened('/titles/p1?volume=q3')
  expect(await screen.findByRole('heading', { name: 'Chosen: v.3 (1981)' })).toBeVisible()
  expect(await screen.findByRole('button', { name: 'Hold v.3 (1981) at Quayside' })).toBeVisible()
})

test('by keyboard the volumes are one stop, and arrows lead along a decade, above and below', async () => {
  const { user } = opened()
  const cell = async (name: string) => (await section()).findByRole('button', { name: new RegExp(`^${name.replace('.', '\\.')} `) })
  await cell('v.2')
  const stops = async () => (await section()).getAllByRole('button', { name: /^v\./ }).filter((button) => button.tabIndex === 0)
  expect(await stops()).toEqual([await cell('v.1')])
  ;(await cell('v.1')).focus()
  for (const [key, to] of [
    ['Down', 'v.2'],
    ['Right', 'v.3'],
    ['Right', 'v.5'],
    ['Down', 'v.12'],
    ['Right', 'v.12'],
    ['Left', 'v.6'],
    ['Up', 'v.1'],
    ['Left', 'v.1'],
  ] as const) {
    // prettier-ignore
    await user.keyboard(`{Arrow${key}}`)
    expect(await cell(to)).toHaveFocus()
  }
  await user.keyboard('{End}')
  expect(await cell('v.12')).toHaveFocus()
  expect(await stops()).toEqual([await cell('v.12')])
  await user.tab()
  expect((await section()).getAllByRole('button', { name: /^v\./ })).not.toContain(document.activeElement)
  await user.tab({ shift: true })
  expect(await cell('v.12')).toHaveFocus()
  await user.keyboard('{Enter}')
  expect(await screen.findByRole('heading', { name: 'Chosen: v.12 (1990)' })).toBeVisible()
})
