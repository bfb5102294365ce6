/** `catalex requests`: what readers ask for beside holds, and what staff answer. */
import { DECLINE_REASONS, REQUEST_STATES, type DeclineReason, type RequestState } from '@catalex/core/requests'
import { DateTime } from 'luxon'
import { existsSync } from 'node:fs'
import { momentOf } from '../../circulation/index.ts'
import { Database } from '../../database/index.ts'
import { Libraries } from '../../libraries/index.ts'
import { moveRequest, openRequests } from '../../requests/index.ts'
import { machineClock, type Clock } from '../../standins/index.ts'

interface Options {
  data: string
  to?: string
  partner?: string
  reason?: string
  day?: string
  /** For the time of what is answered; the machine's clock where there is none. */
  clock?: Clock
}

/** @param reference of the one that is answered; left out to list those that are open */
export async function requests(reference: string | undefined, options: Options): Promise<void> {
  if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load one with "catalex load --world FOLDER".`)
  const database = await Database.open(options.data)
  try {
    if (reference === undefined) return await listOpen(database)
    await answer(database, await Libraries.load(database), reference.toUpperCase(), options)
  } finally {
    await database.close()
  }
}

async function listOpen(database: Database): Promise<void> {
  const open = await openRequests(database)
  const lines = open.map(({ reference, kind, state, title, at, day }) => [reference, at.slice(0, 10), kind, state, day, title].filter(Boolean).join('  ')) // prettier-ignore
  // What somebody typed is not passed on to a terminal as signs that it would obey.
  console.log(lines.length === 0 ? 'Nobody waits for anything.' : lines.join('\n').replace(/[\p{Cc}\p{Cf}]/gu, (sign) => (sign === '\n' ? sign : '\ufffd'))) // prettier-ignore
}

async function answer(database: Database, libraries: Libraries, reference: string, options: Options): Promise<void> {
  const { to, reason, partner = null, day = null, clock = machineClock(libraries.library.timeZone) } = options
  const state = among(REQUEST_STATES, to, '--to')
  if (day !== null && !DateTime.fromFormat(day, 'yyyy-MM-dd').isValid)
    throw new Error(`--day has to be a day such as 2026-12-04, not "${day}".`)
  if (state === 'declined' && reason === undefined) throw new Error(`--reason has to say why: ${DECLINE_REASONS.join(', ')}.`)
  if ((state === 'on its way' || state === 'with reader') && day === null) throw new Error('--day has to say when it is expected, or due.')
  const why: DeclineReason | null = reason === undefined ? null : among(DECLINE_REASONS, reason, '--reason')
  const found = (await openRequests(database)).find((one) => one.reference === reference)
  if (!found) throw new Error(`No open request has the reference ${reference}.`)
  const step = { to: state, partner, reason: why, day }
  const refusal = await database.write((write) => moveRequest(write, libraries, found.code, step, momentOf(clock.now())))
  if (refusal) throw new Error(`${reference} is "${found.state}": it can't become "${state}" from there.`)
  console.log(`${reference} is "${state}" now. Its reader is told where that matters to them.`)
}

function among<T extends RequestState | DeclineReason>(known: readonly T[], said: string | undefined, option: string): T {
  const found = known.find((one) => one === said)
  if (found === undefined) throw new Error(`${option} has to be one of: ${known.join(', ')}.`)
  return found
}
