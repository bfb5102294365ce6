/** Rules as tables: the first line whose conditions all hold decides. A condition that is left out holds always. */
import type { Family, UseRule } from '../catalogue/index.ts'

/** What the line of a rule table is about. */
export interface RuleConditions {
  /** Reader categories. */
  categories?: readonly string[]
  /** Home systems of readers; "owner" stands for the system that owns the copy. A guest has none. */
  homes?: readonly string[]
  uses?: readonly UseRule[]
  families?: readonly Family[]
  /** Systems that own the copy. */
  owners?: readonly string[]
  /** Branches, or collections as "branch/collection", where the copy stands. */
  places?: readonly string[]
}

export const CONDITIONS = ['categories', 'homes', 'uses', 'families', 'owners', 'places'] as const satisfies (keyof RuleConditions)[]

/** Who asks, as far as the rules look at it. */
export interface Borrower {
  category: string
  /** System of the home branch; null for a guest. */
  homeSystem: string | null
}

export interface RuledCopy {
  use: UseRule
  family: Family
  system: string
  branch: string
  /** Code of the collection in its branch. */
  collection: string
}

type BorrowerConditions = Pick<RuleConditions, 'categories' | 'homes'>

/** @param owner system that owns the copy that is meant; null where none is, and "owner" then is nobody's home */
export const borrowerFits = (rule: BorrowerConditions, { category, homeSystem }: Borrower, owner: string | null): boolean =>
  has(rule.categories, category) &&
  has(rule.homes, ...(homeSystem === null ? [] : [homeSystem, ...(homeSystem === owner ? ['owner'] : [])]))

export const conditionsHold = (rule: RuleConditions, borrower: Borrower, copy: RuledCopy): boolean =>
  borrowerFits(rule, borrower, copy.system) &&
  has(rule.uses, copy.use) &&
  has(rule.families, copy.family) &&
  has(rule.owners, copy.system) &&
  has(rule.places, copy.branch, `${copy.branch}/${copy.collection}`)

const has = <T>(list: readonly T[] | undefined, ...values: T[]): boolean =>
  list === undefined || values.some((value) => list.includes(value))
