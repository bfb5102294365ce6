import { QueryClient } from '@tanstack/react-query'
import { act, renderHook, screen, waitFor } from '@testing-library/react'
import fc from 'fast-check'
import i18next from 'i18next'
import { beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import { EMPTY_QUESTION, NO_SCOPE, questionFromAddress, scopeFromAddress } from '@catalex/core/query'
import { PROBLEM_CODES, PROBLEMS, problemType } from '@catalex/contract/problem'
import { address, open } from '../../tests/open.tsx'
import { answer, PLACES, row, SOMEBODY } from '../../tests/samples.ts'
import { fakeServer, NO_CONNECTION, Refused, type Replies } from '../../tests/server.ts'
import { ApiProblem, call, mayPass, NoConnection, rememberToken } from './api.ts'
import { newClient } from './client.ts'
import { KEPT_HEADER, useAway } from './connection.ts'
import { amountInWords, dayInWords, languageInWords, momentInWords, setClockBy, timeInWords, yearNow } from './formats.ts'
import { loadDeferredTexts } from './i18n.ts'
import { linksWith } from './links.ts'
import { problemInWords, refusalInWords } from './problems.ts'

const t = i18next.getFixedT('en', 'app')
beforeAll(loadDeferredTexts)

describe('dates and times by the clock and in the zone of the libraries', () => {
  beforeEach(() => {
    setClockBy('2026-12-31T23:30:00.000Z')
  })
  test.each([
    ['the same year has no year', () => dayInWords('2026-12-03', 'Europe/London'), 'Thu 3 Dec'],
    ['another year is named', () => dayInWords('2027-01-04', 'Europe/London'), 'Mon 4 Jan 2027'],
    ['a day stays that day, however far the zone', () => dayInWords('2027-12-03', 'Pacific/Auckland'), 'Fri 3 Dec'],
    ['a moment is on the day of the zone', () => dayInWords('2026-12-30T23:30:00Z', 'Europe/Berlin'), 'Thu 31 Dec 2026'],
    ['hours of the zone', () => timeInWords('2026-12-31T23:30:00Z', 'Europe/Berlin'), '00:30'],
    ['midnight begins a day', () => timeInWords('2026-12-31T00:00:00Z', 'UTC'), '00:00'],
    ['today', () => momentInWords('2026-12-31T23:45:00Z', 'UTC'), 'today 23:45'],
    ['tomorrow, over the end of the year', () => momentInWords('2027-01-01T10:00:00Z', 'UTC'), 'tomorrow 10:00'],
    ['today already, where it is past midnight', () => momentInWords('2027-01-01T10:00:00Z', 'Europe/Berlin'), 'today 11:00'],
    ['later', () => momentInWords('2027-01-04T10:00:00Z', 'UTC'), 'Mon 4 Jan 2027 10:00'],
    ['whole amounts', () => amountInWords(1200), '12.00'],
    ['a language by its bibliographic code', () => languageInWords('ger'), 'German'],
  ])('%s', (_, words, expected) => {
    expect(words()).toBe(expected)
  })
  test('the year turns with the zone', () => {
    expect([yearNow('UTC'), yearNow('Europe/Berlin')]).toEqual([2026, 2027])
  })
})

describe('calls', () => {
  test('a change carries the token; names in the path and lists in the query are written out', async () => {
    const server = fakeServer({ cancelHold: new Refused('busy'), session: SOMEBODY, search: answer([]) })
    rememberToken('secret')
    await expect(call('cancelHold', { path: { id: 'a/b ?' } })).rejects.toMatchObject({
      problem: { type: problemType('busy'), status: 503 },
    })
    expect(server.asked('cancelHold')[0]?.path).toBe('/api/holds/a%2Fb%20%3F')
    expect(server.asked('cancelHold')[0]?.headers.get('X-CSRF-Token')).toBe('secret')
    await call('search', { query: { q: '', in: ['one', 'two'], at: undefined, page: 1 } })
    expect(server.asked('search')[0]?.query.toString()).toBe('in=one&in=two&page=1')
    expect(server.asked('search')[0]?.headers.get('X-CSRF-Token')).toBeNull()
    rememberToken(null)
  })
  test('no connection, an answer that is no problem document, and leaving are told apart', async () => {
    fakeServer({ session: NO_CONNECTION })
    await expect(call('session', {})).rejects.toBeInstanceOf(NoConnection)
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('<html>', { status: 502 })))
    await expect(call('session', {})).rejects.toMatchObject({ problem: { type: problemType('our-fault'), status: 502 } })
    vi.stubGlobal('fetch', () => Promise.reject(new DOMException('left', 'AbortError')))
    await expect(call('session', {})).rejects.toMatchObject({ name: 'AbortError' })
  })
  test('the last of them tells whether the server is away; an answer kept on this device is none of its', async () => {
    const { result } = renderHook(useAway)
    const afterCall = async (reply: NonNullable<Replies['session']>) => {
      fakeServer({ session: reply })
      await act(() => call('session', {}).catch(() => undefined))
      return result.current
    }
    expect(await afterCall(NO_CONNECTION)).toBe(true)
    expect(await afterCall(SOMEBODY)).toBe(false)
    vi.stubGlobal('fetch', () => Promise.resolve(Response.json({}, { headers: { [KEPT_HEADER]: 'yes' } })))
    await act(() => call('session', {}))
    expect(result.current).toBe(true)
    expect(await afterCall(SOMEBODY)).toBe(false)
  })
  test('only what may pass is tried again', () => {
    const refused = PROBLEM_CODES.filter((code) => !mayPass(new ApiProblem({ type: problemType(code), status: PROBLEMS[code] })))
    expect(PROBLEM_CODES.filter((code) => !refused.includes(code))).toEqual([
      'our-fault',
      'busy',
      'cannot-store',
      'desk-away',
      'desk-unreadable',
    ])
    expect(mayPass(new NoConnection())).toBe(true)
    const retry = newClient().getDefaultOptions().queries?.retry as (count: number, error: Error) => boolean
    expect([retry(1, new NoConnection()), retry(2, new NoConnection()), retry(0, new Refused('busy'))]).toEqual([true, false, true])
  })
  test('a refusal for want of a session asks who is signed in, any other does not', async () => {
    const client = newClient()
    const asked = vi.spyOn(QueryClient.prototype, 'invalidateQueries')
    const fail = (code: 'busy' | 'sign-in-needed') =>
      client
        .fetchQuery({
          queryKey: [code],
          retry: false,
          queryFn: () => Promise.reject(new ApiProblem({ type: problemType(code), status: 1 })),
        })
        .catch(() => null)
    await fail('busy')
    expect(asked).not.toHaveBeenCalled()
    await fail('sign-in-needed')
    expect(asked).toHaveBeenCalledWith({ queryKey: ['session'] })
    asked.mockRestore()
  })
})

