/** Triggers that note each change of a record, or of what is in now, in the table of changes. */
import type { Database } from './database.ts'

const note = (kind: 'record' | 'copies', titleId: string, when = ''): string =>
  `INSERT INTO changes (titleId, kind) SELECT ${titleId}, '${kind}'${when ? ` WHERE ${when}` : ''};`
const titleOf = (barcode: string): string => `(SELECT titleId FROM items WHERE barcode = ${barcode})`
const SHELVED = 'titleId, branch, collection, useRule, sortKey, standing'

const TRIGGERS: Record<string, string> = {
  titleAdded: `AFTER INSERT ON titles BEGIN ${note('record', 'NEW.id')} END`,
  titleChanged: `AFTER UPDATE OF record ON titles BEGIN ${note('record', 'NEW.id')} END`,
  titleRemoved: `AFTER DELETE ON titles BEGIN ${note('record', 'OLD.id')} END`,
  itemAdded: `AFTER INSERT ON items BEGIN ${note('record', 'NEW.titleId')} END`,
  itemChanged: `AFTER UPDATE OF ${SHELVED} ON items BEGIN ${note('record', 'NEW.titleId')} ${note('record', 'OLD.titleId', 'OLD.titleId <> NEW.titleId')} END`,
  itemRemoved: `AFTER DELETE ON items BEGIN ${note('record', 'OLD.titleId')} END`,
  lent: `AFTER INSERT ON loans BEGIN ${note('copies', titleOf('NEW.barcode'))} END`,
  returned: `AFTER DELETE ON loans BEGIN ${note('copies', titleOf('OLD.barcode'))} END`,
  promised: `AFTER INSERT ON holds WHEN NEW.barcode IS NOT NULL BEGIN ${note('copies', titleOf('NEW.barcode'))} END`,
  promiseMoved: `AFTER UPDATE OF state, barcode ON holds WHEN OLD.barcode IS NOT NULL OR NEW.barcode IS NOT NULL BEGIN
    ${note('copies', titleOf('NEW.barcode'), 'NEW.barcode IS NOT NULL')} ${note('copies', titleOf('OLD.barcode'), 'OLD.barcode IS NOT NULL')} END`,
  promiseRemoved: `AFTER DELETE ON holds WHEN OLD.barcode IS NOT NULL BEGIN ${note('copies', titleOf('OLD.barcode'))} END`,
}

export async function watchChanges(database: Database): Promise<void> {
  await database.write(async (write) => {
    for (const [name, trigger] of Object.entries(TRIGGERS)) await write.run(`CREATE TRIGGER IF NOT EXISTS ${name} ${trigger}`)
  })
}

/** For filling a whole catalogue, of which the index is built afterwards anyway: no notes, and no orders kept up but made at the end. */
export async function fillUnwatched(database: Database, fill: () => Promise<void>): Promise<void> {
  const orders = await database.read<{ name: string; sql: string }>(
    "SELECT name, sql FROM sqlite_schema WHERE type = 'index' AND sql IS NOT NULL AND tbl_name IN ('items', 'identifiers')",
  )
  await database.write(async (write) => {
    for (const name of Object.keys(TRIGGERS)) await write.run(`DROP TRIGGER IF EXISTS ${name}`)
    for (const { name } of orders) await write.run(`DROP INDEX ${name}`)
  })
  await fill()
  await database.write(async (write) => {
    for (const { sql } of orders) await write.run(sql)
  })
  await watchChanges(database)
}
