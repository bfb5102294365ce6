/** At the shelf: what stands beside a copy, what its call number means, a journal's volumes, the record as cataloguers know it. */
import { expect } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, row } from './steps.ts'

test('along the shelf by keyboard: from a title to what stands beside it, and on', { tag: ['@neighbours'] }, async ({ page }) => {
  await page.goto('/search?q=last+keepers+of+the+sound')
  await row(page, 'The last keepers of the Sound')
    .getByRole('link', { name: /^The last keepers/ })
    .first()
    .click()
  const shelf = page.getByRole('list', { name: 'Shelf order' })
  const own = shelf.locator('[aria-current]')
  // Down to the shelf; along it, it stands with its own copy in the middle.
  await shelf.evaluate((list) => {
    list.scrollIntoView({ block: 'center' })
  })
  await expect(own).toBeInViewport()
  await own.focus()
  const before = await own.getAttribute('aria-label')
  await page.keyboard.press('ArrowRight')
  const beside = shelf.locator(':focus')
  const label = (await beside.getAttribute('aria-label')) ?? ''
  expect(label).not.toBe(before)
  // On and on: more of the shelf comes before its end is reached.
  const count = () => shelf.getByRole('listitem').count()
  const first = await count()
  for (let step = 0; step < 60; step += 1) await page.keyboard.press('ArrowRight')
  await expect.poll(count).toBeGreaterThan(first)
  await expect(shelf.locator(':focus')).toBeInViewport()
  await noBarriers(page)
  await page.keyboard.press('Home')
  await expect(own).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  const [title = ''] = label.split(',')
  await expect(page.getByRole('heading', { level: 1 })).toContainText(title)
  await page.getByRole('button', { name: 'As a list' }).click()
  await expect(page.getByRole('list', { name: 'Shelf order' }).getByRole('listitem')).toHaveCount(9)
  await noBarriers(page)
})

test('a call number is explained, and closes with the focus where it was', { tag: ['@callnumber'] }, async ({ page }) => {
  await page.goto('/search?q=last+keepers+of+the+sound')
  await row(page, 'The last keepers of the Sound')
    .getByRole('link', { name: /^The last keepers/ })
    .first()
    .click()
  const ask = page.getByRole('button', { name: /^Call number 387\.155/ }).first()
  await ask.click()
  const dialog = page.getByRole('dialog', { name: /^Call number 387\.155/ })
  await expect(dialog).toContainText('Trade, post and transport.')
  await expect(dialog.getByRole('listitem')).toHaveCount(3)
  await noBarriers(page)
  await page.keyboard.press('Escape')
  await expect(ask).toBeFocused()
})

test(
  'a journal: what is held, a volume found by its year, chosen and its ways; the record on request',
  { tag: ['@journals'] },
  async ({ page }) => {
    await page.goto('/search?q=harbour+quarterly&as=journal&at=cope')
    await row(page, 'Harbour quarterly')
      .getByRole('link', { name: /^Harbour quarterly/ })
      .first()
      .click()
    await expect(page.getByText('The library has: v. 1–40, 1979–2018.')).toBeVisible()
    await page.getByRole('textbox', { name: 'Find a volume or year' }).fill('1991')
    await expect(page.getByText('1 copy found')).toBeVisible()
    await page.getByRole('button', { name: /^v\.13 ’91/ }).click()
    await expect(page.getByRole('heading', { name: 'Chosen: v.13 (1991)' })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Hold v.13 (1991) at Cope Library' })).toBeVisible()
    await noBarriers(page)
    // Chosen still, when one comes back to it.
    await page.reload()
    await expect(page.getByRole('heading', { name: 'Chosen: v.13 (1991)' })).toBeVisible()
    await page.getByRole('button', { name: 'Show record' }).click()
    await expect(page.getByRole('region', { name: 'Fields of the record' })).toContainText('245')
    await noBarriers(page)
  },
)

test('the way back goes on to the next title of the list', async ({ page }) => {
  await page.goto('/search?q=lighthouse')
  const titles = page.getByRole('region', { name: 'Results' }).getByRole('listitem').getByRole('heading', { level: 2 })
  const second = await titles.nth(1).textContent()
  await titles.first().getByRole('link').click()
  const list = page.getByRole('navigation', { name: 'Your list of results' })
  await expect(list).toContainText('1st in your list')
  await list.getByRole('link', { name: /^Next:/ }).click()
  await expect(list).toContainText('2nd in your list')
  const heading = (await page.getByRole('heading', { level: 1 }).textContent()) ?? ''
  expect(second).toContain(heading.split(':')[0])
})

test('a course by its instructor: each text with its desk and terms, and what nobody holds', { tag: ['@courses'] }, async ({ page }) => {
  await page.goto('/')
  await page.getByRole('navigation', { name: 'Catalogue' }).getByRole('link', { name: 'Courses' }).click()
  await page.getByRole('textbox', { name: 'Instructor, department, course or section' }).fill('varmoor LAW210')
  await expect(page.getByText('1 course', { exact: true })).toBeVisible()
  await noBarriers(page)
  await page.getByRole('link', { name: 'Coastal law' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Coastal law' })).toBeFocused()
  await expect(page.getByText('short loan').first()).toBeVisible()
  await expect(page.getByText(/No library here has this/)).toBeVisible()
  await noBarriers(page)
  await page.getByRole('heading', { level: 2 }).first().getByRole('link').click()
  await expect(page.getByText('Set aside for the course: Coastal law')).toBeVisible()
})
