/** The ways between the screens: what comes along, where the focus goes, what Back does, in which language. */
import { screen, waitFor, within } from '@testing-library/react'
import { afterEach, describe, expect, test } from 'vitest'
import { address, open } from '../../tests/open.tsx'
import { answer, card, edition, hold, options, pickup, PLACES, row, SOMEBODY, titlePage } from '../../tests/samples.ts'
import { speak } from './i18n.ts'

const ROWS = [row('p1', 'The salt ledger'), row('p2', 'Low water')]
const found = answer(ROWS, { count: 2 })
const heading = (name: string) => screen.findByRole('heading', { level: 1, name })

describe('the pickup location', () => {
  test('stands in every address, whether or not anybody chose it; the server is asked what it knows better', async () => {
    const { server } = open('/search?q=x', { search: found })
    await heading('2 titles')
    await waitFor(() => {
      expect(new URLSearchParams(window.location.search).get('at')).toBe('quay')
    })
    expect(server.asked('search')).toHaveLength(1)
    expect(server.asked('search')[0]?.query.get('at')).toBeNull()
  })
  test('that nobody chose gives way to a reader’s own; one that an address brought does not', async () => {
    const { server, user } = open('/search?q=x', { search: found, signIn: SOMEBODY, card: card() })
    await user.click(await screen.findByRole('button', { name: 'Sign in' }))
    const dialog = await screen.findByRole('dialog', { name: 'Sign in' })
    server.reply({ session: SOMEBODY })
    await user.type(within(dialog).getByLabelText('Card number'), '43239')
    await user.type(within(dialog).getByLabelText('PIN'), '4832{Enter}')
    await waitFor(() => {
      expect(new URLSearchParams(window.location.search).get('at')).toBe('hill')
    })
  })
  test.each(['/titles/p1?at=quay', '/card'])(
    'goes along with a search that is asked for at %s before the libraries are known',
    async (start) => {
      sessionStorage.setItem('catalex.filled', 'quay')
      const { user } = open(start, { search: found, places: () => new Promise(() => undefined) })
      await user.type(await screen.findByRole('combobox', { name: 'Search the catalogue' }), 'tide{Enter}')
      await waitFor(() => {
        expect(window.location.pathname).toBe('/search')
      })
      expect(new URLSearchParams(window.location.search).get('at')).toBe('quay')
    },
  )
  test('of a link is the same for everybody', async () => {
    open('/search?q=x&at=quay', { search: found, session: SOMEBODY, card: card() })
    expect(await screen.findByRole('button', { name: /^Quayside\. Change: Where to collect/ })).toBeVisible()
  })
})

describe('arriving', () => {
  test('each view has its title and takes the focus to its heading', async () => {
    const { user } = open('/search?q=salt', { search: found })
    await heading('2 titles')
    expect(document.title).toBe('salt · Test libraries')
    await user.click(screen.getByRole('link', { name: 'The salt ledger' }))
    expect(await heading('The salt ledger')).toHaveFocus()
    expect(document.title).toBe('The salt ledger · Test libraries')
    await user.click(screen.getByRole('link', { name: 'Browse' }))
    await waitFor(() => {
      expect(document.title).toBe('Browse people · Test libraries')
    })
  })
  test('a search that is narrowed only is called by that', async () => {
    open('/search?language=fre&person=Lund%2C%20Marta&page=2', { search: answer(ROWS, { count: 42, page: 2 }) })
    await waitFor(() => {
      expect(document.title).toBe('French, Lund, Marta, page 2 · Test libraries')
    })
  })
  test('the way back finds the row that was left', async () => {
    const { user } = open('/search?q=salt', { search: found, title: titlePage({ controlNumber: 'p2' }) })
    await user.click(await screen.findByRole('link', { name: 'Low water' }))
    await user.click(await screen.findByRole('link', { name: /back to 2 titles/ }))
    await waitFor(() => {
      expect(screen.getByRole('link', { name: 'Low water' })).toHaveFocus()
    })
  })
  test('the focus goes on where what had it is gone', async () => {
    const { server, user } = open('/search?q=x&language=fre&format=film', { search: found })
    const chip = await screen.findByRole('button', { name: 'Remove: French' })
    server.reply({ search: found })
    chip.focus()
    await user.keyboard('{Enter}')
    await waitFor(() => {
      expect(screen.queryByRole('button', { name: 'Remove: French' })).toBeNull()
    })
    await waitFor(() => {
      expect(document.body).not.toHaveFocus()
    })
  })
})

