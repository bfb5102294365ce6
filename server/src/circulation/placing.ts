/** Placing and cancelling holds: one transaction each, the rules from core, the events beside. */
import type { PlaceHold } from '@catalex/contract/holds'
import { familyOf } from '@catalex/core/catalogue'
import {
  isRefusal,
  mayBecome,
  servingOf,
  standingRefusal,
  type HoldQuestion,
  type HoldState,
  type Serving,
  type Standing,
} from '@catalex/core/holds'
import { Refused, type Libraries } from '../branches/index.ts'
import type { Database, Write } from '../database/index.ts'
import { readerById, type Reader } from '../readers/index.ts'
import { copiesOf, type CopyNow, type Reading } from './copies.ts'
import { recordEvent } from './events.ts'
import { passOn } from './lines.ts'

export interface Moment {
  now: string
  today: string
}

/** The same key came with another request. */
export class KeyReused extends Error {}
export class NoSuchHold extends Error {}
export class TooLate extends Error {
  constructor(readonly state: HoldState) {
    super(`The hold is ${state}.`)
  }
}

export interface Changed {
  holdId: number
  /** Titles whose copies in now may have changed. */
  titleIds: number[]
}

export async function placeHold(
  database: Database,
  libraries: Libraries,
  readerId: number,
  wish: PlaceHold,
  key: string | null,
  at: Moment,
): Promise<Changed> {
  return database.write(async (write) => {
    const body = JSON.stringify(wish)
    const earlier = key === null ? null : await earlierRequest(write, readerId, key)
    if (earlier) {
      if (earlier.body !== body) throw new KeyReused()
      return { holdId: earlier.holdId, titleIds: [] }
    }
    const reading = { read: write.all }
    const reader = await mustExist(reading, readerId)
    const stopped = standingRefusal(await standingOf(reading, libraries, reader), at.today)
    if (stopped) throw new Refused(stopped)
    if (await alreadyHeld(reading, readerId, wish)) throw new Refused({ code: 'already-held' })
    const serving = servingFor(libraries, reader, wish, await wantedCopies(reading, libraries, wish, at.today))
    const holdId = await insertHold(write, libraries, reader, wish, serving, at)
    if (key !== null) {
      await write.run('INSERT INTO requestKeys (readerId, requestKey, body, holdId, at) VALUES ($readerId, $key, $body, $holdId, $now)', {
        readerId,
        key,
        body,
        holdId,
        now: at.now,
      })
    }
    return { holdId, titleIds: serving.copy ? [serving.copy.recordId] : [] }
  })
}

export async function cancelHold(database: Database, libraries: Libraries, readerId: number, holdId: number, at: Moment): Promise<Changed> {
  return database.write(async (write) => {
    const [hold] = await write.all<{ state: HoldState; barcode: string | null }>(
      'SELECT state, barcode FROM holds WHERE id = $holdId AND readerId = $readerId',
      { holdId, readerId },
    )
    if (!hold) throw new NoSuchHold()
    if (hold.state === 'cancelled') return { holdId, titleIds: [] }
    if (!mayBecome(hold.state, 'cancelled')) throw new TooLate(hold.state)
    await write.run("UPDATE holds SET state = 'cancelled', barcode = NULL WHERE id = $holdId", { holdId })
    await recordEvent(write, { holdId, at: at.now, who: 'reader', state: 'cancelled', barcode: hold.barcode })
    if (hold.barcode === null) return { holdId, titleIds: [] }
    const [{ titleId }] = await write.all<{ titleId: number }>('SELECT titleId FROM items WHERE barcode = $barcode', {
      barcode: hold.barcode,
    })
    await passOn(write, libraries, hold.barcode, titleId, at)
    return { holdId, titleIds: [titleId] }
  })
}

async function earlierRequest(write: Write, readerId: number, key: string): Promise<{ body: string; holdId: number } | null> {
  const [row] = await write.all<{ body: string; holdId: number }>(
    'SELECT body, holdId FROM requestKeys WHERE readerId = $readerId AND requestKey = $key',
    { readerId, key },
  )
  return row ?? null
}

async function mustExist(reading: Reading, readerId: number): Promise<Reader> {
  const reader = await readerById(reading, readerId)
  if (!reader) throw new NoSuchHold()
  return reader
}

