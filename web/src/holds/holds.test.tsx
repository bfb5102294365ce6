import { screen, waitFor, within } from '@testing-library/react'
import { expect, test } from 'vitest'
import { open, type Opened } from '../../tests/open.tsx'
import { copy, edition, hold, NOBODY, options, pickup, SOMEBODY, titlePage, volumeLine } from '../../tests/samples.ts'
import { NO_CONNECTION, Refused, type Replies } from '../../tests/server.ts'

const HERE = pickup('quay')
const SENT = pickup('hill', { from: 'quay', cost: 150 })

async function openDialog(replies: Replies = {}): Promise<Opened & { dialog: HTMLElement }> {
  const opened = open('/titles/p1', { session: SOMEBODY, holdOptions: options([HERE, SENT]), ...replies })
  await screen.findByRole('heading', { level: 1, name: /The salt ledger/ })
  await opened.user.keyboard('h')
  const dialog = await screen.findByRole('dialog', { name: 'Place a hold: The salt ledger' })
  return { ...opened, dialog }
}

const button = (name: RegExp | string) => screen.findByRole('button', { name })

test('the hold is read back, placed with a key, and its journey can be undone', async () => {
  const { server, user, dialog } = await openDialog({ placeHold: hold('h1'), cancelHold: hold('h1', { state: 'cancelled' }) })
  expect(await within(dialog).findByText('3rd of 15 holds')).toBeVisible()
  const said = within(dialog).getByRole('status')
  await waitFor(() => {
    expect(said).toHaveTextContent(
      'Staff will take Book, 2011 off the shelf at Quayside and keep it for you at the Desk of Quayside. There is no charge.',
    )
  })
  await user.click(within(dialog).getByRole('radio', { name: /Beacon Hill/ }))
  expect(said).toHaveTextContent(
    'Book, 2011 will be sent from Quayside to Beacon Hill and kept for you at the Desk of Beacon Hill. It costs 1.50.',
  )
  expect(await button('Place the hold')).toBeDisabled()
  await user.click(within(dialog).getByRole('checkbox', { name: 'I agree to pay 1.50.' }))
  await user.click(await button('Place the hold'))
  expect(await screen.findByRole('heading', { name: 'Hold placed' })).toBeVisible()
  const [asked] = server.asked('placeHold')
  expect(asked?.body).toEqual({ records: ['p1'], barcode: null, pickup: 'hill', cost: 150 })
  expect(asked?.headers.get('Idempotency-Key')).toMatch(/^[0-9a-f-]{36}$/)
  expect(asked?.headers.get('X-CSRF-Token')).toBe('token')
  expect(within(await screen.findByRole('list', { name: 'Progress' })).getAllByRole('listitem').map((stop) => stop.textContent)).toEqual([
    'requested Wed 25 Nov',
    'off the shelf at Quayside',
    'ready at Quayside',
  ]) // prettier-ignore
  await user.click(await button('Undo'))
  expect(await screen.findByText('Hold cancelled.')).toBeVisible()
  expect(server.asked('cancelHold').map(({ path }) => path)).toEqual(['/api/holds/h1'])
})

test('while what another wish would mean is looked up, nothing can be placed', async () => {
  const answers: ((value: ReturnType<typeof options>) => void)[] = []
  const { user, dialog } = await openDialog({ holdOptions: () => new Promise((resolve) => answers.push(resolve)) })
  await waitFor(() => {
    expect(answers).toHaveLength(1)
  })
  expect(await button('Place the hold')).toBeDisabled()
  answers[0]?.(options([HERE]))
  await waitFor(() => {
    expect(screen.getByRole('button', { name: 'Place the hold' })).toBeEnabled()
  })
  await user.click(within(dialog).getByRole('checkbox', { name: /Large print, 2015/ }))
  expect(within(dialog).getByRole('status')).toHaveTextContent('Checking')
  expect(await button('Place the hold')).toBeDisabled()
  answers[1]?.(options([pickup('quay', { from: null, queue: { before: 4, copies: 3 } })]))
  await waitFor(() => {
    expect(within(dialog).getByRole('status')).toHaveTextContent('You will be 5th in the queue for any of 2 editions.')
  })
  await user.click(within(dialog).getByRole('checkbox', { name: /Book, 2011/ }))
  await user.click(within(dialog).getByRole('checkbox', { name: /Large print, 2015/ }))
  expect(within(dialog).getByRole('status')).toHaveTextContent('Tick at least one edition.')
  expect(await button('Place the hold')).toBeDisabled()
})

