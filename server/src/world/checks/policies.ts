/** policies.json: categories and rules, which speak of the places of library.json. */
import type { LibraryFile, PoliciesFile } from '@catalex/contract/files'
import { CONDITIONS, type RuleConditions } from '@catalex/core/policies'
import type { WorldFault } from '../files.ts'
import { codeOf, faultsOf } from './faults.ts'
import { pickupCodes } from './library.ts'

export function policyFaults(policies: PoliciesFile, { systems, branches }: LibraryFile): WorldFault[] {
  const { found, add, known, once } = faultsOf('policies.json')
  const categories = policies.categories.map(codeOf)
  const owners = systems.map(codeOf)
  once(['categories'], categories)
  known(['guestCategory'], policies.guestCategory, categories, 'a code of categories')
  const places = branches.flatMap(({ code, collections }) => [code, ...collections.map((collection) => `${code}/${collection.code}`)])
  const names: Partial<Record<(typeof CONDITIONS)[number], readonly string[]>> = { categories, homes: [...owners, 'owner'], owners, places }
  const tables: Record<string, readonly RuleConditions[]> = {
    holdRules: policies.holdRules,
    loanRules: policies.loanRules,
    scans: policies.scans ?? [],
    outside: policies.outside ?? [],
  }
  for (const [table, rules] of Object.entries(tables))
    rules.forEach((rule, i) => {
      for (const condition of CONDITIONS)
        rule[condition]?.forEach((value, k) => {
          const all = names[condition]
          if (all) known([table, i, condition, k], value, all, `one of ${condition}`)
        })
    })
  policies.holdRules.forEach((rule, i) => rule.pickups?.forEach((value, k) => { known(['holdRules', i, 'pickups', k], value, [...owners, 'owner', ...pickupCodes(branches)], 'a pickup point, a system or "owner"') })) // prettier-ignore
  policies.loanRules.forEach(({ days, hours, overdue }, i) => {
    if ((days === undefined) === (hours === undefined)) add(['loanRules', i], { days, hours }, 'days or hours, one of the two')
    const ceiling = overdue?.ceiling ?? null
    if (overdue && ceiling !== null && ceiling < overdue.amount)
      add(['loanRules', i, 'overdue', 'ceiling'], ceiling, `at least ${String(overdue.amount)}, what one ${overdue.per} costs`)
  })
  const inLibrary = faultsOf('library.json')
  branches.forEach(({ pickups }, i) => {
    pickups.forEach((point, k) => point.categories?.forEach((category, n) => { inLibrary.known(['branches', i, 'pickups', k, 'categories', n], category, categories, 'a category of policies.json') })) // prettier-ignore
  })
  return [...found, ...inLibrary.found]
}
