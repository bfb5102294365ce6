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

/** @param rules only these; all of WCAG 2.2 AA and best practice where none is named */
export async function noBarriers(page: Page, rules?: string[]): Promise<void> {
  // A page that is still on its way has nothing to look at.
  await expect(page.locator('h1').first()).toBeAttached()
  const axe = new AxeBuilder({ page })
  const { violations } = await (
    rules ? axe.withRules(rules) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'])
  ).analyze()
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`)).toEqual([])
}

export const row = (page: Page, title: string) =>
  page
    .getByRole('region', { name: 'Titles found' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: title }) })
