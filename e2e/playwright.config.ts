import { defineConfig } from '@playwright/test'
import { browser } from './browser.ts'

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  outputDir: '../test-results',
  reporter: [['list'], ['json', { outputFile: '../var/playwright.json' }]],
  workers: 2,
  fullyParallel: false,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  use: browser,
})
