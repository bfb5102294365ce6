/** When and how a thing gets there: narrowed to by time, explained step by step, promised at the hold. */
import { expect } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, row, signIn } from './steps.ts'

test(
  'in your hands within a week on the island: by the ferry, with all pieces of the set, as it was read back',
  { tag: ['@calendar', '@courier'] },
  async ({ page }) => {
    await page.goto('/search?q=norwegian+ferry&at=corrow')
    const narrowing = page.getByRole('complementary', { name: 'Filters' })
    const week = narrowing.getByRole('checkbox', { name: /^Filter to Within a week/ })
    const promised = /(\d+) titles?/.exec((await week.getAttribute('aria-label')) ?? '')?.[1] ?? ''
    await week.click()
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(new RegExp(`^${promised} titles?$`))
    await expect(page).toHaveURL(/by=week/)
    await expect(row(page, 'Norwegian for ferry crews')).toContainText(/In your hands by \S+/)
    await noBarriers(page)

    await row(page, 'Norwegian for ferry crews').getByRole('link', { name: 'Norwegian for ferry crews' }).click()
    await page.getByRole('button', { name: 'Show the steps' }).click()
    await expect(page.getByText('Corrow ferry leaves Northmole Central')).toBeVisible()
    await expect(page.getByText('ready for you at Isle of Corrow')).toBeVisible()
    await noBarriers(page)

    await page.getByRole('button', { name: 'Hold at Isle of Corrow' }).click()
    const dialog = page.getByRole('dialog', { name: /^Place a hold: Norwegian/ })
    const said = dialog.getByRole('status')
    // Sooner on the mainland; the island is nearer to this reader all the same.
    await dialog.getByRole('radio', { name: /^Northmole Central on the shelf/ }).check()
    await expect(said).toContainText('In your hands by')
    const sooner = await said.textContent()
    await dialog.getByRole('radio', { name: /Isle of Corrow/ }).check()
    await expect(said).toContainText('sent from Northmole Central to Isle of Corrow')
    await expect(said).toContainText('It includes all pieces: Book and 2 discs.')
    expect(await said.textContent()).not.toBe(sooner)
    await noBarriers(page)
    await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
    await signIn(page, '4 2117', '4711')
    await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
    await dialog.getByRole('button', { name: 'Undo' }).click()
    await expect(dialog.getByRole('status')).toHaveText('Hold cancelled.')
  },
)

test('another branch sends it, kept for a day that suits: a closed day is refused with the nearest, and signing in comes in the middle', async ({
  page,
}) => {
  await page.goto('/titles/ps00000005?at=lanternhill')
  await page.getByRole('button', { name: 'Hold at Lantern Hill' }).click()
  const dialog = page.getByRole('dialog', { name: /^Place a hold: The lamplighter/ })
  const said = dialog.getByRole('status')
  await expect(said).toContainText('off the shelf at Lantern Hill')
  await dialog.getByRole('combobox', { name: 'Comes from' }).click()
  await page.getByRole('option', { name: /^Northmole Central/ }).click()
  await expect(said).toContainText('sent from Northmole Central to Lantern Hill')

  const { now } = (await (await page.request.get('/api/session')).json()) as { now: string }
  const sunday = new Date(now)
  sunday.setUTCDate(sunday.getUTCDate() + 14 + ((7 - sunday.getUTCDay()) % 7))
  await dialog.getByRole('button', { name: /^More options/ }).click()
  await dialog.getByRole('group', { name: 'I’ll collect it on' }).getByRole('spinbutton').first().click()
  const two = (part: number) => String(part).padStart(2, '0')
  await page.keyboard.type(`${two(sunday.getUTCDate())}${two(sunday.getUTCMonth() + 1)}${String(sunday.getUTCFullYear())}`)
  await expect(said).toContainText('The branch is closed on Sun')
  await expect(dialog.getByRole('button', { name: 'Sign in and place the hold' })).toBeDisabled()
  await dialog.getByRole('button', { name: /^Choose Sat/ }).click()
  await expect(said).toContainText('We’ll have it ready on Sat')
  await noBarriers(page)
  await dialog.getByRole('button', { name: 'Choose date' }).first().click()
  await expect(page.getByRole('gridcell', { name: String(sunday.getUTCDate()), exact: true })).toBeDisabled()
  await page.keyboard.press('Escape')

  await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
  await signIn(page, '4 2117', '4711')
  await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await expect(dialog.getByRole('list', { name: 'Progress' })).toContainText(/to be fetched from .*.*ready at Lantern Hill for Sat/)
  await noBarriers(page)
  await dialog.getByRole('button', { name: 'Undo' }).click()
  await expect(dialog.getByRole('status')).toHaveText('Hold cancelled.')
})

