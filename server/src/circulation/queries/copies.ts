/** Copies as they stand this minute: what the record says, and loans and holds on top of it. */
import { familyOf, type RecordedStatus, type UseRule } from '@catalex/core/catalogue'
import { PROMISING_STATES, statusOf, useRuleOf, type Copy, type PromisingState } from '@catalex/core/copies'
import { COPY_COLUMNS, type StoredCopy } from '../../catalogue/index.ts'
import type { Queryable } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'

export interface CopyNow extends Copy {
  /** As it is stored. */
  stored: StoredCopy
}

const PROMISING = PROMISING_STATES.map((state) => `'${state}'`).join(', ')
/** Of the hold that a copy is promised to; a hold on any copy that gets a piece of a set gets the set. */
const HOLD_STATE = `coalesce(
  (SELECT state FROM holds WHERE holds.barcode = copies.barcode AND holds.state IN (${PROMISING})),
  CASE WHEN copies.setNumber IS NOT NULL THEN (
    SELECT state FROM copies piece JOIN holds ON holds.barcode = piece.barcode
    WHERE piece.recordId = copies.recordId AND piece.setNumber = copies.setNumber
      AND holds.wantedBarcode IS NULL AND holds.state IN (${PROMISING}) LIMIT 1) END)`

interface Circulating {
  due: string | null
  holdState: PromisingState | null
  /** 1 where it is somewhere else than on its shelf. */
  away: number
}

type Which =
  { recordIds: readonly number[] } | { controlNumbers: readonly string[] } | { barcode: string } | { barcodes: readonly string[] }

/**
 * Copies in shelf order, without those withdrawn; asked in one go with what circulation knows of them, since every row of
 * every list needs it.
 * @param at the day, or the minute, in local time
 */
export async function copiesOf(source: Queryable, libraries: Libraries, which: Which, at: string): Promise<CopyNow[]> {
  const [condition, value] =
    'recordIds' in which
      ? ['recordId IN (SELECT value FROM json_each($value))', JSON.stringify(which.recordIds)]
      : 'controlNumbers' in which
        ? ['recordId IN (SELECT id FROM records WHERE controlNumber IN (SELECT value FROM json_each($value)))', JSON.stringify(which.controlNumbers)] // prettier-ignore
        : 'barcodes' in which
          ? ['copies.barcode IN (SELECT value FROM json_each($value))', JSON.stringify(which.barcodes)]
          : ['copies.barcode = $value', which.barcode]
  const [found] = await source.read<{ copies: string }>(
    `SELECT json_group_array(json_object(${AS_JSON}, 'due', due, 'holdState', ${HOLD_STATE}, 'away', since IS NOT NULL) ORDER BY sortKey, copies.barcode) AS copies
     FROM copies JOIN records ON records.id = recordId LEFT JOIN loans ON loans.barcode = copies.barcode
       LEFT JOIN whereabouts ON whereabouts.barcode = copies.barcode
     WHERE ${condition} AND copies.status <> 'withdrawn'`,
    { value },
  )
  // Made by json_group_array, above.
  const rows = JSON.parse(found?.copies ?? '[]') as (StoredCopy & Circulating)[]
  return rows.map(({ due, holdState, away, ...stored }) => copyFrom(stored, libraries, { due, holdState, away }, at))
}

/** One value for all copies: of thousands, each as a row of its own would cost several times as much. */
const AS_JSON = COPY_COLUMNS.split(', ')
  .map((column) => `'${column.split('.').at(-1) ?? column}', ${column}`)
  .join(', ')

export async function copyNow(source: Queryable, libraries: Libraries, barcode: string, today: string): Promise<CopyNow | undefined> {
  return (await copiesOf(source, libraries, { barcode }, today)).at(0)
}

function copyFrom(stored: StoredCopy, libraries: Libraries, { due, holdState, away }: Circulating, at: string): CopyNow {
  const { barcode, controlNumber, carrier, system, branch, collection, enumeration } = stored
  const collectionKind = libraries.collection(branch, collection)?.kind ?? 'open shelf'
  return {
    barcode,
    controlNumber,
    family: familyOf(carrier),
    system,
    branch,
    collection,
    collectionKind,
    use: useRuleOf(collectionKind, stored.useRule),
    status: statusOf({ recorded: stored.status, due, holdState, away: away === 1, at }),
    promised: holdState !== null,
    due,
    enumeration,
    set: stored.setNumber,
    stored,
  }
}

/** What the search index needs to know of a copy. */
export type IndexedCopy = Pick<Copy, 'branch' | 'collection' | 'use' | 'status' | 'promised'> & { sortKey: string; acquired: string | null }

interface IndexedRow extends Circulating {
  recordId: number
  branch: string
  collection: string
  useRule: UseRule | null
  status: RecordedStatus
  sortKey: string
  acquired: string | null
}

/** Copies by record, of many records at once. */
export async function copiesForIndex(
  source: Queryable,
  libraries: Libraries,
  which: { ids: readonly number[] } | { from: number; to: number },
  today: string,
): Promise<Map<number, IndexedCopy[]>> {
  const [condition, parameters] =
    'ids' in which
      ? ['recordId IN (SELECT value FROM json_each($ids))', { ids: JSON.stringify(which.ids) }]
      : ['recordId BETWEEN $from AND $to', { from: which.from, to: which.to }]
  const rows = await source.read<IndexedRow>(
    `SELECT recordId, branch, collection, useRule, status, sortKey, acquired, due, ${HOLD_STATE} AS holdState, whereabouts.since IS NOT NULL AS away
     FROM copies LEFT JOIN loans ON loans.barcode = copies.barcode LEFT JOIN whereabouts ON whereabouts.barcode = copies.barcode
     WHERE ${condition} AND status <> 'withdrawn' ORDER BY recordId`,
    parameters,
  )
  const copies = new Map<number, IndexedCopy[]>()
  for (const { recordId, branch, collection, useRule, status: recorded, sortKey, acquired, due, holdState, away } of rows) {
    const group = copies.get(recordId) ?? []
    copies.set(recordId, group)
    const use = useRuleOf(libraries.collection(branch, collection)?.kind ?? 'open shelf', useRule)
    group.push({
      branch,
      collection,
      use,
      status: statusOf({ recorded, due, holdState, away: away === 1, at: today }),
      promised: holdState !== null,
      sortKey,
      acquired,
    })
  }
  return copies
}
