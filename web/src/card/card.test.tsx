import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { card, hold, NOBODY, PLACES, SOMEBODY } from '../../tests/samples.ts'
import { NO_CONNECTION, Refused } from '../../tests/server.ts'

const HOLDS = [
  hold('h1', { title: 'Ready one', state: 'ready', collectBy: '2026-12-01', from: 'hill' }),
  hold('h2', { title: 'Queued one', state: 'waiting', from: null, editions: 3, carrier: null, queue: { place: 2, copies: 4 } }),
  hold('h3', { title: 'Moving one', state: 'in transit', from: 'hill', enumeration: 'v.3' }),
  hold('h4', { title: 'Gone one', state: 'unfillable', controlNumber: null }),
]
const LOANS = [
  {
    barcode: 'l1',
    title: 'Late one',
    controlNumber: 'p5',
    carrier: 'dvd' as const,
    due: '2026-11-20',
    overdue: true,
    branch: 'hill',
    returnTo: 'college',
    late: { rate: { amount: 25, per: 'day' as const, ceiling: 1000 }, soFar: 125 },
    renewals: 2,
    recalledFrom: null,
    renewal: { due: null, refusal: { code: 'others-wait' as const, waiting: 2 } },
  },
  {
    barcode: 'l2',
    title: 'Lent one',
    controlNumber: null,
    carrier: null,
    due: '2027-01-04',
    overdue: false,
    branch: null,
    returnTo: null,
    late: { rate: { amount: 25, per: 'day' as const, ceiling: null }, soFar: 0 },
    renewals: 0,
    recalledFrom: null,
    renewal: { due: '2027-01-11', refusal: null },
  },
]
const section = (name: string) => screen.findByRole('region', { name })

test('the card: what is ready, what is on its way stop by stop, what ended, what is borrowed, and what stops the card', async () => {
  const warnings = [{ code: 'owes-too-much' as const, owed: 1234, limit: 1000 }]
  open('/card', { session: SOMEBODY, card: card({ holds: HOLDS, loans: LOANS, owed: 1234, warnings, till: false }) })
  expect(await screen.findByText('Ines Calder · Adult · 3 of 15 holds · 12.34 owed · Card valid until Wed 31 Mar 2027')).toBeVisible()
  expect(screen.getByText(/You can’t place holds: you owe 12\.34, and the limit is 10\.00/)).toBeVisible()
  // Without a till nothing can be paid here.
  expect(screen.queryByRole('button', { name: /^Pay/ })).toBeNull()
  expect(await section('Ready to collect')).toHaveTextContent(/Ready one.*Desk of Quayside, Quayside until Tue 1 Dec/)
  const journeys = within(await section('Your holds')).getAllByRole('list', { name: 'Progress' })
  const stops = (list: HTMLElement) =>
    within(list)
      .getAllByRole('listitem')
      .map((stop) => `${stop.dataset.state ?? ''}: ${stop.textContent}`)
  expect(stops(journeys[0]!)).toEqual(['past: requested Wed 25 Nov', 'now: you are 2nd in the queue', 'ahead: ready at Quayside'])
  expect(stops(journeys[1]!)).toEqual([
    'past: requested Wed 25 Nov',
    'past: off the shelf at Beacon Hill',
    'now: in transit',
    'ahead: ready at Quayside',
  ])
  expect(await section('Your holds')).toHaveTextContent(/Queued one any of 3 editions.*Moving one Book, v\.3/)
  const ended = await section('Recent holds')
  expect(ended).toHaveTextContent('could not be filled')
  expect(within(ended).queryByRole('link')).toBeNull()
  expect(within(ended).queryByRole('button')).toBeNull()
  const borrowed = await section('Borrowed')
  expect(borrowed).toHaveTextContent(
    /Late onewas due Fri 20 NovDVD.*late charge so far: 1\.25 \(0\.25 a day, at most 10\.00\).*return to Wold College only.*Lent onedue Mon 4 Jan 2027/,
  )
  expect(
    within(borrowed)
      .getAllByRole('link')
      .map((link) => link.textContent),
  ).toEqual(['Late one'])
})

