import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { address, open, searchBox } from '../../../tests/open.tsx'
import { answer, row } from '../../../tests/samples.ts'
import { binsOf } from './Years.tsx'

const FOUND = answer([row('p1', 'The salt ledger')], {
  count: 40,
  facets: {
    place: { harbour: 40, quay: 30, 'quay/main': 30, hill: 12, college: 3, wold: 3 },
    format: { print: 38, book: 38, 'large-print': 2, 'large-print-book': 2 },
    language: { eng: 36, fre: 4 },
    audience: {},
    form: {},
    genre: {},
    person: { 'Lund, Marta, 1931-2004': 5, 'Orrick, Tamsin': 9 },
    subject: {},
    series: {},
  },
  values: { person: 31 },
  copies: { here: 30, inNow: 21, takeHome: 40, sendable: 35 },
  without: { place: 40, format: 40, language: 44 },
})
const section = (name: string) => screen.findByRole('region', { name })
const ready = () => screen.findByRole('heading', { level: 1, name: '40 titles' })

test('the tree of places opens and closes by keyboard and tells what each choice would leave', async () => {
  const { user } = open('/search?q=salt', { search: FOUND })
  await ready()
  const where = await section('Where')
  const names = () =>
    within(where)
      .getAllByRole('checkbox')
      .map((box) => box.getAttribute('aria-label'))
  expect(names()).toEqual([
    'Filter to Harbour Libraries, 40 titles',
    'Filter to Quayside, 30 titles',
    'Filter to Beacon Hill, 12 titles',
    'Filter to Wold College, 3 titles',
  ])
  const college = within(where).getByRole('checkbox', { name: /Wold College/ })
  college.focus()
  await user.keyboard('{ArrowRight}')
  expect(names()).toContain('Filter to Wold Library, 3 titles')
  await user.keyboard('{ArrowLeft}')
  expect(names()).not.toContain('Filter to Wold Library, 3 titles')
  const opener = within(where).getByRole('button', { name: 'Show parts of Wold College' })
  expect(opener).toHaveAttribute('aria-expanded', 'false')
  await user.click(opener)
  expect(opener).toHaveAttribute('aria-expanded', 'true')
  college.focus()
  await user.keyboard(' ')
  expect(address()).toBe('/search?q=salt&place=college')
})

test('two choices made one right after the other both count', async () => {
  const { user } = open('/search?q=salt', { search: FOUND })
  await ready()
  const where = await section('Where')
  within(where)
    .getByRole('checkbox', { name: /Quayside/ })
    .focus()
  await user.keyboard(' ')
  within(await section('Format'))
    .getByRole('checkbox', { name: /^Filter to Large print/ })
    .focus()
  await user.keyboard(' ')
  expect(address()).toBe('/search?q=salt&place=quay&format=large-print')
})

test('a value can be barred, and barring it again takes that back', async () => {
  const { user } = open('/search?q=salt&page=2', { search: FOUND })
  await ready()
  await user.click(within(await section('Format')).getByRole('button', { name: 'Exclude Large print' }))
  expect(address()).toBe('/search?q=salt&notFormat=large-print')
  expect(await screen.findByText('not Large print')).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Remove: not Large print' }))
  expect(address()).toBe('/search?q=salt')
})

test('copies are narrowed by what they have to be', async () => {
  const { user } = open('/search?q=salt&at=hill', { search: FOUND })
  await ready()
  const copies = await section('Availability')
  await user.click(within(copies).getByRole('checkbox', { name: /At Beacon Hill, 30/ }))
  await user.click(within(copies).getByRole('checkbox', { name: /Available now, 21/ }))
  expect(address()).toBe('/search?q=salt&at=hill&copies=here&copies=inNow')
})

test('what is kept stays for the next search and says how many titles it hides', async () => {
  const { user } = open('/search?q=salt&language=eng', { search: FOUND })
  await ready()
  await user.click(screen.getByRole('button', { name: 'Keep this filter on: Language' }))
  expect(await screen.findByText('hides 4 titles')).toBeVisible()
  await user.clear(await searchBox(user))
  await user.type(screen.getByRole('combobox', { name: 'Search the catalogue' }), 'fog{Enter}')
  await waitFor(() => {
    expect(address()).toBe('/search?q=fog&language=eng&keep=language')
  })
})

test('values of a long facet are found by their words, far beyond those listed', async () => {
  const { user, server } = open('/search?q=salt', { search: FOUND, facetValues: [{ value: 'Vane, Isolde', count: 1 }] })
  await ready()
  const people = await section('People')
  await user.click(within(people).getByRole('button', { name: 'People' }))
  expect((await within(people).findAllByRole('checkbox')).map((box) => box.getAttribute('aria-label'))).toEqual([
    'Filter to Orrick, Tamsin, 9 titles',
    'Filter to Lund, Marta, 1931-2004, 5 titles',
  ])
  await user.type(within(people).getByRole('textbox', { name: 'Search in People' }), 'van')
  await user.click(await within(people).findByRole('checkbox', { name: /Vane, Isolde/ }))
  expect(server.asked('facetValues').at(-1)?.query.get('find')).toBe('van')
  expect(new URLSearchParams(window.location.search).get('person')).toBe('Vane, Isolde')
})

test.each([
  ['one year', [{ year: 1999, count: 3 }], [[1999, 1999, 3]]],
  ['fewer years than bars: one bar for each, empty ones too', [{ year: 2001, count: 1 }, { year: 2004, count: 2 }], [[2001, 2001, 1], [2002, 2002, 0], [2003, 2003, 0], [2004, 2004, 2]]],
])('the histogram of %s', (_, years, bars) => {
  const [first, last] = [years[0]!.year, years.at(-1)!.year]
  expect(binsOf(years, first, last).map(({ from, to, count }) => [from, to, count])).toEqual(bars)
}) // prettier-ignore

test('a histogram of centuries has equal bars that hold every title once', () => {
  const years = Array.from({ length: 321 }, (_, i) => ({ year: 1700 + i, count: (i * 7) % 5 }))
  const bins = binsOf(years, 1700, 2020)
  expect(bins.length).toBeLessThanOrEqual(24)
  expect(new Set(bins.map(({ from, to }) => to - from)).size).toBe(1)
  expect(bins.reduce((sum, { count }) => sum + count, 0)).toBe(years.reduce((sum, { count }) => sum + count, 0))
})
