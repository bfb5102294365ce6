import { defineConfig } from '@playwright/test'
import { browser } from './browser.ts'

export default defineConfig({
  testDir: '.',
  testMatch: 'pace.ts',
  outputDir: '../test-results',
  reporter: 'list',
  workers: 1,
  use: browser,
})
