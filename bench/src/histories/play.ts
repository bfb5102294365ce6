/** Random histories: readers, desks and days in whatever order; what must always hold is looked at again and again. */
import { ANSWER_ACTS, chancesOf } from '@catalex/core/living'
import { unsoundHolds } from '@catalex/server/circulation'
import { Libraries } from '@catalex/server/libraries'
import type { DateTime } from 'luxon'
import { momentFrom, startOf, type Played } from './world.ts'

const PICKUPS = ['ferrygate', 'northmole', 'corrow', 'tarbeck']
/** Closures that every branch of the world has. */
const YEARLY = 2
const DESKS = [...PICKUPS, 'saltpan', 'wetherdale']

interface Standing {
  id: number
  reference: string
  readerId: number
  state: string
  requested: string
  controlNumber: string
}

export interface History {
  steps: number
  /** How often each kind of step was taken. */
  taken: Record<string, number>
  broken: string[]
}

export interface Playing {
  seed: string
  /** After so many steps everything is looked at. */
  every: number
  /** Once in so many steps files are loaded, in the mean. */
  reloads: number
  tell(line: string): void
}

/** What no step may do is looked at after each. */
export async function play(played: Played, steps: number, { seed, every, reloads, tell }: Playing): Promise<History> {
  const random = chancesOf(seed)
  const pick = <T>(all: readonly T[]): T | undefined => all[Math.floor(random() * all.length)]
  const { commands, database, readers, cards } = played
  const controlNumbers = [...played.titles.keys()]
  const titles = JSON.stringify(controlNumbers)
  const barcodes = [...played.titles.values()].flat()
  const history: History = { steps, taken: {}, broken: [] }
  let time: DateTime = startOf(played)
  const standing = async (): Promise<Standing[]> => {
    // One value is read sooner than rows; index and order of the join keep it fast when very many have ended.
    const [found] = await database.read<{ holds: string }>(
      `SELECT json_group_array(json_object('id', id, 'reference', reference, 'readerId', readerId, 'state', state, 'requested', requested,
         'controlNumber', controlNumber) ORDER BY requested, id) AS holds FROM holds INDEXED BY activeHoldsOfReader CROSS JOIN holdTargets ON holdId = id
       WHERE state IN ('waiting', 'paused', 'being fetched', 'in transit', 'ready') AND +controlNumber IN (SELECT value FROM json_each($titles))`,
      { titles },
    )
    return JSON.parse(found?.holds ?? '[]') as Standing[]
  }
  /** Each hold that changes its state has an event. */
  const lastEvent = async () => (await database.read<{ id: number }>('SELECT max(id) AS id FROM holdEvents'))[0]?.id
  let before = await standing()
  let told = await lastEvent()
  const ended: { reference: string; readerId: number }[] = []
  const kinds: Record<string, () => Promise<unknown>> = {
    place: () => commands.placeHold(pick(readers) ?? 0, { records: [pick(controlNumbers) ?? ''], barcode: null, pickup: pick(PICKUPS) ?? '', again: true }, null, momentFrom(time)),
    recall: () => commands.placeHold(pick(readers) ?? 0, { records: [pick(controlNumbers) ?? ''], barcode: null, pickup: pick(PICKUPS) ?? '', again: true, recall: true }, null, momentFrom(time)),
    ask: () => commands.makeRequest(pick(readers) ?? 0, random() < 0.5 ? { kind: 'purchase', title: `Wish ${String(random())}`, cost: 0 } : { kind: 'outside', title: `Wish ${String(random())}`, pickup: pick(PICKUPS) ?? '', cost: 450 }, null, momentFrom(time)),
    answer: async () => {
      const request = pick(await database.read<{ reference: string }>("SELECT reference FROM requests WHERE state NOT IN ('done', 'declined', 'withdrawn')"))
      return request && commands.answerRequest({ reference: request.reference, act: pick(ANSWER_ACTS) ?? 'go on' }, momentFrom(time))
    },
    close: async () => {
      const libraries = await Libraries.load(database)
      const code = pick(PICKUPS)
      const from = time.plus({ days: Math.floor(random() * 5) })
      // In the place of what was closed before.
      libraries.library.branches.find((branch) => branch.code === code)?.closures.splice(YEARLY, 1, { from: from.toISODate() ?? '', to: from.plus({ days: 3 }).toISODate() ?? '', reason: 'The roof is mended.' })
      await database.write((write) => libraries.save(write))
      return played.libraries.refresh(database)
    },
    cancel: async () => {
      const hold = pick(before)
      if (hold) ended.push(hold)
      return hold && commands.cancelHold(hold.readerId, hold.reference, momentFrom(time))
    },
    restore: () => {
      const hold = ended.at(-1)
      return Promise.resolve(hold && commands.restoreHold(hold.readerId, hold.reference, momentFrom(time)))
    },
    pause: () => change({ paused: { until: random() < 0.5 ? null : (time.plus({ days: 3 }).toISODate() ?? '') } }),
    goOn: () => change({ paused: null }),
    move: () => change({ pickup: pick(PICKUPS) ?? '' }),
    checkIn: () => commands.checkIn({ barcode: pick(barcodes) ?? '', branch: pick(DESKS) ?? '' }, momentFrom(time)),
    checkOut: () => commands.checkOut({ barcode: pick(barcodes) ?? '', card: pick(cards) ?? '' }, momentFrom(time)),
    missing: () => commands.noteMissing(pick(barcodes) ?? '', momentFrom(time)),
    renew: async () => {
      const [loan] = await database.read<{ readerId: number; barcode: string }>("SELECT readerId, barcode FROM loans WHERE readerId IS NOT NULL AND source = 'here' ORDER BY random() LIMIT 1")
      return loan && commands.renewLoan(loan.readerId, loan.barcode, momentFrom(time))
    },
    pay: async () => {
      const [reader] = await database.read<{ id: number; owed: number }>('SELECT id, owed FROM readers WHERE owed > 0 AND id IN (SELECT value FROM json_each($readers)) LIMIT 1', { readers: JSON.stringify(readers) })
      return reader && commands.payOwed(reader.id, reader.owed, momentFrom(time))
    },
    purge: () => commands.purge(momentFrom(time), time.toMillis()),
    reload: () => played.load(time),
    statuses: () => {
      const line = () => `${pick(barcodes) ?? ''},${pick(['on shelf', 'missing', `on loan,${time.plus({ days: 10 }).toISODate() ?? ''}`, 'in the exhibition']) ?? ''}`
      return played.load(time, ['barcode,status,due', ...[line(), line()].map((one) => (one.includes(',2') ? one : `${one},`))].join('\n'))
    },
    days: () => {
      time = time.plus({ hours: 1 + Math.floor(random() * 40) })
      return commands.followDays(momentFrom(time))
    },
  } // prettier-ignore
  const change = (changes: Parameters<typeof commands.changeHold>[2]): Promise<unknown> => {
    const hold = pick(before)
    return Promise.resolve(hold && commands.changeHold(hold.readerId, hold.reference, changes, momentFrom(time)))
  }
  const lots = Object.entries({ recall: 4, ask: 2, answer: 5, close: 1, place: 20, cancel: 5, restore: 1, pause: 4, goOn: 5, move: 5, checkIn: 30, checkOut: 14, missing: 1, renew: 4, pay: 1, purge: 1, days: 6 }).flatMap(([kind, weight]) => Array.from({ length: weight }, () => kind)) // prettier-ignore
  /** What the commands cost since it was last told: a kind that grows with the years shows itself. */
  let spent: Record<string, number> = {}
  const costliest = () => {
    const told = Object.entries(spent).sort(([, one], [, other]) => other - one)
    spent = {}
    return told.slice(0, 8).map(([kind, ms]) => `${kind} ${(ms / 1000).toFixed(1)} s`).join(', ') // prettier-ignore
  }
  for (let step = 1; step <= steps && history.broken.length === 0; step += 1) {
    const kind = random() < 1 / reloads ? (pick(['reload', 'statuses']) ?? 'reload') : (pick(lots) ?? 'days')
    time = time.plus({ seconds: 1 })
    const began = performance.now()
    await kinds[kind]?.()
    spent[kind] = (spent[kind] ?? 0) + performance.now() - began
    history.taken[kind] = (history.taken[kind] ?? 0) + 1
    const event = await lastEvent()
    const after = event === told ? before : await standing()
    told = event
    history.broken.push(...overtaken(before, after).map((fault) => `step ${String(step)}, ${kind}: ${fault}`))
    if (step % every === 0) history.broken.push(...(await faultsIn(played, time)).map((fault) => `by step ${String(step)}: ${fault}`))
    if (step % TOLD_EVERY === 0) tell(`${String(step)} steps, ${time.toISODate() ?? ''}; ${costliest()}`)
    before = after
  }
  return history
}

