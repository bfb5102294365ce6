/** From a search to a hold and back, by mouse and by keyboard alone. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, row, signIn, signOut } from './steps.ts'

const holdOf = (page: Page) =>
  page.getByRole('region', { name: 'Your holds' }).getByRole('listitem').filter({ hasText: 'The lamplighter’s alibi' })

test('by mouse: the third volume in large print from Ferrygate, held for the Isle of Corrow', async ({ page }) => {
  await page.goto('/')
  await noBarriers(page)
  await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('harbourmaster’s inquests')
  await page.getByRole('button', { name: 'Search', exact: true }).click()
  await expect(page.getByRole('heading', { name: '9 titles' })).toBeVisible()
  await noBarriers(page)

  const narrowing = page.getByRole('complementary', { name: 'Filters' })
  const largePrint = narrowing.getByRole('checkbox', { name: /^Filter to Large print/ }).first()
  const promised = Number(/(\d+) titles?/.exec((await largePrint.getAttribute('aria-label')) ?? '')?.[1])
  await largePrint.click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${String(promised)} titles`)
  await narrowing.getByRole('checkbox', { name: /^Filter to Ferrygate,/ }).click()
  await expect(page).toHaveURL(/format=large-print.*|place=ferrygate/)

  const third = row(page, 'The lamplighter’s alibi')
  await expect(third).toContainText('Ferrygate, Large print')
  await third.getByRole('link', { name: 'The lamplighter’s alibi' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'The lamplighter’s alibi' })).toBeVisible()
  await expect(page.getByText('LP FIC ORR v.3', { exact: true }).first()).toBeVisible()
  await noBarriers(page)

  await page.getByRole('button', { name: /^Hold at/ }).click()
  const dialog = page.getByRole('dialog', { name: /^Place a hold: The lamplighter’s alibi/ })
  await expect(dialog.getByRole('checkbox', { name: /Large print, 2012/ })).toBeChecked()
  await expect(dialog.getByRole('checkbox', { name: /Book, 2011/ })).not.toBeChecked()
  await dialog.getByRole('button', { name: /more pickup locations/ }).click()
  await dialog.getByRole('radio', { name: /Isle of Corrow/ }).check()
  await expect(dialog.getByRole('status')).toContainText('sent from Ferrygate to Isle of Corrow')
  await noBarriers(page)
  await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
  await signIn(page, '4 3239', '4832')
  // What was agreed to before is carried out by itself.
  await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await noBarriers(page)
  await dialog.getByRole('link', { name: 'See it on your card' }).click()

  await expect(holdOf(page)).toContainText('ready at Isle of Corrow')
  await noBarriers(page)
  await holdOf(page)
    .getByRole('button', { name: /Cancel the hold/ })
    .click()
  await page.getByRole('button', { name: 'Cancel it' }).click()
  await expect(holdOf(page)).toBeHidden()
  await signOut(page)
  expect(await page.evaluate(() => Object.keys(sessionStorage).filter((key) => key.startsWith('catalex')))).toEqual([])
})

/** What is said of the control in focus; nothing for what only holds controls. */
function nameOfFocused(): string {
  const focused = document.activeElement
  if (focused instanceof HTMLInputElement) return focused.getAttribute('aria-label') ?? focused.labels?.[0]?.textContent ?? ''
  if (focused instanceof HTMLButtonElement || focused instanceof HTMLAnchorElement)
    return focused.getAttribute('aria-label') ?? focused.textContent
  return ''
}

test('by keyboard alone: the same', async ({ page }) => {
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  /** Tabs on until the focus is where it should be. */
  const tabTo = async (name: RegExp, back = false) => {
    for (let i = 0; i < 80; i += 1) {
      const label = await page.evaluate(nameOfFocused)
      if (name.test(label)) return
      await press(back ? 'Shift+Tab' : 'Tab')
    }
    throw new Error(`The keyboard does not reach ${String(name)}.`)
  }
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'What would you like in your hands?' })).toBeVisible()
  await press('/')
  await page.keyboard.type('harbourmaster inquests')
  await press('Enter')
  await expect(page.getByRole('heading', { name: '9 titles' })).toBeVisible()
  await tabTo(/^Filter to Ferrygate,/)
  await press('Space')
  await tabTo(/^Filter to Large print/)
  await press('Space')
  await expect(page).toHaveURL(/place=ferrygate.*format=large-print/)
  await expect(row(page, 'The ledger at low water')).toBeHidden()
  await press('Escape', 'j')
  for (
    let i = 0;
    i < 9 &&
    !(await row(page, 'The lamplighter’s alibi')
      .getByRole('link')
      .evaluate((link) => link === document.activeElement));
    i += 1
  )
    await press('j')
  await press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: 'The lamplighter’s alibi' })).toBeVisible()
  await press('h')
  await expect(page.getByRole('dialog', { name: /^Place a hold:/ })).toBeVisible()
  await tabTo(/more pickup locations/)
  await press('Enter')
  const corrow = page.getByRole('radio', { name: /Isle of Corrow/ })
  for (let i = 0; i < 14 && !(await corrow.isChecked()); i += 1) await press('ArrowDown')
  await expect(corrow).toBeChecked()
  await tabTo(/Sign in and place the hold/)
  await press('Enter')
  await expect(page.getByLabel('Card number')).toBeFocused()
  await page.keyboard.type('43239')
  await press('Tab')
  await page.keyboard.type('4832')
  await press('Enter')
  await expect(page.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await tabTo(/See it on your card/, true)
  await press('Enter')
  await expect(holdOf(page)).toBeVisible()
  await tabTo(/Cancel the hold: The lamplighter/)
  await press('Enter')
  await expect(page.getByRole('button', { name: 'Cancel it' })).toBeFocused()
  await press('Enter')
  await expect(page.getByText(/^Hold on .* cancelled/)).toBeVisible()
  await expect(holdOf(page)).toBeHidden()
})

test('on a phone: narrow, open the routes from below, go to the title', { tag: ['@routes', '@title'] }, async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/search?q=cantero')
  await page.getByRole('button', { name: 'Filters' }).click()
  await page.getByRole('checkbox', { name: /^Filter to Audiobooks/ }).click()
  await page.getByRole('button', { name: 'Show 1 title' }).click()
  await expect(page.getByRole('heading', { name: '1 title', exact: true })).toBeVisible()
  await row(page, 'The tide house').click({ position: { x: 200, y: 60 } })
  await expect(page.getByRole('heading', { name: /^Routes to you at/ })).toBeVisible()
  await noBarriers(page)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
})
