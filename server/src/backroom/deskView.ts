/** The desk of a branch: what to take off the shelves, what is kept, and what is on its way here. */
import type { DeskView } from '@catalex/contract/backroom'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { tasksOf } from './agenda.ts'
import type { Travel } from './travels.ts'

interface Row {
  barcode: string
  title: string
  /** As JSON. */
  spine: string
  collection: string
  pickup: string
  setNumber: string | null
  card: string | null
  collectBy: string | null
  from: string
}

const LINE = 'copies.barcode, records.title, copies.spine, copies.collection, copies.setNumber'

/** @param now ISO time */
export async function deskView(source: Queryable, libraries: Libraries, branch: string, now: string): Promise<DeskView> {
  const pickups = JSON.stringify(libraries.branch(branch)?.pickups.map(({ code }) => code) ?? [])
  // A set whose parts stand in different places is one hold, and several lines. In the order of the shelves.
  const picks = await source.read<Row>(
    `SELECT ${LINE}, pickup FROM holds JOIN copies one ON one.barcode = holds.barcode
       JOIN copies ON copies.recordId = one.recordId AND (copies.barcode = one.barcode OR (wantedBarcode IS NULL AND copies.setNumber = one.setNumber))
       JOIN records ON records.id = copies.recordId
     WHERE state = 'being fetched' AND copies.branch = $branch AND copies.barcode NOT IN (SELECT barcode FROM whereabouts)
     ORDER BY copies.collection, copies.sortKey, copies.barcode`,
    { branch },
  )
  const ready = await source.read<Row>(
    `SELECT ${LINE}, pickup, card, collectBy FROM holds JOIN copies ON copies.barcode = holds.barcode JOIN records ON records.id = recordId
       LEFT JOIN readers ON readers.id = readerId
     WHERE state = 'ready' AND pickup IN (SELECT value FROM json_each($pickups)) ORDER BY collectBy, records.title`,
    { pickups },
  )
  const coming = await source.read<Row>(
    `SELECT ${LINE}, desk AS "from" FROM whereabouts JOIN copies ON copies.barcode = whereabouts.barcode JOIN records ON records.id = recordId
     WHERE bound = $branch ORDER BY records.title`,
    { branch },
  )
  const expected = new Map((await tasksOf(source, 'travel')).flatMap(({ subject, detail }) => (detail === null ? [] : [[subject, (detail as Travel).inHand] as const]))) // prettier-ignore
  return {
    branch,
    next: libraries.nextPick(branch, now),
    picks: picks.map(({ barcode, title, spine, collection, pickup, setNumber }) => ({
      barcode,
      title,
      spine: linesOf(spine),
      collection: libraries.collection(branch, collection)?.name ?? collection,
      floor: libraries.floorName(branch, collection),
      pickup,
      pieceOf: setNumber,
    })),
    ready: ready.map(({ barcode, title, spine, card, collectBy }) => ({
      barcode,
      title,
      spine: linesOf(spine),
      card: card?.slice(-4) ?? '',
      collectBy,
    })),
    coming: coming.map(({ barcode, title, from }) => ({ barcode, title, from, expected: expected.get(barcode) ?? null })),
  }
}

/** The card of the reader for whom a copy is kept; null for nobody who is known here. */
export async function cardKeptFor(source: Queryable, barcode: string): Promise<string | null> {
  const [row] = await source.read<{ card: string }>(
    "SELECT card FROM holds JOIN readers ON readers.id = readerId WHERE barcode = $barcode AND state = 'ready'",
    { barcode },
  )
  return row?.card ?? null
}

// Written as a list of lines when the copy was stored.
const linesOf = (spine: string): string[] => JSON.parse(spine) as string[]
