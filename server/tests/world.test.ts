/** Files of a world that do not fit together: every fault is named by its place, and nothing is taken. */
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { LibraryFile, PoliciesFile } from '@catalex/contract/files'
import { makeWorld, writeWorld } from '@catalex/demo/world'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { checkWorld } from '../src/cli/commands/checkWorld.ts'
import { load } from '../src/cli/commands/load.ts'
import { faultsIn, readWorld } from '../src/world/index.ts'

const folder = mkdtempSync(join(tmpdir(), 'catalex-world-'))
const at = (name: string) => join(folder, name)
let library: LibraryFile
let policies: PoliciesFile
const tables: Record<string, string> = {}
beforeAll(async () => {
  await writeWorld(makeWorld({ titles: 90, seed: 'world', today: '2026-11-25', branches: 14 }), folder)
  library = JSON.parse(readFileSync(at('library.json'), 'utf8')) as LibraryFile
  policies = JSON.parse(readFileSync(at('policies.json'), 'utf8')) as PoliciesFile
  for (const name of ['readers.csv', 'loans.csv', 'holds.csv']) tables[name] = readFileSync(at(name), 'utf8')
})
afterAll(() => {
  rmSync(folder, { recursive: true, force: true })
})

type Change = (files: { library: LibraryFile; policies: PoliciesFile; tables: Record<string, string> }) => void
/** The places of all faults of the world as it is but for a change. */
function placesWith(change: Change): string[] {
  const files = structuredClone({ library, policies, tables })
  change(files)
  writeFileSync(at('library.json'), JSON.stringify(files.library))
  writeFileSync(at('policies.json'), JSON.stringify(files.policies))
  for (const [name, text] of Object.entries(files.tables)) writeFileSync(at(name), text)
  return faultsIn(readWorld(folder)).map(({ file, place }) => `${file} ${place}`)
}
/** The second line of a table with another value in a column. */
const withValue = (text: string, column: string, value: string): string => {
  const [head = '', row = '', ...rest] = text.split('\n')
  const cells = row.match(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g)?.map((cell) => cell.replace(/,$/, '')) ?? []
  cells[head.split(',').indexOf(column)] = value
  return [head, cells.slice(0, head.split(',').length).join(','), ...rest].join('\n')
}
/** The table with one column more. */
const withColumn = (text: string, column: string, value: string): string =>
  text.trimEnd().split('\n').map((line, i) => `${line},${i === 0 ? column : value}`).join('\n') // prettier-ignore
const branch = (files: { library: LibraryFile }, i = 0) => files.library.branches[i]!