test('options that can’t be fetched say so and are asked for again', async () => {
  const { server, user, dialog } = await openDialog({ holdOptions: NO_CONNECTION })
  const alert = await within(dialog).findByText(/The catalogue can’t be reached/)
  expect(alert).toBeVisible()
  expect(await button('Place the hold')).toBeDisabled()
  server.reply({ holdOptions: options([HERE]) })
  await user.click(within(dialog).getByRole('button', { name: 'Try again' }))
  await waitFor(() => {
    expect(screen.getByRole('button', { name: 'Place the hold' })).toBeEnabled()
  })
})

test.each([
  ['a rule at the place chosen', options([pickup('quay', { from: null, refusal: { code: 'pickup-not-served' } })]), 'You can’t collect holds there. Choose another branch.'],
  ['a rule wherever one collects', options([HERE], { refusal: { code: 'too-many-holds', held: 15, limit: 15 } }), 'You can’t place another hold: you have 15 of 15. Cancel or collect one first.'],
  ['no place that serves this card', options([]), 'Your card can’t be used for holds. Ask at any desk.'],
  ['another place than the one chosen', options([SENT]), 'You can’t collect at Quayside. Choose another branch above.'],
])('%s is said before the button, which stays shut', async (_, holdOptions, sentence) => {
  const { dialog } = await openDialog({ holdOptions })
  await waitFor(() => {
    expect(within(dialog).getByRole('status')).toHaveTextContent(sentence)
  })
  expect(await button('Place the hold')).toBeDisabled()
}) // prettier-ignore

test('a refusal after the press is said, and is gone with the next choice', async () => {
  const { user, dialog } = await openDialog({ placeHold: new Refused('refused', { refusal: { code: 'already-held' } }) })
  await waitFor(() => {
    expect(screen.getByRole('button', { name: 'Place the hold' })).toBeEnabled()
  })
  await user.click(await button('Place the hold'))
  expect(await within(dialog).findByText('You already have a hold on this. See its progress on your card.')).toBeVisible()
  await user.click(within(dialog).getByRole('radio', { name: /Beacon Hill/ }))
  expect(within(dialog).queryByText(/You already have a hold on this/)).toBeNull()
})

test('what was pressed is what is read until the hold is placed, whatever is known meanwhile; nothing else is waited for', async () => {
  const { server, user, dialog } = await openDialog()
  const said = within(dialog).getByRole('status')
  await waitFor(() => {
    expect(said).toHaveTextContent(/^Staff will take Book, 2011 off the shelf/)
  })
  const read = new Set([said.textContent])
  const count = within(dialog).getByText('3rd of 15 holds')
  const watching = new MutationObserver(() => read.add(said.textContent).add(count.textContent))
  watching.observe(dialog, { childList: true, subtree: true, characterData: true })
  server.reply({
    placeHold: hold('h1'),
    // The same reader asked after the hold was placed; and the title, which never answers.
    holdOptions: { ...options([{ ...HERE, refusal: { code: 'already-held' } }]), used: 3, already: { code: 'already-held' } },
    title: () => new Promise<never>(() => undefined),
  })
  await user.click(await button('Place the hold'))
  expect(await screen.findByRole('heading', { name: 'Hold placed' })).toBeVisible()
  expect(within(dialog).getByText('3rd of 15 holds')).toBeVisible()
  watching.disconnect()
  expect([...read].filter((text) => text !== '3rd of 15 holds')).toHaveLength(1)
})

test('a session that ended meanwhile is begun again in the same place, and the hold is placed by itself with the same key', async () => {
  const { server, user } = await openDialog({ placeHold: new Refused('sign-in-needed'), signIn: SOMEBODY })
  await waitFor(() => {
    expect(screen.getByRole('button', { name: 'Place the hold' })).toBeEnabled()
  })
  server.reply({ session: NOBODY })
  await user.click(await button('Place the hold'))
  const signIn = await screen.findByRole('dialog', { name: 'Sign in' })
  server.reply({ session: SOMEBODY, placeHold: hold('h1') })
  await user.type(within(signIn).getByLabelText('Card number'), '43239')
  await user.type(within(signIn).getByLabelText('PIN'), '4832{Enter}')
  expect(await screen.findByRole('heading', { name: 'Hold placed' })).toBeVisible()
  const keys = server.asked('placeHold').map(({ headers }) => headers.get('Idempotency-Key'))
  expect(keys).toHaveLength(2)
  expect(new Set(keys).size).toBe(1)
})