const TOLD_EVERY = 20_000

const PROMISED = ['being fetched', 'in transit', 'ready']

/** Nobody gets a copy while somebody who asked sooner for the same title waits, and goes on waiting. */
function overtaken(before: readonly Standing[], after: readonly Standing[]): string[] {
  const was = new Map(before.map((hold) => [hold.id, hold.state]))
  return after.flatMap((served) => {
    if (!PROMISED.includes(served.state) || was.get(served.id) !== 'waiting') return []
    return after
      .filter((hold) => hold.controlNumber === served.controlNumber && hold.state === 'waiting' && was.get(hold.id) === 'waiting')
      .filter((hold) => hold.requested < served.requested || (hold.requested === served.requested && hold.id < served.id))
      .map((hold) => `hold ${String(served.id)} is served before ${String(hold.id)}`)
  })
}

/** Older messages give way in the end; until then each can be counted. */
const ALL_KEPT = '(SELECT max(id) FROM outbox) < 10000'

/** What must hold at any time; each with the rows that break it. */
const MUST: Record<string, string> = {
  'a copy is at a desk and on loan': 'SELECT barcode FROM whereabouts JOIN loans USING (barcode)',
  'a copy lies at home and is said to be away': 'SELECT barcode FROM whereabouts JOIN copies USING (barcode) WHERE desk = branch AND bound IS NULL AND barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL)',
  'a copy lies at a desk for nobody': "SELECT barcode FROM whereabouts WHERE bound IS NULL AND barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL AND state = 'ready')",
  'a copy that is ready lies elsewhere': "SELECT holds.barcode FROM holds JOIN whereabouts ON whereabouts.barcode = holds.barcode WHERE state = 'ready' AND bound IS NOT NULL",
  'a copy in transit goes nowhere': "SELECT holds.barcode FROM holds JOIN whereabouts ON whereabouts.barcode = holds.barcode WHERE state = 'in transit' AND bound IS NULL",
  'somebody waits while a copy stands free': "SELECT holds.id FROM holds JOIN holdTargets ON holdId = holds.id JOIN records USING (controlNumber) JOIN copies ON recordId = records.id WHERE state = 'waiting' AND readerId IN (SELECT value FROM json_each($readers)) AND copies.status = 'on shelf' AND copies.barcode NOT IN (SELECT barcode FROM loans) AND copies.barcode NOT IN (SELECT barcode FROM whereabouts) AND copies.barcode NOT IN (SELECT barcode FROM holds WHERE barcode IS NOT NULL)",
  'a loan is shortened for who does not wait': "SELECT loans.barcode FROM loans JOIN holds ON holds.id = recalledFor WHERE state <> 'waiting'",
  'a loan is shortened without its old day': 'SELECT barcode FROM loans WHERE recalledFor IS NOT NULL AND (recalledFrom IS NULL OR recalledFrom <= due)',
  'what is on its way is expected at no time': "SELECT id FROM holds WHERE state IN ('being fetched', 'in transit') AND readerId IN (SELECT value FROM json_each($readers)) AND expected IS NULL",
  'what is not on its way is expected': "SELECT id FROM holds WHERE state IN ('waiting', 'paused', 'cancelled') AND expected IS NOT NULL",
  'a request ended and was told otherwise than once': `SELECT id FROM requests WHERE ${ALL_KEPT} AND state IN ('declined')
    AND (SELECT count(*) FROM outbox WHERE message ->> 'notice' = 'declined' AND message ->> 'subject' LIKE '%' || requests.title) <> 1`,
  'a request is dearer or cheaper than agreed': "SELECT requests.id FROM requests WHERE kind = 'outside' AND state IN ('ready', 'with reader', 'done') AND (SELECT max(at) FROM requestEvents WHERE requestId = requests.id AND requestEvents.state = 'ready') > $since AND (SELECT sum(amount) FROM charges WHERE charges.title = requests.title) IS NOT cost",
  'charges do not add up': 'SELECT id FROM readers WHERE id IN (SELECT value FROM json_each($readers)) AND owed <> (SELECT coalesce(sum(amount), 0) FROM charges WHERE readerId = readers.id AND paid IS NULL)',
  'events are out of order': 'SELECT a.id FROM holdEvents a JOIN holdEvents b ON b.holdId = a.holdId AND b.id > a.id AND b.at < a.at LIMIT 5',
  'a hold lapsed and its reader was not told, or twice': `SELECT id FROM readers WHERE id IN (SELECT value FROM json_each($readers)) AND ${ALL_KEPT}
    AND (SELECT count(*) FROM holds WHERE readerId = readers.id AND state = 'lapsed') <> (SELECT count(*) FROM outbox WHERE outbox.readerId = readers.id AND message ->> 'notice' = 'lapsed')`,
  'a reader was told more often that something is ready than it was': `SELECT id FROM readers WHERE id IN (SELECT value FROM json_each($readers)) AND ${ALL_KEPT}
    AND (SELECT count(*) FROM holdEvents JOIN holds ON holds.id = holdId WHERE readerId = readers.id AND holdEvents.state = 'ready') < (SELECT count(*) FROM outbox WHERE outbox.readerId = readers.id AND message ->> 'notice' = 'ready')`,
} // prettier-ignore

/** What is older has been purged in part. */
const SINCE_DAYS = 5

async function faultsIn({ database, readers }: Played, time: DateTime): Promise<string[]> {
  const faults: string[] = []
  for await (const { reference, fault } of unsoundHolds(database)) faults.push(`${reference}: ${fault}`)
  for (const [fault, sql] of Object.entries(MUST)) {
    const rows = await database.read(sql, {
      ...(sql.includes('$readers') ? { readers: JSON.stringify(readers) } : {}),
      ...(sql.includes('$since') ? { since: time.minus({ days: SINCE_DAYS }).toUTC().toISO() ?? '' } : {}),
    })
    if (rows.length > 0) faults.push(`${fault}: ${JSON.stringify(rows.slice(0, 3))}`)
  }
  return faults
}
