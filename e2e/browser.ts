/** Debian's Chromium, headless, kept from calling home. */
export const browser = {
  baseURL: process.env.CATALEX_ADDRESS ?? 'http://localhost:4280',
  viewport: { width: 1280, height: 800 },
  locale: 'en-GB',
  launchOptions: {
    executablePath: '/usr/bin/chromium',
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
