import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import { FAMILY_CODES, USE_RULES } from '../catalogue/index.ts'
import { checkRules, conditionsHold, type RuleConditions, type RuledWorld, type Situation } from './index.ts'

const WORLD: RuledWorld = {
  categories: ['adult', 'junior'],
  systems: ['pub', 'uni'],
  places: [
    { system: 'pub', branch: 'quay', collection: 'fiction' },
    { system: 'pub', branch: 'hill', collection: 'fiction' },
    { system: 'uni', branch: 'cope', collection: 'store' },
  ],
  pickups: [
    { code: 'quay', system: 'pub' },
    { code: 'locker', system: 'pub' },
    { code: 'cope', system: 'uni' },
  ],
}
const fits = (rule: RuleConditions, { borrower, copy }: Situation) => conditionsHold(rule, borrower, copy)
const check = (...rules: RuleConditions[]) => checkRules(rules, WORLD, fits)

describe('a table of rules', () => {
  it.each<[string, RuleConditions[], { rule: number; instead: number[] }[]]>([
    ['each line decides', [{ owners: ['uni'] }, { families: ['film'] }, {}], []],
    ['a line behind one that holds always', [{}, { owners: ['uni'] }], [{ rule: 1, instead: [0] }]],
    [
      'a line behind a wider one',
      [{ families: ['film', 'map'] }, { families: ['film'], owners: ['uni'] }, {}],
      [{ rule: 1, instead: [0] }],
    ],
    ['a line that two together cover', [{ owners: ['pub'] }, { owners: ['uni'] }, { families: ['map'] }], [{ rule: 2, instead: [0, 1] }]],
    ['a line that nothing can meet', [{ owners: ['uni'], places: ['quay'] }, {}], [{ rule: 0, instead: [] }]],
    ['a line for nobody', [{ categories: [] }, {}], [{ rule: 0, instead: [] }]],
    ['the home of a reader', [{ homes: ['owner'] }, { homes: ['pub'], owners: ['pub'] }, {}], [{ rule: 1, instead: [0] }]],
  ])('%s', (_, rules, never) => {
    expect(check(...rules)).toEqual({ never, gaps: [] })
  })
  it('has gaps where no line fits', () => {
    const { gaps } = check({ uses: ['loan', 'short loan'] }, { owners: ['pub'] })
    expect(gaps.length).toBeGreaterThan(0)
    for (const { copy } of gaps) expect([copy.system, ['loan', 'short loan'].includes(copy.use)]).toEqual(['uni', false])
  })
  it('is looked at whole: nothing that is said to never decide does, for any reader and copy', () => {
    const some = <T>(values: readonly T[]) => fc.option(fc.subarray([...values]), { nil: undefined })
    const rule = fc
      .record({
        categories: some(WORLD.categories),
        homes: some(['pub', 'uni', 'owner']),
        uses: some(USE_RULES),
        families: some(FAMILY_CODES.slice(0, 3)),
        owners: some(WORLD.systems),
        places: some(['quay', 'hill/fiction', 'cope']),
      })
      .map((conditions) => Object.fromEntries(Object.entries(conditions).filter(([, list]) => list !== undefined)) as RuleConditions)
    const situation = fc.record({
      borrower: fc.record({ category: fc.constantFrom(...WORLD.categories), homeSystem: fc.constantFrom(null, 'pub', 'uni') }),
      copy: fc
        .tuple(fc.constantFrom(...WORLD.places), fc.constantFrom(...USE_RULES), fc.constantFrom(...FAMILY_CODES))
        .map(([place, use, family]) => ({ ...place, use, family })),
      pickup: fc.constantFrom(...WORLD.pickups),
    })
    fc.assert(
      fc.property(fc.array(rule, { minLength: 1, maxLength: 5 }), situation, (rules, one) => {
        const { never, gaps } = check(...rules)
        const first = rules.findIndex((line) => fits(line, one))
        if (first < 0) expect(gaps.length).toBeGreaterThan(0)
        else expect(never.map((found) => found.rule)).not.toContain(first)
      }),
      { numRuns: 400 * inject('runFactor') },
    )
  })
})