const UTC = { timeZone: 'UTC' }

test('every problem and every refusal has a sentence that names its facts', () => {
  for (const code of PROBLEM_CODES) {
    const cql = { code: 'prox', at: 3, what: '' } as const
    const words = problemInWords(t, new ApiProblem({ type: problemType(code), status: PROBLEMS[code], cql }), PLACES)
    expect(words, code).toMatch(/^[A-Z].*[.?]$/)
    expect(words, code).not.toContain('{{')
  }
  expect(problemInWords(t, new TypeError('a slip'), PLACES)).toMatch(/our side/)
  expect(refusalInWords(t, { code: 'card-expired', date: '2026-10-31' }, UTC)).toMatch(
    /^Your card expired on Sat 31 Oct( 2026)?\. Renew it at any desk\.$/,
  )
  const joining = { bring: 'a bill with your address', terms: '' }
  expect(refusalInWords(t, { code: 'card-expired', date: '2026-10-31' }, { ...UTC, joining })).toMatch(
    /; bring a bill with your address\.$/,
  )
  expect(refusalInWords(t, { code: 'card-blocked', note: 'Lost card.' }, UTC)).toBe('Your card is blocked: Lost card. Ask at any desk.')
  expect(refusalInWords(t, { code: 'rule', reason: 'New films stay.', remedy: null }, UTC)).toBe('New films stay.')
  expect(refusalInWords(t, { code: 'no-copy', why: 'lost' }, UTC)).toMatch(/missing or withdrawn/)
})

