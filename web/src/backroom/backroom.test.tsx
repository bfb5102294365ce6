import type { ActAtDesk, ActedAtDesk, AnswerRequest, Backroom, DeskView, MoveClock } from '@catalex/contract/backroom'
import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open } from '../../tests/open.tsx'
import { card, hold, NOBODY, SOMEBODY } from '../../tests/samples.ts'
import { routesOf } from './roads.ts'

const DEMO = { ...NOBODY, demo: true }
const line = (code: string, name: string, stops: string[], more: object = {}) => ({ code, name, stops, today: true, running: [], ...more })
const backroom = (more: Partial<Backroom> = {}): Backroom => ({
  clock: { now: '2026-11-25T11:20:00.000Z', pace: 'usual', from: null, until: null },
  lines: [line('town', 'Town van', ['quay', 'hill', 'quay'], { running: [{ from: 'quay', to: 'hill', copies: 3, mine: false }] })],
  waiting: [{ branch: 'hill', copies: 2 }],
  travelling: 5,
  picks: [{ branch: 'hill', copies: 4, next: '2026-11-25T14:00:00.000Z' }],
  shelves: [{ pickup: 'quay', lapsing: 1, carriers: ['book', null] }],
  requests: [],
  back: { due: 7, back: 3, late: 11 },
  happenings: [
    { at: '2026-11-25T11:10:00.000Z', what: 'run left', title: null, place: 'quay', to: 'hill', line: 'Town van', count: 3, mine: false },
    { at: '2026-11-25T11:00:00.000Z', what: 'returned', title: 'The salt ledger', place: 'quay', to: 'hill', line: null, count: 1, mine: true },
  ],
  messages: [
    { reference: 'ACDEFG', at: '2026-11-25T10:00:00.000Z', notice: 'ready', channel: 'mail', to: 'i•••@wold.example', subject: 'Ready to collect: The salt ledger', text: 'Hello', html: '<p>Hello <b>you</b></p>', mine: false },
  ],
  ...more,
}) // prettier-ignore

test('lines with the same stops are one, and all go out from where most begin', () => {
  const { hub, routes } = routesOf([
    line('a', 'Trolley, morning', ['hub', 'x', 'y', 'hub'], { running: [{ from: 'x', to: 'y', copies: 1, mine: false }] }),
    line('b', 'Trolley, afternoon', ['hub', 'x', 'y', 'hub'], { today: false, running: [{ from: 'y', to: 'hub', copies: 2, mine: false }] }), // prettier-ignore
    line('c', 'Island ferry', ['hub', 'z', 'hub'], { today: false }),
  ])
  expect(hub).toBe('hub')
  expect(routes.map(({ stops, today, running, short }) => [stops, today, running.length, short])).toEqual([
    [['x', 'y'], true, 2, 'trolley'],
    [['z'], false, 0, 'ferry'],
  ])
  expect(routesOf([])).toEqual({ hub: null, routes: [] })
})

test('today: the road, the rounds, the shelves and what happened, in words', async () => {
  open('/backroom', { session: DEMO, backroom: backroom() })
  expect(await screen.findByText('Wednesday 25 November, 11:20')).toBeVisible()
  expect(screen.getByText('Town van: 3 copies from Quayside to Beacon Hill')).toBeInTheDocument()
  expect(screen.getByRole('region', { name: 'Take off the shelf' })).toHaveTextContent(/Beacon Hill.*next round: today 14:00.*4/)
  expect(screen.getByRole('region', { name: 'Hold shelves' })).toHaveTextContent(
    /2 ready · 1 hold ends tonight.*Quayside 2 1 on its last day/,
  )
  const happened = within(screen.getByRole('region', { name: 'What happened' })).getAllByRole('listitem')
  expect(happened.map((one) => one.textContent)).toEqual([
    '11:10Wed 25 NovTown van leaves Quayside with 3 copies for Beacon Hill.',
    '11:00Wed 25 NovThe salt ledger comes back at Quayside. On to Beacon Hill. Your hold.',
  ])
  // Nothing is greyed out without a word.
  expect(screen.getByText('Sign in with a sample card to follow a hold of your own.')).toBeVisible()
})

test('the clock is moved by its buttons, until a hold is ready only for whom one comes', async () => {
  const moves: MoveClock[] = []
  const { user } = open('/backroom', {
    session: { ...SOMEBODY, demo: true },
    card: card({ holds: [hold('h1', { state: 'in transit' })] }),
    backroom: backroom(),
    moveClock: ({ body }) => {
      moves.push(body as MoveClock)
      return backroom().clock
    },
  })
  await user.click(await screen.findByRole('button', { name: '+1 day' }))
  await user.click(screen.getByRole('button', { name: 'Pause' }))
  await user.click(await screen.findByRole('button', { name: 'Until my hold is ready' }))
  await waitFor(() => {
    expect(moves).toEqual([{ move: 'day', branch: 'hill' }, { pace: 'stands', branch: 'hill' }, { move: 'ready', branch: 'hill' }]) // prettier-ignore
  })
})

test('while the clock is moved it says how far it has got, and can be stopped there', async () => {
  const moves: MoveClock[] = []
  const { user } = open('/backroom', {
    session: DEMO,
    backroom: backroom({ clock: { now: '2026-11-28T11:20:00.000Z', pace: 'usual', from: '2026-11-25T11:20:00.000Z', until: '2026-12-07T11:20:00.000Z' } }), // prettier-ignore
    moveClock: ({ body }) => {
      moves.push(body as MoveClock)
      return backroom().clock
    },
  })
  expect(await screen.findByRole('progressbar', { name: 'Progress of the clock' })).toHaveAttribute('aria-valuenow', '25')
  await user.click(screen.getByRole('button', { name: 'Stop here' }))
  await waitFor(() => {
    expect(moves).toEqual([{ move: 'stop' }])
  })
})

