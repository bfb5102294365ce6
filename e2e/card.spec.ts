/** The card: holds paused, moved, cancelled and taken back. */
import { expect } from '@playwright/test'
import { test } from './server.ts'
import { noBarriers, signIn } from './steps.ts'

test(
  'a hold in the queue is paused and goes on, is collected elsewhere, cancelled and taken back to its old place',
  { tag: ['@card', '@holds', '@circulation'] },
  async ({ page }) => {
    await page.goto('/card')
    await page.getByRole('banner').getByRole('button', { name: 'Sign in' }).click()
    await signIn(page, '42331', '4733')
    const hold = page.getByRole('listitem').filter({ has: page.getByRole('link', { name: 'Where the channel bends' }) })
    const place = /you are \S+ in the queue/
    await expect(hold).toContainText(place)
    const before = place.exec((await hold.textContent()) ?? '')?.[0] ?? ''

    await hold.getByRole('button', { name: /^Pause/ }).click()
    const pausing = page.getByRole('dialog', { name: /^Pause the hold/ })
    await noBarriers(page)
    await pausing.getByRole('button', { name: 'Pause the hold' }).click()
    await expect(hold).toContainText('paused: you keep your place in the queue')
    await hold.getByRole('button', { name: /^Resume/ }).click()
    await expect(hold).toContainText(before)

    await hold.getByRole('button', { name: /^Collect elsewhere/ }).click()
    const moving = page.getByRole('dialog', { name: /elsewhere$/ })
    await moving.getByRole('combobox', { name: 'Where to collect' }).click()
    await page.getByRole('option', { name: 'Isle of Corrow' }).click()
    await noBarriers(page)
    await moving.getByRole('button', { name: 'Collect it there' }).click()
    await expect(hold).toContainText('ready at Isle of Corrow')

    await hold.getByRole('button', { name: /^Cancel/ }).click()
    await page.getByRole('button', { name: 'Cancel it' }).click()
    await expect(hold.getByRole('button', { name: /^Cancel/ })).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(hold).toContainText(before)
    await noBarriers(page)
  },
)
