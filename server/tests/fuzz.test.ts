/**
 * No request whatever makes the server stumble. A few hundred here; `npm run attack` sends many more to a server of its
 * own, whose address it gives.
 */
import fc from 'fast-check'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { startCatalogue, type Catalogue } from './catalogue.ts'
import { anyRequest } from './requests.ts'

const RUNS = Number(process.env.CATALEX_FUZZ ?? 400 * inject('runFactor'))
let catalogue: Catalogue | null = null
let address = process.env.CATALEX_FUZZ_ADDRESS ?? ''
const counts = new Map<string, number>()
let slowest = { ms: 0, what: '' }

beforeAll(async () => {
  if (address !== '') return
  catalogue = await startCatalogue(80)
  address = catalogue.address
})
afterAll(async () => {
  await catalogue?.close()
  if (RUNS > 1000) process.stdout.write(`FUZZ ${JSON.stringify({ counts: Object.fromEntries(counts), slowest })}\n`)
})

it('each is answered, none as a fault of the server’s own', { timeout: 3_600_000 }, async () => {
  const asReader = await signedIn()
  await fc.assert(
    fc.asyncProperty(anyRequest, fc.boolean(), async ({ name, method, path, body, headers }, signed) => {
      // Signing out, or in with what is made up, would end or slow what is tried here.
      fc.pre(name !== 'signOut' && name !== 'signOutEverywhere' && !(name === 'signIn' && counts.size > 5))
      const start = performance.now()
      const response = await fetch(address + path, {
        method,
        body,
        headers: { ...headers, ...(signed ? asReader : {}), ...(body === null ? {} : { 'content-type': 'application/json' }) },
      })
      const text = await response.text()
      const ms = performance.now() - start
      if (ms > slowest.ms) slowest = { ms, what: `${method} ${path.slice(0, 300)}` }
      counts.set(`${name} ${String(response.status)}`, (counts.get(`${name} ${String(response.status)}`) ?? 0) + 1)
      expect(response.status, `${method} ${path} ${body ?? ''} ${text}`).toBeLessThan(500)
      expect(text).not.toMatch(/SQLITE_|node_modules|at .*\.ts:\d/)
      if (response.status >= 400) expect(text.length).toBeLessThan(6000)
    }),
    { numRuns: RUNS },
  )
})

async function signedIn(): Promise<Record<string, string>> {
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ card: '42225', pin: '4722' }),
  })
  const { csrf } = (await response.json()) as { csrf: string }
  return { cookie: response.headers.get('set-cookie')?.split(';')[0] ?? '', 'x-csrf-token': csrf }
}
