/** The same work in one hand: 390 pixels wide, by touch. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, row, signIn } from './steps.ts'

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
    await page.getByRole('button', { name: 'Narrow', exact: true }).tap()
    await page.getByRole('checkbox', { name: /^Limit to Large print/ }).tap()
    await page.getByRole('button', { name: /^Show \d+ titles?$/ }).tap()
    await expect(page.getByRole('button', { name: 'Narrow (1)' })).toBeVisible()
    await expect(page).toHaveURL(/format=large-print/)
    await fits(page)

    await row(page, 'The lamplighter’s alibi')
      .getByText(/Large print/)
      .first()
      .tap()
    await expect(page.getByRole('heading', { name: /^Routes to you at/ })).toBeVisible()
    await noBarriers(page)
    await page.getByRole('button', { name: /^Hold at/ }).tap()
    const dialog = page.getByRole('dialog', { name: /^Hold: The lamplighter/ })
    await expect(dialog.getByRole('status')).toContainText('waits for you at')
    const box = await dialog.boundingBox()
    expect([box?.x, box?.width, box?.height]).toEqual([0, 390, 844])
    await noBarriers(page)
    await dialog.getByRole('button', { name: 'Sign in and place the hold' }).tap()
    await signIn(page, '00042225', '4722')
    await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
    await dialog.getByRole('button', { name: 'Undo' }).tap()
    await expect(dialog.getByText('The hold is cancelled; nothing is kept for you.')).toBeVisible()
    await dialog.getByRole('button', { name: 'Back to searching' }).tap()
    await expect(dialog).toBeHidden()
    await fits(page)
  },
)