test('at the desk: what is scanned is checked in, with a card checked out; what became of it is said', async () => {
  const acts: ActAtDesk[] = []
  const desk: DeskView = {
    branch: 'quay',
    next: null,
    picks: [{ barcode: 'b1', title: 'The salt ledger', spine: ['823', 'ASH'], collection: 'Main shelves', floor: 'Level 1', pickup: 'hill', pieceOf: null }], // prettier-ignore
    ready: [{ barcode: 'b2', title: 'Kept', spine: ['1'], card: '2117', collectBy: '2026-12-01' }],
    coming: [],
  }
  const answers: ActedAtDesk[] = [
    { checkedIn: { barcode: 'b1', title: 'The salt ledger', outcome: 'sent', to: 'hill', hold: 'in transit', returned: false, charge: 0 }, checkedOut: null, missing: false, refusal: null },
    { checkedIn: null, checkedOut: null, missing: false, refusal: { code: 'kept-for-another' } },
    { checkedIn: null, checkedOut: { barcode: 'b2', title: 'Kept', due: '2026-12-23', collected: true }, missing: false, refusal: null },
    { checkedIn: null, checkedOut: { barcode: 'b3', title: 'Next', due: '2026-12-23', collected: false }, missing: false, refusal: null },
  ] // prettier-ignore
  const { user } = open('/backroom/desk?branch=quay', {
    session: DEMO,
    backroom: backroom(),
    desk,
    actAtDesk: ({ body }) => {
      acts.push(body as ActAtDesk)
      return answers[acts.length - 1]!
    },
  })
  const picks = await screen.findByRole('region', { name: 'Take off the shelf at Quayside' })
  expect(within(picks).getAllByRole('cell').map((cell) => cell.textContent).slice(0, 4)).toEqual(['823 ASH', 'The salt ledger b1', 'Main shelves, Level 1', 'Beacon Hill']) // prettier-ignore
  await user.click(within(picks).getByRole('button', { name: 'Taken: The salt ledger' }))
  expect(await screen.findByText('The salt ledger: to Beacon Hill.')).toBeVisible()
  await user.type(screen.getByLabelText('Barcode'), ' b2 ')
  await user.type(screen.getByLabelText('Card number'), '42225')
  await user.click(screen.getByRole('button', { name: 'Check out' }))
  expect(await screen.findByText('This copy is reserved for another reader.')).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Check out to reader: Kept' }))
  expect(await screen.findByText('Kept is on loan until Wed 23 Dec.')).toBeVisible()
  // A barcode reader ends with Enter: the field is empty, has the focus, and takes the next.
  const field = screen.getByLabelText('Barcode')
  await user.type(field, 'b3{Enter}')
  expect(await screen.findByText('Next is on loan until Wed 23 Dec.')).toBeVisible()
  expect(field).toHaveFocus()
  expect(field).toHaveValue('')
  expect(acts).toEqual([
    { act: 'check in', barcode: 'b1', branch: 'quay' },
    { act: 'check out', barcode: 'b2', card: '42225', branch: 'quay' },
    { act: 'check out', barcode: 'b2', branch: 'quay' },
    { act: 'check out', barcode: 'b3', card: '42225', branch: 'quay' },
  ])
})

test('who is asked for what beside holds can be played: each is answered as far as it is', async () => {
  const answers: AnswerRequest[] = []
  const asked = { reference: 'AAAAAA', kind: 'outside', state: 'asked', title: 'From afar', day: null, pickup: 'quay', partner: 'Fen Library', mine: true } as const
  const { user } = open('/backroom/partners', {
    session: DEMO,
    backroom: backroom({ requests: [asked, { ...asked, reference: 'BBBBBB', title: 'Come', state: 'ready', day: '2026-12-10', mine: false }] }),
    answerRequest: ({ body }) => {
      answers.push(body as AnswerRequest)
      return { refusal: answers.length === 1 ? null : { code: 'request-under-way' } }
    },
  })
  expect((await screen.findAllByRole('listitem')).map((one) => one.textContent)).toEqual([
    'From afar Your hold.From outside · AAAAAA · requested from: Fen LibrarySend itDecline',
    'Come From outside · BBBBBB · on the hold shelf at Quayside until Thu 10 DecLend itMark as not collected',
  ])
  await user.click(screen.getByRole('button', { name: 'Decline: From afar' }))
  await user.click(screen.getByRole('button', { name: 'Lend it: Come' }))
  expect(await screen.findByText(/Staff have started this request/)).toBeVisible()
  expect(answers).toEqual([{ reference: 'AAAAAA', act: 'decline' }, { reference: 'BBBBBB', act: 'lend' }])
}) // prettier-ignore

test('messages are shown as text, or as mail in a frame that runs nothing', async () => {
  const { user } = open('/backroom/messages', { session: DEMO, backroom: backroom() })
  const message = await screen.findByRole('article')
  expect(message).toHaveTextContent('Email to i•••@wold.example, today 10:00')
  await user.click(within(message).getByRole('button', { name: 'Show as email' }))
  expect(within(message).getByTitle('Ready to collect: The salt ledger')).toHaveAttribute('sandbox', '')
})
