/** The world of the demo lives: whatever is due until a moment happens, in its order, each at its own time. */
import { lapseHolds, remind, resumeHolds, type Moment } from '../circulation/index.ts'
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { livedUntil, noteLived, plan, takeNext, type Task } from './agenda.ts'
import { askForSomething, planAsking } from './asking.ts'
import { answerWhenDue, planAnswers } from './partners.ts'
import { borrow, bringBack } from './borrowers.ts'
import { collect, planCollections } from './collections.ts'
import { dropOldest, note } from './happenings.ts'
import { goThroughDay } from './ordinaryDay.ts'
import { planReturns } from './returns.ts'
import { isoOf, momentAt, timeOf } from './times.ts'
import { checkInAt, planTravels, travelOn } from './travels.ts'

/** In one transaction. @returns whether there may be more to do until then */
export async function live(write: Write, libraries: Libraries, until: Moment, most: number): Promise<boolean> {
  if (await begin(write, libraries, until)) return true
  // Whether somebody has looked at what there is, so that what is ordinary may go on again.
  let looked = true
  for (let done = 0; done < most; done += 1) {
    if (looked) await goThroughDay(write, libraries, until.now)
    const task = await takeNext(write, until.now)
    if (!task) {
      await noteLived(write, until.now)
      return false
    }
    await carryOut(write, libraries, task)
    looked = task.kind === 'ask' || task.kind === 'day'
  }
  return true
}

/** What readers have done since, and what nobody has thought of yet. @returns whether there is more of it */
async function begin(write: Write, libraries: Libraries, until: Moment): Promise<boolean> {
  // Whatever was asked for since then goes with the next round, not with that after the moment to which the clock is moved.
  const lived = await livedUntil(write)
  const now = lived ?? until.now
  const [begun] = await write.read("SELECT 1 FROM agenda WHERE kind = 'day' LIMIT 1")
  if (!begun) {
    await newDay(write, libraries, now)
    await planAsking(write, libraries, now)
  }
  await planTravels(write, libraries, now)
  await planCollections(write, libraries, now)
  await planAnswers(write, libraries, now)
  // What was lent since is thought of once a day: nothing comes back on the day on which it was lent.
  return lived !== null && momentAt(libraries, lived).today === until.today ? false : planReturns(write, libraries, now)
}

function carryOut(write: Write, libraries: Libraries, task: Task): Promise<void> {
  switch (task.kind) {
    case 'day':
      return newDay(write, libraries, task.at)
    case 'travel':
      return travelOn(write, libraries, task)
    case 'return':
      return bringBack(write, libraries, task)
    case 'collect':
      return collect(write, libraries, task)
    case 'borrow':
      return borrow(write, libraries, task)
    case 'find':
      return find(write, libraries, task)
    case 'answer':
      return answerWhenDue(write, libraries, task)
    case 'ask':
      return askForSomething(write, libraries, task)
  }
}

const find = (write: Write, libraries: Libraries, { subject: barcode, at, detail }: Task): Promise<void> =>
  checkInAt(write, libraries, { barcode, branch: (detail as { branch: string }).branch, readerId: null }, 'found', at)

/** Holds end or go on, borrowers are reminded; just after midnight. */
async function newDay(write: Write, libraries: Libraries, now: string): Promise<void> {
  const at = momentAt(libraries, now)
  for (const { title, pickup, readerId } of await lapseHolds(write, libraries, at))
    await note(write, { what: 'lapsed', title, place: pickup, readerId }, now)
  await resumeHolds(write, libraries, at)
  while (await remind(write, libraries, at));
  await planTravels(write, libraries, now)
  await planCollections(write, libraries, now)
  await dropOldest(write)
  const tomorrow = timeOf(libraries, now).plus({ days: 1 }).startOf('day').plus({ minutes: 1 })
  await plan(write, { kind: 'day', subject: '', at: isoOf(tomorrow), detail: null })
}
