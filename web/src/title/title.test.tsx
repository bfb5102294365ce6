import { cleanup, screen, waitFor, within } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { address, open } from '../../tests/open.tsx'
import { answer, branch, copy, PLACES, route, row, titlePage } from '../../tests/samples.ts'
import { NO_CONNECTION, Refused } from '../../tests/server.ts'

const heading = () => screen.findByRole('heading', { level: 1, name: /The salt ledger/ })

test('copies stand by branch with call number, status and terms; none at the own place is said', async () => {
  const { description } = titlePage()
  const page = titlePage({
    pickup: 'hill',
    description: { ...description, remainder: 'a novel', summary: 'Tides and debts.', originalLanguage: 'fre', identifiers: [{ kind: 'isbn', value: '9780000000019', qualifier: 'hardback' }] },
    copies: [
      copy('b1', 'quay'),
      copy('b2', 'quay', { status: 'overdue', inNow: false, due: '2026-11-20' }),
      copy('b3', 'wold', { use: 'here only', loan: null, hold: { allowed: false, refusal: { code: 'rule', reason: 'Read here.', remedy: 'Ask.' } } }),
      copy('b4', 'wold', { status: 'missing', inNow: false, note: 'last seen in May' }),
    ],
  }) // prettier-ignore
  const { user } = open('/titles/p1?at=hill', { title: page })
  expect(await heading()).toHaveTextContent('The salt ledger: a novel')
  const copies = screen.getByRole('region', { name: 'Copies' })
  expect(copies).toHaveTextContent('2 of 4 available, your branch first')
  expect(copies).toHaveTextContent('No copies at Beacon Hill. Nearest first.')
  expect(
    within(copies)
      .getAllByRole('heading', { level: 3 })
      .map((one) => one.textContent),
  ).toEqual(['Quayside Harbour Librariesopen until 00:00', 'Wold Library Wold Collegeclosed now'])
  const lines = within(copies)
    .getAllByRole('listitem')
    .map((line) => line.textContent)
  expect(lines[0]).toMatch(/823 ASH.*on the shelf.*28 days/)
  expect(lines[1]).toMatch(/overdue.*was due Fri 20 Nov/)
  expect(lines[2]).toMatch(/on the shelf.*library use only.*Read here\.$/)
  expect(lines[3]).toMatch(/missing.*last seen in May/)
  expect(screen.getByText('English, translated from French')).toBeVisible()
  const write = vi.spyOn(navigator.clipboard, 'writeText')
  await user.click(screen.getAllByRole('button', { name: 'Copy call number 823 ASH' })[0]!)
  expect(write).toHaveBeenCalledWith('823 ASH')
  expect(await screen.findByText('Call number copied')).toBeVisible()
})

test('editions: the one in hand is marked, another is opened in its place', async () => {
  const { user, server } = open('/titles/p1', { title: ({ path }) => titlePage({ controlNumber: path.split('/').at(-1) ?? '' }) })
  await heading()
  const editions = screen.getByRole('navigation', { name: 'Editions and formats' })
  expect(within(editions).getByRole('link', { name: /Book/ })).toHaveAttribute('aria-current', 'page')
  const entries = window.history.length
  await user.click(within(editions).getByRole('link', { name: /Large print/ }))
  await waitFor(() => {
    expect(within(editions).getByRole('link', { name: /Large print/ })).toHaveAttribute('aria-current', 'page')
  })
  expect(address()).toBe('/titles/p2')
  expect(window.history.length).toBe(entries)
  expect(server.asked('title').at(-1)?.path).toBe('/api/titles/p2')
})

test.each(['a/b', 'what?', 'no#7', '50%', 'ä ö'])('control number %j comes to the server as it is', async (controlNumber) => {
  const { server } = open(`/titles/${encodeURIComponent(controlNumber)}`)
  await heading()
  expect(server.asked('title').at(0)?.path).toBe(`/api/titles/${encodeURIComponent(controlNumber)}`)
})

test('where one looks and where one collects come to the server', async () => {
  const { server } = open('/titles/p1?in=quay&at=hill')
  await heading()
  const { query } = server.asked('title').at(0)!
  expect([query.getAll('in'), query.get('at')]).toEqual([['quay'], 'hill'])
})

test('a heading leads to exactly its titles, with scope and kept narrowings', async () => {
  open('/titles/p1?in=quay&language=eng&keep=language')
  await heading()
  const leadsTo = (name: string) => Object.fromEntries(new URL(screen.getByRole<HTMLAnchorElement>('link', { name }).href).searchParams)
  const kept = { language: 'eng', keep: 'language', in: 'quay', at: 'quay' }
  expect(leadsTo('Vera Ashdown')).toEqual({ ...kept, person: 'Ashdown, Vera, 1950-' })
  expect(leadsTo('Harbours')).toEqual({ ...kept, subject: 'Harbours' })
})

