/**
 * The courier of the demo: a copy travels as the timetable says, from run to run, and is checked in wherever it is unloaded.
 * Now and then a copy is not found, or a run is missed or does not take place, as in life.
 */
import { chancesOf } from '@catalex/core/living'
import { checkIn, deliveryFor, expectAt, noteMissing, promisedTo, wayOf, type DeliveryLeg, type Way } from '../circulation/index.ts'
import { isRefusal } from '@catalex/core/holds'
import type { Task } from './agenda.ts'
import { planCollection } from './collections.ts'
import { later, momentAt } from './times.ts'
import type { World } from './world.ts'

/** A step of a travel that is still to come. */
export interface Travel {
  stage: 'taken off its shelf' | 'loaded' | 'unloaded' | 'checked in'
  /** Code of the branch to which it goes. */
  to: string
  legs: DeliveryLeg[]
  /** Which of the legs is meant. */
  leg: number
  /** ISO time of the run through the shelves. */
  picked: string
  /** ISO time. */
  inHand: string
}

/** Of a hundred copies sought on a shelf, those not found there, and those that the round does not get to; of a hundred runs. */
const NOT_FOUND = 0.6
const NOT_REACHED = 4
const LEFT_BEHIND = 2
const DROPPED = 1.5
/** Days after which most of what was missing turns up. */
const SOUGHT_DAYS = { least: 2, most: 18 }
const FOUND = 70

/** @param now ISO time from which on it can leave */
export async function planTravel(world: World, barcode: string, now: string): Promise<void> {
  const { write, libraries, agenda } = world
  const way = await wayOf(write, libraries, barcode)
  if (!way) return
  const delivery = deliveryFor(libraries, way, now)
  // Where nothing goes for months, somebody asks again tomorrow.
  if (!delivery) {
    agenda.plan({ kind: 'travel', subject: barcode, at: later(now, 1440), detail: null })
    return
  }
  const { picked, ready, legs, inHand } = delivery
  if (way.pickup !== null) await expectAt(write, barcode, inHand)
  const travel: Travel = { stage: 'taken off its shelf', to: way.to, legs, leg: 0, picked, inHand }
  const [first] = legs
  if (way.onShelf) agenda.plan({ kind: 'travel', subject: barcode, at: first ? ready : inHand, detail: travel })
  else if (first) agenda.plan({ kind: 'travel', subject: barcode, at: first.depart, detail: { ...travel, stage: 'loaded' } })
  else agenda.plan({ kind: 'travel', subject: barcode, at: inHand, detail: { ...travel, stage: 'checked in' } })
}

/** What moves and is on no way yet. */
export async function planTravels(world: World, now: string): Promise<void> {
  await world.agenda.writeDown()
  const rows = await world.write.read<{ barcode: string }>(
    `SELECT piece.barcode FROM holds JOIN copies one ON one.barcode = holds.barcode
       JOIN copies piece ON piece.recordId = one.recordId AND (piece.barcode = one.barcode OR (wantedBarcode IS NULL AND piece.setNumber = one.setNumber))
       LEFT JOIN whereabouts ON whereabouts.barcode = piece.barcode
     WHERE state = 'being fetched' AND desk IS NULL AND NOT EXISTS (SELECT 1 FROM agenda WHERE kind = 'travel' AND subject = piece.barcode)
     UNION SELECT barcode FROM whereabouts
     WHERE bound IS NOT NULL AND NOT EXISTS (SELECT 1 FROM agenda WHERE kind = 'travel' AND subject = whereabouts.barcode) ORDER BY 1`,
  )
  for (const { barcode } of rows) await planTravel(world, barcode, now)
}

export async function travelOn(world: World, { subject: barcode, at, detail }: Task): Promise<void> {
  const way = await wayOf(world.write, world.libraries, barcode)
  // Nobody wants it any more, or it has been lent meanwhile.
  if (!way) return
  const travel = detail as Travel | null
  // Somebody has had it in hands since, or it goes elsewhere now.
  if (travel === null || !isOnIt(way, travel)) return planTravel(world, barcode, at)
  const step = { world, barcode, at, travel, way, random: chancesOf(`${barcode} ${travel.stage} ${at}`) }
  if (travel.stage === 'taken off its shelf') return takeOffShelf(step)
  if (travel.stage === 'loaded') return load(step)
  if (travel.stage === 'unloaded') return unload(step)
  return arrive(step)
}

/** Whether the copy is where this travel has brought it. */
function isOnIt({ onShelf, from }: Way, { stage, legs, leg }: Travel): boolean {
  if (stage === 'taken off its shelf') return onShelf
  return !onShelf && from === (legs[leg]?.from ?? from)
}

