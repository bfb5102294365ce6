/** When the readers of the demo bring back what they have. */
import { chancesOf, returnOf } from '@catalex/core/living'
import { familyOf, type Carrier } from '@catalex/core/catalogue'
import type { Libraries } from '../libraries/index.ts'
import { planAll, type Task } from './agenda.ts'
import { isoOf, timeOf } from './times.ts'
import type { World } from './world.ts'

export interface Lent {
  barcode: string
  due: string
  carrier: Carrier
  branch: string
  readerId: number | null
  homeBranch: string | null
}

/** Of whoever acts by themselves: stand-ins, and those whom no file names. */
export const LENT = `SELECT loans.barcode, due, carrier, copies.branch, readerId, homeBranch FROM loans JOIN copies ON copies.barcode = loans.barcode
  JOIN records ON records.id = recordId LEFT JOIN readers ON readers.id = loans.readerId
  WHERE (loans.readerId IS NULL OR standIn = 1)`

const AT_ONCE = 250
/** Of all that comes back, what does where it belongs. */
const WHERE_LENT = 0.7

/**
 * Loans of which nobody has thought yet when they come back, and those that were recalled since.
 * @returns whether there may be more
 */
export async function planReturns({ write, libraries, agenda }: World, now: string): Promise<boolean> {
  await agenda.writeDown()
  // The loans alone at first: this is asked all day, and mostly there is none.
  const loans = await write.read<Lent>(
    `${LENT} AND loans.barcode IN (
       SELECT loans.barcode FROM loans LEFT JOIN agenda ON agenda.kind = 'return' AND subject = loans.barcode LEFT JOIN readers ON readers.id = readerId
       WHERE (subject IS NULL AND (readerId IS NULL OR standIn = 1)) OR (recalledFrom IS NOT NULL AND loans.due < detail ->> 'due') LIMIT $most)`,
    { most: AT_ONCE },
  )
  await planAll(write, loans.map((loan) => returnTask(libraries, loan, now))) // prettier-ignore
  return loans.length === AT_ONCE
}

/** Days after which somebody thinks again of what can't be brought back anywhere. */
const AGAIN_DAYS = 30

/** Most things come back where they were lent, some where their reader lives; a store takes in nothing from readers. */
export function returnTask(libraries: Libraries, { barcode, due, carrier, branch, homeBranch }: Lent, now: string): Task {
  const random = chancesOf(`${barcode} ${due}`)
  const desks = libraries.library.branches.filter(({ system, pickups }) => system === libraries.systemOf(branch) && pickups.length > 0)
  const home = libraries.returnedTo(libraries.systemOf(branch) ?? '') ? null : homeBranch
  const elsewhere = home ?? desks[Math.floor(random() * desks.length)]?.code ?? branch
  const to = random() < WHERE_LENT && desks.some(({ code }) => code === branch) ? branch : elsewhere
  const hours = libraries.hoursOf(to)
  const back =
    hours && returnOf({ due, family: familyOf(carrier) }, { history: libraries.returns, hours, now: timeOf(libraries, now), random })
  // What nobody can bring back is thought of again, lest it be thought of all the time.
  const time = back ?? timeOf(libraries, now).plus({ days: AGAIN_DAYS })
  return { kind: 'return', subject: barcode, at: isoOf(time), detail: { due, branch: to } }
}

export function planReturn({ libraries, agenda }: World, loan: Lent, now: string): void {
  agenda.plan(returnTask(libraries, loan, now))
}

export async function planReturnOf(world: World, barcode: string, now: string): Promise<void> {
  const [loan] = await world.write.read<Lent>(`${LENT} AND loans.barcode = $barcode`, { barcode })
  if (loan) planReturn(world, loan, now)
}
