/** The end of a session on a machine that the next person sits down at: nothing of the reader stays. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, signIn } from './steps.ts'

const NAME = 'Tobias Marlstead'
const MINUTE = 60_000
const signedIn = async (page: Page, path = '/card') => {
  await page.goto(path)
  await page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click()
  await signIn(page, '42225', '4722')
  await expect(page.getByRole('link', { name: NAME })).toBeVisible()
}
const signedOut = async (page: Page) => {
  await expect(page.getByRole('banner').getByRole('button', { name: 'Sign in' })).toBeVisible()
  await expect(page.getByText(NAME)).toHaveCount(0)
}

test(
  'signing out empties every window; Back and reload show nothing of the reader',
  { tag: ['@readers', '@shared', '@signingIn'] },
  async ({ page, context }) => {
    await signedIn(page)
    const other = await context.newPage()
    await other.goto('/card')
    await expect(other.getByRole('heading', { name: 'Your card' })).toBeVisible()
    await expect(other.getByText(NAME).first()).toBeVisible()
    await page.getByRole('banner').getByRole('button', { name: 'Sign out' }).click()
    for (const window of [page, other]) await signedOut(window)
    await other.goBack()
    await expect(other.getByText(NAME)).toHaveCount(0)
    await page.reload()
    await signedOut(page)
    expect((await page.request.get('/api/card')).status()).toBe(401)
  },
)

test('with the server away this browser forgets at once, says so, and tells it when it is back', async ({ page, context }) => {
  await signedIn(page)
  await context.route('**/api/**', (route) => route.abort())
  await page.getByRole('banner').getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByText(/You are signed out in this browser, but the server couldn’t be reached/)).toBeVisible()
  await signedOut(page)
  await noBarriers(page)
  await context.unroute('**/api/**')
  await page.reload()
  await signedOut(page)
  expect((await page.request.get('/api/card')).status()).toBe(401)
})

test('after fourteen minutes there is a warning that any key takes back; after fifteen the session is over', async ({ page }) => {
  await page.clock.install()
  await signedIn(page)
  await page.clock.fastForward(14 * MINUTE + 5000)
  const warning = page.getByRole('alertdialog', { name: 'Are you still there?' })
  await expect(warning).toContainText('seconds left')
  await noBarriers(page)
  await page.keyboard.press('x')
  await expect(warning).toBeHidden()
  await page.clock.fastForward(13 * MINUTE)
  await expect(page.getByText(NAME).first()).toBeVisible()
  await page.clock.fastForward(3 * MINUTE)
  await expect(page.getByText(/You were signed out because nobody used the page/)).toBeVisible()
  await signedOut(page)
  await noBarriers(page)
  await page.goBack()
  await expect(page.getByText(NAME)).toHaveCount(0)
  expect((await page.request.get('/api/card')).status()).toBe(401)
})

test('a public terminal: nobody stays, there is nothing to go back to, and a button for the next reader', async ({ page }) => {
  await page.clock.install()
  await page.goto('/?terminal')
  await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('lighthouse keepers')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: 'The last keepers of the Sound' })).toBeVisible()
  await page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('checkbox', { name: /Stay signed in/ })).toHaveCount(0)
  await signIn(page, '42225', '4722')
  await noBarriers(page)
  await page.getByRole('button', { name: 'End session' }).click()
  await signedOut(page)
  await expect(page).toHaveURL(/\/$/)
  await page.goBack()
  expect(page.url()).not.toContain('lighthouse')
  // It stays a terminal, and resets soon after three minutes without anybody, signed in or not.
  await page.goto('/search?q=salt')
  await page.clock.fastForward(2 * MINUTE + 5000)
  await expect(page.getByRole('alertdialog')).toContainText('resets soon')
  await page.clock.fastForward(MINUTE)
  await expect(page).toHaveURL(/\/$/)
})

test('one signed out everywhere is out in another browser, too', async ({ page, browser }) => {
  const elsewhere = await browser.newContext()
  const there = await elsewhere.newPage()
  await signedIn(there)
  await signedIn(page)
  await page.getByRole('button', { name: /^Sign out on all \d+ devices/ }).click()
  await signedOut(page)
  await there.reload()
  await signedOut(there)
  await elsewhere.close()
})

test(
  'a forgotten PIN: a code goes to the address on file, and with it a new one is chosen',
  { tag: ['@readers'] },
  async ({ page, request }) => {
    await page.goto('/')
    await page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click()
    const dialog = page.getByRole('dialog', { name: 'Sign in' })
    await dialog.getByLabel('Card number').fill('42448')
    await dialog.getByRole('button', { name: 'Reset it' }).click()
    await noBarriers(page)
    await dialog.getByRole('button', { name: 'Send the code' }).click()
    await expect(dialog.getByText(/the code is on its way/)).toBeVisible()
    // The demo's outbox shows what would have been sent.
    const sent = async () => {
      const { messages } = (await (await request.get('/api/backroom')).json()) as { messages: { notice: string; text: string }[] }
      return /code is ([A-Z0-9]{8})/.exec(messages.find(({ notice }) => notice === 'pin code')?.text ?? '')?.[1] ?? ''
    }
    await expect.poll(sent).not.toBe('')
    await dialog.getByLabel('Code', { exact: true }).fill(await sent())
    await dialog.getByLabel('New PIN or password').fill('9087')
    await noBarriers(page)
    await dialog.getByRole('button', { name: 'Save PIN' }).click()
    await expect(dialog.getByText('PIN saved. You can sign in.')).toBeVisible()
    await signIn(page, '42448', '9087')

    // And is changed again where one is signed in.
    await page.getByRole('link', { name: /Casper Lindgate/ }).click()
    await page.getByRole('button', { name: 'Settings' }).click()
    const settings = page.getByRole('dialog', { name: 'Settings of your card' })
    await noBarriers(page)
    await settings.getByLabel('Current PIN').fill('9087')
    await settings.getByLabel('New PIN').fill('4744')
    await settings.getByRole('button', { name: 'Change the PIN' }).click()
    await expect(page.getByText('PIN changed.')).toBeVisible()
    await settings.getByLabel('Language of messages').click()
    await page.getByRole('option', { name: 'Deutsch' }).click()
    await settings.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Settings saved.')).toBeVisible()
  },
)

test('what the sign-in dialog still loads moves nothing that is being pressed', { tag: ['@signingIn'] }, async ({ page }) => {
  let answer = () => {}
  const asked = new Promise<void>((resolve) => (answer = resolve))
  await page.route('**/api/demo/cards', async (route) => {
    await asked
    await route.continue()
  })
  await page.goto('/card')
  await page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click()
  const dialog = page.getByRole('dialog', { name: 'Sign in' })
  const press = dialog.getByRole('button', { name: 'Sign in' })
  const before = await press.boundingBox()
  answer()
  await expect(dialog.getByText(NAME)).toBeVisible()
  expect(await press.boundingBox()).toEqual(before)
})