test(
  'who would wait is told how long, with the chance by each week; by when stands in the sentence and goes along',
  { tag: ['@waiting'] },
  async ({ page }) => {
    await page.goto('/titles/ps00000019')
    await expect(page.getByText(/8 in 10 such holds/)).toBeVisible()
    await page.getByRole('button', { name: 'Show chances by week' }).click()
    await expect(page.getByRole('img', { name: /^Chance of having it by each week/ })).toBeVisible()
    await expect(page.getByRole('figure')).toContainText(/By \w+ \d+ \w+.*: \d+%\./)
    await noBarriers(page)

    await page.getByRole('button', { name: /^any time\./ }).click()
    await page.getByRole('radio', { name: 'within a week' }).check()
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
    await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('lamplighter')
    await page.keyboard.press('Enter')
    await expect(page).toHaveURL(/by=week/)
    await expect(page.getByRole('button', { name: /^within a week\./ })).toBeVisible()
    await expect(page.getByRole('checkbox', { name: /^Filter to Within a week|Within a week/ }).first()).toBeChecked()
  },
)

test(
  'a chapter is scanned for money that is agreed to; what no library has is asked for outside, from the empty list',
  { tag: ['@requests'] },
  async ({ page }) => {
    await page.goto('/titles/ps00000037')
    await page.getByRole('button', { name: 'Ask for a scan' }).click()
    const scan = page.getByRole('dialog', { name: 'Ask for a scan' })
    await expect(scan.getByLabel('Title')).toHaveValue('On sediments')
    await scan.getByLabel(/^Chapter or article/).fill('Chapter 3')
    await scan.getByLabel('How many pages').fill('12')
    await expect(scan.getByRole('status')).toContainText('It costs €3.20')
    await scan.getByRole('checkbox', { name: 'I agree to pay €3.20.' }).check()
    await noBarriers(page)
    await scan.getByRole('button', { name: 'Sign in and send it' }).click()
    await signIn(page, '4 2117', '4711')
    await expect(scan.getByText('Request sent')).toBeVisible()
    await scan.getByRole('link', { name: 'See it on your card' }).click()
    await page.getByRole('button', { name: 'Cancel the request: On sediments' }).click()
    await expect(page.getByText('Request for “On sediments” cancelled.')).toBeVisible()

    await page.goto('/search?q=quartzbottle+zebrafugue')
    await page.getByRole('button', { name: 'Ask for it from outside' }).click()
    const outside = page.getByRole('dialog', { name: 'Ask for it from outside' })
    await expect(outside.getByLabel('Title')).toHaveValue('quartzbottle zebrafugue')
    await outside.getByLabel('Author').fill('Nobody Known')
    await outside.getByRole('checkbox', { name: /^I agree to pay/ }).check()
    await noBarriers(page)
    await outside.getByRole('button', { name: 'Send the request' }).click()
    await expect(outside.getByText('Request sent')).toBeVisible()
    await outside.getByRole('link', { name: 'See it on your card' }).click()
    await expect(page.getByRole('region', { name: 'Requests' })).toContainText('From outside')
    await noBarriers(page)
    await page.getByRole('button', { name: 'Cancel the request: quartzbottle zebrafugue' }).click()
    await expect(page.getByRole('region', { name: 'Requests' })).toHaveCount(0)
  },
)

