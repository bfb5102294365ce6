/** The end of a session: asked for, by itself, in another window, without the server, and at a public terminal. */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { Suspense, use, type ReactNode } from 'react'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { card, hold, NOBODY, options, pickup, SOMEBODY } from '../../../tests/samples.ts'
import { address, open } from '../../../tests/open.tsx'
import { NO_CONNECTION, Refused } from '../../../tests/server.ts'
import { startTerminal } from './terminal.ts'

const signOutButton = () => screen.findByRole('button', { name: 'Sign out' })

describe('signing out', () => {
  test('while the server is away empties the window and says so; the server is told before anything else is asked', async () => {
    const { server, user } = open('/card', { session: SOMEBODY, card: card(), signOut: NO_CONNECTION })
    expect(await screen.findByText(/Adult/)).toBeVisible()
    await user.click(await signOutButton())
    expect(await screen.findByText(/You are signed out in this browser, but the server couldn’t be reached/)).toBeVisible()
    // Both come of the same press; which is drawn first does not matter.
    await waitFor(() => {
      expect(screen.queryByText(/Ines Calder/)).toBeNull()
    })
    expect((await screen.findAllByRole('button', { name: 'Sign in' }))[0]).toBeVisible()
    const before = server.asked('session').length
    // Loaded anew, with the cookie still there.
    const later = open('/card', { session: SOMEBODY, signOut: undefined })
    await waitFor(() => {
      expect(later.server.asked('signOut')).toHaveLength(1)
    })
    expect(server.asked('session')).toHaveLength(before)
    expect(localStorage.getItem('catalex.signOutUntold')).toBeNull()
  })

  test('in another window empties this one; signing in there is followed', async () => {
    const other = new BroadcastChannel('catalex')
    const { server } = open('/card', { session: SOMEBODY, card: card() })
    expect(await screen.findByText(/Adult/)).toBeVisible()
    const asked = server.asked('session').length
    other.postMessage('signed in')
    await waitFor(() => {
      expect(server.asked('session').length).toBeGreaterThan(asked)
    })
    sessionStorage.setItem('catalex.rows', '{"/search?q=secret":3}')
    server.reply({ session: NOBODY })
    other.postMessage('signed out')
    await waitFor(() => {
      expect(sessionStorage.length).toBe(0)
    })
    other.close()
  })
})

describe('a session that ended in the middle', () => {
  test('of cancelling asks to sign in over the same place, and carries on by itself', async () => {
    const { server, user } = open('/card', {
      session: SOMEBODY,
      card: card({ holds: [hold('h1')] }),
      cancelHold: new Refused('sign-in-needed'),
      signIn: SOMEBODY,
    })
    await user.click(await screen.findByRole('button', { name: /^Cancel this hold|^Cancel/ }))
    await user.click(await screen.findByRole('button', { name: 'Cancel it' }))
    const dialog = await screen.findByRole('dialog', { name: 'Sign in' })
    server.reply({ cancelHold: hold('h1', { state: 'cancelled' }) })
    await user.type(within(dialog).getByLabelText('Card number'), '43239')
    await user.type(within(dialog).getByLabelText('PIN'), '4832')
    await user.click(within(dialog).getByRole('button', { name: 'Sign in' }))
    await waitFor(() => {
      expect(server.asked('cancelHold')).toHaveLength(2)
    })
    expect(server.asked('signIn')[0]?.body).toEqual({ card: '43239', pin: '4832', visit: 'usual' })
  })

  test('is not carried on with the card of somebody else', async () => {
    const other = { ...SOMEBODY, reader: { ...SOMEBODY.reader!, name: 'Odd Varrik' } }
    const { server, user } = open('/titles/p1', {
      session: SOMEBODY,
      holdOptions: options([pickup('quay')]),
      placeHold: new Refused('sign-in-needed'),
      signIn: other,
    })
    await screen.findByRole('heading', { level: 1, name: /The salt ledger/ })
    await user.keyboard('h')
    const place = await screen.findByRole('button', { name: 'Place the hold' })
    await waitFor(() => {
      expect(place).toBeEnabled()
    })
    await user.click(place)
    const dialog = await screen.findByRole('dialog', { name: 'Sign in' })
    expect(within(dialog).getByText(/You’ve been signed out/)).toBeVisible()
    server.reply({ session: other, placeHold: hold('h1') })
    await user.type(within(dialog).getByLabelText('Card number'), '42225')
    await user.type(within(dialog).getByLabelText('PIN'), '4722{Enter}')
    expect(await screen.findByText(/Another reader has signed in/)).toBeVisible()
    expect(server.asked('placeHold')).toHaveLength(1)
    await user.click(await screen.findByRole('button', { name: 'Place the hold' }))
    expect(await screen.findByRole('heading', { name: 'Hold placed' })).toBeVisible()
  })

  test('of a hold asked for as a guest: what costs more with this card is read back first', async () => {
    const { server, user } = open('/titles/p1', { holdOptions: options([pickup('quay')]), signIn: SOMEBODY, placeHold: hold('h1') })
    await screen.findByRole('heading', { level: 1, name: /The salt ledger/ })
    await user.keyboard('h')
    const place = await screen.findByRole('button', { name: 'Sign in and place the hold' })
    await waitFor(() => {
      expect(place).toBeEnabled()
    })
    await user.click(place)
    const dialog = await screen.findByRole('dialog', { name: 'Sign in' })
    server.reply({ session: SOMEBODY, holdOptions: options([pickup('quay', { cost: 250 })]) })
    await user.type(within(dialog).getByLabelText('Card number'), '43239')
    await user.type(within(dialog).getByLabelText('PIN'), '4832{Enter}')
    expect(await screen.findByText(/It costs 2.50/)).toBeVisible()
    expect(server.asked('placeHold')).toHaveLength(0)
    await user.click(screen.getByRole('checkbox', { name: 'I agree to pay 2.50.' }))
    await user.click(await screen.findByRole('button', { name: 'Place the hold' }))
    expect(await screen.findByRole('heading', { name: 'Hold placed' })).toBeVisible()
  })
})