test('a title that is not there, and a server that is not: each is said with the way on', async () => {
  const { server, user } = open('/titles/none', { title: new Refused('no-such-title') })
  expect(await screen.findByText('There is no title at this address. Search for it by title or number.')).toBeVisible()
  server.reply({ title: NO_CONNECTION })
  await user.click(screen.getByRole('button', { name: 'Try again' }))
  expect(await screen.findByText(/can’t be reached/)).toBeVisible()
})

test('of many copies the page shows the first of each place; the rest comes a page at a time, and any is found', async () => {
  const volumes = Array.from({ length: 150 }, (_, i) =>
    copy(`v${String(i)}`, 'quay', { enumeration: `pt.${String(i + 1)} (${String(1850 + i)})` }),
  )
  const page = titlePage({ copies: volumes })
  const { user, server } = open('/titles/p1', {
    title: { ...page, copies: volumes.slice(0, 12) },
    copies: ({ query }) => {
      const found = volumes.filter((one) => one.enumeration?.includes(query.get('find') ?? ''))
      const from = Number(query.get('from') ?? 0)
      return { count: found.length, copies: found.slice(from, from + 100) }
    },
  })
  await heading()
  const section = screen.getByRole('region', { name: 'Copies' })
  const lines = () => within(section).getAllByRole('listitem')
  expect(section).toHaveTextContent('150 of 150 available, your branch first')
  expect(lines()).toHaveLength(12)
  await user.click(within(section).getByRole('button', { name: 'Show 138 more at Quayside' }))
  await user.click(await within(section).findByRole('button', { name: 'Show 50 more at Quayside' }))
  await waitFor(() => {
    expect(lines()).toHaveLength(150)
  })
  expect(within(section).queryByRole('button', { name: /^Show/ })).toBeNull()
  await user.type(within(section).getByRole('textbox', { name: 'Find a part, branch or call number' }), '1899')
  expect(await within(section).findByText('1 copy found')).toBeVisible()
  expect(lines()).toHaveLength(1)
  expect(server.asked('copies').at(-1)?.query.get('find')).toBe('1899')
})

test('routes: each way with its place, time and cost; the first that can be asked for has the hold', async () => {
  const page = titlePage({
    pickup: 'hill',
    routes: [
      route('walk in', { open: { now: false, until: null, opens: '2026-11-26T09:00:00.000Z' } }),
      route('kept for you', { notPossible: { code: 'fetch-yourself' } }),
      route('sent over', { cost: 150 }),
      route('in the queue', { barcode: null, queue: { before: 2, copies: 3 } }),
    ],
  })
  const { user, server } = open('/titles/p1', {
    title: page,
    holdOptions: { refusal: null, used: 0, limit: 15, already: null, told: [], pickups: [] },
    waiting: { before: 2, copies: 3, likely: '2026-12-14', from: '2026-12-08', until: '2027-01-03', byWeek: [{ date: '2026-12-16', chance: 0.6 }] }, // prettier-ignore
  })
  await heading()
  const panel = screen.getByRole('complementary', { name: 'Routes to The salt ledger' })
  expect(within(panel).getByRole('heading', { name: 'Routes to you at Beacon Hill' })).toBeVisible()
  const ways = within(panel)
    .getAllByRole('listitem')
    .filter((item) => within(item).queryByText(/^(Walk in|Kept for you|Sent over|In the queue)$/))
  expect(ways[0]).toHaveTextContent(/Walk in.*from tomorrow 09:00.*Go to Quayside, Main shelves, Level 1\./)
  expect(ways[1]).toHaveTextContent(/not possible.*This branch can’t keep a copy from its own open shelves/)
  expect(ways[2]).toHaveTextContent(/available.*Sent from Quayside to the Desk of Beacon Hill at Beacon Hill\. It costs 1\.50\./)
  await waitFor(() => {
    expect(ways[3]).toHaveTextContent(/about Mon 14 Dec.*You would be 3rd in the queue for 3 copies/)
    expect(ways[3]).toHaveTextContent('8 in 10 such holds are ready between Tue 8 Dec and Sun 3 Jan 2027')
  })
  expect(within(panel).getByText(/^Shown for most readers\./)).toBeVisible()
  const holds = within(panel).getAllByRole('button', { name: 'Hold at Beacon Hill' })
  expect(holds).toHaveLength(1)
  expect(ways[2]).toContainElement(holds[0]!)
  await user.click(holds[0]!)
  await screen.findByRole('dialog', { name: 'Place a hold: The salt ledger' })
  await waitFor(() => {
    expect(server.asked('holdOptions')).toHaveLength(1)
  })
})