test('four at once with room for two on the card: it is asked which to leave out, and the others are placed', async ({ page }) => {
  await page.goto('/search?q=the&place=pslib&copies=sendable&at=northmole')
  await page.getByRole('navigation', { name: 'Catalogue' }).getByRole('button', { name: 'Sign in' }).click()
  await signIn(page, '42772', '4777')
  const { csrf } = (await (await page.request.get('/api/session')).json()) as { csrf: string }
  const headers = { 'x-csrf-token': csrf }
  const held = async () => {
    const { holds } = (await (await page.request.get('/api/card')).json()) as { holds: { id: string; state: string }[] }
    return holds.filter(({ state }) => state !== 'cancelled')
  }
  const cancelAll = async () => {
    for (const { id } of await held()) expect((await page.request.delete(`/api/holds/${id}`, { headers })).status()).toBe(200)
  }
  await cancelAll()
  const found = await page.request.get('/api/search?q=the&place=pslib&copies=sendable&at=northmole')
  const titles = ((await found.json()) as { rows: { controlNumber: string }[] }).rows.map(({ controlNumber }) => controlNumber)
  // A visiting researcher may hold eight.
  for (const controlNumber of titles.slice(0, 6))
    expect((await page.request.post('/api/holds', { headers, data: { records: [controlNumber], barcode: null, pickup: 'northmole' } })).status()).toBe(201) // prettier-ignore

  await page.reload()
  const gather = page.getByRole('region', { name: 'Results' }).getByRole('button', { name: /^Put in satchel: / })
  for (let i = 0; i < 4; i += 1) {
    await gather.nth(6 + i).click()
    await expect(page.getByRole('link', { name: new RegExp(`^Satchel, ${String(i + 1)} title`) })).toBeVisible()
  }
  await page.getByRole('link', { name: 'Satchel, 4 titles' }).click()
  await page.getByRole('button', { name: 'Hold all 4' }).click()
  const dialog = page.getByRole('dialog', { name: 'Hold 4 titles' })
  await expect(dialog.getByRole('status')).toHaveText('You can place 2 more holds. Remove 2 titles.')
  await expect(dialog.getByRole('button', { name: 'Place 4 holds' })).toBeDisabled()
  await noBarriers(page)
  for (const i of [0, 1])
    await dialog
      .getByRole('checkbox', { name: /^Hold / })
      .nth(i)
      .uncheck()
  await dialog.getByRole('button', { name: 'Place 2 holds' }).click()
  await expect(dialog.getByRole('status')).toContainText('2 of 4 holds placed')

  expect(await held()).toHaveLength(8)
  // As it was before, for whoever comes next.
  await cancelAll()
})

test(
  'a long loan is shortened for who asks for it; its borrower reads it on the card, and has the days back when the hold is undone',
  { tag: ['@recalls'] },
  async ({ page, browser }) => {
    await page.goto('/search?q=brackish+margins&at=cope')
    await row(page, 'Brackish margins').getByRole('link', { name: 'Brackish margins' }).click()
    await page.getByRole('button', { name: 'Hold at Cope Library' }).click()
    const dialog = page.getByRole('dialog', { name: /^Place a hold: Brackish/ })
    await dialog.getByRole('checkbox', { name: /^Recall a copy on long loan/ }).check()
    await expect(dialog.getByRole('status')).toContainText('We’ll ask for it back by')
    await noBarriers(page)
    const [agree] = await dialog.getByRole('checkbox', { name: /^I agree to pay/ }).all()
    await agree?.check()
    await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
    await signIn(page, '42448', '4744')
    const placed = dialog.getByRole('heading', { name: 'Hold placed' })
    // With this card it costs nothing: it is read back once more.
    await expect(async () => {
      const again = dialog.getByRole('button', { name: 'Place the hold' })
      if (await again.isVisible()) await again.click({ timeout: 2000 })
      await expect(placed).toBeVisible({ timeout: 3000 })
    }).toPass()

    const context = await browser.newContext()
    const theirs = await context.newPage()
    await theirs.goto('/card')
    await theirs.getByRole('main').getByRole('button', { name: 'Sign in' }).click()
    await signIn(theirs, '42556', '4755')
    const loan = theirs.getByRole('listitem').filter({ has: theirs.getByRole('link', { name: 'Brackish margins' }) })
    await expect(loan).toContainText('Recalled for another reader (was due')
    await noBarriers(theirs)
    await dialog.getByRole('button', { name: 'Undo' }).click()
    await expect(dialog.getByRole('status')).toHaveText('Hold cancelled.')
    await theirs.reload()
    await expect(loan).toContainText('due')
    await expect(loan).not.toContainText('Recalled')
    await context.close()
  },
)
