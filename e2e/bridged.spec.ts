/** Where another system lends: a hold goes there and comes back ready, and readers are told while that system is away. */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test as base } from '@playwright/test'
import { freePort, isServing } from './server.ts'
import { noBarriers, row, signIn } from './steps.ts'

const CLOCK = '2026-11-25T11:20'
const CATALEX = 'server/dist/cli/catalex.js'

interface Ports {
  serve: number
  lending: number
}
const test = base.extend<object, { ports: Ports }>({
  ports: [
    // Playwright reads the names of what a fixture needs from its parameters.
    async ({}, use) => {
      await use({ serve: await freePort(), lending: await freePort() })
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ ports }, use) => {
    await use(`http://127.0.0.1:${String(ports.serve)}`)
  },
})

const folder = mkdtempSync(join(tmpdir(), 'catalex-bridged-'))
const data = join(folder, 'catalex.sqlite')
const started: ChildProcess[] = []
let settings: NodeJS.ProcessEnv
let lending: ChildProcess

const run = (...args: string[]): string => spawnSync(process.execPath, args, { env: settings }).stdout.toString()
const start = (...args: string[]): ChildProcess => {
  const child = spawn(process.execPath, [CATALEX, ...args], { env: settings, stdio: ['ignore', 'ignore', 'inherit'] })
  started.push(child)
  return child
}
const startLending = (port: number) =>
  start('standin-lending', '--data', data, '--state', join(folder, 'lending.json'), '--port', String(port), '--clock', CLOCK)

test.beforeAll(async ({ ports }) => {
  settings = { ...process.env, FORCE_COLOR: '0', CATALEX_DESK: 'sip2', CATALEX_SIP2_ADDRESS: `127.0.0.1:${String(ports.lending)}` }
  const world = join(folder, 'world')
  const day = CLOCK.slice(0, 10)
  run('demo/dist/cli/makeWorld.js', '--titles', '400', '--branches', '14', '--seed', 'bridged', '--today', day, '--out', world)
  run(CATALEX, 'load', '--world', world, '--data', data)
  lending = startLending(ports.lending)
  start('serve', '--data', data, '--port', String(ports.serve), '--clock', CLOCK)
  await isServing(`http://127.0.0.1:${String(ports.serve)}`)
})
test.afterAll(() => {
  for (const child of started) child.kill('SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

test.setTimeout(240_000)
test('a hold is taken there and is ready when it says so; while it is away searching goes on and the rest is refused in words', async ({ page, ports }) => {
  const search = async (words: string) => {
    await page.getByRole('combobox', { name: 'Search the catalogue' }).fill(words)
    await page.getByRole('button', { name: 'Search', exact: true }).click()
  }
  await page.goto('/')
  await search('lamplighter’s alibi')
  await row(page, 'The lamplighter’s alibi').getByRole('link', { name: 'The lamplighter’s alibi' }).click()
  await page.getByRole('button', { name: /^Hold at/ }).click()
  const dialog = page.getByRole('dialog', { name: /^Place a hold: The lamplighter’s alibi/ })
  // What it has no word for is not offered.
  await expect(dialog.getByRole('button', { name: 'Add a last date' })).toBeVisible()
  await expect(dialog.getByText(/The copy is chosen later/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Sign in and place the hold' }).click()
  await signIn(page, '42117', '4711')
  await expect(dialog.getByRole('heading', { name: 'Hold placed' })).toBeVisible()
  await noBarriers(page)
  await dialog.getByRole('link', { name: 'See it on your card' }).click()
  const held = (region: string) =>
    page.getByRole('region', { name: region }).getByRole('listitem').filter({ hasText: 'The lamplighter’s alibi' })
  await expect(held('Your holds')).toBeVisible()
  await expect(held('Your holds').getByRole('button', { name: /Pause/ })).toHaveCount(0)

  // The last of those that it says she waits for.
  const [, waiting = ''] = /waiting: \[([^\]]*)\]/.exec(run(CATALEX, 'sip2', '--card', '00042117')) ?? []
  run(CATALEX, 'sip2', '--check-in', waiting.match(/\d+/g)?.at(-1) ?? '')
  await expect(async () => {
    await page.reload()
    await expect(held('Ready to collect')).toBeVisible({ timeout: 5000 })
  }).toPass({ timeout: 80_000, intervals: [5000] })
  await noBarriers(page)

  const gone = new Promise((done) => lending.once('exit', done))
  lending.kill('SIGKILL')
  await gone
  await page.goto('/')
  await search('tide')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/\d+ titles/)
  await page.getByRole('region', { name: 'Results' }).getByRole('heading').getByRole('link').first().click()
  await expect(page.getByText(/lending system isn’t responding\. Availability is as of .*You can search/)).toBeVisible({ timeout: 60_000 })
  await noBarriers(page)
  await page.getByRole('button', { name: /^Hold at/ }).first().click()
  await page.getByRole('dialog').getByRole('button', { name: 'Place the hold' }).click()
  await expect(page.getByRole('dialog').getByText(/lending system isn’t responding, and nothing was changed/)).toBeVisible()

  // Readers learn that it is back without doing anything.
  startLending(ports.lending)
  await expect(page.getByText(/lending system isn’t responding\. Availability/)).toBeHidden({ timeout: 90_000 })
}) // prettier-ignore
