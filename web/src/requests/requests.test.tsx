import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { answer, card, NOBODY, route, SOMEBODY, titlePage } from '../../tests/samples.ts'
import type { ReaderRequest } from '@catalex/contract/requests'

const made: ReaderRequest = {
  id: 'r1',
  reference: 'KQ4T7X',
  kind: 'scan',
  title: 'The salt ledger',
  controlNumber: 'p1',
  carrier: 'book',
  part: 'Chapter 2',
  pickup: null,
  cost: 320,
  at: '2026-11-25T11:20:00.000Z',
  state: 'asked',
  day: null,
  events: [],
}
const offer = { barcode: 'b1', branch: 'wold', cost: 200, perPage: 10, mostPages: 40, days: 3 }

test('a part is scanned: filled in from the title, its price by the page agreed to, sent once with what is meant', async () => {
  const { server, user } = open('/titles/p1', {
    session: SOMEBODY,
    title: titlePage({ routes: [route('scanned', { barcode: 'b1', cost: 210, asked: { scan: offer, outside: null, by: '2026-11-28' } })] }),
    makeRequest: made,
  })
  expect(await screen.findByText('about Sat 28 Nov')).toBeVisible()
  expect(await screen.findByText('A chapter or an article, by Wold Library: 2.00 and 0.10 a page, up to 40 pages, in about 3 days.')).toBeVisible() // prettier-ignore
  await user.click(screen.getByRole('button', { name: 'Ask for a scan' }))
  const dialog = await screen.findByRole('dialog', { name: 'Ask for a scan' })
  expect(within(dialog).getByLabelText('Title')).toHaveValue('The salt ledger')
  await user.type(within(dialog).getByLabelText(/^Chapter or article/), 'Chapter 2')
  await user.type(within(dialog).getByLabelText('How many pages'), '12')
  expect(within(dialog).getByRole('status')).toHaveTextContent('You will get the scan in about 3 days. It costs 3.20.')
  const send = within(dialog).getByRole('button', { name: 'Send the request' })
  expect(send).toBeDisabled()
  await user.click(within(dialog).getByRole('checkbox', { name: 'I agree to pay 3.20.' }))
  await user.type(within(dialog).getByLabelText('How many pages'), '0')
  expect(within(dialog).getByRole('status')).toHaveTextContent('That is too many pages to scan: the limit is 40.')
  expect(send).toBeDisabled()
  await user.type(within(dialog).getByLabelText('How many pages'), '{Backspace}')
  await user.click(send)
  expect(await within(dialog).findByText(/quote KQ4T7X/)).toBeVisible()
  const [asked] = server.asked('makeRequest')
  expect(asked?.body).toEqual({ kind: 'scan', title: 'The salt ledger', author: expect.any(String) as string, published: 'Gullwing, 2011', controlNumber: 'p1', barcode: 'b1', part: 'Chapter 2', pages: 12, cost: 320 }) // prettier-ignore
  expect(asked?.headers.get('Idempotency-Key')).toMatch(/^[0-9a-f-]{36}$/)
})

test('where nothing is found it is asked for outside, or suggested: with the words that were searched, and signing in on the way', async () => {
  const { server, user } = open('/search?q=tides+of+another+sea', {
    session: NOBODY,
    search: answer([]),
    requestOffers: { scan: null, outside: { offer: { cost: 0, days: 14 }, refusal: null } },
    signIn: SOMEBODY,
    makeRequest: { ...made, kind: 'purchase', part: null },
  })
  expect(await screen.findByRole('button', { name: 'Ask for it from outside' })).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Suggest a purchase' }))
  const dialog = await screen.findByRole('dialog', { name: 'Suggest a purchase' })
  expect(within(dialog).getByLabelText('Title')).toHaveValue('tides of another sea')
  await user.click(within(dialog).getByRole('button', { name: 'Sign in and send it' }))
  const signIn = await screen.findByRole('dialog', { name: 'Sign in' })
  server.reply({ session: SOMEBODY })
  await user.type(within(signIn).getByLabelText('Card number'), '43239')
  await user.type(within(signIn).getByLabelText('PIN'), '4832{Enter}')
  expect(await screen.findByText('Request sent')).toBeVisible()
  expect(server.asked('makeRequest')[0]?.body).toEqual({ kind: 'purchase', title: 'tides of another sea', cost: 0 })
})

