/** Whether what the files of a world name is there: each reference, by its place, with what would be right. */
import type { LibraryFile, PoliciesFile } from '@catalex/contract/files'
import type { Branch } from '@catalex/contract/libraries'
import { CONDITIONS } from '@catalex/core/policies'
import { readWorld, WorldInvalid, type ReadWorld, type WorldFault, type WorldFiles } from './files.ts'

/**
 * A world of which everything fits together.
 * @throws WorldInvalid with every fault
 */
export function readWorldFiles(folder: string): WorldFiles {
  const world = readWorld(folder)
  const { library, policies, readers, loans, holds, marc } = world
  const faults = faultsIn(world)
  if (faults.length > 0 || library === null || policies === null) throw new WorldInvalid(faults)
  return { library, policies, readers: readers.rows, loans: loans.rows, holds: holds.rows, marc }
}

/** Faults of shape, and of reference as far as the files could be read. */
export function faultsIn(world: ReadWorld): WorldFault[] {
  const { library, policies, faults } = world
  return [
    ...faults,
    ...(library === null ? [] : libraryFaults(library)),
    ...(library === null || policies === null ? [] : [...policyFaults(policies, library), ...rowFaults(world, library, policies)]),
  ]
}

type Place = (string | number)[]

/** Takes faults of one file by their paths. */
function faultsOf(file: string) {
  const found: WorldFault[] = []
  const add = (place: Place, value: unknown, expected: string) =>
    found.push({ file, place: place.join('.'), found: JSON.stringify(value), expected })
  const known = (place: Place, value: string, names: Iterable<string>, what: string) => {
    const all = [...names]
    if (!all.includes(value)) add(place, value, `${what}: ${all.length === 0 ? 'there is none' : all.slice(0, 20).join(', ')}`)
  }
  const once = (place: Place, codes: readonly string[], what: string) => {
    codes.forEach((code, i) => {
      if (codes.indexOf(code) < i) add([...place, i, 'code'], code, `${what} that does not stand here twice`)
    })
  }
  return { found, add, known, once }
}

function libraryFaults({ timeZone, systems, branches }: LibraryFile): WorldFault[] {
  const { found, add, known, once } = faultsOf('library.json')
  if (!isTimeZone(timeZone)) add(['timeZone'], timeZone, 'an IANA time zone, such as "Etc/UTC"')
  once(['systems'], systems.map(codeOf), 'a code')
  once(['branches'], branches.map(codeOf), 'a code')
  branches.forEach((branch, i) => {
    known(['branches', i, 'system'], branch.system, systems.map(codeOf), 'a code of systems')
    once(['branches', i, 'floors'], branch.floors.map(codeOf), 'a code')
    once(['branches', i, 'collections'], branch.collections.map(codeOf), 'a code')
    branch.collections.forEach(({ floor }, k) => {
      known(['branches', i, 'collections', k, 'floor'], floor, branch.floors.map(codeOf), 'a floor of this branch')
    })
    for (const fault of hoursFaults(branch)) add(['branches', i, ...fault.place], fault.value, fault.expected)
  })
  return found
}

const codeOf = ({ code }: { code: string }): string => code

function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== ''
  } catch {
    return false
  }
}

function hoursFaults({ hours, closures }: Branch): { place: Place; value: unknown; expected: string }[] {
  const found: { place: Place; value: unknown; expected: string }[] = []
  for (const [day, spans] of Object.entries(hours)) {
    if (!/^[1-7]$/.test(day)) found.push({ place: ['hours', day], value: day, expected: 'a weekday, 1 (Monday) to 7 (Sunday)' })
    spans.forEach((span, i) => {
      const [from, until] = span
      const before = spans[i - 1]?.[1]
      if (from >= until) found.push({ place: ['hours', day, i], value: span, expected: 'an opening before its closing' })
      else if (before !== undefined && from < before)
        found.push({ place: ['hours', day, i], value: span, expected: 'spans in order, apart from each other' })
    })
  }
  closures.forEach((closure, i) => {
    if (closure.from > closure.to)
      found.push({ place: ['closures', i], value: [closure.from, closure.to], expected: 'a first day before the last' })
  })
  return found
}

