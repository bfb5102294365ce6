/** Whether a table of rules does what it was written for: lines that never decide, and cases in which none does. */
import { FAMILY_CODES, USE_RULES, type Family, type UseRule } from '../catalogue/index.ts'
import type { Borrower, RuleConditions, RuledCopy } from './conditions.ts'

/** What there is in a library, as far as rules can tell it apart. */
export interface RuledWorld {
  categories: readonly string[]
  systems: readonly string[]
  places: readonly Pick<RuledCopy, 'system' | 'branch' | 'collection'>[]
  pickups: readonly RuledPickup[]
}

export interface RuledPickup {
  /** Of the pickup point. */
  code: string
  system: string
}

/** A reader, a copy, and where it is collected. */
export interface Situation {
  borrower: Borrower
  copy: RuledCopy
  pickup: RuledPickup
}

export interface RuleFindings {
  /** Lines, from 0, that decide in no situation, with the earlier lines that decide instead; none where nothing meets their conditions. */
  never: { rule: number; instead: number[] }[]
  /** Situations in which no line decides: the first of each use and family. */
  gaps: Situation[]
}

/** Gaps that are told. */
const MOST_GAPS = 20

/**
 * Looks at every situation that the rules can tell apart; values that no line tells apart are looked at once.
 * @param fits whether all conditions of a line hold
 */
export function checkRules<Rule extends RuleConditions & { pickups?: readonly string[] }>(
  rules: readonly Rule[],
  world: RuledWorld,
  fits: (rule: Rule, situation: Situation) => boolean,
): RuleFindings {
  const decides = rules.map(() => false)
  const instead = rules.map(() => new Set<number>())
  const gaps = new Map<string, Situation>()
  for (const situation of situationsOf(rules, world)) {
    const fitting = rules.flatMap((rule, i) => (fits(rule, situation) ? [i] : []))
    const [first, ...others] = fitting
    if (first === undefined) {
      const kind = `${situation.copy.use} ${situation.copy.family}`
      if (gaps.size < MOST_GAPS && !gaps.has(kind)) gaps.set(kind, situation)
      continue
    }
    decides[first] = true
    for (const other of others) instead[other]?.add(first)
  }
  const never = decides.flatMap((does, rule) => (does ? [] : [{ rule, instead: [...(instead[rule] ?? [])].sort((a, b) => a - b) }]))
  return { never, gaps: [...gaps.values()] }
}

function* situationsOf(rules: readonly (RuleConditions & { pickups?: readonly string[] })[], world: RuledWorld): Generator<Situation> {
  const named = <T>(lists: (readonly T[] | undefined)[], value: T) =>
    lists.map((list) => (list?.includes(value) === true ? '1' : '0')).join('')
  const lists = <K extends keyof RuleConditions>(name: K) => rules.map((rule) => rule[name])
  const categories = oneOfEach(world.categories, (value) => named(lists('categories'), value))
  const uses = oneOfEach<UseRule>(USE_RULES, (value) => named(lists('uses'), value))
  const families = oneOfEach<Family>(FAMILY_CODES, (value) => named(lists('families'), value))
  const places = oneOfEach(world.places, ({ system, branch, collection }) =>
    // "owner" makes systems different that no line names.
    [system, named(lists('places'), branch), named(lists('places'), `${branch}/${collection}`)].join(' '),
  )
  const pickups = oneOfEach(world.pickups, ({ code, system }) =>
    [
      system,
      named(
        rules.map((rule) => rule.pickups),
        code,
      ),
    ].join(' '),
  )
  for (const category of categories)
    for (const homeSystem of [null, ...world.systems])
      for (const place of places)
        for (const use of uses)
          for (const family of families)
            for (const pickup of pickups) yield { borrower: { category, homeSystem }, copy: { use, family, ...place }, pickup }
}

/** The first of those that nothing tells apart. */
function oneOfEach<T>(values: readonly T[], signature: (value: T) => string): T[] {
  const seen = new Map<string, T>()
  for (const value of values) {
    const key = signature(value)
    if (!seen.has(key)) seen.set(key, value)
  }
  return [...seen.values()]
}
