/** What one takes along: gathering, the satchel, the walk from shelf to shelf. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, row, settled, signIn, signOut } from './steps.ts'

/** Gathers the first titles of a search by its row buttons. */
async function gather(page: Page, search: string, many: number): Promise<string[]> {
  await page.goto(search)
  const buttons = page.getByRole('button', { name: /^Put in satchel: / })
  await expect(buttons.first()).toBeVisible()
  const titles: string[] = []
  for (let i = 0; i < many; i += 1) {
    await buttons.nth(i).click()
    titles.push(((await buttons.nth(i).getAttribute('aria-label')) ?? '').replace('Put in satchel: ', ''))
  }
  return titles
}

/** A reader of whom no other test asks anything. */
const CARD = ['42331', '4733'] as const

test('from a row to the plan with the lit bay', { tag: ['@plan', '@plans'] }, async ({ page }) => {
  await page.goto('/search?q=norwegian+ferry+crews')
  await row(page, 'Norwegian for ferry crews').getByRole('link', { name: 'Norwegian for ferry crews' }).first().click()
  const show = page.getByRole('button', { name: /on the plan$/ }).first()
  await show.click()
  const stands = page.getByRole('region', { name: 'Where to find it' })
  await expect(stands.locator('rect[data-lit="true"]')).toHaveCount(1)
  await expect(stands.getByRole('list', { name: 'Directions from the door' }).getByRole('listitem').last()).toContainText(/bay/)
  await noBarriers(page)
})

test('a satchel gathered signed out is the reader’s after signing in, on another device too, and leaves nothing behind', async ({
  page,
  browser,
}) => {
  const titles = await gather(page, '/search?q=harbour&at=northmole', 3)
  await page.getByRole('link', { name: 'Satchel, 3 titles' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Satchel: 3 titles' })).toBeFocused()
  for (const title of titles) await expect(page.getByRole('link', { name: title }).first()).toBeVisible()
  await noBarriers(page)
  await page.getByRole('navigation', { name: 'Catalogue' }).getByRole('button', { name: 'Sign in' }).click()
  await signIn(page, ...CARD)
  await expect(page.getByText(/3 titles from this browser are now in the satchel of/)).toBeVisible()
  const elsewhere = await (await browser.newContext()).newPage()
  await elsewhere.goto('/satchel')
  await elsewhere.getByRole('navigation', { name: 'Catalogue' }).getByRole('button', { name: 'Sign in' }).click()
  await signIn(elsewhere, ...CARD)
  await expect(elsewhere.getByRole('heading', { level: 1 })).toHaveText('Satchel: 3 titles')
  await elsewhere.getByRole('button', { name: 'Clear all' }).click()
  await expect(elsewhere.getByText(/Your satchel is empty/)).toBeVisible()
  await elsewhere.context().close()
  await signOut(page)
  await expect(page.getByRole('link', { name: 'Satchel, 0 titles' })).toBeVisible()
  // Signing out loads the start page anew: what ends in the middle of that can hang.
  await settled(page)
})

test(
  'twelve titles, walked floor by floor without going back, and read again on a phone when the server is away',
  { tag: ['@shelfwalk', '@satchel'] },
  async ({ page, context }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await gather(page, '/search?q=the&in=northmole&copies=inNow&at=northmole', 7)
    await gather(page, '/search?q=the&in=cope&copies=inNow&at=northmole', 5)
    await page.getByRole('link', { name: 'Satchel, 12 titles' }).click()
    await page.getByRole('link', { name: 'Shelf walk' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'Shelf walk' })).toBeVisible()
    await expect(page.getByText(/0 of 12 taken from the shelf/)).toBeVisible()
    const floors = page.getByRole('region').getByRole('heading', { level: 3 })
    const names = await floors.allTextContents()
    expect(names.length).toBeGreaterThan(2)
    // Within a branch no floor comes twice.
    for (const region of await page.locator('section[aria-labelledby^="walk-"]').all()) {
      const own = await region.getByRole('heading', { level: 3 }).allTextContents()
      expect(new Set(own).size).toBe(own.length)
    }
    await noBarriers(page)
    await page
      .getByRole('checkbox', { name: /^Taken: / })
      .first()
      .click()
    await expect(page.getByText('saved on this device')).toBeVisible()
    await context.setOffline(true)
    await page.reload()
    await expect(page.getByText(/1 of 12 taken from the shelf/)).toBeVisible()
    await expect(page.getByRole('checkbox', { name: /^Taken: / })).toHaveCount(12)
    await context.setOffline(false)
  },
)

test(
  'a list: filled from the satchel, put in order by keyboard, shared by a link that is then withdrawn',
  { tag: ['@lists'] },
  async ({ page, browser }) => {
    const [first = '', second = ''] = await gather(page, '/search?q=harbour&at=northmole', 2)
    await page.getByRole('navigation', { name: 'Catalogue' }).getByRole('button', { name: 'Sign in' }).click()
    await signIn(page, ...CARD)
    await page.getByRole('link', { name: /^Satchel, / }).click()
    await page.getByRole('button', { name: 'Add to a list' }).click()
    await page.getByRole('textbox', { name: 'Name of the list' }).fill('For the boat')
    await page.getByRole('button', { name: 'Save' }).click()
    await page.getByRole('link', { name: 'Open the list' }).click()
    await expect(page.getByRole('heading', { level: 1, name: 'For the boat' })).toBeFocused()
    const order = () => page.getByRole('listitem').getByRole('heading', { level: 2 }).allTextContents()
    await expect.poll(order).toEqual([second, first])
    await page.getByRole('button', { name: `Move ${second}`, exact: true }).focus()
    // The arrow comes before anything else could happen: no key is lost.
    await page.evaluate(() => {
      for (const code of ['Space', 'ArrowDown'])
        document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { code, bubbles: true, cancelable: true }))
    })
    await expect(page.getByText(`${second} moved to number 2 of 2.`)).toBeAttached()
    await page.keyboard.press('Escape')
    await expect(page.getByText(`${second} moved to number 2 of 2.`)).not.toBeAttached()
    await page.keyboard.press('Space')
    await expect(page.getByText(`${second} picked up, number 1 of 2.`)).toBeAttached()
    await page.keyboard.press('ArrowDown')
    await expect(page.getByText(`${second} moved to number 2 of 2.`)).toBeAttached()
    await page.keyboard.press('Space')
    await expect.poll(order).toEqual([first, second])
    await noBarriers(page)
    await page.reload()
    await expect.poll(order).toEqual([first, second])
    await page.getByRole('button', { name: 'Share by link' }).click()
    const link = (await page.getByRole('link', { name: /\/shared\// }).getAttribute('href')) ?? ''
    const guest = await (await browser.newContext()).newPage()
    await guest.goto(link)
    await expect(guest.getByRole('heading', { level: 1, name: 'For the boat' })).toBeVisible()
    await expect(guest.getByRole('link', { name: second })).toBeVisible()
    await noBarriers(guest)
    await guest.getByRole('button', { name: 'Put 2 titles in the satchel' }).click()
    await expect(guest.getByRole('link', { name: 'Satchel, 2 titles' })).toBeVisible()
    await page.getByRole('button', { name: 'Remove the link' }).click()
    await expect(page.getByText('Only you can see this list.')).toBeVisible()
    await guest.reload()
    await expect(guest.getByText(/There is no list at this address/)).toBeVisible()
    await page.getByRole('button', { name: 'Delete the list' }).click()
    await page.getByRole('button', { name: 'Delete it' }).click()
    await expect(page.getByText(/You have no lists yet/)).toBeVisible()
  },
)
