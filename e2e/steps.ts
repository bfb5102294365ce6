/** What several browser tests do alike. */
import { AxeBuilder } from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

export async function signIn(page: Page, card: string, pin: string): Promise<void> {
  const dialog = page.getByRole('dialog', { name: 'Sign in' })
  await dialog.getByLabel('Card number').fill(card)
  await dialog.getByLabel('PIN').fill(pin)
  await dialog.getByRole('button', { name: 'Sign in' }).click()
  await expect(dialog).toBeHidden()
}

/** Everything of the reader is forgotten, and the page begun anew: whatever is opened before that is lost by it. */
export async function signOut(page: Page): Promise<void> {
  const anew = page.waitForEvent('load')
  await page.getByRole('banner').getByRole('button', { name: 'Sign out' }).click()
  await anew
  await expect(page.getByRole('banner').getByRole('button', { name: 'Sign in' })).toBeVisible()
}

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice']

/** @param rules only these; all of WCAG 2.2 AA and best practice where none is named */
export async function noBarriers(page: Page, rules?: string[]): Promise<void> {
  await settled(page)
  // Told in the page itself, which has no frames of others to ask, and of what fails alone: a third of the time.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'], runOnly: rules ?? WCAG })
  const { violations } = await axe.analyze()
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`)).toEqual([])
}

/** A page on its way has nothing to look at, a list that fades away says what was, and typefaces that come move what is pressed. */
export async function settled(page: Page): Promise<void> {
  await expect(page.locator('h1').first()).toBeAttached()
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0)
  await page.waitForFunction(() => document.fonts.status === 'loaded')
}

export const row = (page: Page, title: string) =>
  page
    .getByRole('region', { name: 'Results' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: title }) })
