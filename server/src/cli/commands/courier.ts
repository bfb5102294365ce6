/** `catalex courier`: what the timetable leaves out, and how a copy would get from one place to another. */
import { existsSync } from 'node:fs'
import type { CourierFinding, Delivery } from '@catalex/core/courier'
import { DateTime } from 'luxon'
import { Database } from '../../database/index.ts'
import { Libraries } from '../../libraries/index.ts'
import { machineClock } from '../../standins/index.ts'
import { readWorldFiles } from '../../world/index.ts'
import { sayLinesOutAndBack } from '../reporting.ts'

interface Options {
  data: string
  world?: string
  /** ISO time in the libraries' zone; now where it is left out. */
  at?: string
}

/** @returns exit code: 0 where nothing is left out, or the way is found; else 1 */
export async function courier(asked: readonly string[], options: Options): Promise<number> {
  const libraries = await librariesFrom(options)
  const zone = libraries.library.timeZone
  const now = options.at === undefined ? machineClock(zone).now() : DateTime.fromISO(options.at, { zone })
  if (!now.isValid) throw new Error(`"${options.at ?? ''}" is no time: write it as 2026-11-25T11:20.`)
  const found = libraries.courierFindings(now.toISO() ?? '')
  if (found === null) throw new Error('The library tells no timetable: write courier.json and load it.')
  if (asked.length > 0) return sayDelivery(libraries, asked, now)
  sayLinesOutAndBack(libraries)
  return sayFindings(found)
}

async function librariesFrom({ world, data }: Options): Promise<Libraries> {
  if (world !== undefined) return new Libraries(readWorldFiles(world))
  if (!existsSync(data)) throw new Error(`There is no database ${data}: load one with "catalex load --world FOLDER".`)
  const database = await Database.open(data)
  try {
    return await Libraries.load(database)
  } finally {
    await database.close()
  }
}

function sayFindings(found: readonly CourierFinding[]): number {
  for (const finding of found) console.log(inWords(finding))
  if (found.length === 0) console.log('Every place is served, and every line comes in time.')
  return found.length === 0 ? 0 : 1
}

function inWords(finding: CourierFinding): string {
  switch (finding.code) {
    case 'no-line':
      return `No line stops at ${finding.branch}: nothing is sent there or from there. Add it to a line of courier.json.`
    case 'nothing-leaves':
      return `Nothing gets from ${finding.branch}/${finding.collection} to another pickup location within ninety days: see its runs, and which lines it can catch.`
    case 'nothing-arrives':
      return `Nothing gets to ${finding.pickup} within ninety days: see which lines reach it from a sorting branch, and its hours.`
    case 'closed-doors':
      return `${finding.line} never comes to ${finding.branch} in time to be checked in that day: what it brings waits for another. Compare its times with the hours.`
  }
}

function sayDelivery(libraries: Libraries, [from = '', pickup = '']: readonly string[], now: DateTime): number {
  const [branch = '', collection = ''] = from.split('/')
  const found = libraries.branch(branch)
  if (!found) throw new Error(`"${branch}" is no branch. There are: ${libraries.branchesIn([]).join(', ')}.`)
  if (!libraries.pickups.place(pickup)) throw new Error(`"${pickup}" is no pickup location: catalex courier ferrygate/fiction corrow`)
  const shelf = collection === '' ? found.collections.at(0) : libraries.collection(branch, collection)
  const shelves = { branch, collection: shelf?.code ?? '', collectionKind: shelf?.kind ?? 'open shelf' } as const
  const delivery = libraries.deliveriesTo(pickup, now.toISO() ?? '')(shelves)
  if (!delivery) {
    console.log(`Nothing gets from ${from} to ${pickup} within ninety days.`)
    return 1
  }
  const latest = libraries.latestAt(pickup, now.toISO() ?? '', [shelves])
  for (const step of stepsOf(delivery, latest, branch, pickup, now.zoneName ?? 'utc')) console.log(step)
  return 0
}

function stepsOf({ picked, legs, inHand }: Delivery, latest: number | null, branch: string, pickup: string, zone: string): string[] {
  const at = (minute: number) => DateTime.fromMillis(minute * 60_000, { zone }).toFormat('ccc dd LLL HH:mm')
  return [
    `${at(picked)}  taken off the shelf at ${branch}`,
    ...legs.flatMap(({ line, from, depart, to, arrive }) => [
      `${at(depart)}  ${line.name} leaves ${from}`,
      `${at(arrive)}  arrives at ${to}`,
    ]),
    `${at(inHand)}  ready at ${pickup}`,
    latest === null ? 'Where it misses a run nobody knows of a second.' : `${at(latest)}  at the latest, where it misses each run once`,
  ]
}
