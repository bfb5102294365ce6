/** The world of the demo lives: whatever is due until a moment happens, in its order, each at its own time. */
import { lapseHolds, remind, resumeHolds, type Moment } from '../circulation/index.ts'
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { livedUntil, noteLived, type Task } from './agenda.ts'
import { askForSomething, planAsking } from './asking.ts'
import { answerWhenDue, planAnswers } from './partners.ts'
import { borrow, bringBack } from './borrowers.ts'
import { collect, planCollections } from './collections.ts'
import { dropOldest } from './happenings.ts'
import { goThroughDay } from './ordinaryDay.ts'
import { planReturns } from './returns.ts'
import { isoOf, momentAt, timeOf } from './times.ts'
import { checkInAt, planTravels, travelOn } from './travels.ts'
import { inWorld, type World } from './world.ts'

/** In one transaction. @returns whether there may be more to do until then */
export const live = (write: Write, libraries: Libraries, until: Moment, most: number): Promise<boolean> =>
  inWorld(write, libraries, (world) => liveIn(world, until, most))

async function liveIn(world: World, until: Moment, most: number): Promise<boolean> {
  if (await begin(world, until)) return true
  // Whether somebody has looked at what there is, so that what is ordinary may go on again.
  let looked = true
  for (let done = 0; done < most; done += 1) {
    if (looked) await goThroughDay(world, until.now)
    const task = await world.agenda.takeNext(until.now)
    if (!task) {
      await noteLived(world.write, until.now)
      return false
    }
    await carryOut(world, task)
    looked = task.kind === 'ask' || task.kind === 'day'
  }
  return true
}

/** What readers have done since, and what nobody has thought of yet. @returns whether there is more of it */
async function begin(world: World, until: Moment): Promise<boolean> {
  const { write, libraries } = world
  // Whatever was asked for since then goes with the next round, not with that after the moment to which the clock is moved.
  const lived = await livedUntil(write)
  const now = lived ?? until.now
  const [begun] = await write.read("SELECT 1 FROM agenda WHERE kind = 'day' LIMIT 1")
  if (!begun) {
    await newDay(world, now)
    planAsking(world, now)
  }
  await planTravels(world, now)
  await planCollections(world, now)
  await planAnswers(world, now)
  // What was lent since is thought of once a day: nothing comes back on the day on which it was lent.
  return lived !== null && momentAt(libraries, lived).today === until.today ? false : planReturns(world, now)
}

async function carryOut(world: World, task: Task): Promise<void> {
  switch (task.kind) {
    case 'day':
      return newDay(world, task.at)
    case 'travel':
      return travelOn(world, task)
    case 'return':
      return bringBack(world, task)
    case 'collect':
      return collect(world, task)
    case 'borrow':
      return borrow(world, task)
    case 'find':
      return find(world, task)
    case 'answer':
      return answerWhenDue(world, task)
    case 'ask':
      return askForSomething(world, task)
  }
}

const find = (world: World, { subject: barcode, at, detail }: Task): Promise<void> =>
  checkInAt(world, { barcode, branch: (detail as { branch: string }).branch, readerId: null }, 'found', at)

/** Holds end or go on, borrowers are reminded; just after midnight. */
async function newDay(world: World, now: string): Promise<void> {
  const { write, libraries, agenda, happenings } = world
  const at = momentAt(libraries, now)
  for (const { title, pickup, readerId } of await lapseHolds(write, libraries, at))
    happenings.note({ what: 'lapsed', title, place: pickup, readerId }, now)
  await resumeHolds(write, libraries, at)
  while (await remind(write, libraries, at));
  await planTravels(world, now)
  await planCollections(world, now)
  await dropOldest(write)
  const tomorrow = timeOf(libraries, now).plus({ days: 1 }).startOf('day').plus({ minutes: 1 })
  agenda.plan({ kind: 'day', subject: '', at: isoOf(tomorrow), detail: null })
}