test('where another system lends: what it can’t do is not offered, and while it is away that is said', async () => {
  const unconfirmed = hold('h2', { title: 'Asked one', state: 'waiting', from: null, unconfirmed: true })
  const { user } = open('/card', {
    places: { ...PLACES, bridged: true },
    lending: { answering: false, asOf: '2026-11-25T10:40:00.000Z' },
    session: SOMEBODY,
    card: card({ holds: [unconfirmed, hold('h1', { state: 'ready' })] }),
    cancelHold: hold('h2', { title: 'Asked one', state: 'cancelled' }),
  })
  expect(await screen.findByText(/isn’t responding\. Availability is as of .*10:40/)).toBeVisible()
  const coming = await section('Your holds')
  expect(coming).toHaveTextContent('The lending system hasn’t confirmed this yet.')
  expect(screen.queryByRole('button', { name: /Pause|elsewhere/ })).toBeNull()
  await user.click(within(coming).getByRole('button', { name: 'Cancel the hold: Asked one' }))
  await user.click(await screen.findByRole('button', { name: 'Cancel it' }))
  expect(await screen.findByText('Hold on Asked one cancelled.')).toBeVisible()
  expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull()
})

test('in transit: when it left, when it is expected, and that this is later than it was told', async () => {
  const way = { state: 'in transit', from: 'hill', promised: '2026-12-01T10:00:00.000Z', events: [{ at: '2026-11-27T08:00:00.000Z', state: 'in transit' }] } as const
  const asTold = hold('h2', { ...way, expected: '2026-12-01T15:00:00.000Z', events: [...way.events] })
  open('/card', { session: SOMEBODY, card: card({ holds: [hold('h1', { ...way, expected: '2026-12-03T10:00:00.000Z', events: [...way.events] }), asTold] }) })
  const [late, same] = within(await section('Your holds')).getAllByRole('list', { name: 'Progress' })
  expect(late).toHaveTextContent(/left Beacon Hill Fri 27 Nov.*ready at Quayside Thu 3 Dec/)
  expect(late!.nextSibling).toHaveTextContent('Delayed: now expected Thu 3 Dec (was Tue 1 Dec).')
  // Later on the same day is as it was told.
  expect(same).toHaveTextContent(/ready at Quayside Tue 1 Dec/)
  expect(screen.getAllByText(/^Delayed/)).toHaveLength(1)
}) // prettier-ignore

test('a hold is cancelled after one more question, and a notice says so; a refusal stays in the question', async () => {
  const { server, user } = open('/card', {
    session: SOMEBODY,
    card: card({ holds: HOLDS.slice(1, 2) }),
    cancelHold: new Refused('refused', { refusal: { code: 'too-late', state: 'collected' } }),
  })
  await user.click(await screen.findByRole('button', { name: 'Cancel the hold: Queued one' }))
  const dialog = screen.getByRole('dialog', { name: 'Cancel the hold on Queued one?' })
  const yes = within(dialog).getByRole('button', { name: 'Cancel it' })
  expect(yes).toHaveFocus()
  await user.click(yes)
  expect(
    await within(dialog).findByText('The hold can’t be changed: it is collected already. See its progress on your card.'),
  ).toBeVisible()
  // The card without the hold comes first, what else is asked anew after it: the notice is not lost between them.
  const later = { after: (): void => undefined }
  const session = new Promise<typeof SOMEBODY>((answered) => {
    later.after = () => {
      answered(SOMEBODY)
    }
  })
  server.reply({ cancelHold: hold('h2', { state: 'cancelled' }), card: card(), session: () => session })
  await user.click(yes)
  expect(await screen.findByText(/No holds\. Follow your holds here/)).toBeInTheDocument()
  later.after()
  expect(await screen.findByText('Hold on Queued one cancelled.')).toBeVisible()
  expect(server.asked('cancelHold').map(({ path }) => path)).toEqual(['/api/holds/h2', '/api/holds/h2'])
})

