/** Copies as they stand this minute: what the record says, and loans and holds on top of it. */
import { familyOf, type UseRule, type StandingStatus } from '@catalex/core/catalogue'
import { statusOf, useRuleOf, type Copy } from '@catalex/core/copies'
import { PROMISING_STATES } from '@catalex/core/holds'
import type { Libraries } from '../branches/index.ts'
import { ITEM_COLUMNS, type StoredItem } from '../catalogue/index.ts'
import type { Database, Write } from '../database/index.ts'

export interface CopyNow extends Copy {
  item: StoredItem
}

export type Reading = Pick<Database, 'read'> | { read: Write['all'] }

const PROMISING = PROMISING_STATES.map((state) => `'${state}'`).join(', ')
const HOLD_STATE = `(SELECT state FROM holds WHERE holds.barcode = items.barcode AND state IN (${PROMISING}))`

/** Copies of these titles, in shelf order; asked in one go with what circulation knows of them, since every row of every list needs it. */
export async function copiesOf(reading: Reading, libraries: Libraries, titleIds: readonly number[], today: string): Promise<CopyNow[]> {
  const rows = await reading.read<StoredItem & { due: string | null; holdState: string | null }>(
    `SELECT ${ITEM_COLUMNS}, due, ${HOLD_STATE} AS holdState
     FROM items JOIN titles ON titles.id = titleId LEFT JOIN loans USING (barcode)
     WHERE titleId IN (SELECT value FROM json_each($ids)) AND standing <> 'withdrawn' ORDER BY sortKey, barcode`,
    { ids: JSON.stringify(titleIds) },
  )
  return rows.map(({ due, holdState, ...item }) => copyFrom(item, libraries, due, holdState, today))
}

export function byTitle(copies: readonly CopyNow[]): Map<number, CopyNow[]> {
  const groups = new Map<number, CopyNow[]>()
  for (const copy of copies) {
    const group = groups.get(copy.recordId)
    if (group) group.push(copy)
    else groups.set(copy.recordId, [copy])
  }
  return groups
}

function copyFrom(item: StoredItem, libraries: Libraries, due: string | null, holdState: string | null, today: string): CopyNow {
  const collectionKind = libraries.collection(item.branch, item.collection)?.kind ?? 'open shelf'
  return {
    barcode: item.barcode,
    recordId: item.titleId,
    family: familyOf(item.carrier),
    system: item.system,
    branch: item.branch,
    collection: item.collection,
    collectionKind,
    use: useRuleOf(collectionKind, item.useRule as UseRule | null),
    status: statusOf({ standing: item.standing as StandingStatus, due, holdState, today }),
    promised: holdState !== null,
    due,
    item,
  }
}

/** What the search index needs to know of a copy. */
export type StandingCopy = Pick<Copy, 'branch' | 'collection' | 'use' | 'status' | 'promised'> & { sortKey: string }

type Which = { ids: readonly number[] } | { from: number; to: number }

/** Copies by title, of many titles at once. */
export async function standingCopies(
  database: Reading,
  libraries: Libraries,
  which: Which,
  today: string,
): Promise<Map<number, StandingCopy[]>> {
  const [condition, parameters] =
    'ids' in which
      ? ['titleId IN (SELECT value FROM json_each($ids))', { ids: JSON.stringify(which.ids) }]
      : ['titleId BETWEEN $from AND $to', { from: which.from, to: which.to }]
  const rows = await database.read<{
    titleId: number
    branch: string
    collection: string
    useRule: UseRule | null
    standing: StandingStatus
    sortKey: string
    due: string | null
    holdState: string | null
  }>(
    `SELECT titleId, branch, collection, useRule, standing, sortKey, due, ${HOLD_STATE} AS holdState
     FROM items LEFT JOIN loans USING (barcode) WHERE ${condition} AND standing <> 'withdrawn' ORDER BY titleId`,
    parameters,
  )
  const copies = new Map<number, StandingCopy[]>()
  for (const { titleId, branch, collection, useRule, standing, sortKey, due, holdState } of rows) {
    const group = copies.get(titleId) ?? []
    copies.set(titleId, group)
    const use = useRuleOf(libraries.collection(branch, collection)?.kind ?? 'open shelf', useRule)
    group.push({ branch, collection, use, status: statusOf({ standing, due, holdState, today }), promised: holdState !== null, sortKey })
  }
  return copies
}
