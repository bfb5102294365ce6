import { defineConfig } from 'vitest/config'

const project = (name: string, timeout: number, more: { environment?: 'node' | 'jsdom'; setupFiles?: string[] } = {}) => ({
  resolve: { conditions: ['source'] },
  ssr: { resolve: { conditions: ['source'] } },
  test: {
    name,
    include: [`${name}/{src,tests}/**/*.test.{ts,tsx}`],
    environment: 'node',
    testTimeout: timeout,
    hookTimeout: 120_000,
    ...more,
  },
})

export default defineConfig({
  test: {
    projects: [
      project('core', 60_000),
      project('contract', 10_000),
      project('server', 120_000),
      project('demo', 60_000),
      project('web', 30_000, { environment: 'jsdom', setupFiles: ['web/tests/setup.ts'] }),
    ],
  },
})