test('a volume is held by its barcode, and no edition is asked for', async () => {
  const copies = [copy('v1', 'quay', { enumeration: 'v.30 (2008)' }), copy('v2', 'quay', { enumeration: 'v.31 (2009)' })]
  const page = titlePage({ editions: [edition('p1', { carrier: 'journal-volume', serial: true })], copies })
  const { server, user } = open('/titles/p1', {
    session: SOMEBODY,
    title: page,
    volumes: { volumes: copies.map(volumeLine) },
    copies: { count: 1, copies: copies.slice(1) },
    holdOptions: options([HERE]),
    placeHold: hold('h1'),
  })
  await user.click(await screen.findByRole('button', { name: /^v\.31 ’09/ }))
  await user.click(await screen.findByRole('button', { name: /^Place a hold on this volume/ }))
  const dialog = await screen.findByRole('dialog', { name: 'Place a hold: The salt ledger' })
  expect(within(dialog).getByText('v.31 (2009)')).toBeVisible()
  expect(within(dialog).queryByRole('checkbox')).toBeNull()
  await waitFor(() => {
    expect(within(dialog).getByRole('status')).toHaveTextContent('Staff will take The salt ledger, v.31 (2009) off the shelf')
  })
  await user.click(await button('Place the hold'))
  await screen.findByRole('heading', { name: 'Hold placed' })
  expect(server.asked('placeHold')[0]?.body).toEqual({ records: ['p1'], barcode: 'v2', pickup: 'quay' })
})

test('of many pickup locations the own and the straight ones come first; the rest at one press, with the focus on the first new one', async () => {
  const places = ['one', 'two', 'three', 'four', 'five', 'six'].map((name) => pickup(name, { from: 'quay' }))
  const far = pickup('refused', { from: null, refusal: { code: 'pickup-not-served' } })
  const { user, dialog } = await openDialog({ holdOptions: options([far, ...places, HERE]) })
  await within(dialog).findByRole('radio', { name: /^Quayside/ })
  expect(within(dialog).getAllByRole('radio')).toHaveLength(5)
  expect(within(dialog).getAllByRole('radio')[0]).toHaveAttribute('value', 'quay')
  await user.click(within(dialog).getByRole('button', { name: '3 more pickup locations' }))
  const radios = within(dialog).getAllByRole('radio')
  expect(radios).toHaveLength(8)
  expect(radios[7]).toHaveAttribute('value', 'refused')
  expect(radios[5]).toHaveFocus()
})

test('another branch can send it: its day and its price are read back, and what was agreed to for less is agreed to anew', async () => {
  const suppliers = [
    { branch: 'quay', cost: 50, inHand: '2026-11-27T10:20:00.000Z' },
    { branch: 'wold', cost: 80, inHand: '2026-12-01T10:20:00.000Z' },
  ]
  const sent = pickup('quay', { cost: 50, suppliers })
  const { server, user, dialog } = await openDialog({ holdOptions: options([sent]), placeHold: hold('h1') })
  await user.click(await within(dialog).findByRole('checkbox', { name: 'I agree to pay 0.50.' }))
  expect(await button('Place the hold')).toBeEnabled()
  await user.click(within(dialog).getByRole('combobox', { name: 'Comes from' }))
  await user.click(await screen.findByRole('option', { name: 'Wold Library · Tue 1 Dec 10:20 · 0.80' }))
  expect(within(dialog).getByRole('status')).toHaveTextContent('will be sent from Wold Library to Quayside and kept for you at the Desk of Quayside. It costs 0.80. In your hands by Tue 1 Dec 10:20.') // prettier-ignore
  expect(await button('Place the hold')).toBeDisabled()
  await user.click(within(dialog).getByRole('checkbox', { name: 'I agree to pay 0.80.' }))
  await user.click(await button('Place the hold'))
  await screen.findByRole('heading', { name: 'Hold placed' })
  expect(server.asked('placeHold')[0]?.body).toEqual({ records: ['p1'], barcode: null, pickup: 'quay', from: 'wold', cost: 80 })
})

