import { defineConfig } from '@playwright/test'
import { browser } from './browser.ts'

export default defineConfig({
  testDir: '.',
  testMatch: 'screenshots.ts',
  outputDir: '../test-results',
  reporter: 'list',
  workers: 1,
  timeout: 60_000,
  use: browser,
})