test('without a session the card asks to sign in: what is missing, what is wrong, and then the card itself', async () => {
  const { server, user } = open('/card', { signIn: new Refused('wrong-card-or-pin'), card: card() })
  await user.click((await screen.findAllByRole('button', { name: 'Sign in' })).at(-1)!)
  const dialog = await screen.findByRole('dialog', { name: 'Sign in' })
  const number = within(dialog).getByLabelText('Card number')
  expect(number).toHaveFocus()
  await user.click(within(dialog).getByRole('button', { name: 'Sign in' }))
  expect(await within(dialog).findByText('Enter your card number.')).toBeVisible()
  expect(number).toBeInvalid()
  expect(within(dialog).getByLabelText('PIN')).toHaveAccessibleDescription('Enter your PIN.')
  expect(server.asked('signIn')).toEqual([])
  await user.type(number, '0004 2117')
  await user.type(within(dialog).getByLabelText('PIN'), '1111{Enter}')
  expect(await within(dialog).findByText(/Card number and PIN don’t match\. A card number looks like 0042 1170\./)).toBeVisible()
  expect(number).toHaveFocus()
  expect(number).toBeInvalid()
  expect(within(dialog).getByLabelText('PIN')).toBeInvalid()
  expect(within(dialog).getByLabelText('PIN')).toHaveValue('')
  server.reply({ signIn: new Refused('too-many-tries', { minutes: 15 }) })
  await user.type(within(dialog).getByLabelText('PIN'), '1111{Enter}')
  expect(await within(dialog).findByText(/Too many attempts with this card number\. Wait 15 minutes/)).toBeVisible()
  expect(within(dialog).getByLabelText('PIN')).toHaveFocus()
  server.reply({ signIn: SOMEBODY, session: SOMEBODY })
  await user.click(within(dialog).getByRole('checkbox', { name: /Stay signed in on this device/ }))
  await user.type(within(dialog).getByLabelText('PIN'), '4711{Enter}')
  expect(await screen.findByText(/Ines Calder · Adult/)).toBeVisible()
  expect(server.asked('signIn').at(-1)?.body).toEqual({ card: '0004 2117', pin: '4711', visit: 'stay' })
  expect(screen.queryByRole('dialog')).toBeNull()
})

test('in the demo a sample card fills in its number and PIN', async () => {
  const sampleCards = [{ card: '00043239', pin: '4832', name: 'Ines Calder', situation: 'Nothing stands against her.' }]
  const { user } = open('/', { session: { ...NOBODY, demo: true }, sampleCards })
  await user.click(await screen.findByRole('button', { name: 'Sign in' }))
  await user.click(await screen.findByRole('button', { name: /Ines Calder/ }))
  const dialog = screen.getByRole('dialog', { name: 'Sign in' })
  expect(within(dialog).getByLabelText('Card number')).toHaveValue('00043239')
  expect(within(dialog).getByLabelText('PIN')).toHaveValue('4832')
  expect(within(dialog).getByLabelText('PIN')).toHaveFocus()
})

test('all that gains by it is renewed at one press; what is refused stops no other', async () => {
  const more = ['l3', 'l4'].map((barcode) => ({ ...LOANS[1]!, barcode, title: barcode }))
  const { user, server } = open('/card', {
    session: SOMEBODY,
    card: card({ loans: [...LOANS, ...more] }),
    renewLoan: ({ path }) => (path.includes('l3') ? new Refused('refused', { refusal: { code: 'others-wait', waiting: 1 } }) : LOANS[1]!),
  })
  await user.click(await screen.findByRole('button', { name: 'Renew 3 loans' }))
  expect(await screen.findByText('2 of 3 loans renewed.')).toBeVisible()
  expect(server.asked('renewLoan').map(({ path }) => path)).toEqual(['l2', 'l3', 'l4'].map((one) => `/api/loans/${one}/renewal`))
})

