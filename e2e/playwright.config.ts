import { defineConfig } from '@playwright/test'
import { browser } from './browser.ts'

/** The demo's clock is moved by tests of its own, one after the other in a world of theirs; the others need its day. */
const LIVING = 'backroom.spec.ts'
/** Waits for another system to be away and back, while others work. */
const BRIDGED = 'bridged.spec.ts'

export default defineConfig({
  testDir: '.',
  projects: [
    { name: 'bridged', testMatch: BRIDGED },
    { name: 'living', testMatch: LIVING },
    { name: 'readers', testMatch: '*.spec.ts', testIgnore: [LIVING, BRIDGED] },
  ],
  outputDir: '../test-results',
  reporter: [['list'], ['json', { outputFile: '../var/playwright.json' }]],
  workers: 2,
  fullyParallel: false,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  use: browser,
})
