/** What goes on in the world of the demo, at a glance. */
import type { Backroom, BackroomMessage, Clock } from '@catalex/contract/backroom'
import { dayOf } from '@catalex/core/calendar'
import { masked } from '@catalex/core/card'
import { runsOn } from '@catalex/core/courier'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { isNotice, keptMessages } from '../standins/index.ts'
import { tasksOf } from './agenda.ts'
import { happeningsFor } from './happenings.ts'
import { requestsView } from './partners.ts'
import { momentAt, timeOf } from './times.ts'
import type { Travel } from './travels.ts'

const HAPPENINGS = 60
const MESSAGES = 30

export async function backroomView(
  source: Queryable,
  libraries: Libraries,
  clock: Clock,
  { readerId, mine }: { readerId: number | null; mine: boolean },
): Promise<Backroom> {
  const { today, minute } = momentAt(libraries, clock.now)
  const travels = (await tasksOf(source, 'travel')).flatMap(({ subject, detail }) => (detail === null ? [] : [{ barcode: subject, ...(detail as Travel) }])) // prettier-ignore
  const own = new Set((await source.read<{ barcode: string }>('SELECT barcode FROM holds WHERE readerId = $readerId AND barcode IS NOT NULL', { readerId })).map(({ barcode }) => barcode)) // prettier-ignore
  const onRoad = travels.filter(({ stage }) => stage === 'unloaded')
  const picks = await source.read<{ branch: string; copies: number }>(
    `SELECT copies.branch, count(*) AS copies FROM holds JOIN copies ON copies.barcode = holds.barcode WHERE state = 'being fetched' GROUP BY 1 ORDER BY 2 DESC, 1`,
  )
  const shelves = await source.read<{ pickup: string; lapsing: number; carriers: string }>(
    `SELECT pickup, sum(collectBy <= $today) AS lapsing, json_group_array(carrier ORDER BY carrier) AS carriers
     FROM holds LEFT JOIN copies ON copies.barcode = holds.barcode LEFT JOIN records ON records.id = recordId
     WHERE state = 'ready' GROUP BY pickup`,
    { today },
  )
  const [away] = await source.read<{ count: number }>('SELECT count(*) AS count FROM whereabouts WHERE bound IS NOT NULL')
  return {
    clock,
    lines: libraries.courierLines.map(({ code, name, ...line }) => ({
      code,
      name,
      stops: line.stops.map(({ branch }) => branch),
      today: runsOn({ code, name, ...line }, dayOf(timeOf(libraries, clock.now))),
      running: runningOn(code, onRoad, own),
    })),
    waiting: counted(travels.filter(({ stage }) => stage === 'loaded').map(({ legs, leg, to }) => legs[leg]?.from ?? to)),
    travelling: away?.count ?? 0,
    picks: picks.map(({ branch, copies }) => ({ branch, copies, next: libraries.nextPick(branch, clock.now) })),
    // Made by json_group_array, above.
    shelves: shelves.map(({ carriers, ...shelf }) => ({
      ...shelf,
      carriers: JSON.parse(carriers) as Backroom['shelves'][number]['carriers'],
    })),
    back: await backToday(source, libraries, { now: clock.now, today, minute }),
    requests: await requestsView(source, readerId),
    happenings: await happeningsFor(source, readerId, { mine, most: HAPPENINGS }),
    messages: await messagesFor(source, readerId, mine),
  }
}

type Running = Backroom['lines'][number]['running'][number]

/** Copies that ride from one stop to another together are drawn as one. */
function runningOn(code: string, onRoad: readonly (Travel & { barcode: string })[], own: ReadonlySet<string>): Running[] {
  const running = new Map<string, Running>()
  for (const { barcode, legs, leg } of onRoad) {
    const { lineCode, from, to } = legs[leg] ?? {}
    if (lineCode !== code || from === undefined || to === undefined) continue
    const before = running.get(`${from} ${to}`)
    running.set(`${from} ${to}`, { from, to, copies: (before?.copies ?? 0) + 1, mine: (before?.mine ?? false) || own.has(barcode) })
  }
  return [...running.values()]
}

function counted(branches: readonly string[]): { branch: string; copies: number }[] {
  const counts = new Map<string, number>()
  for (const branch of branches) counts.set(branch, (counts.get(branch) ?? 0) + 1)
  return [...counts].map(([branch, copies]) => ({ branch, copies })).sort((a, b) => b.copies - a.copies)
}

async function backToday(
  source: Queryable,
  libraries: Libraries,
  at: { now: string; today: string; minute: string },
): Promise<Backroom['back']> {
  const since = timeOf(libraries, at.now).startOf('day').toUTC().toISO() ?? ''
  const [row] = await source.read<Backroom['back']>(
    `SELECT (SELECT count(*) FROM loans WHERE due = $today) AS due, (SELECT count(*) FROM loans WHERE due < $today) AS late,
       (SELECT count(*) FROM happenings WHERE at >= $since AND what ->> 'what' = 'returned') AS back`,
    { today: at.today, since },
  )
  return row ?? { due: 0, back: 0, late: 0 }
}

/** Of readers' messages everybody here sees what was said, and nobody where to. */
async function messagesFor(source: Queryable, readerId: number | null, mine: boolean): Promise<BackroomMessage[]> {
  const own = readerId === null ? [] : await keptMessages(source, MESSAGES, readerId)
  const ownReferences = new Set(own.map(({ reference }) => reference))
  const all = mine ? own : await keptMessages(source, MESSAGES)
  return all.filter(isNotice).map(({ reference, at, notice, channel, to, subject, text, html }) => ({
    reference,
    at,
    notice,
    channel,
    to: channel === 'letter' ? to : masked(to),
    subject,
    text,
    html,
    mine: ownReferences.has(reference),
  }))
}