test('a hold that waits is paused, goes on, and is collected elsewhere, for what it costs there', async () => {
  const waits = hold('w1', { state: 'waiting', queue: { place: 2, copies: 1 } })
  const { user, server } = open('/card', { session: SOMEBODY, card: card({ holds: [waits] }), changeHold: hold('w1', { state: 'paused' }) })
  await user.click(await screen.findByRole('button', { name: 'Pause: The salt ledger' }))
  const pausing = await screen.findByRole('dialog', { name: 'Pause the hold on The salt ledger' })
  expect(pausing).toHaveTextContent('You keep your place in the queue')
  server.reply({ card: card({ holds: [{ ...waits, state: 'paused', queue: null }] }) })
  await user.click(within(pausing).getByRole('button', { name: 'Pause the hold' }))
  expect(await screen.findByText('Hold on The salt ledger paused.')).toBeVisible()
  const goOn = await screen.findByRole('button', { name: 'Resume: The salt ledger' })
  server.reply({ card: card({ holds: [waits] }) })
  await user.click(goOn)
  expect(await screen.findByText('Hold on The salt ledger resumed.')).toBeVisible()

  server.reply({ changeHold: new Refused('refused', { refusal: { code: 'cost-changed', cost: 150 } }) })
  await user.click(screen.getByRole('button', { name: 'Collect elsewhere: The salt ledger' }))
  const moving = await screen.findByRole('dialog', { name: 'Collect The salt ledger elsewhere' })
  const move = within(moving).getByRole('button', { name: 'Collect it there' })
  expect(move).toBeDisabled()
  await user.click(within(moving).getByRole('combobox', { name: 'Where to collect' }))
  await user.click(await screen.findByRole('option', { name: 'Beacon Hill' }))
  await user.click(move)
  expect(await within(moving).findByText(/The cost has changed to 1\.50/)).toBeVisible()
  expect(move).toBeDisabled()
  await user.click(within(moving).getByRole('checkbox', { name: 'I agree to pay 1.50.' }))
  server.reply({ changeHold: hold('w1') })
  await user.click(move)
  expect(await screen.findByText('You will collect The salt ledger at Beacon Hill.')).toBeVisible()
  expect(server.asked('changeHold').map(({ body }) => body)).toEqual([
    { paused: { until: null } },
    { paused: null },
    { pickup: 'hill' },
    { pickup: 'hill', cost: 150 },
  ])
})

test('a hold that was cancelled is taken back from the notice', async () => {
  const waits = hold('w1', { state: 'waiting', queue: { place: 2, copies: 1 } })
  const { user, server } = open('/card', { session: SOMEBODY, card: card({ holds: [waits] }), cancelHold: hold('w1', { state: 'cancelled' }), restoreHold: waits }) // prettier-ignore
  await user.click(await screen.findByRole('button', { name: 'Cancel the hold: The salt ledger' }))
  await user.click(await screen.findByRole('button', { name: 'Cancel it' }))
  await user.click(await screen.findByRole('button', { name: 'Undo' }))
  expect(await screen.findByText('Hold on The salt ledger restored, same place in the queue.')).toBeVisible()
  expect(server.asked('restoreHold').map(({ path }) => path)).toEqual(['/api/holds/w1/restoration'])
})

test('a loan that was shortened says so, and a hold for which one was', async () => {
  const lent = { ...LOANS[1]!, recalledFrom: '2027-01-27' }
  const waits = hold('w1', { state: 'waiting', queue: { place: 1, copies: 1 }, recalled: '2026-12-09' })
  open('/card', { session: SOMEBODY, card: card({ loans: [lent], holds: [waits] }) })
  expect(await section('Borrowed')).toHaveTextContent('Recalled for another reader (was due Wed 27 Jan 2027).')
  expect(await section('Your holds')).toHaveTextContent('Asked back for you by Wed 9 Dec.')
})

test('a session that has ended shows on the card as the offer to sign in', async () => {
  const { server, user } = open('/card', { session: SOMEBODY, card: NO_CONNECTION })
  await screen.findByText(/can’t be reached/)
  server.reply({ card: new Refused('sign-in-needed'), session: NOBODY })
  await user.click(screen.getByRole('button', { name: 'Try again' }))
  await waitFor(() => {
    expect(screen.getByText('Sign in to see your holds and loans.')).toBeVisible()
  })
})

test('what is borrowed is renewed at a press, of which the new day is said before and after; what is not says why', async () => {
  const lent = { ...LOANS[1]!, due: '2027-01-11', renewals: 1, renewal: { due: null, refusal: { code: 'renewable-from' as const, from: '2026-12-15' } } } // prettier-ignore
  const { user, server } = open('/card', { session: SOMEBODY, card: card({ loans: LOANS }), renewLoan: lent })
  const borrowed = await section('Borrowed')
  expect(borrowed).toHaveTextContent(/Late one.*It can’t be renewed: 2 readers are waiting\. Return it by the due date\./)
  const press = within(borrowed).getByRole('button', { name: 'Renew: Lent one' })
  expect(press).toHaveTextContent('Renew until Mon 11 Jan 2027')
  server.reply({ card: card({ loans: [lent] }) })
  await user.click(press)
  expect(await screen.findByText('Lent one renewed, due Mon 11 Jan 2027.')).toBeVisible()
  await waitFor(() => {
    expect(within(borrowed).queryByRole('button')).toBeNull()
  })
  expect(borrowed).toHaveTextContent('You can renew from Tue 15 Dec.')
  expect(within(borrowed).getByRole('listitem')).toHaveFocus()
  expect(server.asked('renewLoan').map(({ path }) => path)).toEqual(['/api/loans/l2/renewal'])
})

