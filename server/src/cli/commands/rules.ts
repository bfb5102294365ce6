/** `catalex rules`: whether the tables of rules do what they were written for, and which line decides about a reader and a copy. */
import { existsSync } from 'node:fs'
import type { PoliciesFile } from '@catalex/contract/files'
import { verdictFits, holdRuleFor } from '@catalex/core/holds'
import { loanRuleFor } from '@catalex/core/loans'
import { checkRules, conditionsHold, CONDITIONS, type RuleConditions, type RuleFindings, type Situation } from '@catalex/core/policies'
import { copiesOf, momentOf } from '../../circulation/index.ts'
import { Database } from '../../database/index.ts'
import { Libraries } from '../../libraries/index.ts'
import { borrowerOf, readersByCard } from '../../readers/index.ts'
import { machineClock } from '../../standins/index.ts'
import { readWorldFiles } from '../../world/index.ts'

interface Options {
  data: string
  world?: string
  check?: boolean
  try?: boolean
}

/** @returns exit code: 0 where nothing is odd, 1 with findings */
export async function rules(asked: readonly string[], options: Options): Promise<number> {
  const ofFiles = options.world === undefined ? null : new Libraries(readWorldFiles(options.world))
  if (ofFiles && options.try !== true) return sayFindings(ofFiles)
  if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load one with "catalex load --world FOLDER".`)
  const database = await Database.open(options.data)
  try {
    // Readers and copies are those of the database, whichever rules are asked.
    const libraries = ofFiles ?? (await Libraries.load(database))
    if (options.try !== true) return sayFindings(libraries)
    const [card = '', barcode = '', pickup = ''] = asked
    if (pickup === '')
      throw new Error('Name a card (or a category), a barcode and a pickup location: catalex rules --try 00042117 3000000061 ferrygate')
    await sayDecision(database, libraries, { card, barcode, pickup })
    return 0
  } finally {
    await database.close()
  }
}

function sayFindings(libraries: Libraries): number {
  const { categories, holdRules, loanRules } = libraries.policies
  const world = {
    categories: categories.map(({ code }) => code),
    systems: libraries.library.systems.map(({ code }) => code),
    places: libraries.library.branches.flatMap(({ code, system, collections }) =>
      collections.map((collection) => ({ system, branch: code, collection: collection.code })),
    ),
    pickups: libraries.library.branches.flatMap(({ system, pickups }) => pickups.map(({ code }) => ({ code, system }))),
  }
  const holds = checkRules(holdRules, world, (rule, { borrower, copy, pickup }) =>
    verdictFits(rule, borrower, copy, { branch: '', ...pickup }),
  )
  const loans = checkRules(loanRules, world, (rule, { borrower, copy }) => copy.use === 'here only' || conditionsHold(rule, borrower, copy))
  const found = [
    ...inWords('holdRules', holds, holdRules, holdOutcome),
    ...inWords('loanRules', withoutHereOnly(loans), loanRules, loanOutcome),
  ]
  for (const line of found) console.log(line)
  if (found.length === 0)
    console.log(
      `${String(holdRules.length)} rules of holds and ${String(loanRules.length)} of loans: each decides somewhere, and no case is left open.`,
    )
  return found.length === 0 ? 0 : 1
}

/** What does not leave the building is not lent, whatever the table says. */
const withoutHereOnly = (found: RuleFindings): RuleFindings => ({
  ...found,
  gaps: found.gaps.filter(({ copy }) => copy.use !== 'here only'),
})

type HoldRule = PoliciesFile['holdRules'][number]
type LoanRule = PoliciesFile['loanRules'][number]

const holdOutcome = ({ allow, cost, reason }: HoldRule): string =>
  allow ? `allows it for ${String(cost)}` : `refuses it${reason === null ? '' : ` ("${reason}")`}`
const loanOutcome = ({ days, hours, renewals }: LoanRule): string =>
  `lends for ${hours === undefined ? `${String(days ?? 0)} days` : `${String(hours)} hours`}, ${String(renewals)} renewals`

/** Lines are counted from 1, as people count them. */
function inWords<Rule>(table: string, { never, gaps }: RuleFindings, lines: readonly Rule[], outcome: (rule: Rule) => string): string[] {
  const line = (rule: number) => `${table} ${String(rule + 1)}`
  const said = never.map(({ rule, instead }) => {
    if (instead.length === 0) return `${line(rule)} can never decide: no reader and copy meet all its conditions.`
    const own = lines[rule]
    const contradicted = instead.filter((other) => own && lines[other] && outcome(lines[other]) !== outcome(own))
    const before = instead.map((other) => String(other + 1)).join(', ')
    return contradicted.length === 0
      ? `${line(rule)} can never decide: ${before} always comes first, and says the same.`
      : `${line(rule)} can never decide: ${before} always comes first. Contradiction: it ${own ? outcome(own) : ''}, ${String((contradicted[0] ?? 0) + 1)} ${lines[contradicted[0] ?? 0] ? outcome(lines[contradicted[0] ?? 0] as Rule) : ''}.`
  })
  return [...said, ...gaps.map((gap) => `${table}: no line decides about ${situationInWords(gap)}.`)]
}

const situationInWords = ({ borrower, copy, pickup }: Situation): string =>
  `a reader of category ${borrower.category}${borrower.homeSystem === null ? ' without a home library' : ` of ${borrower.homeSystem}`}, ${copy.family} for ${copy.use} at ${copy.branch}/${copy.collection}, collected at ${pickup.code}`

/** Which line decides about holding and lending this copy, and what it looks at. */
async function sayDecision(
  database: Database,
  libraries: Libraries,
  { card, barcode, pickup }: { card: string; barcode: string; pickup: string },
): Promise<void> {
  const reader = (await database.write((write) => readersByCard(write))).get(card)
  const borrower = reader ? borrowerOf(libraries, reader) : { category: libraries.category(card).code, homeSystem: null }
  const { today } = momentOf(machineClock(libraries.library.timeZone).now())
  const copy = (await copiesOf(database, libraries, { barcode }, today)).at(0)
  if (!copy) throw new Error(`No copy has the barcode ${barcode}.`)
  const place = libraries.pickups.at(pickup, borrower.category)
  console.log(
    `Reader: category ${borrower.category}, home ${borrower.homeSystem ?? 'none'}. Copy: ${copy.family}, ${copy.use}, owned by ${copy.system}, at ${copy.branch}/${copy.collection}.`,
  )
  if (!place) console.log(`Nobody of this category collects at ${pickup}.`)
  else {
    const rule = holdRuleFor(libraries.holdRules, borrower, copy, place)
    const at = rule === null ? -1 : libraries.policies.holdRules.findIndex((one) => one === rule)
    console.log(
      at < 0
        ? 'Hold: no line fits, so it is refused.'
        : `Hold: holdRules ${String(at + 1)} decides and ${holdOutcome(libraries.policies.holdRules[at] as HoldRule)}. ${conditionsInWords(libraries.policies.holdRules[at] ?? {})}`,
    )
  }
  const loan = loanRuleFor(libraries.loanRules, borrower, copy)
  const at = libraries.policies.loanRules.findIndex((one) => one === loan)
  console.log(
    at < 0
      ? 'Loan: it is not lent.'
      : `Loan: loanRules ${String(at + 1)} decides and ${loanOutcome(libraries.policies.loanRules[at] as LoanRule)}. ${conditionsInWords(libraries.policies.loanRules[at] ?? {})}`,
  )
}

function conditionsInWords(rule: RuleConditions & { pickups?: readonly string[] }): string {
  const said = [...CONDITIONS, 'pickups' as const].flatMap((name) =>
    rule[name] === undefined ? [] : [`${name} ${rule[name].join(' or ')}`],
  )
  return said.length === 0 ? 'It has no conditions.' : `Its conditions: ${said.join('; ')}.`
}
