/** Finding: misspelt, narrowed, kept, built, browsed, compared, and back to the same row. */
import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, row, settled } from './steps.ts'

const narrowing = (page: Page) => page.getByRole('complementary', { name: 'Filters' })
const section = (page: Page, name: string) => narrowing(page).getByRole('region', { name, exact: true })
/** A list of one's choice that opens on a press. */
const choose = async (page: Page, list: Locator, option: string) => {
  await list.click()
  await page.getByRole('option', { name: option, exact: true }).click()
}
// Each begins on a page of its own: they are shared out among the workers.
test.describe.configure({ mode: 'parallel' })

const count = (page: Page) => page.getByRole('heading', { level: 1 })

test(
  'a misspelt author is read as the right one, said so and one press back, and the list is narrowed',
  { tag: ['@query'] },
  async ({ page }) => {
    await page.goto('/search?q=tamsn+orik')
    await expect(count(page)).toHaveText('9 titles')
    await expect(page.getByText('No results for “tamsn orik”. Showing results for “tamsin orrick”.')).toBeVisible()
    await noBarriers(page)
    await page.getByRole('button', { name: 'Search for “tamsn orik” instead' }).click()
    await expect(count(page)).toHaveText('0 titles')
    await noBarriers(page)
    await page.getByRole('button', { name: 'tamsin orrick' }).click()
    await expect(count(page)).toHaveText('9 titles')
    const largePrint = section(page, 'Format').getByRole('checkbox', { name: /^Filter to Large print/ })
    const shown = /(\d+) titles?/.exec((await largePrint.getAttribute('aria-label')) ?? '')?.[1]
    await largePrint.click()
    await expect(count(page)).toHaveText(`${shown ?? ''} titles`)
    await expect(largePrint).toBeFocused()
  },
)

test('titles that have a word only with their publisher come last, and can be left out', async ({ page }) => {
  await page.goto('/search?q=quay')
  const all = Number.parseInt(((await count(page).textContent()) ?? '').replaceAll(',', ''), 10)
  const weak = Number.parseInt(
    (/^[\d,]+/.exec((await page.getByText(/match only by publisher/).textContent()) ?? '') ?? ['0'])[0].replaceAll(',', ''),
    10,
  )
  expect(weak).toBeGreaterThan(0)
  await page.getByRole('button', { name: 'Hide them' }).click()
  await expect(count(page)).toHaveText(new RegExp(`^${(all - weak).toLocaleString('en')} titles?$`))
  await page.getByRole('button', { name: 'Remove: Anywhere but publisher' }).click()
  await expect(count(page)).toHaveText(new RegExp(`^${all.toLocaleString('en')} titles?$`))
})

test('a carrier that only a note tells of is found through Narrowing', { tag: ['@catalogue'] }, async ({ page }) => {
  await page.goto('/search?q=tide+mill')
  await section(page, 'Format').getByRole('button', { name: 'Show parts of Film' }).click()
  await section(page, 'Format')
    .getByRole('checkbox', { name: /^Filter to Laser disc/ })
    .click()
  await expect(row(page, 'The tide mill at Tarbeck')).toBeVisible()
  await expect(count(page)).toHaveText('1 title')
})

test('a kept narrowing stays for the next search and says what it hides', async ({ page }) => {
  await page.goto('/search?q=winter&format=large-print')
  await page.getByRole('button', { name: 'Keep this filter on: Format' }).click()
  await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('harbourmaster')
  await page.getByRole('button', { name: 'Search', exact: true }).click()
  await expect(page).toHaveURL(/q=harbourmaster.*format=large-print.*keep=format/)
  await expect(page.getByRole('button', { name: 'Remove: harbourmaster' })).toBeVisible()
  await settled(page)
  const before = Number.parseInt((await count(page).textContent()) ?? '', 10)
  const hidden = Number.parseInt(/hides (\d+)/.exec((await page.getByText(/^hides \d+ titles?$/).textContent()) ?? '')?.[1] ?? '', 10)
  await noBarriers(page)
  await page.getByRole('button', { name: 'Remove: Large print' }).click()
  await expect(count(page)).toHaveText(`${String(before + hidden)} titles`)
})