test('what stops the card is said once, not of each loan', async () => {
  const stopped = { code: 'card-blocked' as const, note: 'Lost.' }
  const loans = LOANS.map((loan) => ({ ...loan, renewal: { due: null, refusal: stopped } }))
  open('/card', { session: SOMEBODY, card: card({ loans, warnings: [stopped] }) })
  await section('Borrowed')
  expect(screen.getAllByText(/Your card is blocked/)).toHaveLength(1)
})

test('a calendar link is shown once, and withdrawn; what was returned is kept only for whom wants it, and deleted at a press', async () => {
  const { server, user } = open('/card', {
    session: SOMEBODY,
    card: card({ history: true }),
    makeFeed: { path: '/api/calendar/abc' },
    endFeed: undefined,
    changeCard: card(),
    history: [{ title: 'The salt ledger', controlNumber: 'p1', returned: '2026-11-20T10:00:00.000Z' }],
    forgetHistory: undefined,
  })
  const returned = within(await section('Returned'))
  await user.click(returned.getByRole('button', { name: 'Show' }))
  expect(await returned.findByRole('listitem')).toHaveTextContent('The salt ledgerFri 20 Nov')
  server.reply({ history: [] })
  await user.click(returned.getByRole('button', { name: 'Delete the list' }))
  const sure = within(await screen.findByRole('dialog', { name: 'Delete the list' }))
  expect(sure.getByText(/can’t be undone/)).toBeVisible()
  await user.click(sure.getByRole('button', { name: 'Delete the list' }))
  expect(await returned.findByText('Nothing yet. What you return from now on is listed here.')).toBeVisible()
  expect(server.asked('forgetHistory')).toHaveLength(1)

  await user.click(screen.getByRole('button', { name: 'Settings' }))
  const settings = within(await screen.findByRole('dialog', { name: 'Settings of your card' }))
  const link = within(settings.getByRole('region', { name: 'Calendar link' }))
  server.reply({ card: card({ history: true, feed: true }) })
  await user.click(link.getByRole('button', { name: 'Make a link' }))
  expect(await link.findByRole('status')).toHaveTextContent(/\/api\/calendar\/abc$/)
  // Whoever has it need not know the PIN.
  const pin = within(settings.getByRole('region', { name: 'Change the PIN' }))
  expect(pin.getByText(/Your calendar link still works/)).toBeVisible()
  await user.click(await link.findByRole('button', { name: 'Remove the link' }))
  expect(await screen.findByText('Link removed.')).toBeVisible()
  expect(link.queryByRole('status')).toBeNull()
  await user.click(settings.getByRole('checkbox', { name: 'Keep a list of returned items' }))
  expect(settings.getByText('Saving will delete the list.')).toBeVisible()
  await user.click(settings.getByRole('button', { name: 'Save' }))
  await waitFor(() => {
    expect(server.asked('changeCard')[0]?.body).toEqual({ history: false })
  })
})

test('where owing stops the card, paying is offered there, and there alone', async () => {
  const warnings = [{ code: 'owes-too-much' as const, owed: 1234, limit: 1000 }]
  const { server, user } = open('/card', { session: SOMEBODY, card: card({ owed: 1234, warnings, till: true }) })
  const stop = await screen.findByRole('alert')
  server.reply({ card: card({ till: true }) })
  await user.click(within(stop).getByRole('button', { name: 'Pay 12.34' }))
  expect(screen.queryAllByRole('button', { name: /^Pay/ })).toHaveLength(0)
  expect(server.asked('payOwed')[0]?.body).toEqual({ amount: 1234 })
})