function policyFaults(policies: PoliciesFile, { systems, branches }: LibraryFile): WorldFault[] {
  const { found, add, known, once } = faultsOf('policies.json')
  const categories = policies.categories.map(codeOf)
  const owners = systems.map(codeOf)
  once(['categories'], categories, 'a code')
  known(['guestCategory'], policies.guestCategory, categories, 'a code of categories')
  const places = branches.flatMap(({ code, collections }) => [code, ...collections.map((collection) => `${code}/${collection.code}`)])
  const names: Partial<Record<(typeof CONDITIONS)[number], readonly string[]>> = { categories, homes: [...owners, 'owner'], owners, places }
  for (const table of ['holdRules', 'loanRules'] as const)
    policies[table].forEach((rule, i) => {
      for (const condition of CONDITIONS)
        rule[condition]?.forEach((value, k) => {
          const all = names[condition]
          if (all) known([table, i, condition, k], value, all, `one of ${condition}`)
        })
    })
  policies.holdRules.forEach((rule, i) => rule.pickups?.forEach((value, k) => { known(['holdRules', i, 'pickups', k], value, [...owners, 'owner'], 'a system or "owner"') })) // prettier-ignore
  policies.loanRules.forEach(({ days, hours, overdue }, i) => {
    if ((days === undefined) === (hours === undefined)) add(['loanRules', i], { days, hours }, 'days or hours, one of the two')
    const ceiling = overdue?.ceiling ?? null
    if (overdue && ceiling !== null && ceiling < overdue.amount)
      add(['loanRules', i, 'overdue', 'ceiling'], ceiling, `at least ${String(overdue.amount)}, what one ${overdue.per} costs`)
  })
  branches.forEach(({ pickup }, i) => {
    pickup?.categories?.forEach((category, k) => {
      if (!categories.includes(category))
        found.push({
          file: 'library.json',
          place: `branches.${String(i)}.pickup.categories.${String(k)}`,
          found: JSON.stringify(category),
          expected: `a category of policies.json: ${categories.join(', ')}`,
        })
    })
  })
  return found
}

/** Readers, loans and holds; copies and records are looked up when they are loaded. */
function rowFaults({ readers, loans, holds }: ReadWorld, { branches }: LibraryFile, { categories }: PoliciesFile): WorldFault[] {
  const found: WorldFault[] = []
  const check = <T>(
    file: string,
    { rows, lines }: { rows: readonly T[]; lines: readonly number[] },
    faultsOfRow: (row: T) => [column: string, value: string, expected: string][],
  ) => {
    rows.forEach((row, i) => {
      for (const [column, value, expected] of faultsOfRow(row))
        found.push({ file, place: `line ${String(lines[i] ?? 0)}, ${column}`, found: JSON.stringify(value), expected })
    })
  }
  const cards = new Set<string>()
  const branchCodes = new Set(branches.map(codeOf))
  const categoryCodes = new Set(categories.map(codeOf))
  const pickups = new Set(branches.filter(({ pickup }) => pickup !== null).map(codeOf))
  check('readers.csv', readers, ({ card, category, homeBranch }) => {
    const twice = cards.has(card)
    cards.add(card)
    return [
      ...(twice ? [['card', card, 'a card that no other line has'] as [string, string, string]] : []),
      ...(categoryCodes.has(category)
        ? []
        : [['category', category, `a category of policies.json: ${[...categoryCodes].join(', ')}`] as [string, string, string]]),
      ...(branchCodes.has(homeBranch)
        ? []
        : [
            ['homeBranch', homeBranch, `a branch of library.json: ${[...branchCodes].slice(0, 20).join(', ')}`] as [string, string, string],
          ]),
    ]
  })
  const cardFault = (card: string): [string, string, string][] =>
    card === '' || cards.has(card) ? [] : [['card', card, 'a card of readers.csv, or nothing']]
  check('loans.csv', loans, ({ card }) => cardFault(card))
  check('holds.csv', holds, ({ card, pickup, state, barcode, collectBy }) => [
    ...cardFault(card),
    ...(pickups.has(pickup)
      ? []
      : [['pickup', pickup, `a branch with a pickup: ${[...pickups].slice(0, 20).join(', ')}`] as [string, string, string]]),
    ...((state === 'waiting') === (barcode === '')
      ? []
      : [['barcode', barcode, state === 'waiting' ? 'nothing, while it waits' : `the copy that is ${state}`] as [string, string, string]]),
    ...(collectBy === '' || /^\d{4}-\d{2}-\d{2}$/.test(collectBy)
      ? []
      : [['collectBy', collectBy, 'an ISO date, or nothing'] as [string, string, string]]),
  ])
  return found
}
