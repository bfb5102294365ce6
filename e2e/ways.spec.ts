/** The ways between the screens: what was chosen goes along with every link, and Back finds everything as it was left. */
import { expect, type Page } from '@playwright/test'
import { test } from './server.ts'
import { settled, signIn } from './steps.ts'

// Each begins on a page of its own: they are shared out among the workers.
test.describe.configure({ mode: 'parallel' })

const count = (page: Page) => page.getByRole('heading', { level: 1 })
const parts = (address: string) => {
  const { pathname, searchParams } = new URL(address, 'http://catalex.test')
  return { pathname, in: searchParams.getAll('in'), as: searchParams.getAll('as'), at: searchParams.get('at'), language: searchParams.getAll('language'), keep: searchParams.getAll('keep') } // prettier-ignore
}

/** Scope and kept narrowings, as an address says them. */
const CONTEXTS = {
  'nothing chosen': { query: '', in: [], as: [], at: 'northmole', language: [], keep: [] },
  'a place': { query: 'in=ferrygate', in: ['ferrygate'], as: [], at: 'northmole', language: [], keep: [] },
  'a format and a pickup location': { query: 'as=print&at=lanternhill', in: [], as: ['print'], at: 'lanternhill', language: [], keep: [] },
  'all of it, and something kept': {
    query: 'in=ferrygate&in=northmole&as=print&at=lanternhill&language=eng&keep=language',
    in: ['ferrygate', 'northmole'],
    as: ['print'],
    at: 'lanternhill',
    language: ['eng'],
    keep: ['language'],
  },
}

