import { act, screen, waitFor, within } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { address, open, searchBox } from '../../tests/open.tsx'
import { answer, edition, PLACES, row, titlePage } from '../../tests/samples.ts'
import { NO_CONNECTION, Refused } from '../../tests/server.ts'

const ROWS = [row('p1', 'The salt ledger'), row('p7', 'Low water'), row('p9', 'Nine knots')]
const found = answer(ROWS)
const titles = () =>
  within(screen.getByRole('region', { name: 'Results' }))
    .getAllByRole('heading', { level: 2 })
    .map((heading) => heading.textContent)
    .filter((text) => ROWS.some(({ title }) => title === text))
const heading = (name: RegExp | string) => screen.findByRole('heading', { level: 1, name })

test('Enter searches for the words in the field chosen, in one step of the history', async () => {
  const { server, user } = open('/search?q=old', { search: found })
  await heading('3 titles')
  const steps = vi.spyOn(window.history, 'pushState')
  expect(screen.getByRole('combobox', { name: 'Search the catalogue' })).toHaveValue('old')
  await user.selectOptions(screen.getByRole('combobox', { name: 'Search in' }), 'Title')
  const box = await searchBox(user)
  await user.clear(box)
  await user.type(box, ' salt ledger {Enter}')
  await waitFor(() => {
    expect(address()).toBe('/search?q=salt+ledger&field=title')
  })
  expect(steps).toHaveBeenCalledTimes(1)
  steps.mockRestore()
  await waitFor(() => {
    expect(server.asked('search').at(-1)?.query.get('q')).toBe('salt ledger')
  })
})

test('whoever goes on typing keeps the box when the list comes; whoever waits is at its heading', async () => {
  let come: () => void = () => undefined
  const { server, user } = open('/', {})
  const box = await searchBox(user)
  const asked = async (words: string) => {
    const late = new Promise<void>((resolve) => { come = resolve }) // prettier-ignore
    server.reply({ search: async () => { await late; return found } }) // prettier-ignore
    await user.type(box, words)
    come()
    return heading('3 titles')
  }
  await asked('salt{Enter} led')
  await waitFor(() => {
    expect(titles()).toHaveLength(3)
  })
  expect(box).toHaveFocus()
  await asked('ger{Enter}')
  await waitFor(() => {
    expect(screen.getByRole('heading', { level: 1 })).toHaveFocus()
  })
})

test('a heading chosen while typing leads to exactly its titles; Enter without choosing searches for the words', async () => {
  const suggest = [{ kind: 'person' as const, headings: [{ label: 'Lund, Marta, 1931-2004', count: 3 }], readAs: null }]
  const { server, user } = open('/search', { search: found, suggest })
  await heading('3 titles')
  await user.keyboard('/')
  await user.keyboard('lund')
  const option = await screen.findByRole('option', { name: /Lund, Marta/ })
  expect(within(screen.getByRole('group', { name: 'People' })).getByRole('option')).toBe(option)
  await user.keyboard('{Enter}')
  await waitFor(() => {
    expect(address()).toBe('/search?q=lund')
  })
  expect(screen.queryByRole('listbox', { name: 'Suggestions' })).toBeNull()
  await user.type(screen.getByRole('combobox', { name: 'Search the catalogue' }), ', m')
  await screen.findByRole('option', { name: /Lund, Marta/ })
  await user.keyboard('{ArrowDown}{Enter}')
  await waitFor(() => {
    expect(new URLSearchParams(window.location.search).get('person')).toBe('Lund, Marta, 1931-2004')
  })
  expect(server.asked('suggest').at(-1)?.query.get('q')).toBe('lund, m')
})

