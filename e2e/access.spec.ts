/** Every view and state in both themes and three widths has no barriers; all of the work goes by keyboard, in sight. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, signIn } from './steps.ts'

/** Each test has a page of its own, and takes long: they are shared out among the workers. */
test.describe.configure({ mode: 'parallel' })

const VIEWS = [
  '/',
  '/search?q=harbourmaster+inquests',
  '/search?q=lighthouse&format=print&language=eng&keep=language',
  '/search?q=tamsn+orik',
  '/search?q=zzyzx+qqqq',
  '/titles/ps00000001',
  '/browse/subject?from=sea',
  '/browse/call-number?from=VK',
  '/builder?q=horse+-zebra',
  '/branches',
  '/branches/ferrygate',
  '/ask?kind=reading+list&about=%2Fsearch%3Fq%3Dtide',
  '/help',
  '/privacy',
  '/accessibility',
  '/card',
  '/join',
  '/nowhere',
]

for (const width of [1280, 390, 320]) {
  test(`no barriers at ${String(width)} pixels, light or dark`, async ({ page }) => {
    test.setTimeout(240_000)
    await page.setViewportSize({ width, height: 844 })
    for (const view of VIEWS) {
      await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' })
      await page.goto(view)
      await page.waitForLoadState('networkidle')
      await expect(page.locator('h1'), view).toHaveCount(1)
      await noBarriers(page)
      // In other colours the same page differs in its colours alone.
      await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' })
      await noBarriers(page, ['color-contrast'])
      expect(await page.evaluate(() => document.documentElement.scrollWidth), view).toBeLessThanOrEqual(width)
    }
  })
}

test('no barriers where something is open: choosers, hints, dialogs, the card, the question before cancelling', async ({ page }) => {
  await page.goto('/search?q=harbourmaster+inquests')
  await page.getByRole('button', { name: /Change: Where to search/ }).click()
  await expect(page.getByRole('dialog', { name: 'Where to search' })).toBeVisible()
  await noBarriers(page)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toBeHidden()
  await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('orr')
  await expect(page.getByRole('listbox').getByRole('option').first()).toBeVisible()
  await noBarriers(page)
  await page.keyboard.press('Escape')
  await page
    .getByRole('button', { name: /^Compare/ })
    .first()
    .click()
  await expect(page.getByRole('region', { name: 'Editions side by side' })).toBeVisible()
  await noBarriers(page)
  await page.goto('/titles/ps00000001')
  await page.getByRole('button', { name: /^Hold at/ }).click()
  const dialog = page.getByRole('dialog', { name: /^Place a hold:/ })
  await expect(dialog.getByRole('button', { name: 'Sign in and place the hold' })).toBeEnabled()
  await noBarriers(page)
  await dialog.getByRole('button', { name: 'Close' }).click()
  await page.goto('/card')
  await page.getByRole('button', { name: 'Sign in' }).last().click()
  await noBarriers(page)
  await signIn(page, '00042117', '4711')
  await expect(page.getByRole('region', { name: 'Your holds' })).toBeVisible()
  await noBarriers(page)
  await page
    .getByRole('button', { name: /^Cancel the hold/ })
    .first()
    .click()
  await noBarriers(page)
})

/** What has the focus is in sight, nothing lies over it, and it can be told that it has it. */
async function inSight(page: Page, after: string): Promise<void> {
  const state = await page.evaluate(() => {
    const had = document.activeElement
    if (!(had instanceof HTMLElement) || had === document.body) return 'nothing has the focus'
    const shown = had.matches('input[type="checkbox"], input[type="radio"]') ? (had.closest('label, span') ?? had) : had
    const box = shown.getBoundingClientRect()
    if (box.width === 0 || box.height === 0) return `${had.outerHTML.slice(0, 80)} has no size`
    const [x, y] = [Math.min(innerWidth - 1, Math.max(0, box.left + Math.min(box.width / 2, 40))), box.top + Math.min(box.height / 2, 12)]
    if (y < 0 || y > innerHeight) return `${had.outerHTML.slice(0, 80)} is out of the window`
    const top = document.elementFromPoint(x, y)
    return top !== null && (shown.contains(top) || top.contains(shown))
      ? null
      : `${had.outerHTML.slice(0, 80)} lies behind ${top?.outerHTML.slice(0, 80) ?? ''}`
  })
  expect(state, after).toBeNull()
}

