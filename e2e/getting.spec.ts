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

test('another branch sends it, kept for a day that suits: a closed day is refused with the nearest, and signing in comes in the middle', async ({
  page,
}) => {
  await page.goto('/titles/ps00000005?at=lanternhill')
  await page.getByRole('button', { name: 'Hold at Lantern Hill' }).click()
  const dialog = page.getByRole('dialog', { name: /^Hold: The lamplighter/ })
  const said = dialog.getByRole('status')
  await expect(said).toContainText('comes off the shelf at Lantern Hill')
  await dialog.getByRole('combobox', { name: 'Comes from' }).click()
  await page.getByRole('option', { name: /^Northmole Central/ }).click()
  await expect(said).toContainText('sent from Northmole Central to Lantern Hill')

  const { now } = (await (await page.request.get('/api/session')).json()) as { now: string }
  const sunday = new Date(now)
  sunday.setUTCDate(sunday.getUTCDate() + 14 + ((7 - sunday.getUTCDay()) % 7))
  await dialog.getByRole('button', { name: /^Choose days/ }).click()
  await dialog.getByRole('group', { name: 'I come for it on' }).getByRole('spinbutton').first().click()
  const two = (part: number) => String(part).padStart(2, '0')
  await page.keyboard.type(`${two(sunday.getUTCDate())}${two(sunday.getUTCMonth() + 1)}${String(sunday.getUTCFullYear())}`)
  await expect(said).toContainText('The pickup location is closed on Sun')
  await expect(dialog.getByRole('button', { name: 'Sign in and place the hold' })).toBeDisabled()
  await dialog.getByRole('button', { name: /^Take Sat/ }).click()
  await expect(said).toContainText('It is fetched in time for Sat')
  await noBarriers(page)
  await dialog.getByRole('button', { name: 'Choose date' }).first().click()
  await expect(page.getByRole('gridcell', { name: String(sunday.getUTCDate()), exact: true })).toBeDisabled()
  await page.keyboard.press('Escape')

  await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
  await signIn(page, '4 2117', '4711')
  await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await expect(dialog.getByRole('list', { name: 'Its journey' })).toContainText(/fetched from .* on.*ready at Lantern Hill for Sat/)
  await noBarriers(page)
  await dialog.getByRole('button', { name: 'Undo' }).click()
  await expect(dialog.getByRole('status')).toHaveText('The hold is cancelled; nothing is kept for you.')
})

test('who would wait is told how long, with the chance by each week; by when stands in the sentence and goes along', async ({ page }) => {
  await page.goto('/titles/ps00000019')
  await expect(page.getByText(/Eight of ten such holds are ready between/)).toBeVisible()
  await page.getByRole('button', { name: 'Chance by week' }).click()
  await expect(page.getByRole('img', { name: /^Chance to have it by each week/ })).toBeVisible()
  await expect(page.getByRole('figure')).toContainText(/By \w+ \d+ \w+.*: \d+%\./)
  await noBarriers(page)

  await page.getByRole('button', { name: /^any day\./ }).click()
  await page.getByRole('radio', { name: 'within a week' }).check()
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('lamplighter')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/by=week/)
  await expect(page.getByRole('button', { name: /^within a week\./ })).toBeVisible()
  await expect(page.getByRole('checkbox', { name: /^Limit to Within a week|Within a week/ }).first()).toBeChecked()
})
