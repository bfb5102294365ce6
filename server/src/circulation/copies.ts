/** Copies as they stand this minute: what the record says, and loans and holds on top of it. */
import { familyOf, type UseRule, type StandingStatus } from '@catalex/core/catalogue'
import { statusOf, useRuleOf, type Copy } from '@catalex/core/copies'
import { PROMISING_STATES } from '@catalex/core/holds'
import type { Libraries } from '../branches/index.ts'
import { itemsOf, type StoredItem } from '../catalogue/index.ts'
import type { Database, Write } from '../database/index.ts'

export interface CopyNow extends Copy {
  item: StoredItem
}

export type Reading = Pick<Database, 'read'> | { read: Write['all'] }

const PROMISING = PROMISING_STATES.map((state) => `'${state}'`).join(', ')

export async function copiesOf(reading: Reading, libraries: Libraries, titleIds: readonly number[], today: string): Promise<CopyNow[]> {
  const items = await itemsOf(reading, titleIds)
  const barcodes = JSON.stringify(items.map((item) => item.barcode))
  const [loans, promises] = await Promise.all([
    reading.read<{ barcode: string; due: string }>(
      'SELECT barcode, due FROM loans WHERE barcode IN (SELECT value FROM json_each($barcodes))',
      { barcodes },
    ),
    reading.read<{ barcode: string; state: string }>(
      `SELECT barcode, state FROM holds WHERE state IN (${PROMISING}) AND barcode IN (SELECT value FROM json_each($barcodes))`,
      { barcodes },
    ),
  ])
  const due = new Map(loans.map((loan) => [loan.barcode, loan.due]))
  const promised = new Map(promises.map((promise) => [promise.barcode, promise.state]))
  return items.map((item) => copyFrom(item, libraries, due.get(item.barcode) ?? null, promised.get(item.barcode) ?? null, today))
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
