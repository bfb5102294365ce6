import { defineConfig } from '@playwright/test'
import { browser } from './browser.ts'

export default defineConfig({
  testDir: '.',
  // The demo's clock is moved when the others, who need its day, are through.
  projects: [
    { name: 'readers', testMatch: '*.spec.ts', testIgnore: 'backroom.spec.ts' },
    { name: 'living', testMatch: 'backroom.spec.ts', dependencies: ['readers'] },
  ],
  outputDir: '../test-results',
  reporter: [['list'], ['json', { outputFile: '../var/playwright.json' }]],
  workers: 2,
  fullyParallel: false,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  use: browser,
})