test('a long loan is shortened where that is asked for, and read back', async () => {
  const recall = { was: '2027-01-27', due: '2026-12-09' }
  const { server, user, dialog } = await openDialog({ holdOptions: options([pickup('quay', { from: null, queue: { before: 0, copies: 1 }, recall })]), placeHold: hold('h1') }) // prettier-ignore
  await user.click(await within(dialog).findByRole('checkbox', { name: /on long loan \(due Wed 9 Dec.* instead of Wed 27 Jan/ }))
  expect(within(dialog).getByRole('status')).toHaveTextContent('We’ll ask for it back by Wed 9 Dec')
  await waitFor(() => {
    expect(server.asked('waiting').map(({ query }) => query.get('recall'))).toEqual([null, 'true'])
  })
  await user.click(await button('Place the hold'))
  await screen.findByRole('heading', { name: 'Hold placed' })
  expect(server.asked('placeHold')[0]?.body).toEqual({ records: ['p1'], barcode: null, pickup: 'quay', recall: true })
})

test('what one has already is told before, and a second hold has to be meant', async () => {
  const already = { code: 'already-borrowed', due: '2026-12-04' } as const
  const { server, user, dialog } = await openDialog({ holdOptions: options([HERE], { already }), placeHold: hold('h1') })
  expect(await within(dialog).findByText('You have already borrowed this. It is due Fri 4 Dec.')).toBeVisible()
  expect(await button('Place the hold')).toBeDisabled()
  await user.click(within(dialog).getByRole('checkbox', { name: 'Place another hold anyway' }))
  await user.click(await button('Place the hold'))
  await screen.findByRole('heading', { name: 'Hold placed' })
  expect(server.asked('placeHold')[0]?.body).toMatchObject({ again: true })
})

test('how one is told and a note go along; what is as usual is not said', async () => {
  const told = [
    { channel: 'mail', to: 'i•••@pellan.example' },
    { channel: 'text', to: '••••0121' },
  ] as const
  const { server, user, dialog } = await openDialog({ holdOptions: options([HERE], { told: [...told] }), placeHold: hold('h1') })
  await user.click(await within(dialog).findByRole('button', { name: /^More options/ }))
  // The fields are loaded when they are asked for.
  expect(await within(dialog).findByRole('radio', { name: /^by email to/ }, { timeout: 30_000 })).toBeChecked()
  await user.click(within(dialog).getByRole('radio', { name: 'by text message to ••••0121' }))
  await user.type(within(dialog).getByRole('textbox', { name: 'Note for staff' }), ' My sister comes for it. ')
  await user.click(await button('Place the hold'))
  await screen.findByRole('heading', { name: 'Hold placed' })
  expect(server.asked('placeHold')[0]?.body).toEqual({
    records: ['p1'],
    barcode: null,
    pickup: 'quay',
    notify: 'text',
    note: 'My sister comes for it.',
  })
})

test('a guest is told what it costs with the cards there are, and agrees to their own price once they have signed in', async () => {
  const forGuest = pickup('quay', { cost: 190, cardCosts: { least: 0, most: 190 } })
  const { user, server, dialog } = await openDialog({
    session: NOBODY,
    holdOptions: options([forGuest]),
    placeHold: hold('h1'),
    signIn: SOMEBODY,
  })
  const said = within(dialog).getByRole('status')
  await waitFor(() => {
    expect(said).toHaveTextContent('It costs from 0.00 to 1.90, depending on your card. You will be asked before the hold is placed.')
  })
  expect(within(dialog).getByText('up to 1.90')).toBeVisible()
  expect(within(dialog).queryByRole('checkbox', { name: /^I agree to pay/ })).toBeNull()
  // With this card it costs something: it is read back, and agreed to, before it is placed.
  server.reply({ holdOptions: options([pickup('quay', { cost: 120 })]), session: SOMEBODY })
  await user.click(await button('Sign in and place the hold'))
  const signing = await screen.findByRole('dialog', { name: 'Sign in' })
  await user.type(within(signing).getByLabelText(/Card number/), '42117')
  await user.type(within(signing).getByLabelText('PIN'), '4711')
  await user.click(within(signing).getByRole('button', { name: 'Sign in' }))
  expect(await within(dialog).findByRole('checkbox', { name: 'I agree to pay 1.20.' })).not.toBeChecked()
  expect(await button('Place the hold')).toBeDisabled()
  expect(server.asked('placeHold')).toEqual([])
})