test('links: a new page keeps scope and kept narrowings, and nothing else of the search', () => {
  const before = questionFromAddress(
    new URLSearchParams('q=salt&field=title&format=print&language=eng&keep=language&sort=newest&page=3&size=50'),
  )
  const links = linksWith(before, { in: ['quay'], as: [], at: 'hill', online: false })
  const parts = (link: string) => Object.fromEntries(new URL(link, 'http://catalex.test').searchParams)
  const kept = { language: 'eng', keep: 'language', in: 'quay', at: 'hill' }
  for (const link of [links.home, links.card, links.title('p1'), links.browse()]) expect(parts(link)).toEqual(kept)
  expect(parts(links.browse('person', 'lund'))).toEqual({ ...kept, from: 'lund' })
  expect(parts(links.heading('title', 'Low water'))).toEqual({ ...kept, field: 'title-whole', q: 'Low water' })
  expect(parts(links.heading('call-number', '823 ASH'))).toEqual({ ...kept, field: 'call-number', q: '823 ASH' })
  expect(parts(links.heading('genre', 'Sea stories'))).toEqual({ ...kept, genre: 'Sea stories' })
  expect(linksWith(EMPTY_QUESTION, NO_SCOPE).card).toBe('/card')
})

test('a walk names each title once, and the volumes that are meant', () => {
  const entries = [
    { controlNumber: 'p1', barcode: null },
    { controlNumber: 'j1', barcode: 'v7' },
    { controlNumber: 'j1', barcode: 'v9' },
  ]
  const { pathname, searchParams } = new URL(linksWith(EMPTY_QUESTION, NO_SCOPE).walk(entries), 'http://catalex.test')
  expect([pathname, searchParams.getAll('titles'), searchParams.getAll('volumes')]).toEqual(['/walk', ['p1', 'j1'], ['v7', 'v9']])
})

test('whatever a heading is called, its link leads to exactly it', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', minLength: 1 }), fc.constantFrom('person', 'subject', 'series', 'genre'), (label, kind) => {
      const link = linksWith(EMPTY_QUESTION, NO_SCOPE).heading(kind, label)
      const asked = questionFromAddress(new URL(link, 'http://catalex.test').searchParams)
      expect(asked.only[kind]).toEqual([label])
    }),
  )
})

describe('the place line', () => {
  const found = { search: answer([row('p1', 'The salt ledger')]) }
  const part = (name: RegExp) => screen.findByRole('button', { name })
  test('the address says it; a search that says nothing is one everywhere', async () => {
    sessionStorage.setItem('catalex.scope', JSON.stringify({ in: ['hill'], as: [], at: 'hill' }))
    open('/search?q=x', found)
    expect(await part(/^all 3 libraries\. Change/)).toBeVisible()
    expect(await part(/^Beacon Hill\. Change: Where to collect/)).toBeVisible()
  })
  test('elsewhere the window remembers, and links carry it on', async () => {
    sessionStorage.setItem('catalex.scope', JSON.stringify({ in: ['hill'], as: ['film'], at: null }))
    open('/card', found)
    expect(await part(/^Beacon Hill\. Change: Where to search/)).toBeVisible()
    expect(screen.getByRole('link', { name: 'Browse' })).toHaveAttribute('href', '/browse?in=hill&as=film&at=quay')
  })
  test('what another program left there is ignored', async () => {
    sessionStorage.setItem('catalex.scope', '{"in":')
    open('/card', found)
    expect(await part(/^all 3 libraries/)).toBeVisible()
  })
  test('a whole system takes the place of its branches; the address and the window keep it', async () => {
    const { user } = open('/search?q=x&in=quay&page=3', found)
    await user.click(await part(/^Quayside\. Change: Where to search/))
    const dialog = await screen.findByRole('dialog', { name: 'Where to search' })
    await user.click(screen.getByRole('checkbox', { name: 'Harbour Libraries' }))
    expect(screen.getByRole('checkbox', { name: 'Beacon Hill' })).toBeChecked()
    await user.click(screen.getByRole('checkbox', { name: 'Wold Library' }))
    expect(scopeFromAddress(new URLSearchParams(window.location.search))).toMatchObject({ in: ['harbour', 'wold'] })
    expect(address()).not.toContain('page')
    expect(JSON.parse(sessionStorage.getItem('catalex.scope') ?? '')).toMatchObject({ in: ['harbour', 'wold'] })
    await user.click(screen.getByRole('checkbox', { name: 'All libraries' }))
    await user.click(screen.getByRole('button', { name: 'Close' }))
    await waitFor(() => {
      expect(dialog).not.toBeInTheDocument()
    })
    expect(address()).toBe('/search?q=x')
  })
  test('one collects where one chose, else at one’s own branch, else where everybody can', async () => {
    open('/card?at=hill', found)
    expect(await part(/^Beacon Hill\. Change: Where to collect/)).toBeVisible()
  })
  test('a reader who chose nothing collects at the own branch', async () => {
    open('/card', { ...found, session: SOMEBODY, card: new Refused('busy') })
    expect(await part(/^Beacon Hill\. Change: Where to collect/)).toBeVisible()
  })
})

