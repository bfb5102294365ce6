/** The pictures in docs/screenshots/: one of each main view, from the demo's world. */
import { test, type Page } from '@playwright/test'
import { signIn } from './steps.ts'

const folder = 'docs/screenshots'
const take = async (page: Page, name: string) => {
  await page.waitForLoadState('networkidle')
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${folder}/${name}.png` })
}

test('the main views', async ({ page }) => {
  await page.goto('/')
  await take(page, 'home')
  await page.goto('/search?q=lighthouse')
  await page.getByRole('link', { name: 'The last keepers of the Sound' }).waitFor()
  await take(page, 'search')
  await page.goto('/search?q=harbourmaster+inquests&format=large-print&place=ferrygate')
  await page.getByText('Narrowed to').waitFor()
  await take(page, 'search-narrowed')
  await page.goto('/search?q=five+lights&in=ferrygate')
  await page.getByText('What would find more').waitFor()
  await take(page, 'search-empty')
  await page.goto('/search?q=lighthouse')
  await page.getByRole('link', { name: 'The last keepers of the Sound' }).click()
  await page.getByRole('heading', { name: 'Copies' }).waitFor()
  await take(page, 'title')
  await page.getByRole('button', { name: /^Hold at/ }).click()
  await page.getByRole('status').filter({ hasText: 'waits for you' }).waitFor()
  await take(page, 'hold')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByText('Ines Arkley').waitFor()
  await take(page, 'sign-in')
  await signIn(page, '00042117', '4711')
  await page.getByRole('link', { name: /Ines Arkley/ }).click()
  await page.getByRole('heading', { name: /On its way to you/ }).waitFor()
  await take(page, 'card')
})

test('in the dark, and on a phone', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' })
  await page.goto('/search?q=lighthouse')
  await page.getByRole('link', { name: 'The last keepers of the Sound' }).waitFor()
  await take(page, 'search-dark')
  await page.emulateMedia({ colorScheme: 'light' })
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/search?q=house+of+tides')
  await page.getByRole('link', { name: 'The house of tides' }).waitFor()
  await take(page, 'phone-search')
  await page.getByText('on the shelf').first().click()
  await page.getByRole('heading', { name: /^Routes to you at/ }).waitFor()
  await take(page, 'phone-routes')
})