for (const [name, { query, ...context }] of Object.entries(CONTEXTS)) {
  test(`with ${name}, no link loses it`, async ({ page }) => {
    const start = `/search?q=harbourmaster&${query}`
    await page.goto(start)
    await expect(page).toHaveURL(/at=/)
    const links = (selector: string) =>
      page.locator(selector).evaluateAll((all) => all.map((link) => link.getAttribute('href') ?? '').filter((href) => href.startsWith('/')))
    /** Every link of the page, but for those that are there to change it. */
    const allCarry = async (where: string, changes: RegExp = /^$/) => {
      for (const link of await links('a[href]')) {
        if (changes.test(link)) continue
        const { pathname: _, ...carried } = parts(link)
        expect(carried, `${where}: ${link}`).toEqual(context)
      }
    }
    await allCarry('list')
    await page.getByRole('region', { name: 'Results' }).getByRole('listitem').first().getByRole('link').first().click()
    await expect(page).toHaveURL(/\/titles\//)
    await expect(page.getByRole('region', { name: 'Copies' })).toBeVisible()
    await allCarry('title', /^\/search\?q=harbourmaster/)
    const title = page.url()
    for (const where of [
      '/browse/person?from=orr',
      '/browse/call-number?from=FIC',
      '/branches',
      '/help',
      '/privacy',
      '/accessibility',
      '/builder?q=tide',
      '/card',
    ]) {
      await page.goto(`${where}${where.includes('?') ? '&' : '?'}${query}`)
      await expect(count(page)).toBeVisible()
      await expect(page).toHaveURL(/at=/)
      await allCarry(where)
    }
    // Next searches, from a title, from the card and from home.
    for (const where of [title, `/card?${query}`, `/?${query}`]) {
      await page.goto(where)
      await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('tide')
      await page.keyboard.press('Enter')
      await expect(page).toHaveURL(/\/search\?.*q=tide/)
      const { pathname: _, ...carried } = parts(page.url())
      expect(carried, `next search from ${where}`).toEqual(context)
      await expect(count(page)).toBeFocused()
    }
    // A suggestion promises what its list shows.
    await page.keyboard.press('/')
    await page.keyboard.type('orrick')
    const suggestion = page.getByRole('option', { name: /^Orrick, Tamsin/ })
    const promised = /([\d,]+)$/.exec((await suggestion.textContent()) ?? '')?.[1]
    await suggestion.click()
    await expect(count(page)).toHaveText(new RegExp(`^${promised ?? ''} titles?$`))
    const { pathname: _, ...carried } = parts(page.url())
    expect(carried).toEqual(context)
  })
}

test('what stands beside a link is what it shows: headings and the lists of the start page', async ({ page }) => {
  for (const query of ['', 'in=ferrygate&as=print', 'in=ferrygate&language=eng&keep=language&at=ferrygate']) {
    for (const kind of ['title?from=t', 'subject?from=h', 'call-number?from=FIC']) {
      for (const i of [0, 3]) {
        await page.goto(`/browse/${kind}&${query}`)
        // Lines before these come in at the top once they are in sight.
        await page.waitForLoadState('networkidle')
        const line = page.getByRole('region').getByRole('listitem').nth(i)
        // Both of one line at one moment: another one may come in above it.
        const { said, href } = await line.evaluate((item) => ({
          said: item.querySelector(':scope > span:last-of-type')?.textContent ?? '',
          href: item.querySelector('a')?.getAttribute('href') ?? '',
        }))
        const promised = /^([\d,]+) titles?$/.exec(said)?.[1] ?? '0'
        await page
          .locator(`a[href=${JSON.stringify(href)}]`)
          .first()
          .click()
        await expect(count(page), `${kind} ${query}: ${said}`).toHaveText(new RegExp(`^${promised} titles?$`))
      }
    }
    await page.goto(`/?${query}`)
    const formats = page.getByRole('listitem').filter({ has: page.getByRole('link', { name: /^(Print|Large print) ?[\d,]+$/ }) })
    await expect(formats.first()).toBeVisible()
    const promised = /([\d,]+)$/.exec((await formats.first().textContent()) ?? '')?.[1] ?? ''
    await formats.first().getByRole('link').click()
    await expect(count(page)).toHaveText(`${promised} titles`)
  }
})

test('ten steps forward, back and forward again show the same', async ({ page }) => {
  const seen: string[] = []
  const look = async () => {
    await page.waitForLoadState('networkidle')
    await settled(page)
    await expect(count(page)).toBeVisible()
    return `${page.url()} ${(await count(page).textContent()) ?? ''}`
  }
  const step = async (go: () => Promise<unknown>) => {
    const before = page.url()
    await go()
    await expect(page).not.toHaveURL(before)
    seen.push(await look())
  }
  const press = (role: 'link' | 'button' | 'checkbox', name: string | RegExp) => () => page.getByRole(role, { name }).first().click()
  await page.goto('/?in=northmole')
  await expect(count(page)).toBeVisible()
  await step(press('link', /^Print/))
  await step(async () => {
    await page.getByRole('combobox', { name: 'Search the catalogue' }).fill('harbourmaster')
    await page.keyboard.press('Enter')
  })
  await step(press('checkbox', /^Filter to Available now/))
  await step(press('link', /harbourmaster/))
  await step(press('link', 'Branches'))
  await step(press('link', 'Ferrygate'))
  await step(press('link', 'Fiction'))
  await step(press('button', 'Next'))
  await step(press('link', 'Browse'))
  await step(press('link', 'Subjects'))
  for (const expected of seen.slice(0, -1).reverse()) {
    await page.goBack()
    expect(await look()).toBe(expected)
  }
  for (const expected of seen.slice(1)) {
    await page.goForward()
    expect(await look()).toBe(expected)
  }
})

test('a copied address shows the same in a fresh window', async ({ page, browser }) => {
  const addresses = [
    '/search?q=harbourmaster&in=ferrygate&format=large-print&at=lanternhill&sort=title',
    '/titles/ps00000001?in=ferrygate',
    '/browse/subject?from=sea&as=film',
    '/builder?q=tide+-mill&language=eng',
  ]
  for (const address of addresses) {
    await page.goto(address)
    await expect(page).toHaveURL(/at=/)
    await page.waitForLoadState('networkidle')
    const fresh = await (await browser.newContext({ locale: 'en-GB', viewport: { width: 1280, height: 800 } })).newPage()
    await fresh.goto(page.url())
    await fresh.waitForLoadState('networkidle')
    await expect(fresh.locator('main')).toHaveText((await page.locator('main').textContent()) ?? '')
    expect(await fresh.getByRole('search').textContent()).toBe(await page.getByRole('search').textContent())
    await fresh.context().close()
  }
})

test('both ways back find the row in sight, with what was opened and unfolded', async ({ page }) => {
  for (const way of ['Back', 'link'] as const) {
    await page.goto('/search?q=house')
    const rows = page.getByRole('region', { name: 'Results' }).getByRole('listitem')
    const language = page.getByRole('button', { name: 'Language', exact: true })
    if ((await language.getAttribute('aria-expanded')) === 'false') await language.click()
    const row = rows.filter({ has: page.locator('h2') }).nth(13)
    const unfold = row.getByRole('button', { name: /^(Compare|Show|Hide)/ })
    if ((await unfold.getAttribute('aria-expanded')) === 'false') await unfold.click()
    const link = row.getByRole('heading').getByRole('link')
    const title = (await link.textContent()) ?? ''
    await link.click()
    await expect(count(page)).toContainText(title)
    if (way === 'Back') await page.goBack()
    else await page.getByRole('link', { name: /^‹ back to/ }).click()
    await expect(link).toBeFocused()
    await expect(link).toBeInViewport()
    await expect(language).toHaveAttribute('aria-expanded', 'true')
    await expect(unfold).toHaveAttribute('aria-expanded', 'true')
  }
})

test('what one holds is said wherever the title comes up', { tag: ['@title', '@card'] }, async ({ page }) => {
  await page.goto('/card')
  await page.getByRole('button', { name: 'Sign in' }).first().click()
  await signIn(page, '00042117', '4711')
  const title = page
    .getByRole('region', { name: /^(Your holds|Ready to collect)$/ })
    .getByRole('link')
    .first()
  const name = (await title.textContent()) ?? ''
  await title.click()
  await expect(count(page)).toContainText(name)
  await expect(page.getByText(/^You have a hold on this/).first()).toBeVisible()
})

test('the language is changed in place and stays; nothing of the page is lost', { tag: ['@shared', '@app', '@ui'] }, async ({ page }) => {
  await page.goto('/search?q=lighthouse&in=ferrygate&format=print')
  const titles = Number.parseInt((await count(page).textContent()) ?? '', 10)
  await page.getByRole('button', { name: 'Deutsch' }).first().click()
  await expect(count(page)).toHaveText(`${String(titles)} Titel`)
  await expect(page.locator('html')).toHaveAttribute('lang', 'de')
  await page.reload()
  await expect(count(page)).toHaveText(`${String(titles)} Titel`)
  await expect(page).toHaveURL(/q=lighthouse&format=print&in=ferrygate/)
  await page.getByRole('button', { name: 'English' }).first().click()
  await expect(count(page)).toHaveText(`${String(titles)} titles`)
})

test('on paper stands what was found, with where it is, and nothing to press', async ({ page }) => {
  await page.goto('/titles/ps00000001')
  await expect(page.getByRole('region', { name: 'Copies' })).toBeVisible()
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('search')).toBeHidden()
  await expect(page.getByRole('banner')).toBeHidden()
  await expect(page.getByRole('contentinfo')).toBeHidden()
  await expect(page.getByText(/\/titles\/ps00000001/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Copies' }).getByText('FIC ORR v.1').first()).toBeVisible()
  await page.goto('/search?q=harbourmaster')
  await expect(page.getByRole('listitem').filter({ hasText: 'FIC' }).first()).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Filters' })).toBeHidden()
})

test('what is pressed far down a list stays in sight, by mouse and by keyboard; the next page begins at its top', async ({ page }) => {
  await page.goto('/search?q=the&at=northmole')
  const facet = page.locator('#narrowing').getByRole('checkbox').last()
  await facet.scrollIntoViewIfNeeded()
  const inSight = () =>
    page.evaluate(() => {
      const { left, top, width, height } = document.activeElement!.getBoundingClientRect()
      const seen = document.elementFromPoint(left + width / 2, top + height / 2)
      return seen !== null && (seen.contains(document.activeElement) || document.activeElement!.contains(seen))
    })
  for (const press of [() => facet.click(), () => page.keyboard.press('Space')]) {
    const before = page.url()
    await press()
    await expect(page).not.toHaveURL(before)
    await settled(page)
    expect(await page.evaluate(() => window.scrollY)).toBeGreaterThan(200)
    expect(await inSight()).toBe(true)
  }
  await page.getByRole('navigation', { name: 'Pages of the list' }).getByRole('button', { name: /\b2$/ }).click()
  await expect(page).toHaveURL(/page=2/)
  await expect.poll(() => page.evaluate(() => window.scrollY)).toBe(0)
})
