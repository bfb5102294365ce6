/** Where the network, a file of the application or the browser's storage is missing, the page says so and stays. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers } from './steps.ts'

const MISSING = 'Part of the page didn’t load.'
const list = '/search?q=lamplighter'

async function opened(page: Page, address: string): Promise<void> {
  await page.goto(address)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0)
}
const firstTitle = (page: Page) => page.getByRole('region', { name: 'Results' }).getByRole('listitem').first().getByRole('link').first()

/** Each kind of press that loads something: where it stands, and what comes of it once the network is back. */
const PRESSES: Record<string, { at: string; press(page: Page): Promise<void>; comes(page: Page): Promise<void> }> = {
  'a page': {
    at: '/search?q=lamplighter',
    press: (page) => page.getByRole('contentinfo').getByRole('link', { name: 'Help' }).click(),
    comes: (page) => expect(page.getByRole('heading', { level: 1, name: 'Help' })).toBeVisible(),
  },
  'a title': {
    at: list,
    press: (page) => firstTitle(page).click(),
    comes: (page) => expect(page.getByRole('region', { name: 'Copies' })).toBeVisible(),
  },
  'a dialog': {
    at: list,
    press: (page) => page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click(),
    comes: (page) => expect(page.getByRole('dialog', { name: 'Sign in' })).toBeVisible(),
  },
  'what unfolds': {
    at: list,
    press: (page) =>
      page
        .getByRole('button', { name: /^Show branches/ })
        .first()
        .click(),
    comes: (page) => expect(page.getByRole('button', { name: /^Hide branches/ })).toBeVisible(),
  },
}

for (const [name, { at, press, comes }] of Object.entries(PRESSES)) {
  test(`without a network ${name} says that it did not come, and comes when it is tried again`, async ({ page, context }) => {
    await opened(page, at)
    await context.setOffline(true)
    await press(page)
    const alert = page.getByRole('alert').filter({ hasText: MISSING })
    await expect(alert).toBeInViewport()
    await expect(page.getByRole('combobox', { name: 'Search the catalogue' })).toBeVisible()
    await noBarriers(page)
    await context.setOffline(false)
    await alert.getByRole('button', { name: 'Try again' }).click()
    await comes(page)
  })
}

test('without a network the search box stays, searching says why, and Back finds the list', async ({ page, context }) => {
  await opened(page, list)
  await context.setOffline(true)
  await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('tide')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'The catalogue can’t be reached.' })).toBeVisible()
  await page.goBack()
  await expect(firstTitle(page)).toContainText('lamplighter')
  await context.setOffline(false)
  await page.goForward()
  await expect(firstTitle(page)).not.toContainText('lamplighter')
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('a file that is gone leaves page and box; with a newer release the next page is loaded from the server', async ({ page }) => {
  await page.route(/\/assets\/HelpPage-/, (route) => route.fulfill({ status: 404, body: '' }))
  await opened(page, list)
  await page.getByRole('contentinfo').getByRole('link', { name: 'Help' }).click()
  await expect(page.getByRole('alert').filter({ hasText: MISSING })).toBeVisible()
  await page.goBack()
  await expect(firstTitle(page)).toBeVisible()
  await page.unroute(/\/assets\/HelpPage-/)
  await page.route('**/api/**', async (route) => {
    const response = await route.fetch()
    await route.fulfill({ response, headers: { ...response.headers(), 'catalex-release': 'another' } })
  })
  await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('tide')
  await page.keyboard.press('Enter')
  await expect(page).toHaveTitle(/tide/)
  await page.evaluate(() => ((window as { stayed?: boolean }).stayed = true))
  const loaded = page.waitForEvent('load')
  await firstTitle(page).click()
  await loaded
  await expect(page.getByRole('region', { name: 'Copies' })).toBeVisible()
  expect(await page.evaluate(() => (window as { stayed?: boolean }).stayed)).toBeUndefined()
})

const STORAGES = {
  'is forbidden': () => {
    for (const name of ['localStorage', 'sessionStorage'])
      Object.defineProperty(window, name, {
        get() {
          throw new DOMException('forbidden', 'SecurityError')
        },
      })
  },
  'has no room': () => {
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  },
}
for (const [name, block] of Object.entries(STORAGES)) {
  test(`where storage ${name}, one searches, narrows, gathers and changes the language all the same`, async ({ page }) => {
    await page.addInitScript(block)
    await opened(page, list)
    await page.getByRole('button', { name: /^Put in satchel/ }).first().click() // prettier-ignore
    await expect(page.getByRole('link', { name: 'Satchel, 1 title' })).toBeVisible()
    await page.getByRole('button', { name: 'Dark mode' }).click()
    await firstTitle(page).click()
    await expect(page.getByRole('region', { name: 'Copies' })).toBeVisible()
    await page.getByRole('link', { name: 'Satchel, 1 title' }).click()
    await expect(page.getByRole('heading', { level: 1, name: /Satchel/ })).toBeVisible()
    await expect(page.getByRole('listitem').filter({ has: page.getByRole('checkbox') }).first()).toBeVisible() // prettier-ignore
    await page.getByRole('button', { name: 'Deutsch' }).first().click()
    await expect(page.getByRole('button', { name: 'English' }).first()).toBeFocused()
  })
}
