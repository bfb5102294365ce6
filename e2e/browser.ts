/** Debian's Chromium, headless, kept from calling home. */
import { existsSync } from 'node:fs'

/** The build without a window at half the work; the whole browser where a machine has that alone. */
const SHELL = '/usr/bin/chromium-headless-shell'

export const browser = {
  baseURL: process.env.CATALEX_ADDRESS ?? 'http://localhost:4280',
  viewport: { width: 1280, height: 800 },
  locale: 'en-GB',
  launchOptions: {
    executablePath: existsSync(SHELL) ? SHELL : '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  },
}