export async function standingOf(reading: Reading, libraries: Libraries, reader: Reader): Promise<Standing> {
  const [{ count }] = await reading.read<{ count: number }>(
    "SELECT count(*) AS count FROM holds WHERE readerId = $id AND state IN ('waiting', 'being fetched', 'in transit', 'ready')",
    { id: reader.id },
  )
  const { holdsLimit, owedLimit } = libraries.category(reader.category)
  return {
    category: reader.category,
    homeSystem: libraries.branch(reader.homeBranch)?.system ?? '',
    expires: reader.expires,
    owed: reader.owed,
    owedLimit,
    activeHolds: count,
    holdsLimit,
    block: reader.block,
  }
}

/** A second hold on the same edition, or the same volume, is a slip of the hand. */
async function alreadyHeld(reading: Reading, readerId: number, wish: Pick<PlaceHold, 'records' | 'barcode'>): Promise<boolean> {
  const rows = await reading.read(
    `SELECT 1 FROM holds JOIN holdTargets ON holdId = id WHERE readerId = $readerId AND state IN ('waiting', 'being fetched', 'in transit', 'ready')
       AND titleId IN (SELECT value FROM json_each($ids)) AND wantedBarcode IS $barcode LIMIT 1`,
    { readerId, ids: JSON.stringify(wish.records), barcode: wish.barcode },
  )
  return rows.length > 0
}

/** @throws Refused for a journal without a volume */
export async function wantedCopies(
  reading: Reading,
  libraries: Libraries,
  wish: Pick<PlaceHold, 'records' | 'barcode'>,
  today: string,
): Promise<CopyNow[]> {
  const copies = await copiesOf(reading, libraries, wish.records, today)
  if (wish.barcode !== null) return copies.filter((copy) => copy.barcode === wish.barcode)
  const volumes = copies.filter((copy) => familyOf(copy.item.carrier) === 'journal' && copy.item.enumeration !== null)
  if (volumes.length > 1) throw new Refused({ code: 'volume-needed' })
  return copies
}

export function holdQuestion(
  libraries: Libraries,
  category: string,
  homeSystem: string,
  pickup: string,
  copies: readonly CopyNow[],
): HoldQuestion {
  return {
    rules: libraries.holdRules,
    category,
    homeSystem,
    pickup: libraries.pickup(pickup, category),
    copies,
    selfServe: libraries.selfServe,
  }
}

function servingFor(libraries: Libraries, reader: Reader, wish: PlaceHold, copies: readonly CopyNow[]): Serving {
  const homeSystem = libraries.branch(reader.homeBranch)?.system ?? ''
  const serving = servingOf(holdQuestion(libraries, reader.category, homeSystem, wish.pickup, copies))
  if (isRefusal(serving)) throw new Refused(serving)
  return serving
}

async function insertHold(
  write: Write,
  libraries: Libraries,
  reader: Reader,
  wish: PlaceHold,
  serving: Serving,
  at: Moment,
): Promise<number> {
  const state: HoldState = serving.copy ? 'being fetched' : 'waiting'
  const barcode = serving.copy?.barcode ?? null
  const holdId = await write.insert(
    `INSERT INTO holds (readerId, pickup, state, asked, wantedBarcode, barcode, cost, category, homeSystem)
     VALUES ($readerId, $pickup, $state, $asked, $wanted, $barcode, $cost, $category, $homeSystem)`,
    {
      readerId: reader.id,
      pickup: wish.pickup,
      state,
      asked: at.now,
      wanted: wish.barcode,
      barcode,
      cost: serving.cost,
      category: reader.category,
      homeSystem: libraries.branch(reader.homeBranch)?.system ?? '',
    },
  )
  await write.run('INSERT INTO holdTargets (holdId, titleId) SELECT $holdId, value FROM json_each($ids)', {
    holdId,
    ids: JSON.stringify(wish.records),
  })
  await recordEvent(write, { holdId, at: at.now, who: 'reader', state: 'waiting', barcode: null })
  if (barcode !== null) await recordEvent(write, { holdId, at: at.now, who: 'catalogue', state, barcode })
  return holdId
}
