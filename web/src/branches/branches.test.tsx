/** Branches, and writing to their staff. */
import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { branch, NOBODY, PLACES } from '../../tests/samples.ts'
import { Refused } from '../../tests/server.ts'

const QUAY = branch('quay', 'Quayside', {
  hours: { '3': [['10:00', '18:00']], '4': [['12:00', '13:00'], ['14:00', '20:00']] },
  closures: [{ from: '2026-12-02', to: '2026-12-02', reason: 'Stocktaking' }],
  contact: { address: '1 Quay Road', telephone: '01 555 0100', mail: 'quay@libraries.example' },
  collections: [
    { code: 'main', name: 'Main shelves', kind: 'open shelf', floor: '1' },
    { code: 'deep', name: 'Deep stack', kind: 'closed stacks', floor: '1' },
  ],
}) // prettier-ignore
const places = { ...PLACES, branches: [QUAY, ...PLACES.branches.slice(1)] }

test('a branch: where, how to reach staff, the next two weeks with why it is closed, what stands where', async () => {
  open('/branches/quay?in=hill', { places })
  expect(await screen.findByRole('heading', { level: 1, name: 'Quayside' })).toBeVisible()
  expect(document.title).toBe('Quayside · Test libraries')
  expect(screen.getByText('1 Quay Road')).toBeVisible()
  expect(screen.getByRole('link', { name: '01 555 0100' })).toHaveAttribute('href', 'tel:015550100')
  const days = within(screen.getByRole('table')).getAllByRole('row')
  expect(days).toHaveLength(14)
  expect(days.map((day) => day.textContent).slice(0, 3)).toEqual(['Wed 25 Nov10:00–18:00', 'Thu 26 Nov12:00–13:00, 14:00–20:00', 'Fri 27 Novclosed']) // prettier-ignore
  expect(days[7]).toHaveTextContent('Wed 2 Dec' + 'closed · Stocktaking')
  expect(screen.getByRole('link', { name: 'Deep stack' })).toHaveAttribute('href', '/search?in=quay%2Fdeep&at=quay')
  expect(screen.getByRole('link', { name: 'Search this branch' })).toHaveAttribute('href', '/search?in=quay&at=quay')
})

test('the days are those of the server’s clock, also where that is known after the page was drawn', async () => {
  let tell: () => void = () => undefined
  const told = new Promise<void>((resolve) => { tell = resolve }) // prettier-ignore
  open('/branches/quay', { places, session: async () => { await told; return { ...NOBODY, now: '2026-12-30T12:00:00.000Z' } } }) // prettier-ignore
  const first = () => within(screen.getByRole('table')).getAllByRole('row')[0]
  expect(await screen.findByRole('heading', { level: 1, name: 'Quayside' })).toBeVisible()
  expect(first()).not.toHaveTextContent('Wed 30 Dec')
  tell()
  await waitFor(() => {
    expect(first()).toHaveTextContent('Wed 30 Dec10:00–18:00')
  })
})

test('all branches stand by system; one that there is not is said to be none', async () => {
  open('/branches', { places })
  const college = await screen.findByRole('region', { name: 'Wold College' })
  expect(within(college).getByRole('link', { name: 'Wold Library' })).toHaveAttribute('href', '/branches/wold?at=quay')
  open('/branches/atlantis', { places })
  expect(await screen.findByRole('heading', { level: 1, name: 'There is no branch with this name' })).toBeVisible()
})

test('a message goes to the branch with where one was, and nothing that nobody wrote', async () => {
  const { server, user } = open('/search?q=tide&at=hill', { places, sendMessage: { reference: 'ACD347' } })
  await user.click(await screen.findByRole('link', { name: 'Ask staff', hidden: false }))
  expect(await screen.findByRole('heading', { level: 1, name: 'Ask staff' })).toHaveFocus()
  await user.click(screen.getByRole('button', { name: 'Send the message' }))
  expect(await screen.findByText('Write a few words.')).toBeVisible()
  expect(server.asked('sendMessage')).toEqual([])
  await user.click(screen.getByRole('radio', { name: 'A reading list chosen for me' }))
  await user.type(screen.getByLabelText('What the reading list is for'), 'A long crossing')
  await user.type(screen.getByLabelText('What you liked, and why'), 'Tides')
  await user.click(screen.getByRole('button', { name: 'Send the message' }))
  expect(await screen.findByText('Staff have it. If you ask about it, quote ACD347.')).toBeVisible()
  expect(server.asked('sendMessage')[0]?.body).toEqual({
    kind: 'reading list',
    branch: 'hill',
    text: 'A long crossing',
    likes: 'Tides',
    dislikes: '',
    replyTo: '',
    about: '/search?q=tide&at=hill',
  })
  expect(screen.getByRole('link', { name: 'Back to where you were' })).toHaveAttribute('href', '/search?q=tide&at=hill')
})

test.each(['//elsewhere.example', '/\\\\elsewhere.example', 'https://elsewhere.example', 'javascript:void'])(
  '%s is no place where one was',
  async (about) => {
    const { user } = open(`/ask?about=${encodeURIComponent(about)}`, { places, sendMessage: { reference: 'ACD347' } })
    await user.type(await screen.findByLabelText('Your question'), 'Is there a lift?')
    expect(screen.queryByRole('checkbox', { name: /Include the page I was on/ })).toBeNull()
    await user.click(screen.getByRole('button', { name: 'Send the message' }))
    expect(await screen.findByRole('link', { name: 'Back to where you were' })).toHaveAttribute('href', '/?at=quay')
  },
)

test('where somebody was is not sent against their will; too many messages are told so', async () => {
  const { server, user } = open('/ask?about=%2Fcard&kind=feedback', {
    places,
    sendMessage: new Refused('too-many-messages', { minutes: 60 }),
  })
  await user.click(await screen.findByRole('checkbox', { name: /Include the page I was on/ }))
  await user.type(screen.getByLabelText('What works, what doesn’t, what is missing'), 'More light')
  await user.click(screen.getByRole('button', { name: 'Send the message' }))
  expect(await screen.findByText(/No more messages can be sent from here for now\. Try again in 60 minutes/)).toBeVisible()
  await waitFor(() => {
    expect(server.asked('sendMessage')[0]?.body).toMatchObject({ kind: 'feedback', about: null })
  })
})
