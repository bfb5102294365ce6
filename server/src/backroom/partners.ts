/** What becomes of scans, copies from outside and suggestions in the demo: libraries elsewhere, and staff here, answer in their time. */
import type { AnswerRequest, Backroom } from '@catalex/contract/backroom'
import type { Refusal } from '@catalex/core/holds'
import {
  answersAfter,
  chancesOf,
  daysLater,
  reasonFor,
  visitOn,
  whetherDeclined,
  within,
  type AnswerAct,
  type Partner,
} from '@catalex/core/living'
import type { OpenRequestState, RequestKind } from '@catalex/core/requests'
import type { Random } from '@catalex/core/waiting'
import { DateTime } from 'luxon'
import type { Queryable, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { moveRequest, type RequestStep } from '../requests/index.ts'
import { PARTNERS } from '../standins/index.ts'
import type { Task } from './agenda.ts'
import { isoOf, momentAt, timeOf } from './times.ts'
import { inWorld, type World } from './world.ts'

interface Asked {
  code: string
  reference: string
  kind: RequestKind
  state: OpenRequestState
  title: string
  day: string | null
  pickup: string | null
  readerId: number | null
  /** Libraries elsewhere that have said no. */
  declined: number
  /** How often it was said that it comes later. */
  delayed: number
}

const ASKED = `SELECT code, reference, kind, state, title, day, details ->> '$.pickup' AS pickup, readerId,
    (SELECT count(*) FROM requestEvents WHERE requestId = requests.id AND state = 'asked') AS declined,
    (SELECT count(*) - 1 FROM requestEvents WHERE requestId = requests.id AND state = 'on its way') AS delayed
  FROM requests WHERE state NOT IN ('done', 'declined', 'withdrawn')`

/** Requests of which nobody has thought yet when they are answered. */
export async function planAnswers(world: World, now: string): Promise<void> {
  await world.agenda.writeDown()
  const requests = await world.write.read<Asked>(`${ASKED} AND NOT EXISTS (SELECT 1 FROM agenda WHERE kind = 'answer' AND subject = requests.code)`) // prettier-ignore
  for (const request of requests) planAnswer(world, request, now)
}

function planAnswer({ libraries, agenda }: World, request: Asked, now: string): void {
  const at = answeredAt(libraries, request, timeOf(libraries, now))
  agenda.plan({ kind: 'answer', subject: request.code, at: isoOf(at), detail: null })
}

const LENT_DAYS = 28
const FROM_HOUR = 9
const HOURS = 8

function answeredAt(libraries: Libraries, request: Asked, now: DateTime): DateTime {
  const { kind, state, day, pickup } = request
  const random = chancesFor(request, 'when')
  const on = day === null ? now : DateTime.fromISO(day, { zone: now.zone })
  // What nobody has collected goes back when its last day is over.
  if (state === 'ready') return on.plus({ days: 1, minutes: 5 })
  if (state === 'asked') {
    const asked = now.startOf('day').plus({ days: answersAfter(kind, partnerOf(request), random), hours: FROM_HOUR })
    return asked.plus({ minutes: Math.floor(random() * HOURS * 60) })
  }
  const hours = pickup === null ? null : libraries.pickups.hours(pickup)
  return (hours && visitOn(hours, on, now, random)) ?? on.plus({ days: 1 })
}

export async function answerWhenDue(world: World, { subject, at }: Task): Promise<void> {
  const request = await requestWhere(world.write, 'code', subject)
  if (request) await answer(world, request, actOf(request), at)
}

/** What somebody decides who plays them. @param now ISO time */
export async function answerNow(
  write: Write,
  libraries: Libraries,
  { reference, act }: AnswerRequest,
  now: string,
): Promise<Refusal | null> {
  const request = await requestWhere(write, 'reference', reference)
  return request ? inWorld(write, libraries, (world) => answer(world, request, act, now)) : { code: 'no-such-request' }
}

async function requestWhere(write: Write, column: 'code' | 'reference', value: string): Promise<Asked | null> {
  const [request] = await write.read<Asked>(`${ASKED} AND ${column} = $value`, { value })
  return request ?? null
}

async function answer(world: World, request: Asked, act: AnswerAct, now: string): Promise<Refusal | null> {
  const { write, libraries, agenda } = world
  const at = momentAt(libraries, now)
  const refusal = await moveRequest(write, libraries, request.code, stepOf(request, act, timeOf(libraries, now)), at)
  if (refusal) return refusal
  const next = await requestWhere(write, 'code', request.code)
  if (next) planAnswer(world, next, now)
  else agenda.drop({ kind: 'answer', subject: request.code })
  return null
}

/** As they would by themselves; nothing is late twice. */
function actOf(request: Asked): AnswerAct {
  const random = chancesFor(request, 'what')
  if (request.state === 'asked') return whetherDeclined(request.kind, partnerOf(request), random) ? 'decline' : 'go on'
  const late = request.state === 'on its way' && request.delayed === 0 && random() * 100 < (partnerOf(request)?.late ?? 0)
  return late ? 'delay' : 'go on'
}

function stepOf(request: Asked, act: AnswerAct, now: DateTime): RequestStep {
  const { kind, state, declined } = request
  const random = chancesFor(request, 'how')
  const found = partnerOf(request)
  const partner = found?.name ?? null
  const inDays = (days: number) => now.plus({ days }).toISODate()
  if (act === 'decline') {
    const reason = reasonFor(kind, random)
    return { to: kind === 'outside' && declined + 1 < PARTNERS.length ? 'asked' : 'declined', partner, reason }
  }
  if (act === 'lend') return { to: 'with reader', partner, day: inDays(found?.lends ?? LENT_DAYS) }
  if (act === 'delay') return { to: 'on its way', partner, day: inDays(daysLater(random)) }
  if (kind !== 'outside') return { to: 'done' }
  if (state === 'asked') return { to: 'on its way', partner, day: inDays(within(found?.travels ?? [3, 6], random)) }
  return state === 'on its way' ? { to: 'ready', partner } : { to: 'done', partner }
}

/** Who is asked, or has sent it. */
const partnerOf = ({ kind, declined }: Asked): Partner | null => (kind === 'outside' ? (PARTNERS[declined] ?? null) : null)

/** The same for the same request in the same state. */
const chancesFor = ({ code, state, declined, delayed }: Asked, of: string): Random =>
  chancesOf(`${of} ${code} ${state} ${String(declined)} ${String(delayed)}`)

/** Who is asked for what; whose it is, nobody else sees. */
export async function requestsView(source: Queryable, readerId: number | null): Promise<Backroom['requests']> {
  const requests = await source.read<Asked>(`${ASKED} ORDER BY id DESC LIMIT $most`, { most: MOST_SHOWN })
  return requests.map((request) => ({
    reference: request.reference,
    kind: request.kind,
    state: request.state,
    title: request.title,
    day: request.day,
    pickup: request.pickup,
    partner: partnerOf(request)?.name ?? null,
    mine: readerId !== null && request.readerId === readerId,
  }))
}

const MOST_SHOWN = 50