describe('the frame', () => {
  test('the list of keys opens with a question mark, not while one types', async () => {
    const { user } = open('/search?q=x', { search: answer([]) })
    await screen.findByRole('heading', { level: 1 })
    await user.keyboard('/')
    await user.keyboard('?')
    expect(screen.queryByRole('dialog')).toBeNull()
    screen.getByRole('button', { name: 'Search' }).focus()
    await user.keyboard('?')
    expect(await screen.findByRole('dialog', { name: 'Keyboard shortcuts' })).toBeVisible()
  })
  test('colours stay as chosen', async () => {
    const { user } = open('/', {})
    await user.click(await screen.findByRole('button', { name: 'Dark mode' }))
    expect(localStorage.getItem('catalex.theme')).toBe('dark')
    expect(screen.getByRole('button', { name: 'Light mode' })).toBeVisible()
  })
  test('an address that is none has its page, and the search stays in sight', async () => {
    open('/nowhere', {})
    expect(await screen.findByText('There is no page at this address')).toBeVisible()
    expect(screen.getByRole('search', { name: 'Search the catalogue' })).toBeVisible()
  })
  test('the start: what there is by format, what is open, what has come in', async () => {
    const found = answer([row('p1', 'The salt ledger')], { count: 1234, facets: { ...answer([]).facets, format: { print: 900, film: 2 } } })
    const { server } = open('/', { search: found })
    expect(await screen.findByText(/^Search 1,234 titles in 3 libraries/)).toBeVisible()
    expect(screen.getByRole('link', { name: /^Print/ })).toHaveAttribute('href', '/search?as=print&at=quay')
    expect(screen.queryByRole('link', { name: /^Map/ })).toBeNull()
    expect(screen.getByRole('link', { name: /The salt ledger/ })).toHaveAttribute('href', '/titles/p1?at=quay')
    expect(screen.getByRole('link', { name: 'Quayside' }).parentElement).toHaveTextContent('open until 00:00')
    expect(server.asked('search')[0]?.query.get('sort')).toBe('added')
  })
})

describe('small parts', () => {
  test('what narrows is taken back by keyboard, too', async () => {
    const { user } = open('/search?q=x&format=film&language=fre', { search: answer([row('p1', 'The salt ledger')]) })
    const chip = await screen.findByRole('button', { name: 'Remove: Film' })
    chip.focus()
    await user.keyboard('{Enter}')
    expect(address()).toBe('/search?q=x&language=fre')
    expect(screen.queryByRole('button', { name: 'Clear all' })).toBeNull()
  })

  test('a hint says by focus what an icon means, and is no second name', async () => {
    const { user } = open('/', {})
    const button = await screen.findByRole('button', { name: 'Keyboard shortcuts' })
    await user.hover(button)
    expect(await screen.findByRole('tooltip')).toHaveTextContent('Keyboard shortcuts')
    expect(button).toHaveAccessibleName('Keyboard shortcuts')
  })

  test('signing out leaves nothing of the reader in the window', async () => {
    const { server, user } = open('/card', { session: SOMEBODY, card: new Refused('busy'), signOut: undefined })
    sessionStorage.setItem('catalex.rows', '{"/search?q=secret":3}')
    await user.click(await screen.findByRole('button', { name: 'Sign out' }))
    await waitFor(() => {
      expect(server.asked('signOut')).toHaveLength(1)
      expect(sessionStorage.length).toBe(0)
    })
  })

  test('a notice is said politely and leaves by itself, one at a time', async () => {
    const { user } = open('/titles/p1', {})
    await user.click((await screen.findAllByRole('button', { name: /^Copy call number/ }))[0]!)
    expect(await screen.findByRole('alert')).toHaveTextContent('Call number copied')
    await user.click(screen.getAllByRole('button', { name: /^Copy call number/ })[1]!)
    expect(await screen.findAllByText('Call number copied')).toHaveLength(1)
  })
})
