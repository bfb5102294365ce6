/** The living demo: a hold followed from the shelf to the hand, by the backroom's clock and desks; run after the others, whose day it changes. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, signIn, signOut } from './steps.ts'

test.setTimeout(240_000)

const TITLE = 'The last keepers of the Sound'
const clock = (page: Page) => page.getByRole('banner').locator('b')
/** The clock has come to where it was moved. */
async function moved(page: Page, press: string): Promise<void> {
  const before = await clock(page).textContent()
  await page.getByRole('button', { name: press }).click()
  await expect(clock(page)).not.toHaveText(before ?? '')
  await expect(page.getByText(/^moving on/)).toHaveCount(0, { timeout: 100_000 })
}
const cardOf = async (page: Page) => {
  await page.getByRole('link', { name: 'back to the catalogue' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Your card' })).toBeVisible()
}
const backroom = async (page: Page) => {
  await page.getByRole('link', { name: 'Backroom of the demo' }).click()
  await expect(page.getByRole('region', { name: 'In transit' })).toBeVisible()
}

interface Lent {
  controlNumber: string
  title: string
  barcode: string
  branch: string
}
interface Copies {
  count: number
  copies: { barcode: string; inNow: boolean; place: { branch: string }; hold: { allowed: boolean } }[]
}

/** A copy that stands on its shelf, of the first title of a search. @param right whether its title will do */
async function copyOf(page: Page, query: string, right: (copies: Copies) => boolean = () => true): Promise<Lent> {
  const { rows } = (await (await page.request.get(`/api/search?${query}`)).json()) as { rows: { controlNumber: string; title: string }[] }
  for (const { controlNumber, title } of rows) {
    const found = (await (await page.request.get(`/api/titles/${controlNumber}/copies`)).json()) as Copies
    const copy = found.copies.find(({ inNow, hold }) => inNow && hold.allowed)
    if (copy && right(found)) return { controlNumber, title, barcode: copy.barcode, branch: copy.place.branch }
  }
  throw new Error(`Nothing can be lent of ${query}.`)
}

/** Lends over the desk at which a copy stands. */
async function lendTo(page: Page, card: string, copy: Lent): Promise<Lent> {
  const { csrf } = (await (await page.request.get('/api/session')).json()) as { csrf: string | null }
  const data = { act: 'check out', branch: copy.branch, barcode: copy.barcode, card }
  const answer = await page.request.post('/api/backroom/desk', { data, headers: { 'x-csrf-token': csrf ?? '' } })
  expect((await answer.json()) as object).toMatchObject({ checkedOut: { barcode: copy.barcode } })
  return copy
}

test('in transit it is sent to another pickup location, where it is ready', { tag: ['@backroom', '@courier'] }, async ({ page }) => {
  const title = 'Knots, ropes and neighbours'
  await page.goto('/titles/ps00000073?at=ferrygate')
  await page.getByRole('button', { name: /^Hold at/ }).click()
  const dialog = page.getByRole('dialog', { name: /^Place a hold: / })
  await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
  await signIn(page, '42331', '4733')
  await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await page.keyboard.press('Escape')
  await backroom(page)
  await page.getByRole('link', { name: 'Desk', exact: true }).click()
  await page
    .getByRole('row')
    .filter({ hasText: title })
    .getByRole('button', { name: `Taken: ${title}` })
    .click()
  await expect(page.getByRole('status').filter({ hasText: `${title}: to Ferrygate.` })).toBeVisible()

  await cardOf(page)
  const hold = page.getByRole('listitem').filter({ has: page.getByRole('link', { name: title }) })
  await expect(hold).toContainText(/left Northmole Central .*ready at Ferrygate \w+/)
  await hold.getByRole('button', { name: /^Collect elsewhere/ }).click()
  const moving = page.getByRole('dialog', { name: /elsewhere$/ })
  await moving.getByRole('combobox', { name: 'Where to collect' }).click()
  await page.getByRole('option', { name: 'Lantern Hill' }).click()
  await moving.getByRole('button', { name: 'Collect it there' }).click()
  await expect(hold).toContainText('ready at Lantern Hill')
  await backroom(page)
  await moved(page, 'Until my hold is ready')
  await cardOf(page)
  await expect(page.getByRole('region', { name: 'Ready to collect' }).getByRole('listitem').filter({ hasText: title })).toContainText(
    'Lantern Hill',
  )
})

test('a hold is fetched, sent, told, lent over the desk, and on the card at each step', async ({ page }) => {
  await page.goto('/search?q=last+keepers+of+the+sound&at=lanternhill')
  await page.getByRole('link', { name: TITLE }).click()
  await page.getByRole('button', { name: /^Hold at/ }).click()
  const dialog = page.getByRole('dialog', { name: /^Place a hold: / })
  await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
  await signIn(page, '42225', '4722')
  await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await page.keyboard.press('Escape')

  await backroom(page)
  await noBarriers(page)
  await moved(page, 'Until my hold is ready')
  await page.getByRole('button', { name: 'only my holds' }).click()
  await expect(page.getByRole('region', { name: 'What happened' })).toContainText(`${TITLE} is ready at`)
  await expect(page.getByRole('region', { name: 'Messages' })).toContainText(`Ready to collect: ${TITLE}`)
  await cardOf(page)
  await expect(page.getByRole('region', { name: 'Ready to collect' })).toContainText(TITLE)
  await page.getByRole('region', { name: 'Messages' }).getByText(`Ready to collect: ${TITLE}`).click()
  await expect(page.getByText(/is kept for you until/)).toBeVisible()
  await noBarriers(page)

  await backroom(page)
  await page.getByRole('link', { name: 'Desk', exact: true }).click()
  await page.getByRole('combobox', { name: 'Branch' }).click()
  await page.getByRole('option', { name: 'Lantern Hill' }).click()
  await expect(page.getByRole('region', { name: 'On the hold shelf' })).toContainText(TITLE)
  await noBarriers(page)
  const kept = page.getByRole('row').filter({ hasText: TITLE }).filter({ hasText: '…2225' })
  await kept.getByRole('button', { name: /^Check out to reader/ }).click()
  await expect(page.getByRole('status').filter({ hasText: 'is on loan until' })).toBeVisible()
  await cardOf(page)
  await expect(page.getByRole('region', { name: 'Borrowed' })).toContainText(TITLE)
  const file = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Download' }).click()
  await page.getByRole('menuitem', { name: /iCalendar/ }).click()
  expect((await file).suggestedFilename()).toBe('card.ics')
})

test('what nobody collects lapses after its last day and goes to the next; messages are shown as they would have been sent', async ({
  page,
}) => {
  await page.goto('/card')
  await page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click()
  // Something that lapses tomorrow.
  await signIn(page, '43121', '4821')
  await backroom(page)
  await page.getByRole('button', { name: 'only my holds' }).click()
  const lapsed = page.getByText('The herring road was not collected at Northmole Central. The hold has ended.')
  for (let day = 0; day < 3 && !(await lapsed.isVisible()); day += 1) await moved(page, '+1 day')
  await expect(lapsed).toBeVisible()
  await page.getByRole('link', { name: 'all messages' }).click()
  await noBarriers(page)
  const mail = page.getByRole('article').first()
  await mail.getByRole('button', { name: 'Show as email' }).click()
  await expect(mail.locator('iframe').contentFrame().getByText('Pellan Sound Libraries')).toBeVisible()
})

test('what is owed is paid, and the card may hold again', { tag: ['@loans', '@policies'] }, async ({ page }) => {
  await page.goto('/card')
  await page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click()
  await signIn(page, '42880', '4788')
  await expect(page.getByText(/You can’t place holds: you owe .*/)).toBeVisible()
  await page.getByRole('button', { name: /^Pay / }).click()
  await expect(page.getByText(/paid\. You owe nothing\./)).toBeVisible()
  await expect(page.getByText(/can’t place holds/)).toHaveCount(0)
  await noBarriers(page)
})

test(
  'a scan is sent and owed for; what one library elsewhere declines the next sends, and it waits to be collected',
  { tag: ['@requests'] },
  async ({ page }) => {
    await page.goto('/titles/ps00000037')
    await page.getByRole('button', { name: 'Ask for a scan' }).click()
    const scan = page.getByRole('dialog', { name: 'Ask for a scan' })
    await scan.getByLabel(/^Chapter or article/).fill('Chapter 3')
    await scan.getByLabel('How many pages').fill('12')
    await scan.getByRole('checkbox', { name: 'I agree to pay €3.20.' }).check()
    await scan.getByRole('button', { name: 'Sign in and send it' }).click()
    await signIn(page, '42117', '4711')
    await expect(scan.getByText('Request sent')).toBeVisible()
    await page.goto('/search?q=quartzbottle+zebrafugue')
    await page.getByRole('button', { name: 'Ask for it from outside' }).click()
    const outside = page.getByRole('dialog', { name: 'Ask for it from outside' })
    await outside.getByRole('checkbox', { name: /^I agree to pay/ }).check()
    await outside.getByRole('button', { name: 'Send the request' }).click()
    await outside.getByRole('link', { name: 'See it on your card' }).click()
    await expect(page.getByRole('region', { name: 'Requests' })).toContainText('asking other libraries')

    await backroom(page)
    await page.getByRole('link', { name: 'Requests', exact: true }).click()
    await page.getByRole('button', { name: 'Send the scan: On sediments' }).click()
    await page.getByRole('button', { name: 'Decline: quartzbottle zebrafugue' }).click()
    await expect(page.getByText(/requested from: Eastmark Reading Society/)).toBeVisible()
    await noBarriers(page)
    await page.getByRole('button', { name: 'Send it: quartzbottle zebrafugue' }).click()
    await page.getByRole('button', { name: 'Mark as arrived: quartzbottle zebrafugue' }).click()
    await expect(page.getByRole('button', { name: 'Lend it: quartzbottle zebrafugue' })).toBeVisible()

    await cardOf(page)
    await expect(page.getByRole('region', { name: 'Ready to collect' })).toContainText(/quartzbottle zebrafugue.*Collect at: .* until/)
    await expect(page.getByRole('region', { name: 'Requests' })).toContainText(/On sediments.*Sent to you/)
    await expect(page.getByRole('region', { name: 'Owed', exact: true })).toContainText(
      /quartzbottle zebrafugue requested.*On sediments requested, .*€3.20/,
    )
    await expect(page.getByRole('region', { name: 'Messages' })).toContainText('Ready to collect, from outside: quartzbottle zebrafugue')
    await noBarriers(page)
  },
)

test(
  'all that gains by it is renewed at one press; what is not says why: four reasons',
  { tag: ['@renewals', '@loans'] },
  async ({ page }) => {
    const lend = (copy: Lent) => lendTo(page, '42225', copy)
    const thing = await lend(await copyOf(page, 'format=thing'))
    const wanted = await lend(await copyOf(page, 'q=harbour&format=book', ({ count }) => count === 1))
    const film = await lend(await copyOf(page, 'q=harbour&format=dvd'))
    await lend(await copyOf(page, 'q=harbour&format=book'))
    await lend(await copyOf(page, 'q=river&format=book'))
    await page.goto(`/titles/${wanted.controlNumber}?at=ferrygate`)
    await page.getByRole('button', { name: /^Hold at/ }).click()
    const dialog = page.getByRole('dialog', { name: /^Place a hold: / })
    await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
    await signIn(page, '42331', '4733')
    await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
    await page.keyboard.press('Escape')
    await signOut(page)

    await page.goto('/card')
    await page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click()
    await signIn(page, '42225', '4722')
    const borrowed = page.getByRole('region', { name: 'Borrowed' })
    const loan = ({ title }: Lent) => borrowed.getByRole('listitem').filter({ has: page.getByRole('link', { name: title, exact: true }) })
    await expect(loan(film)).toContainText('Too early to renew.')
    // A due date is on no closed day: it may take more than one until the film and both books gain by it.
    const gaining = page.getByRole('button', { name: /^Renew [3-9] loans$/ })
    for (let days = 0; days < 10 && (await gaining.count()) === 0; days += 1) {
      await backroom(page)
      await moved(page, '+1 day')
      await cardOf(page)
      await expect(loan(film)).toBeVisible()
    }
    await loan(film)
      .getByRole('button', { name: /^Renew/ })
      .click()
    await expect(loan(film)).toContainText('It can’t be renewed again: it has been renewed once, the maximum.')
    const fresh = await lend(await copyOf(page, 'q=harbour&format=video-cassette'))
    await page.reload()
    await page.getByRole('button', { name: /^Renew \d loans$/ }).click()
    await expect(page.getByText(/^(\d) of \1 loans renewed\.$/)).toBeVisible()
    for (const [one, why] of [
      [thing, 'It can’t be renewed.'],
      [wanted, 'It can’t be renewed: another reader is waiting.'],
      [film, 'It can’t be renewed again: it has been renewed once, the maximum.'],
      [fresh, 'Too early to renew.'],
    ] as const)
      await expect(loan(one)).toContainText(why)
    await expect(borrowed.getByRole('button', { name: /^Renew/ })).toHaveCount(0)
    await noBarriers(page)
  },
)
