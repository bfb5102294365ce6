/** Displays: which titles stand in one, as a query. */
import type { DisplaysFile } from '@catalex/contract/files'
import { readCql, type QueryNode } from '@catalex/core/query'
import { addedAfter, newRecords, newSince, recordIdsOf } from '../catalogue/index.ts'
import type { Queryable } from '../database/index.ts'
import { withRecords } from './query/readQuery.ts'

export type Display = DisplaysFile[number]

/** The code of what is new, which every library has. */
export const NEW = 'new'
/** What has come after a moment is a display of its own: of a kept search, what is new in it. */
const SINCE = /^since:(\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}\.\d{3}Z)$/
/** Of what is new, so much is shown. */
const MOST_NEW = 10_000

/** Displays that stand on a day, in the order of the file. */
export const standingOn = (displays: readonly Display[], today: string): Display[] =>
  displays.filter(({ from, to }) => (from === undefined || from <= today) && (to === undefined || to >= today))

/** @returns records in the order in which they are shown where there is one; nothing at all for a display that there is not, or not any more */
export async function displayNode(source: Queryable, displays: readonly Display[], code: string, today: string): Promise<QueryNode> {
  const since = SINCE.exec(code)?.[1]
  if (since !== undefined) return { kind: 'records', recordIds: await addedAfter(source, since, MOST_NEW) }
  const display = standingOn(displays, today).find((one) => one.code === code)
  if (!display && code === NEW) return { kind: 'records', recordIds: await newRecords(source, newSince(today), MOST_NEW) }
  if (display?.controlNumbers) {
    const ids = await recordIdsOf(source, display.controlNumbers)
    return { kind: 'records', recordIds: display.controlNumbers.flatMap((number) => ids.get(number) ?? []) }
  }
  if (display?.search) return withRecords(source, readCql(display.search).node)
  return { kind: 'records', recordIds: [] }
}
