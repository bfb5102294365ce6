/** Lists of a reader: made, changed, shared by a link that nobody can guess, and thrown away. */
import type { ChangeList, ListHeads, ListView, MakeList, SharedList } from '@catalex/contract/lists'
import { changedList, MOST_LISTS, type ListEntry } from '@catalex/core/lists'
import { randomBytes, randomUUID } from 'node:crypto'
import type { Queryable, Write } from '../database/index.ts'
import { LISTS, type ListModel } from './tables.ts'

interface Row {
  code: string
  name: string
  about: string
  link: string | null
  entries: string
  changedAt: string
}

const COLUMNS = 'code, name, about, link, entries, changedAt'

/** The last changed first. */
export async function listsOf(source: Queryable, readerId: number): Promise<ListHeads> {
  // Counted by the database: the entries of all lists together are much to read.
  return source.read(
    `SELECT code AS id, name, about, link, changedAt AS changed, json_array_length(entries) AS count
     FROM lists WHERE readerId = $readerId AND name IS NOT NULL ORDER BY changedAt DESC, lists.id DESC`,
    { readerId },
  )
}

export async function listOf(source: Queryable, readerId: number, code: string): Promise<ListView | null> {
  const [row] = await source.read<Row>(`SELECT ${COLUMNS} FROM lists WHERE readerId = $readerId AND code = $code AND name IS NOT NULL`, {
    readerId,
    code,
  })
  return row ? viewOf(row) : null
}

export async function sharedList(source: Queryable, link: string): Promise<SharedList | null> {
  const [row] = await source.read<Row>(`SELECT ${COLUMNS} FROM lists WHERE link = $link AND name IS NOT NULL`, { link })
  if (!row) return null
  const { name, about, changed, entries } = viewOf(row)
  return { name, about, changed, entries }
}

/** Entries were written by this room. */
const entriesIn = (json: string): ListEntry[] => JSON.parse(json) as ListEntry[]

const viewOf = ({ code, name, about, link, entries, changedAt }: Row, left = 0): ListView => ({ id: code, name, about, link, changed: changedAt, entries: entriesIn(entries), left }) // prettier-ignore

const rowOf = ({ code, name, about, link, entries, changedAt }: ListModel): Row => ({
  code,
  name: name ?? '',
  about,
  link,
  entries,
  changedAt,
})

/** @returns null where the reader has as many as anybody may have */
export async function makeList(write: Write, readerId: number, { name, about }: MakeList, now: string): Promise<ListView | null> {
  const lists = write.use(LISTS)
  const [had] = await write.read<{ count: number }>('SELECT count(*) AS count FROM lists WHERE readerId = $readerId AND name IS NOT NULL', {
    readerId,
  })
  if ((had?.count ?? 0) >= MOST_LISTS) return null
  const made = await lists.create({
    readerId,
    code: randomUUID(),
    name: name.trim(),
    about: about.trim(),
    link: null,
    entries: '[]',
    changedAt: now,
  })
  return viewOf(rowOf(made))
}

/** @returns null where this reader has no such list */
export async function changeList(write: Write, readerId: number, code: string, changes: ChangeList, now: string): Promise<ListView | null> {
  const list = await ownList(write, readerId, code)
  if (!list) return null
  const before = { name: list.name ?? '', about: list.about, entries: entriesIn(list.entries) }
  const { list: after, left } = changedList(before, changes)
  await list.update({ name: after.name, about: after.about, entries: JSON.stringify(after.entries), changedAt: now })
  return viewOf(rowOf(list), left.length)
}

/** @returns whether there was one */
export async function deleteList(write: Write, readerId: number, code: string): Promise<boolean> {
  const list = await ownList(write, readerId, code)
  await list?.destroy()
  return list !== null
}

/** Shared anew after the link was withdrawn, it has another: who knew the old one knows nothing any more. */
export async function shareList(write: Write, readerId: number, code: string, shared: boolean): Promise<ListView | null> {
  const list = await ownList(write, readerId, code)
  if (!list) return null
  await list.update({ link: shared ? (list.link ?? newLink()) : null })
  return viewOf(rowOf(list))
}

/** As many as nobody can try. */
const LINK_OCTETS = 18
export const newLink = (): string => randomBytes(LINK_OCTETS).toString('base64url')

/** The satchel is none of them; whatever stands in an address goes to the database as a parameter alone. */
async function ownList(write: Write, readerId: number, code: string): Promise<ListModel | null> {
  const [found] = await write.read<{ id: number }>(
    'SELECT id FROM lists WHERE readerId = $readerId AND code = $code AND name IS NOT NULL',
    { readerId, code },
  )
  return found ? write.use(LISTS).findByPk(found.id) : null
}