it.each<[string, Change, string[]]>([
  ['nothing', () => undefined, []],
  ['a time zone that is none', (f) => (f.library.timeZone = 'Moon/Base'), ['library.json timeZone']],
  ['a branch of no system', (f) => (branch(f).system = 'nowhere'), ['library.json branches.0.system']],
  ['two branches of one code', (f) => (branch(f, 1).code = branch(f).code), ['library.json branches.1.code', 'readers.csv']],
  ['a collection on no floor', (f) => (branch(f).collections[0]!.floor = 'roof'), ['library.json branches.0.collections.0.floor']],
  ['hours that end before they begin', (f) => (branch(f).hours['1'] = [['17:00', '09:00']]), ['library.json branches.0.hours.1.0']],
  ['hours that overlap', (f) => (branch(f).hours['1'] = [['09:00', '12:00'], ['11:00', '13:00']]), ['library.json branches.0.hours.1.1']],
  ['an eighth day', (f) => (branch(f).hours['8'] = [['09:00', '12:00']]), ['library.json branches.0.hours.8']],
  ['a closure that ends before it begins', (f) => (branch(f).closures = [{ from: '2026-12-02', to: '2026-12-01', reason: 'x' }]), ['library.json branches.0.closures.0']],
  ['a pickup for nobody known', (f) => (branch(f).pickups = [{ code: 'northmole', desk: 'x', holdShelfDays: 5, bring: '', categories: ['pirate'] }]), ['library.json branches.0.pickups.0.categories.0']],
  ['two pickup points of one code', (f) => branch(f).pickups.push({ ...branch(f).pickups[0]! }), ['library.json branches.0.pickups.2.code']],
  ['a pickup point with the code of another branch', (f) => (branch(f).pickups[0]!.code = 'store'), ['library.json branches.0.pickups.0.code', 'holds.csv']],
  ['a pickup point that closes before it opens', (f) => (branch(f).pickups[0]!.hours = { 1: [['17:00', '09:00']] }), ['library.json branches.0.pickups.0.hours.1.0']],
  ['an entrance on no floor', (f) => (branch(f).entrance = 'roof'), ['library.json branches.0.entrance']],
  ['a guest of no category', (f) => (f.policies.guestCategory = 'pirate'), ['policies.json guestCategory']],
  ['a rule for a category that is none', (f) => (f.policies.holdRules[0]!.categories = ['adult', 'pirate']), ['policies.json holdRules.0.categories.1']],
  ['a rule for a place that is none', (f) => (f.policies.loanRules[0]!.places = ['ferrygate', 'ferrygate/attic']), ['policies.json loanRules.0.places.1']],
  ['a rule for a home that is none', (f) => (f.policies.loanRules[0]!.homes = ['owner', 'moon']), ['policies.json loanRules.0.homes.1']],
  ['a rule for a pickup of no system', (f) => (f.policies.holdRules[0]!.pickups = ['moon']), ['policies.json holdRules.0.pickups.0']],
  ['a loan of days and of hours', (f) => (f.policies.loanRules[1]!.hours = 4), ['policies.json loanRules.1']],
  ['a loan of neither', (f) => delete f.policies.loanRules[1]!.days, ['policies.json loanRules.1']],
  ['a ceiling below one day', (f) => (f.policies.loanRules[0]!.overdue = { amount: 50, per: 'day', ceiling: 20 }), ['policies.json loanRules.0.overdue.ceiling']],
  ['a card of another shape', (f) => (f.tables['readers.csv'] = withValue(f.tables['readers.csv']!, 'card', '0004211x7')), ['readers.csv line 2, card']],
  ['a card twice, once without its zeros', (f) => (f.tables['readers.csv'] = withValue(f.tables['readers.csv']!, 'card', '42225')), ['readers.csv line 3, card']],
  ['a reader of no category', (f) => (f.tables['readers.csv'] = withValue(f.tables['readers.csv']!, 'category', 'pirate')), ['readers.csv line 2, category']],
  ['a reader of no branch', (f) => (f.tables['readers.csv'] = withValue(f.tables['readers.csv']!, 'homeBranch', 'moon')), ['readers.csv line 2, homeBranch']],
  ['a loan to nobody', (f) => (f.tables['loans.csv'] = withValue(f.tables['loans.csv']!, 'card', '99999999')), ['loans.csv line 2, card']],
  ['a hold at no pickup', (f) => (f.tables['holds.csv'] = withValue(f.tables['holds.csv']!, 'pickup', 'moon')), ['holds.csv line 2, pickup']],
  ['a waiting hold that goes on some day', (f) => (f.tables['holds.csv'] = withColumn(f.tables['holds.csv']!, 'pausedUntil', '2026-12-24')), ['holds.csv line 2, pausedUntil']],
  ['a loan recalled to a later day', (f) => (f.tables['loans.csv'] = withValue(f.tables['loans.csv']!, 'recalledFrom', '2020-01-01')), ['loans.csv line 2, recalledFrom']],
  ['a due date with a minute that is none', (f) => (f.tables['loans.csv'] = withValue(f.tables['loans.csv']!, 'due', '2026-11-25T24:10')), ['loans.csv line 2, due']],
  ['a hold kept without a copy', (f) => (f.tables['holds.csv'] = withValue(withValue(f.tables['holds.csv']!, 'state', 'ready'), 'barcode', '')), ['holds.csv line 2, barcode']],
])('%s', (_, change, places) => {
  const found = placesWith(change)
  expect(found.length > 0).toBe(places.length > 0)
  for (const place of places) expect(found.some((one) => one.startsWith(place)), `${place} in ${found.join('; ')}`).toBe(true)
  // What one fault brings with it stands behind it.
  if (places.length > 0) expect(found[0]).toBe(places[0])
}) // prettier-ignore

it('a load takes nothing from files with a fault, and a check says all of them without loading', async () => {
  placesWith((f) => {
    f.library.timeZone = 'Moon/Base'
    f.policies.guestCategory = 'pirate'
  })
  const data = at('catalex.sqlite')
  await expect(load([], { world: folder, data })).rejects.toThrow(/timeZone.*\n.*guestCategory/)
  expect(existsSync(data)).toBe(false)
  const said = vi.spyOn(console, 'log').mockImplementation(() => undefined)
  expect(await checkWorld(folder)).toBe(1)
  const lines = said.mock.calls.map(([line]) => String(line))
  expect(lines).toContain('2 faults: nothing would be loaded.')
  expect(lines.some((line) => /^\d+ records: 0 would not be loaded/.test(line))).toBe(true)
  said.mockClear()
  placesWith((f) => {
    f.policies.guestCategory = 'pirate'
  })
  expect(await checkWorld(folder)).toBe(1)
  expect(said.mock.calls.map(([line]) => String(line))).toContain('1 fault: nothing would be loaded.')
  placesWith(() => undefined)
  expect(await checkWorld(folder)).toBe(0)
  said.mockRestore()
})