test('where no way can be asked for, a hold somewhere else is offered; where there is no way, a desk', async () => {
  const { server } = open('/titles/p1', {
    title: titlePage({ routes: [route('walk in', { open: { now: true, until: null, opens: null } })] }),
  })
  expect(await screen.findByRole('button', { name: 'Collect it somewhere else' })).toBeVisible()
  expect(server.asked('title')).toHaveLength(1)
})

test('on what terms it is lent is said before it is borrowed: once where all ways agree, else for each', async () => {
  const terms = { count: 3, unit: 'hours' as const, overdue: { amount: 50, per: 'hour' as const, ceiling: 600 }, returnTo: 'college' }
  const own = copy('b1', 'quay', { loan: terms })
  const routes = [route('walk in', { barcode: 'b1' }), route('kept for you', { barcode: 'b2' }), route('from outside', { barcode: null })]
  open('/titles/p1', { title: titlePage({ copies: [own, { ...own, barcode: 'b2' }], routes }) })
  expect(
    await screen.findAllByText(
      'Loan: 3 hours. If the branch closes first, bring it back within an hour of opening. Late charge: 0.50 an hour, at most 6.00. Return to Wold College only.',
    ),
  ).toHaveLength(1)
  cleanup()
  open('/titles/p1', { title: titlePage({ copies: [own, copy('b2', 'hill')], routes }) })
  expect((await screen.findByText('Walk in:')).parentElement).toHaveTextContent('Walk in: Loan: 3 hours. ')
  expect(screen.getByText('Kept for you:').parentElement).toHaveTextContent('Kept for you: Loan: 28 days.')
})

test('what can be held nowhere offers no hold', async () => {
  open('/titles/p1', {
    title: titlePage({
      holdable: false,
      routes: [route('kept for you', { notPossible: { code: 'no-rule' }, lends: { branch: 'quay', loan: { count: 1, unit: 'days' } } })],
    }),
  })
  expect(await screen.findByText('not possible')).toBeVisible()
  expect(screen.getByText('You can borrow it at Quayside for 1 day.')).toBeVisible()
  expect(screen.queryByRole('button', { name: /^Hold/ })).toBeNull()
})

test('a title without copies says so', async () => {
  open('/titles/p1', {
    title: titlePage({ copies: [], routes: [], holdable: false }),
    places: { ...PLACES, branches: [branch('quay', 'Quayside')] },
  })
  expect(await screen.findByText('No copies recorded.')).toBeVisible()
  expect(screen.getByText(/^No library here can supply it/)).toBeVisible()
  expect(screen.queryByRole('button', { name: /Hold/ })).toBeNull()
})

test('copies that change while somebody looks are told quietly, and the page asks anew', async () => {
  const sources: EventTarget[] = []
  vi.spyOn(document, 'hidden', 'get').mockReturnValue(false)
  vi.stubGlobal('EventSource', class extends EventTarget { constructor(readonly url: string) { super(); sources.push(this) } close() {} }) // prettier-ignore
  const { server } = open('/titles/p1', { title: titlePage() })
  expect(await screen.findAllByText('on the shelf')).not.toHaveLength(0)
  server.reply({ title: titlePage({ copies: [copy('b1', 'quay', { status: 'being fetched', inNow: false })] }) })
  sources[0]?.dispatchEvent(new Event('copies'))
  expect(sources).toHaveLength(1)
  expect(await screen.findByText('being fetched for a reader')).toBeVisible()
  expect(await heading()).toBeVisible()
})

test('parts of the contents that led here are marked, in whatever form of the word', async () => {
  const page = titlePage()
  const { user } = open('/search?q=harbours+salt', {
    search: answer([row('p1', 'The salt ledger')]),
    title: { ...page, description: { ...page.description, contents: ['The harbour wakes', 'Of ropes', 'Salt and saltmarsh'] } },
    rows: [],
  })
  await user.click(await screen.findByRole('link', { name: 'The salt ledger' }))
  const contents = (await screen.findByText('Of ropes')).closest('ol')
  const marked = [...(contents?.querySelectorAll('mark') ?? [])].map(({ textContent }) => textContent)
  expect(marked).toEqual(['harbour', 'Salt'])
})
