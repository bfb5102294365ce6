/** What the rules of a library say of themselves, and who decides about a reader and a copy. */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { PoliciesFile } from '@catalex/contract/files'
import { afterAll, afterEach, beforeAll, expect, it, vi } from 'vitest'
import { rules } from '../src/cli/commands/rules.ts'
import { startCatalogue, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
beforeAll(async () => {
  catalogue = await startCatalogue(90)
})
afterAll(() => catalogue.close())
afterEach(() => {
  vi.restoreAllMocks()
})

async function said(asked: string[], options: Parameters<typeof rules>[1]): Promise<[number, string]> {
  const log = vi.spyOn(console, 'log').mockImplementation(() => undefined)
  const code = await rules(asked, options)
  return [code, log.mock.calls.map(([line]) => String(line)).join('\n')]
}

it('tables in which each line decides are said to be in order', async () => {
  expect(await said([], { data: catalogue.data })).toEqual([0, expect.stringMatching(/each decides somewhere/)])
})

it('a line that never decides, one that contradicts, and a case left open are named by their numbers', async () => {
  const file = join(catalogue.world, 'policies.json')
  const policies = JSON.parse(readFileSync(file, 'utf8')) as PoliciesFile
  const allow = { allow: true, cost: 0, reason: null, remedy: null }
  const holdRules = [{ ...allow, uses: ['loan' as const] }, { ...allow, uses: ['loan' as const], families: ['film' as const] }, { ...allow, allow: false, reason: 'Never.', uses: ['loan' as const] }] // prettier-ignore
  writeFileSync(file, JSON.stringify({ ...policies, holdRules }))
  const [code, text] = await said([], { data: '', world: catalogue.world })
  expect(code).toBe(1)
  expect(text).toContain('holdRules 2 can never decide: 1 always comes first, and says the same.')
  expect(text).toContain('holdRules 3 can never decide: 1 always comes first. Contradiction: it refuses it ("Never."), 1 allows it for 0.')
  expect(text).toMatch(/holdRules: no line decides about a reader of category \w+ .* for short loan at/)
})

it('the line that decides about a card and a copy is named, with what it looks at', async () => {
  const [copy] = await catalogue.database.read<{ barcode: string }>("SELECT barcode FROM copies JOIN records ON records.id = recordId WHERE carrier = 'large-print-book' AND system = 'pslib' AND status = 'on shelf' LIMIT 1") // prettier-ignore
  const [code, text] = await said(['00042117', copy!.barcode, 'ferrygate'], { data: catalogue.data, try: true })
  expect(code).toBe(0)
  expect(text).toMatch(/Reader: category adult, home pslib\. Copy: large-print, loan, owned by pslib/)
  expect(text).toMatch(/Loan: loanRules 7 decides and lends for 28 days, 2 renewals\. It has no conditions\./)
  await expect(rules(['00042117', 'nobody', 'ferrygate'], { data: catalogue.data, try: true })).rejects.toThrow(
    /No copy has the barcode nobody/,
  )
})

it('rules that have not been loaded yet are tried on readers and copies that have', async () => {
  const file = join(catalogue.world, 'policies.json')
  const policies = JSON.parse(readFileSync(file, 'utf8')) as PoliciesFile
  writeFileSync(file, JSON.stringify({ ...policies, loanRules: [{ days: 5, renewals: 9 }] }))
  const [copy] = await catalogue.database.read<{ barcode: string }>("SELECT barcode FROM copies WHERE system = 'pslib' AND useRule IS NULL AND status = 'on shelf' LIMIT 1") // prettier-ignore
  const asked = ['00042117', copy!.barcode, 'ferrygate']
  const [, ofFiles] = await said(asked, { data: catalogue.data, world: catalogue.world, try: true })
  expect(ofFiles).toContain('loanRules 1 decides and lends for 5 days, 9 renewals.')
  vi.restoreAllMocks()
  const [, loaded] = await said(asked, { data: catalogue.data, try: true })
  expect(loaded).not.toContain('lends for 5 days')
})
