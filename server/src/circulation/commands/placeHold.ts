/** Places a hold: one transaction, in which the rules of core decide; a repeat of the same request is the same hold. */
import { randomUUID } from 'node:crypto'
import type { PlaceHold } from '@catalex/contract/holds'
import { workKey } from '@catalex/core/catalogue'
import { isRefusal, type Refusal } from '@catalex/core/holds'
import { recordsByControlNumber } from '../../catalogue/index.ts'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import { borrowerOf, type Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { decide, type Decided } from './decide.ts'
import { recallLoan } from './recallLoan.ts'
import { recordEvent, transition, type Standing } from './transition.ts'

export interface HoldRequest {
  reader: Reader
  wish: PlaceHold
  /** Makes repeats harmless; null for none. */
  key: string | null
  /** Whether another system lends, and sets copies aside: then it is asked for the hold next. */
  bridged?: boolean
}

/** @returns the number of the hold, or why there is none */
export async function placeHold(write: Write, libraries: Libraries, request: HoldRequest, at: Moment): Promise<number | Refusal> {
  const earlier = await earlierAnswer(write, request)
  if (earlier !== null) return earlier
  const title = await titleWished(write, request.wish)
  if (typeof title !== 'string') return title
  const decided = await decide(write, libraries, request, at)
  if (isRefusal(decided)) return decided
  const holdId = await createHold(write, libraries, request, { ...decided, title }, at)
  await keepKey(write, request, holdId, at)
  return holdId
}

/** The title that the hold is known by, of the first of its records; all of them have to be there, and of one work. */
async function titleWished(write: Write, { records }: PlaceHold): Promise<string | Refusal> {
  const found = await recordsByControlNumber(write, records)
  const [first] = found
  if (first === undefined || found.length < records.length) return { code: 'no-such-title' }
  return new Set(found.map(({ record }) => workKey(record))).size > 1 ? { code: 'different-works' } : first.record.title
}

async function earlierAnswer(write: Write, { reader, wish, key }: HoldRequest): Promise<number | Refusal | null> {
  if (key === null) return null
  const [earlier] = await write.read<{ body: string; holdId: number }>(
    'SELECT body, holdId FROM requestKeys WHERE readerId = $readerId AND requestKey = $key',
    { readerId: reader.id, key },
  )
  if (!earlier) return null
  return earlier.body === JSON.stringify(wish) ? earlier.holdId : { code: 'key-reused' }
}

async function keepKey(write: Write, { reader, wish, key }: HoldRequest, holdId: number, at: Moment): Promise<void> {
  if (key === null) return
  await write.run('INSERT INTO requestKeys (readerId, requestKey, body, holdId, at) VALUES ($readerId, $key, $body, $holdId, $at)', {
    readerId: reader.id,
    key,
    body: JSON.stringify(wish),
    holdId,
    at: at.now,
  })
}

async function createHold(
  write: Write,
  libraries: Libraries,
  { reader, wish, bridged = false }: HoldRequest,
  { serving, fetched, recall, title }: Decided & { title: string },
  at: Moment,
): Promise<number> {
  // prettier-ignore
  const { category, homeSystem } = borrowerOf(libraries, reader)
  const [hold] = await write.read<Standing>(
    `INSERT INTO holds (reference, readerId, pickup, state, requested, wantedBarcode, cost, category, homeSystem, title,
       wantedFrom, notBefore, notAfter, notify, note, pausedUntil, lending, askedBarcode)
     VALUES ($reference, $readerId, $pickup, 'waiting', $requested, $wantedBarcode, $cost, $category, $homeSystem, $title,
       $wantedFrom, $notBefore, $notAfter, $notify, $note, $pausedUntil, $lending, $askedBarcode)
     RETURNING id, state, barcode`,
    {
      reference: randomUUID(),
      readerId: reader.id,
      pickup: wish.pickup,
      requested: at.now,
      wantedBarcode: wish.barcode,
      cost: serving.cost,
      category,
      homeSystem,
      title,
      wantedFrom: wish.from ?? null,
      notBefore: wish.notBefore ?? null,
      notAfter: wish.notAfter ?? null,
      notify: wish.notify ?? null,
      note: wish.note ?? null,
      pausedUntil: fetched,
      lending: bridged ? 'asked' : null,
      askedBarcode: bridged ? (wish.barcode ?? (serving.copy ?? serving.eligible[0])?.barcode ?? null) : null,
    },
  )
  if (!hold) throw new Error('A hold that was stored did not come back.')
  await write.run('INSERT INTO holdTargets (holdId, controlNumber) SELECT $holdId, value FROM json_each($records)', {
    holdId: hold.id,
    records: JSON.stringify(wish.records),
  })
  await recordEvent(write, hold.id, 'waiting', 'reader', at, null)
  if (bridged) return hold.id
  if (recall !== null) await recallLoan(write, libraries, hold.id, recall, at)
  // Held back, it keeps its place in the queue and nobody's copy.
  if (fetched !== null) await transition(write, libraries, hold, 'paused', 'reader', at)
  else if (serving.copy) await transition(write, libraries, hold, 'being fetched', 'catalogue', at, serving.copy.barcode)
  return hold.id
}