test('four things asked of copies are four different things', { tag: ['@search', '@copies', '@presenting'] }, async ({ page }) => {
  // A facsimile that never leaves its reading rooms.
  await page.goto('/search?q=charters+pellan+priory&at=ferrygate')
  const choice = (name: RegExp) => section(page, 'Availability').getByRole('checkbox', { name })
  await expect(choice(/^Filter to At Ferrygate, 0/)).toBeVisible()
  await expect(choice(/^Filter to Available now, 1/)).toBeVisible()
  await expect(choice(/^Filter to Can be borrowed, 0/)).toBeVisible()
  await expect(choice(/^Filter to Can be sent to Ferrygate, 0/)).toBeVisible()
})

test('editions are compared in the row, and the way back finds the same row', { tag: ['@title'] }, async ({ page }) => {
  await page.goto('/search?q=house&sort=title')
  await expect(count(page)).toContainText('titles')
  await settled(page)
  // Rows out of sight are laid out when they come into it, which moves what stands below them under a press that comes at once.
  const next = page.getByRole('button', { name: 'Next' })
  await next.scrollIntoViewIfNeeded()
  await next.click()
  await expect(page).toHaveURL(/page=2/)
  await expect(page.getByText(/^21–40 of/)).toBeVisible()
  const links = page.getByRole('region', { name: 'Results' }).getByRole('listitem').getByRole('heading').getByRole('link')
  const title = await links.nth(6).textContent()
  await links.nth(6).click()
  await expect(page.getByRole('heading', { level: 1, name: title ?? '' })).toBeVisible()
  await page.goBack()
  await expect(links.nth(6)).toBeFocused()
  await page.goto('/search?q=cantero')
  await page.getByRole('button', { name: /^Compare 5 editions/ }).click()
  const table = page.getByRole('region', { name: 'Editions side by side' })
  await expect(table.getByRole('row')).toHaveCount(6)
  // What differs from the first is marked, and nothing of the first.
  await expect(table.getByRole('cell', { name: 'English' }).first()).toHaveCSS('font-weight', '600')
  await expect(table.getByRole('cell', { name: 'Spanish' })).toHaveCSS('font-weight', '400')
  await noBarriers(page)
})

test('the builder writes a query, the box shows it, the builder opens filled in', { tag: ['@query'] }, async ({ page }) => {
  await page.goto('/builder')
  await choose(page, page.getByRole('combobox', { name: 'Field' }).first(), 'Title')
  await page.getByLabel('Words').first().fill('winter watch')
  await page.getByRole('button', { name: 'Add a row' }).click()
  await choose(page, page.getByRole('combobox', { name: 'Combine with the row above' }), 'but not')
  await page.getByLabel('Words').nth(1).fill('zebra')
  await noBarriers(page)
  const show = page.getByRole('button', { name: /^Show \d+ title/ })
  await expect(show).not.toHaveText('Show 0 titles')
  const promised = /\d+/.exec((await show.textContent()) ?? '')?.[0]
  await show.click()
  await expect(count(page)).toHaveText(new RegExp(`^${promised ?? ''} titles?$`))
  await expect(page.getByRole('combobox', { name: 'Search the catalogue' })).toHaveValue(
    'title all "winter watch" not anywhere all "zebra"',
  )
  await page.getByRole('link', { name: 'Build a search' }).click()
  await expect(page.getByLabel('Words').nth(1)).toHaveValue('zebra')
})

test('by keyboard: headings while typing, and browsing in their order', { tag: ['@browse', '@text'] }, async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'By format' })).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('lund, m')
  await expect(page.getByRole('option', { name: /Lund, Marta, 1931-2004/ })).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(count(page)).toHaveText('1 title')
  await expect(page).toHaveURL(/person=Lund/)
  await page.goto('/browse/person?from=lund')
  await expect(page.getByRole('listitem').filter({ hasText: 'Lund, Marta' })).toHaveCount(2)
  await noBarriers(page)
  await page.getByRole('link', { name: 'Lund, Marta, 1984-' }).click()
  await expect(row(page, 'Knitting by the harbour light')).toBeVisible()
  await expect(count(page)).toHaveText('1 title')
})