interface Step {
  world: World
  barcode: string
  at: string
  travel: Travel
  way: Way
  random: () => number
}

async function takeOffShelf({ world, barcode, at, travel, way, random }: Step): Promise<void> {
  const { title, from: place, readerId } = way
  const chance = random() * 100
  if (chance < NOT_FOUND) {
    world.happenings.note({ what: 'not found', title, place, readerId }, at)
    await noteMissing(world.write, world.libraries, barcode, momentAt(world.libraries, at))
    const days = SOUGHT_DAYS.least + Math.floor(random() * (SOUGHT_DAYS.most - SOUGHT_DAYS.least))
    if (random() * 100 < FOUND) world.agenda.plan({ kind: 'find', subject: barcode, at: later(at, days * 1440), detail: { branch: place } })
    return planTravels(world, at)
  }
  if (chance < NOT_FOUND + NOT_REACHED) return planTravel(world, barcode, later(travel.picked, 1))
  await checkInAt(world, { barcode, branch: place, readerId }, 'taken', at)
  await goOn({ world, barcode, at, travel, leg: 0 })
}

async function load({ world, barcode, at, travel, way: { title, readerId }, random }: Step): Promise<void> {
  const leg = travel.legs[travel.leg]
  if (!leg) return planTravel(world, barcode, at)
  const dropped = chancesOf(`${leg.lineCode} ${leg.depart.slice(0, 10)}`)() * 100 < DROPPED
  if (dropped || random() * 100 < LEFT_BEHIND) {
    world.happenings.note({ what: 'run dropped', place: leg.from, line: leg.line, readerId, ...(dropped ? {} : { title }) }, at)
    return planTravel(world, barcode, later(at, 1))
  }
  world.happenings.note({ what: 'run left', place: leg.from, to: leg.to, line: leg.line, readerId }, at)
  world.agenda.plan({ kind: 'travel', subject: barcode, at: leg.arrive, detail: { ...travel, stage: 'unloaded' } })
}

async function unload({ world, barcode, at, travel, way: { readerId } }: Step): Promise<void> {
  const last = travel.leg === travel.legs.length - 1
  if (last) {
    world.agenda.plan({ kind: 'travel', subject: barcode, at: travel.inHand, detail: { ...travel, stage: 'checked in' } })
    return
  }
  await checkInAt(world, { barcode, branch: travel.legs[travel.leg]?.to ?? travel.to, readerId }, 'sorted', at)
  await goOn({ world, barcode, at, travel, leg: travel.leg + 1 })
}

const arrive = ({ world, barcode, at, travel, way: { readerId } }: Step): Promise<void> =>
  checkInAt(world, { barcode, branch: travel.to, readerId }, null, at)

/** To the next leg, where it still goes to the same place. */
async function goOn({
  world,
  barcode,
  at,
  travel,
  leg,
}: Pick<Step, 'world' | 'barcode' | 'at' | 'travel'> & { leg: number }): Promise<void> {
  const way = await wayOf(world.write, world.libraries, barcode)
  if (!way) return
  const next = travel.legs[leg]
  if (way.to !== travel.to || !next) return planTravel(world, barcode, at)
  world.agenda.plan({ kind: 'travel', subject: barcode, at: next.depart, detail: { ...travel, stage: 'loaded', leg } })
}

/**
 * @param as what it is called when it goes on from there; null where that is as it turns out
 */
export async function checkInAt(
  world: World,
  { barcode, branch, readerId }: { barcode: string; branch: string; readerId: number | null },
  as: 'taken' | 'sorted' | 'returned' | 'found' | null,
  at: string,
): Promise<void> {
  const { write, libraries, happenings } = world
  const done = await checkIn(write, libraries, { barcode, branch }, momentAt(libraries, at))
  if (isRefusal(done)) return
  const { title, outcome, to, hold } = done
  const whose = (hold === null ? null : (await promisedTo(write, barcode))?.readerId) ?? readerId
  if (as !== null) happenings.note({ what: as, title, place: branch, to, readerId: whose }, at)
  if (outcome === 'ready') happenings.note({ what: 'ready', title, place: branch, readerId: whose }, at)
  else if (as === null) happenings.note({ what: outcome === 'sent' ? 'sent' : 'shelved', title, place: branch, to, readerId: whose }, at)
  if (outcome === 'ready') await planCollection(world, barcode, at)
  if (outcome === 'sent' && as !== 'taken' && as !== 'sorted') await planTravel(world, barcode, at)
}