test('what none here can lend is asked for outside, or suggested to be bought, from its page', async () => {
  const routes = [
    route('from outside', { barcode: null, cost: 450, asked: { scan: null, outside: { cost: 450, days: 14 }, by: '2026-12-09' } }),
    route('sent over', { barcode: null, notPossible: { code: 'no-copy', why: 'lost' } }),
  ]
  const { user } = open('/titles/p1', { session: NOBODY, title: titlePage({ routes, holdable: false }) })
  expect(await screen.findByText('We’ll ask another library: 4.50, in about 14 days.')).toBeVisible()
  expect(
    screen
      .getAllByRole('listitem')
      .map((item) => item.textContent)
      .join(' '),
  ).toMatch(/From outsideabout Wed 9 Dec.*not possible/)
  expect(await screen.findByRole('button', { name: 'Suggest a purchase' })).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Ask for it from outside' }))
  expect(within(await screen.findByRole('dialog', { name: 'Ask for it from outside' })).getByLabelText('Title')).toHaveValue(
    'The salt ledger',
  )
})

test('requests stand on the card, and are withdrawn there', async () => {
  const { server, user } = open('/card', {
    session: SOMEBODY,
    card: card({ requests: [made] }),
    withdrawRequest: { ...made, state: 'withdrawn' },
  })
  expect(await screen.findByText(/Scan · Chapter 2 · reference KQ4T7X · 3.20/)).toBeVisible()
  server.reply({ card: card() })
  await user.click(screen.getByRole('button', { name: 'Cancel the request: The salt ledger' }))
  expect(await screen.findByText('Request for “The salt ledger” cancelled.')).toBeVisible()
  await waitFor(() => {
    expect(screen.queryByRole('region', { name: 'Requests' })).toBeNull()
  })
})

const event = (more: Partial<ReaderRequest['events'][number]>): ReaderRequest['events'][number] => ({ at: '2026-11-26T09:00:00.000Z', state: 'asked', partner: null, reason: null, day: null, ...more }) // prettier-ignore
const outside: ReaderRequest = { ...made, kind: 'outside', part: null, pickup: 'hill', controlNumber: null, carrier: null }
const no = event({ partner: 'Fen Library', reason: 'not lent' })
const sent = event({ state: 'on its way', partner: 'Down Library', day: '2026-11-30' })

test('what comes from outside is a line of stops: who said no, from where it comes and by when, and where it is kept', async () => {
  open('/card', {
    session: SOMEBODY,
    card: card({
      requests: [
        { ...outside, id: 'r2', title: 'On its way', state: 'on its way', events: [no, sent, { ...sent, day: '2026-12-03' }] },
        { ...outside, id: 'r3', title: 'Come', state: 'ready', day: '2026-12-10', events: [sent, event({ state: 'ready', day: '2026-12-10' })] },
        { ...outside, id: 'r4', title: 'Lent by nobody', state: 'declined', events: [no, event({ ...no, state: 'declined', reason: 'not found' })] },
        { ...made, id: 'r5', title: 'Sent', state: 'done', events: [event({ state: 'done' })] },
        { ...outside, id: 'r6', title: 'Left lying', state: 'done', events: [sent, event({ state: 'ready' }), event({ state: 'done' })] },
      ],
    }),
  }) // prettier-ignore
  const item = async (section: string, title: string) => {
    const items = within(await screen.findByRole('region', { name: section })).getAllByRole('listitem')
    return items.find((one) => one.textContent.startsWith(title))
  }
  expect(await item('Requests', 'On its way')).toHaveTextContent(
    /requested Wed 25 Nov.*Fen Library doesn’t lend it.*in transit from Down Library, now expected Thu 3 Dec.*ready at Beacon Hill/,
  )
  // It waits to be collected like what came from here.
  expect(await item('Ready to collect', 'Come')).toHaveTextContent(
    /sent by Down Library.*ready at Beacon Hill.*Collect at: .*Beacon Hill until Thu 10 Dec/,
  )
  const declined = await item('Requests', 'Lent by nobody')
  expect(declined).toHaveTextContent('No other library could send it; the last reason: Fen Library can’t find it. There is no charge.')
  expect(within(declined!).getByRole('button', { name: 'Suggest a purchase' })).toBeVisible()
  expect(await item('Requests', 'Sent')).toHaveTextContent('Sent to you on Thu 26 Nov.')
  expect(await item('Requests', 'Left lying')).toHaveTextContent('Not collected in time; returned to the lending library on Thu 26 Nov.')
  expect(screen.queryByRole('button', { name: /^Cancel the request/ })).toBeNull()
})