test('by keyboard: search, narrow, title, hold, card, each in sight in the order of sight', async ({ page }) => {
  test.setTimeout(180_000)
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('house')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused()
  // Two steps to the results, whatever stands before them.
  await page.evaluate(() => {
    ;(document.activeElement as HTMLElement).blur()
    document.body.focus()
  })
  await page.keyboard.press('Home')
  await page.locator('a[href="#results"]').focus()
  await expect(page.locator('a[href="#results"]')).toHaveText('Skip to the results')
  await page.keyboard.press('Enter')
  await expect(page.locator('#results')).toBeFocused()
  for (let i = 0; i < 40; i += 1) {
    await page.keyboard.press('Tab')
    await inSight(page, `${String(i + 1)} tabs into the results`)
  }
  for (let i = 0; i < 30; i += 1) {
    await page.keyboard.press('Shift+Tab')
    await inSight(page, `${String(i + 1)} tabs back`)
  }
  await page.locator('a[href="#narrowing"]').focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  const choice = page.getByRole('checkbox', { name: /^Filter to Available now/ })
  await choice.focus()
  await page.keyboard.press('Space')
  await expect(choice).toBeChecked()
  await expect(choice).toBeFocused()
  await page.keyboard.press('j')
  await inSight(page, 'j')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/titles\//)
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused()
  for (let i = 0; i < 15; i += 1) {
    await page.keyboard.press('Tab')
    await inSight(page, `${String(i + 1)} tabs into the title`)
  }
  await page.keyboard.press('h')
  const dialog = page.getByRole('dialog', { name: /^Place a hold:/ })
  await expect(dialog.getByRole('button', { name: /place the hold/ })).toBeEnabled()
  for (let i = 0; i < 12; i += 1) {
    await page.keyboard.press('Tab')
    await inSight(page, `${String(i + 1)} tabs in the dialog`)
  }
  await dialog.getByRole('button', { name: 'Sign in and place the hold' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Card number')).toBeFocused()
  await page.keyboard.type('00042225')
  await page.keyboard.press('Tab')
  await page.keyboard.type('4722')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await inSight(page, 'the hold is placed')
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'Your card' })).toBeFocused()
  await page
    .getByRole('button', { name: /^Cancel the hold/ })
    .last()
    .focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Cancel it' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^Hold on .* cancelled/)).toBeVisible()
  await inSight(page, 'the hold is cancelled')
})

test('in a low window the band scrolls away, and what has the focus is in sight', async ({ page }) => {
  await page.setViewportSize({ width: 320, height: 256 })
  await page.goto('/search?q=house')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await page.locator('a[href="#results"]').focus()
  await page.keyboard.press('Enter')
  for (let i = 0; i < 20; i += 1) {
    await page.keyboard.press('Tab')
    await inSight(page, `${String(i + 1)} tabs`)
  }
  await expect(page.getByRole('search')).not.toBeInViewport()
})

test('text of twice the size makes nothing wider than the window', async ({ page }) => {
  for (const view of VIEWS.slice(0, 8)) {
    await page.goto(view)
    await page.addStyleTag({ content: 'html { font-size: 200% }' })
    await page.waitForLoadState('networkidle')
    expect(await page.evaluate(() => document.documentElement.scrollWidth), view).toBeLessThanOrEqual(1280)
  }
})

test('everything that is pressed is large enough to be hit', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  for (const view of ['/search?q=house', '/titles/ps00000001', '/branches/ferrygate', '/']) {
    await page.goto(view)
    await page.waitForLoadState('networkidle')
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('button, [role="button"]')]
        .filter((one) => one.getClientRects().length > 0)
        .map((one) => ({ box: one.getBoundingClientRect(), name: one.getAttribute('aria-label') ?? one.textContent }))
        .filter(({ box }) => box.width < 24 || box.height < 24)
        .map(({ name, box }) => `${name} ${String(Math.round(box.width))}x${String(Math.round(box.height))}`),
    )
    expect(small, view).toEqual([])
  }
})