test('the list: what matched, formats with what is in now, editions side by side', async () => {
  const many = row('p1', 'The salt ledger', {
    editions: [
      edition('p1', { tally: { inNow: 1, owned: 2, elsewhere: 3 } }),
      edition('p2', { tally: { inNow: 0, owned: 1, elsewhere: 0 } }),
      edition('p3', { carrier: 'large-print-book', tally: { inNow: 0, owned: 1, elsewhere: 0 } }),
      edition('p4', { carrier: 'spoken-disc', tally: { inNow: 0, owned: 0, elsewhere: 1 } }),
    ],
    moreEditions: 5,
    series: { title: 'Harbour papers', volume: '3' },
    why: { field: 'contents', pieces: [{ text: 'A ', marked: false }, { text: 'lamp', marked: true }] },
    nearest: {
      place: { branch: 'hill', collection: 'Crime', floor: 'Level 2', bay: null, callNumber: { text: '823 ASH', spine: ['823', 'ASH'] } },
      inNow: false,
      status: 'on loan',
      use: 'loan',
      due: '2026-12-03',
    },
  }) // prettier-ignore
  const { user } = open('/search?q=lamp', { search: answer([many]) })
  await heading('1 title')
  const item = within(screen.getByRole('region', { name: 'Results' }))
    .getAllByRole('listitem')
    .find((one) => within(one).queryByRole('heading'))!
  expect(item).toHaveTextContent('Vera Ashdown · Harbour papers, no. 3 · Gullwing, 2011')
  expect(
    within(item)
      .getAllByRole('img')
      .map((chip) => chip.getAttribute('aria-label')),
  ).toEqual(['1 of 3 available', '0 of 1 available'])
  expect(item).toHaveTextContent('on loan Beacon Hill, Crime · due back Thu 3 Dec · and 4 elsewhere')
  expect(within(item).getByText('lamp').tagName).toBe('MARK')
  await user.click(within(item).getByRole('button', { name: /^Compare 9 editions/ }))
  expect(await within(item).findByRole('region', { name: 'Editions side by side' })).toHaveTextContent('5 more editions. Add a year')
})

test('keys move through the list, hold what is in focus, and the way back finds the row', async () => {
  const { user, server } = open('/search?q=x', {
    search: found,
    title: ({ path }) => titlePage({ controlNumber: path.split('/').at(-1) ?? '' }),
    holdOptions: { refusal: null, used: 0, limit: null, already: null, told: [], pickups: [] },
  })
  await heading('3 titles')
  expect(titles()).toEqual(['The salt ledger', 'Low water', 'Nine knots'])
  await user.keyboard('jj')
  expect(screen.getByRole('link', { name: 'Low water' })).toHaveFocus()
  await user.keyboard('k')
  expect(screen.getByRole('link', { name: 'The salt ledger' })).toHaveFocus()
  await user.keyboard('jjjj')
  expect(screen.getByRole('link', { name: 'Nine knots' })).toHaveFocus()
  await waitFor(() => {
    expect(server.asked('title').at(-1)?.path).toBe('/api/titles/p9')
  })
  await user.keyboard('h')
  const dialog = await screen.findByRole('dialog')
  await user.keyboard('j{Escape}')
  await waitFor(() => {
    expect(dialog).not.toBeInTheDocument()
  })
  await user.keyboard('{Enter}')
  await user.click(await screen.findByRole('link', { name: /back to 3 titles/ }))
  await heading('3 titles')
  await waitFor(() => {
    expect(screen.getByRole('link', { name: 'Nine knots' })).toHaveFocus()
  })
})

test('no title: what would find more, widest first, each at one press', async () => {
  const nothing = answer([], { wider: 12, unnarrowed: 5, without: { language: 2, years: 0, form: 4 } })
  const { user } = open('/search?q=fog&field=title&in=quay&language=fre&form=fiction&yearFrom=2020', { search: nothing })
  await screen.findByRole('heading', { name: 'No titles match all of that' })
  const ways = within(screen.getByRole('region', { name: 'Results' }))
    .getAllByRole('button')
    .map((way) => way.textContent)
    .filter((text) => /:|anywhere/.test(text))
  expect(ways).toEqual([
    'Search all libraries and formats: 12 titles',
    'Remove “Language”: 2 titles',
    'Remove “Fiction or non-fiction”: 4 titles',
    'Clear all filters: 5 titles',
    'Search anywhere in the record',
  ])
  await user.click(screen.getByRole('button', { name: /Search all libraries/ }))
  expect(address()).toBe('/search?q=fog&field=title&language=fre&form=fiction&yearFrom=2020')
})

test('how the query was read can be taken back piece by piece; other readings are offered', async () => {
  const { user } = open('/search?q=the+salt+leger', {
    search: answer(ROWS, {
      readback: [
        { kind: 'article', text: 'the', without: 'salt leger' },
        { kind: 'word', text: 'salt', without: 'the leger' },
        { kind: 'word', text: 'leger', without: 'the salt' },
      ],
      offers: [
        { kind: 'spelling', q: 'salt ledger', count: 4, values: [], yearFrom: null, yearTo: null },
        { kind: 'narrowing', q: 'ledger', count: 2, values: [{ facet: 'format', value: 'large-print' }], yearFrom: 2020, yearTo: null },
      ],
    }),
  })
  await heading('3 titles')
  expect(screen.getByText('both words, anywhere in the record')).toBeVisible()
  expect(screen.getByRole('button', { name: 'Large print, since 2020 with “ledger”' })).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Remove: leger' }))
  expect(address()).toBe('/search?q=the+salt')
  await user.click(screen.getByRole('button', { name: 'Large print, since 2020 with “ledger”' }))
  expect(address()).toBe('/search?q=ledger&format=large-print&yearFrom=2020')
})

