/** The same work in one hand: 390 pixels wide, by touch. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, row, settled, signIn } from './steps.ts'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

/** Nothing makes the page wider than the screen. */
async function fits(page: Page): Promise<void> {
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
}

test(
  'from the list to a hold: narrowing over the list, routes over the list, the hold on the whole screen',
  { tag: ['@holds', '@routes'] },
  async ({ page }) => {
    await page.goto('/search?q=harbourmaster+inquests')
    await expect(page.getByRole('heading', { name: '9 titles' })).toBeVisible()
    await page.getByRole('button', { name: 'Filters', exact: true }).tap()
    await page.getByRole('checkbox', { name: /^Filter to Large print/ }).tap()
    await page.getByRole('button', { name: /^Show \d+ titles?$/ }).tap()
    await expect(page.getByRole('button', { name: 'Filters (1)' })).toBeVisible()
    await expect(page).toHaveURL(/format=large-print/)
    await fits(page)

    await row(page, 'The lamplighter’s alibi')
      .getByText(/Large print/)
      .first()
      .tap()
    await expect(page.getByRole('heading', { name: /^Routes to you at/ })).toBeVisible()
    await noBarriers(page)
    await page.getByRole('button', { name: /^Hold at/ }).tap()
    const dialog = page.getByRole('dialog', { name: /^Place a hold: The lamplighter/ })
    await expect(dialog.getByRole('status')).toContainText('kept for you at')
    const box = await dialog.boundingBox()
    expect([box?.x, box?.width, box?.height]).toEqual([0, 390, 844])
    await noBarriers(page)
    await dialog.getByRole('button', { name: 'Sign in and place the hold' }).tap()
    await signIn(page, '00042225', '4722')
    await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
    await dialog.getByRole('button', { name: 'Undo' }).tap()
    await expect(dialog.getByText('Hold cancelled.')).toBeVisible()
    await dialog.getByText('Close').tap()
    await expect(dialog).toBeHidden()
    await fits(page)
  },
)

test('no field makes a telephone zoom, numbers bring digits, and a PIN may be looked at', { tag: '@shared' }, async ({ page }) => {
  for (const view of ['/', '/search?q=tide', '/join', '/ask', '/courses', '/branches', '/card']) {
    await page.goto(view)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    if (view === '/card') await page.getByRole('main').getByRole('button', { name: 'Sign in' }).tap()
    const fields = page.locator('input:not([type="checkbox"]):not([type="radio"]):not([type="hidden"]), textarea, select')
    await expect(fields.first()).toBeAttached()
    const small = await fields.evaluateAll((all) =>
      all
        .filter((one) => one.checkVisibility() && parseFloat(getComputedStyle(one).fontSize) < 16)
        .map((one) => one.outerHTML.slice(0, 120)),
    )
    expect(small, view).toEqual([])
  }
  const dialog = page.getByRole('dialog', { name: 'Sign in' })
  await expect(dialog.getByLabel('Card number')).toHaveAttribute('inputmode', 'numeric')
  const pin = dialog.getByLabel('PIN', { exact: true })
  await expect(pin).toHaveAttribute('type', 'password')
  await dialog.getByRole('button', { name: 'Show what is typed' }).tap()
  await expect(pin).toHaveAttribute('type', 'text')
})

test(
  'a hold is at hand wherever the page stands, unless its button is in sight, whole',
  { tag: ['@title', '@holds'] },
  async ({ page }) => {
    // So low that the ways are out of sight at first.
    await page.setViewportSize({ width: 390, height: 380 })
    await page.goto('/titles/ps00000001')
    const buttons = page.getByRole('button', { name: /^Hold at/ })
    // Whatever stands above it has come.
    await expect(page.getByText(/^Next in The harbourmaster/)).toBeVisible()
    await settled(page)
    await expect(buttons).toHaveCount(2)
    const button = page.getByRole('complementary', { name: /^Routes to/ }).getByRole('button', { name: /^Hold at/ })
    /** So many pixels of it stand above the lower edge of the window. */
    const show = async (pixels: number) => {
      await button.evaluate((one, wanted) => {
        window.scrollBy(0, one.getBoundingClientRect().top - (innerHeight - wanted))
      }, pixels)
    }
    await show(7)
    await expect(buttons).toHaveCount(2)
    await show(200)
    await expect(buttons).toHaveCount(1)
    await page.evaluate(() => {
      window.scrollTo(0, document.body.scrollHeight)
    })
    await expect(buttons).toHaveCount(2)
    await buttons.last().tap()
    await expect(page.getByRole('dialog', { name: /^Place a hold: The ledger at low water/ })).toBeVisible()
  },
)

test('in German, at 320 pixels, with a card: nothing overlaps in the bar, and lists fit', { tag: ['@app', '@lists'] }, async ({ page }) => {
  await page.setViewportSize({ width: 320, height: 640 })
  await page.goto('/card')
  await page.getByRole('main').getByRole('button', { name: 'Sign in' }).tap()
  await signIn(page, '00042117', '4711')
  await page.evaluate(() => {
    localStorage.setItem('catalex.language', 'de')
  })
  for (const view of ['/lists', '/card', '/satchel']) {
    await page.goto(view)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth), view).toBe(320)
    const boxes = await page
      .getByRole('banner')
      .locator('a, button')
      .evaluateAll((all) => all.filter((one) => one.checkVisibility()).map((one) => one.getBoundingClientRect().toJSON() as DOMRect))
    expect(boxes.length).toBeGreaterThan(4)
    const overlapping = boxes.flatMap((a, i) => boxes.slice(i + 1).filter((b) => a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1)) // prettier-ignore
    expect(overlapping, view).toEqual([])
  }
  await expect(page.getByRole('link', { name: /^Ines Arkley · 1 / })).toBeVisible()
})