describe('nobody is there', () => {
  beforeEach(() => {
    vi.useFakeTimers({ shouldAdvanceTime: true })
  })
  afterEach(() => {
    vi.useRealTimers()
  })
  const pass = (seconds: number) => act(() => vi.advanceTimersByTimeAsync(seconds * 1000))

  test('there is a warning one minute before, taken back by any key, and then the session ends', async () => {
    const { server } = open('/card', { session: SOMEBODY, card: card(), signOut: undefined })
    expect(await screen.findByText(/Adult/)).toBeVisible()
    await pass(13 * 60 + 50)
    expect(screen.queryByRole('alertdialog')).toBeNull()
    await pass(20)
    const warning = await screen.findByRole('alertdialog', { name: 'Are you still there?' })
    expect(within(warning).getByRole('timer')).toHaveTextContent(/^\d\d seconds left$/)
    const asked = server.asked('session').length
    fireEvent.keyDown(document.body, { key: 'x' })
    await waitFor(() => {
      expect(screen.queryByRole('alertdialog')).toBeNull()
    })
    // The server counts from here, too.
    expect(server.asked('session').length).toBeGreaterThan(asked)
    await pass(13 * 60)
    expect(screen.queryByRole('alertdialog')).toBeNull()
    expect(server.asked('signOut')).toHaveLength(0)
    await pass(2 * 60 + 5)
    await waitFor(() => {
      expect(server.asked('signOut')).toHaveLength(1)
    })
    expect(sessionStorage.getItem('catalex.ended')).toBe('idle')
  })

  test('whoever comes back begins with why nobody is signed in', async () => {
    sessionStorage.setItem('catalex.ended', 'idle')
    open('/', {})
    const said = await screen.findByRole('alert')
    expect(said).toHaveTextContent('You were signed out because nobody used the page for a while. Sign in to continue.')
    expect(said).toHaveFocus()
  })

  test('why is told, too, where the page began to be drawn and was thrown away, and not again when it is loaded anew', async () => {
    sessionStorage.setItem('catalex.ended', 'idle')
    let ready: () => void = () => undefined
    const waiting = new Promise<void>((resolve) => { ready = resolve }) // prettier-ignore
    const Late = () => use(waiting) ?? null
    const drawnLate = (app: ReactNode) => <Suspense fallback="A moment">{[app, <Late key="late" />]}</Suspense>
    await act(async () => {
      open('/', {}, drawnLate)
      await Promise.resolve()
    })
    expect(screen.getByText('A moment')).toBeVisible()
    await act(async () => {
      ready()
      await waiting
    })
    expect(await screen.findByText(/^You were signed out because nobody used the page/)).toBeVisible()
    cleanup()
    open('/', {})
    expect(await screen.findByRole('combobox', { name: 'Search the catalogue' })).toBeVisible()
    expect(screen.queryByText(/^You were signed out because nobody used the page/)).toBeNull()
  })

  test('another window in use keeps this one', async () => {
    const other = new BroadcastChannel('catalex')
    const { server } = open('/card', { session: SOMEBODY, card: card(), signOut: undefined })
    expect(await screen.findByText(/Adult/)).toBeVisible()
    await pass(14 * 60)
    other.postMessage('in use')
    await pass(1)
    await pass(5 * 60)
    expect(server.asked('signOut')).toHaveLength(0)
    other.close()
  })

  test('while somebody is there the server hears of it, once a minute', async () => {
    const { server } = open('/card', { session: SOMEBODY, card: card() })
    expect(await screen.findByText(/Adult/)).toBeVisible()
    const before = server.asked('session').length
    const told = async (seconds: number) => {
      await pass(seconds)
      fireEvent.keyDown(document.body, { key: 'x' })
      await pass(1)
      return server.asked('session').length - before
    }
    expect(await told(20)).toBe(0)
    expect(await told(45)).toBe(1)
    expect(await told(20)).toBe(1)
    expect(await told(45)).toBe(2)
  })
})

describe('a public terminal', () => {
  const { pushState } = window.history
  afterEach(() => {
    window.history.pushState = pushState
  })

  test('has a button for the next reader, keeps nobody signed in, and nothing to go back to', async () => {
    window.history.pushState(null, '', '/?terminal')
    startTerminal()
    const { length } = window.history
    const { user, server } = open('/search?q=lamp', { session: NOBODY, signIn: SOMEBODY, signOut: undefined })
    expect(address()).toBe('/search?q=lamp')
    await user.click(await screen.findByRole('button', { name: 'Sign in' }))
    const dialog = await screen.findByRole('dialog', { name: 'Sign in' })
    expect(within(dialog).queryByLabelText(/Stay signed in/)).toBeNull()
    await user.type(within(dialog).getByLabelText('Card number'), '43239')
    await user.type(within(dialog).getByLabelText('PIN'), '4832{Enter}')
    expect(server.asked('signIn')[0]?.body).toMatchObject({ visit: 'terminal' })
    expect(window.history.length).toBe(length)
    await user.click(await screen.findByRole('button', { name: 'End session' }))
    await waitFor(() => {
      expect(server.asked('signOut')).toHaveLength(1)
    })
    expect(localStorage.getItem('catalex.terminal')).toBe('on')
  })
})
