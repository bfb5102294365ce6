/** The log of changes: triggers note each change of a record, or of what is in now, so that the search index can follow. */
import type { Write } from './database.ts'
import type { Queryable } from './reading.ts'

export interface Change {
  number: number
  /** Of a heading, its number among `changedHeadings`. */
  recordId: number
  kind: 'record' | 'copies' | 'heading'
}

const note = (kind: Change['kind'], recordId: string, when = ''): string =>
  `INSERT INTO changes (recordId, kind) SELECT ${recordId}, '${kind}'${when ? ` WHERE ${when}` : ''};`
/** Loans and holds refer to copies by barcode; what the catalogue does not have is no change of it. */
const noteCopy = (barcode: string): string =>
  `INSERT INTO changes (recordId, kind) SELECT recordId, 'copies' FROM copies WHERE barcode = ${barcode};`
/** Only "see" brings other names under which titles are found. */
const noteHeading = (row: 'NEW' | 'OLD'): string =>
  `INSERT OR IGNORE INTO changedHeadings (kind, heading) VALUES (${row}.kind, ${row}.target);
   INSERT INTO changes (recordId, kind) SELECT id, 'heading' FROM changedHeadings WHERE kind = ${row}.kind AND heading = ${row}.target;`
const SHELVED = 'recordId, branch, collection, useRule, sortKey, status'

const TRIGGERS: Record<string, string> = {
  recordAdded: `AFTER INSERT ON records BEGIN ${note('record', 'NEW.id')} END`,
  recordChanged: `AFTER UPDATE OF record, withdrawn ON records BEGIN ${note('record', 'NEW.id')} END`,
  recordRemoved: `AFTER DELETE ON records BEGIN ${note('record', 'OLD.id')} END`,
  copyAdded: `AFTER INSERT ON copies BEGIN ${note('record', 'NEW.recordId')} END`,
  copyChanged: `AFTER UPDATE OF ${SHELVED} ON copies BEGIN ${note('record', 'NEW.recordId')} ${note('record', 'OLD.recordId', 'OLD.recordId <> NEW.recordId')} END`,
  copyRemoved: `AFTER DELETE ON copies BEGIN ${note('record', 'OLD.recordId')} END`,
  lent: `AFTER INSERT ON loans BEGIN ${noteCopy('NEW.barcode')} END`,
  returned: `AFTER DELETE ON loans BEGIN ${noteCopy('OLD.barcode')} END`,
  moved: `AFTER INSERT ON whereabouts BEGIN ${noteCopy('NEW.barcode')} END`,
  arrived: `AFTER DELETE ON whereabouts BEGIN ${noteCopy('OLD.barcode')} END`,
  promised: `AFTER INSERT ON holds WHEN NEW.barcode IS NOT NULL BEGIN ${noteCopy('NEW.barcode')} END`,
  promiseMoved: `AFTER UPDATE OF state, barcode ON holds WHEN OLD.barcode IS NOT NULL OR NEW.barcode IS NOT NULL BEGIN
    ${noteCopy('NEW.barcode')} ${noteCopy('OLD.barcode')} END`,
  otherNameAdded: `AFTER INSERT ON headingReferences WHEN NEW.type = 'see' BEGIN ${noteHeading('NEW')} END`,
  otherNameRemoved: `AFTER DELETE ON headingReferences WHEN OLD.type = 'see' BEGIN ${noteHeading('OLD')} END`,
  promiseRemoved: `AFTER DELETE ON holds WHEN OLD.barcode IS NOT NULL BEGIN ${noteCopy('OLD.barcode')} END`,
}

export async function createTriggers(write: Write): Promise<void> {
  for (const [name, trigger] of Object.entries(TRIGGERS)) await write.run(`CREATE TRIGGER IF NOT EXISTS ${name} ${trigger}`)
}

/**
 * For filling a whole catalogue, of which the search index is built afterwards anyway: no change is noted, and the indexes
 * of its tables are not kept up but made at the end.
 */
export async function withoutTriggers(
  database: Queryable & { write(work: (write: Write) => Promise<void>): Promise<void> },
  fill: () => Promise<void>,
): Promise<void> {
  // prettier-ignore
  const indexes = await database.read<{ name: string; sql: string }>(
    "SELECT name, sql FROM sqlite_schema WHERE type = 'index' AND sql IS NOT NULL AND tbl_name IN ('copies', 'identifiers')",
  )
  await database.write(async (write) => {
    for (const name of Object.keys(TRIGGERS)) await write.run(`DROP TRIGGER IF EXISTS ${name}`)
    for (const { name } of indexes) await write.run(`DROP INDEX ${name}`)
  })
  await fill()
  await database.write(async (write) => {
    for (const { sql } of indexes) await write.run(sql)
    await createTriggers(write)
  })
}

export function changesAfter(source: Queryable, number: number, most: number): Promise<Change[]> {
  return source.read<Change>('SELECT number, recordId, kind FROM changes WHERE number > $number ORDER BY number LIMIT $most', {
    number,
    most,
  })
}

/** Records of which copies came or went after a change. */
export async function copiesChangedAfter(source: Queryable, number: number): Promise<number[]> {
  const rows = await source.read<{ recordId: number }>("SELECT DISTINCT recordId FROM changes WHERE number > $number AND kind = 'copies'", { number }) // prettier-ignore
  return rows.map(({ recordId }) => recordId)
}

/** Number of the last change ever noted. */
export async function lastChange(source: Queryable): Promise<number> {
  const [row] = await source.read<{ seq: number }>("SELECT seq FROM sqlite_sequence WHERE name = 'changes'")
  return row?.seq ?? 0
}

/** Number of the first change that is still known; null where none is. */
export async function firstChange(source: Queryable): Promise<number | null> {
  const [row] = await source.read<{ first: number | null }>('SELECT min(number) AS first FROM changes')
  return row?.first ?? null
}

export async function forgetChanges(write: Write, upTo: number): Promise<void> {
  await write.run('DELETE FROM changes WHERE number <= $upTo', { upTo })
}