test('browsing goes both ways by keyboard, along the shelf too, and other names lead to the heading', async ({ page }) => {
  await page.goto('/browse/person?from=vane')
  const other = page.getByRole('listitem').filter({ hasText: 'Vane, Isolde' })
  await expect(other).toHaveCount(1)
  await expect(other).toContainText('see Orrick, Tamsin')
  await noBarriers(page)
  const focused = () => page.evaluate(() => document.activeElement?.textContent ?? '')
  await page.keyboard.press('j')
  expect(await focused()).toMatch(/^Orrick, Tamsin/)
  const names = [await focused()]
  while (names.length < 43) {
    // At the edge of what has been fetched, the next ones come.
    await expect(async () => {
      await page.keyboard.press('k')
      expect(await focused()).not.toBe(names.at(-1))
    }).toPass({ intervals: [50] })
    names.push(await focused())
  }
  expect([...names.slice(1)].sort((a, b) => b.localeCompare(a, 'en'))).toEqual(names.slice(1))
  await other.getByRole('link').click()
  await expect(row(page, 'Nine knots')).toBeVisible()
  await page.goto('/browse/call-number?from=VK')
  await expect(page.getByRole('listitem').filter({ hasText: /^VK/ }).first()).toBeVisible()
  await expect(page.getByRole('listitem').first()).not.toHaveText(/^VK/)
  await page.keyboard.press('ArrowDown')
  expect(await focused()).toMatch(/^VK/)
  await page.keyboard.press('ArrowUp')
  expect(await focused()).not.toMatch(/^VK/)
  await noBarriers(page)
})

test('a list that is about to be another opens nothing any more', async ({ page }) => {
  await page.goto('/search?q=tide')
  const first = page.getByRole('region', { name: 'Results' }).getByRole('listitem').first()
  await expect(first).toBeVisible()
  let answer = () => undefined as unknown
  await page.route('**/api/search?*', async (route) => {
    await new Promise((done) => (answer = () => { done(undefined) }))
    await route.continue()
  }) // prettier-ignore
  await page.getByLabel('Sort by').selectOption('title')
  await expect(page.getByRole('region', { name: 'Results' })).toHaveAttribute('aria-busy', 'true')
  await first.getByRole('link').click({ force: true })
  await expect(page).toHaveURL(/\/search\?/)
  answer()
  await expect(page.getByRole('region', { name: 'Results' })).toHaveAttribute('aria-busy', 'false')
})

test(
  'one press of Enter is one step back, and a page behind the last is the last',
  { tag: ['@search', '@app', '@shared', '@ui'] },
  async ({ page }) => {
    await page.goto('/')
    await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('winter watch')
    await page.keyboard.press('Enter')
    await expect(count(page)).toContainText('title')
    await page.goBack()
    await expect(page.getByRole('heading', { name: 'By format' })).toBeVisible()
    await page.goto('/search?q=house&page=9999')
    const [, last, all] = /^[\d,]+–([\d,]+) of ([\d,]+)$/.exec((await page.getByText(/^[\d,]+–[\d,]+ of/).textContent()) ?? '') ?? []
    expect(last).toBe(all)
    await expect(page.getByRole('region', { name: 'Results' }).getByRole('listitem').first()).toBeVisible()
  },
)

test('what stood in the box is what the builder opens with, exclusions and all', async ({ page }) => {
  await page.goto('/search?q=tide+mill+-film')
  const found = await count(page).textContent()
  await page.getByRole('link', { name: 'Build a search' }).click()
  await expect(page.getByLabel('Words').nth(1)).toHaveValue('film')
  await expect(page.getByRole('button', { name: `Show ${found ?? ''}` })).toBeVisible()
})