test('pages: where one is, on, to any page, and more rows at once from the first page on', async () => {
  const { user } = open('/search?q=x&page=3', { search: answer(ROWS, { count: 2400, page: 3 }) })
  await heading('2,400 titles')
  expect(screen.getByText('41–60 of 2,400')).toBeVisible()
  const pages = await screen.findByRole('navigation', { name: 'Pages of the list' })
  await user.click(await within(pages).findByRole('button', { name: 'Next' }))
  expect(address()).toBe('/search?q=x&page=4')
  await waitFor(() => {
    expect(screen.getByRole('heading', { level: 1 })).toHaveFocus()
  })
  const jump = screen.getByRole('textbox', { name: 'Go to page' })
  await user.clear(jump)
  await user.type(jump, '999{Enter}')
  expect(address()).toBe('/search?q=x&page=120')
  await user.selectOptions(screen.getByRole('combobox', { name: 'Results per page' }), '50')
  expect(address()).toBe('/search?q=x&size=50')
})

test.each([
  ['the server away', NO_CONNECTION, 'The catalogue can’t be reached. Check your connection and try again.'],
  ['a full house', new Refused('busy'), 'The catalogue is very busy. Try again in a moment.'],
])('%s is said in plain words, with another try', async (_, problem, sentence) => {
  const { server, user } = open('/search?q=x', { search: problem })
  expect(await screen.findByText(new RegExp(sentence.replace(/[.?]/g, '\\$&')))).toBeVisible()
  expect(screen.getByRole('heading', { level: 1, name: 'The results can’t be shown' })).toBeVisible()
  server.reply({ search: found })
  await user.click(screen.getByRole('button', { name: 'Try again' }))
  await heading('3 titles')
}) // prettier-ignore

test.each([
  ['CQL that can’t be read', new Refused('query-not-understood', { cql: { code: 'unknown-index', at: 4, what: 'colour' } }), 'This isn’t a valid CQL query: Unknown index “colour”. See character 5.'],
  ['too many words', new Refused('query-too-large', { tooLarge: { what: 'terms', most: 64 } }), 'That is more than 64 words. Leave out the least important.'],
  ['too long a text', new Refused('query-too-large', { tooLarge: { what: 'characters', most: 1000 } }), 'That is more than 1000 characters. Search for fewer words.'],
])('%s is said in plain words, with no try that would end the same', async (_, problem, sentence) => {
  open('/search?q=x', { search: problem })
  expect(await screen.findByText(new RegExp(sentence.replace(/[.?]/g, '\\$&')))).toBeVisible()
  expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull()
}) // prettier-ignore

test('places that can’t be fetched are trouble that is said, not an empty list', async () => {
  const { server, user } = open('/search?q=x', { places: NO_CONNECTION, search: found })
  expect(await screen.findByText(/can’t be reached/)).toBeVisible()
  server.reply({ places: PLACES })
  await user.click(screen.getByRole('button', { name: 'Try again' }))
  expect(await screen.findByRole('button', { name: /all 3 libraries/ })).toBeVisible()
})

test('what is selected in the box, to be typed over, stays so when the box with headings takes its place', async () => {
  open('/search?q=winter', { search: found })
  const box = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Search the catalogue' })
  await heading('3 titles')
  const plain = box()
  plain.setSelectionRange(0, 6)
  act(() => {
    plain.focus()
  })
  await waitFor(() => {
    expect(box()).not.toBe(plain)
  })
  expect(box()).toHaveFocus()
  expect([box().selectionStart, box().selectionEnd]).toEqual([0, 6])
})

test('ways and branches of a row that do not come say so in their place, each with another try', async () => {
  const { server, user } = open('/search?q=old', { search: found, title: NO_CONNECTION })
  await user.click((await screen.findAllByRole('button', { name: /^Show branches/ }))[0]!)
  const again = await screen.findAllByRole('button', { name: 'Try again' })
  expect(again.length).toBeGreaterThan(0)
  server.reply({ title: titlePage() })
  for (const button of again) await user.click(button)
  await waitFor(() => {
    expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull()
  })
})