test('a reading in the place of the words is what is narrowed further, and one press takes it back', async () => {
  const meant = { kind: 'spelling' as const, q: 'tamsin', count: 2, values: [], yearFrom: null, yearTo: null }
  const facets = { ...found.facets, language: { eng: 1, fre: 1 } }
  const { server, user } = open('/search?q=tamsn', { search: answer(ROWS, { count: 2, meant, facets }) })
  expect(await screen.findByText('No results for “tamsn”. Showing results for “tamsin”.')).toBeVisible()
  await user.click(screen.getByRole('button', { name: 'Search for “tamsn” instead' }))
  expect(address()).toBe('/search?q=tamsn&asTyped=true')
  window.history.back()
  await waitFor(() => {
    expect(address()).toBe('/search?q=tamsn')
  })
  server.reply({ search: answer(ROWS, { count: 1, facets }) })
  const language = await screen.findByRole('button', { name: 'Language' })
  if (language.getAttribute('aria-expanded') === 'false') await user.click(language)
  await user.click(await screen.findByRole('checkbox', { name: /^Filter to French/ }))
  expect(address()).toBe('/search?q=tamsin&language=fre')
})

test('what was unfolded and opened is so again when the list comes back', async () => {
  const two = answer([row('p1', 'The salt ledger', { editions: [edition('p1'), edition('p3', { carrier: 'dvd' })] })], {
    facets: { ...found.facets, language: { eng: 1, fre: 1 } },
  })
  const { user } = open('/search?q=salt', { search: two })
  await user.click(await screen.findByRole('button', { name: /^Compare 2 editions/ }))
  await user.click(screen.getByRole('button', { name: 'Language' }))
  await user.click(screen.getByRole('link', { name: 'The salt ledger' }))
  await user.click(await screen.findByRole('link', { name: /back to 1 title/ }))
  expect(await screen.findByRole('region', { name: 'Editions side by side' })).toBeVisible()
  expect(screen.getByRole('button', { name: 'Language' })).toHaveAttribute('aria-expanded', 'true')
})

test('Back closes a dialog before it leaves the page', async () => {
  const { user } = open('/titles/p1', { holdOptions: options([pickup('quay')]) })
  await heading('The salt ledger')
  await user.keyboard('h')
  expect(await screen.findByRole('dialog', { name: /^Place a hold:/ })).toBeVisible()
  window.history.back()
  await waitFor(() => {
    expect(screen.queryByRole('dialog')).toBeNull()
  })
  expect(address()).toBe('/titles/p1')
})

describe('another language', () => {
  afterEach(() => speak('en'))
  test('is chosen in place, for texts, numbers and dates, and stays', async () => {
    const { user } = open('/search?q=salt', { search: answer(ROWS, { count: 1234 }) })
    await heading('1,234 titles')
    await user.click(screen.getAllByRole('button', { name: 'Deutsch' })[0]!)
    expect(await heading('1.234 Titel')).toBeVisible()
    expect(document.documentElement.lang).toBe('de')
    expect(localStorage.getItem('catalex.language')).toBe('de')
    await user.click(screen.getAllByRole('button', { name: 'English' })[0]!)
    expect(await heading('1,234 titles')).toBeVisible()
  })
  test('says refusals and dates, too', async () => {
    await speak('de')
    open('/card', {
      session: SOMEBODY,
      places: { ...PLACES, currency: 'EUR' },
      card: card({ owed: 1234, warnings: [{ code: 'owes-too-much', owed: 1234, limit: 1000 }], holds: [hold('h1', { state: 'waiting', from: null, queue: { place: 3, copies: 2 } })] }), // prettier-ignore
    })
    expect(await screen.findByText(/^Sie können nichts vormerken: Sie schulden 12,34\s€, erlaubt sind 10,00\s€/)).toBeVisible()
    expect(await screen.findByText('Sie sind an 3. Stelle der Warteliste')).toBeVisible()
    expect(screen.getByText(/^gewünscht Mi\.? 25\. Nov/)).toBeVisible()
  })
})

describe('what one has already', () => {
  test('is said in the list, on the title and beside its routes', async () => {
    const mine = card({ holds: [hold('h1', { controlNumber: 'p9', carrier: 'large-print-book', state: 'waiting' })] })
    const rows = answer([
      row('p1', 'The salt ledger', { editions: [edition('p1'), edition('p9', { carrier: 'large-print-book' })] }),
      ROWS[1]!,
    ])
    open('/search?q=salt', { search: rows, session: SOMEBODY, card: mine })
    await waitFor(() => {
      expect(
        screen.getAllByRole('listitem').filter((item) => item.textContent.includes('You have a hold on this: Large print')),
      ).toHaveLength(1)
    })
  })
})
