/** Rules as tables: which line holds for a reader and a copy, and whether a table does what it was written for. */
export { checkRules, type RuledWorld, type RuleFindings, type Situation } from './checking.ts'
export { borrowerFits, CONDITIONS, conditionsHold, type Borrower, type RuleConditions, type RuledCopy } from './conditions.ts'
