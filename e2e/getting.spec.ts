/** When and how a thing gets there: narrowed to by time, explained step by step, promised at the hold. */
import { expect, test } from '@playwright/test'
import { noBarriers, row, signIn } from './steps.ts'

test('in hand within a week on the island: by the ferry, with all pieces of the set, as it was read back', async ({ page }) => {
  await page.goto('/search?q=norwegian+ferry&at=corrow')
  const narrowing = page.getByRole('complementary', { name: 'Narrow the list' })
  const week = narrowing.getByRole('checkbox', { name: /^Limit to Within a week/ })
  const promised = /(\d+) titles?/.exec((await week.getAttribute('aria-label')) ?? '')?.[1] ?? ''
  await week.click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(new RegExp(`^${promised} titles?$`))
  await expect(page).toHaveURL(/by=week/)
  await expect(row(page, 'Norwegian for ferry crews')).toContainText(/in hand \S+/)
  await noBarriers(page)

  await row(page, 'Norwegian for ferry crews').getByRole('link', { name: 'Norwegian for ferry crews' }).click()
  await page.getByRole('button', { name: 'How it gets there' }).click()
  await expect(page.getByText('Corrow ferry leaves Northmole Central')).toBeVisible()
  await expect(page.getByText('ready for you at Isle of Corrow')).toBeVisible()
  await noBarriers(page)

  await page.getByRole('button', { name: 'Hold at Isle of Corrow' }).click()
  const dialog = page.getByRole('dialog', { name: /^Hold: Norwegian/ })
  const said = dialog.getByRole('status')
  // Sooner on the mainland; the island is nearer to this reader all the same.
  await dialog.getByRole('radio', { name: /^Northmole Central on the shelf/ }).check()
  await expect(said).toContainText('You can expect it')
  const sooner = await said.textContent()
  await dialog.getByRole('radio', { name: /Isle of Corrow/ }).check()
  await expect(said).toContainText('sent from Northmole Central to Isle of Corrow')
  await expect(said).toContainText('It brings all the pieces: Book and 2 discs.')
  expect(await said.textContent()).not.toBe(sooner)
  await noBarriers(page)
  await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
  await signIn(page, '4 2117', '4711')
  await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await dialog.getByRole('button', { name: 'Undo' }).click()
  await expect(dialog.getByRole('status')).toHaveText('The hold is cancelled; nothing is kept for you.')
})
