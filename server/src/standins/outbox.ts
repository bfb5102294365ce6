/**
 * The message outbox: a real deployment hands messages to its mail or its desk software; the stand-in keeps them beside
 * the catalogue, where `catalex outbox` shows them.
 */
import type { SendMessage } from '@catalex/contract/messages'
import type { Channel } from '@catalex/core/card'
import type { NoticeKind } from '@catalex/core/messages'
import { randomInt } from 'node:crypto'
import { DataTypes, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Model } from 'sequelize'
import { table, type Queryable, type Write } from '../database/index.ts'

/** What goes out to somebody by mail. */
export interface Mail {
  to: string
  subject: string
  text: string
}

/** What a reader is told of a hold or a loan, by whatever way they chose. */
export interface SentNotice extends Mail {
  html: string
  channel: Channel
  notice: NoticeKind
}

export interface MessageGateway {
  /** Titles that somebody has mailed to an address. */
  mailTitles(mail: Mail, at: string): Promise<void>
  /** @returns the reference by which staff find it */
  send(message: SendMessage, at: string): Promise<string>
}

interface OutboxModel extends Model<InferAttributes<OutboxModel>, InferCreationAttributes<OutboxModel>> {
  id: CreationOptional<number>
  reference: string
  /** ISO time. */
  at: string
  /** As JSON. */
  message: string
  /** Whose it is, of a notice. */
  readerId: CreationOptional<number | null>
  kind: CreationOptional<typeof MAILED_TITLES | null>
}

const OUTBOX = table<OutboxModel>('outbox', {
  id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
  reference: { type: DataTypes.TEXT, allowNull: false, unique: true },
  at: { type: DataTypes.TEXT, allowNull: false },
  message: { type: DataTypes.TEXT, allowNull: false },
  readerId: { type: DataTypes.INTEGER },
  kind: { type: DataTypes.TEXT },
})

/** More are not kept: the oldest of their kind give way. */
export const MOST_KEPT = 10_000
/** Titles that were mailed to whoever was named have a share of their own. */
export const MAX_MAILED_TITLES = 1000
const MAILED_TITLES = 'titles'

/** Letters and digits that nobody confuses when they are read out. */
const SIGNS = 'ACDEFGHJKLMNPQRTUVWXY34679'
export const newReference = (): string => Array.from({ length: 6 }, () => SIGNS[randomInt(SIGNS.length)]).join('')

/** So seldom the oldest are looked for: it takes as long as there are messages. */
const PRUNED_EVERY = 50

const prune = (write: Write, kind: typeof MAILED_TITLES | null): Promise<void> =>
  write.run(
    'DELETE FROM outbox WHERE kind IS $kind AND id <= (SELECT id FROM outbox WHERE kind IS $kind ORDER BY id DESC LIMIT 1 OFFSET $most)',
    { kind, most: kind === MAILED_TITLES ? MAX_MAILED_TITLES : MOST_KEPT },
  )

interface Filing {
  at: string
  readerId?: number
  kind?: typeof MAILED_TITLES
}

async function keep(write: Write, message: SendMessage | Mail, { at, readerId, kind }: Filing): Promise<string> {
  const reference = await unusedReference(write)
  const { id } = await write
    .use(OUTBOX)
    .create({ reference, at, message: JSON.stringify(message), readerId: readerId ?? null, kind: kind ?? null })
  if (id % PRUNED_EVERY === 0) await prune(write, kind ?? null)
  return reference
}

/** Of so many messages, two would have the same by chance before long. */
async function unusedReference(write: Write): Promise<string> {
  for (;;) {
    const reference = newReference()
    const taken = await write.read('SELECT 1 FROM outbox WHERE reference = $reference', { reference })
    if (taken.length === 0) return reference
  }
}

export const keepMessage = (write: Write, message: SendMessage, at: string): Promise<string> => keep(write, message, { at })
/** What comes after a line of a subject would be read as another header. */
const withSubjectInOneLine = <M extends Mail>(mail: M): M => ({ ...mail, subject: inOneLine(mail.subject) })

/** What somebody typed begins no line of its own, which could pass for another field, or for a header of the mail. */
export const inOneLine = (text: string): string => text.replace(/\s+/g, ' ').trim()

export const keepMail = (write: Write, mail: Mail, at: string): Promise<string> => keep(write, withSubjectInOneLine(mail), { at })

/** Whoever it goes to has not asked for it. */
export const keepMailedTitles = (write: Write, mail: Mail, at: string): Promise<string> =>
  keep(write, withSubjectInOneLine(mail), { at, kind: MAILED_TITLES })

export const keepNotice = (write: Write, { readerId, ...notice }: SentNotice & { readerId: number }, at: string): Promise<string> =>
  keep(write, withSubjectInOneLine(notice), { at, readerId })

export type KeptMessage = (SendMessage | Mail | SentNotice) & { reference: string; at: string }

export const isNotice = (message: KeptMessage): message is KeptMessage & SentNotice => 'notice' in message
export const isMail = (message: KeptMessage): message is KeptMessage & Mail => 'to' in message

/** What a reader was told is kept as long as what it was about. @param before ISO time */
export const dropNotices = (write: Write, before: string): Promise<void> =>
  write.run('DELETE FROM outbox WHERE readerId IS NOT NULL AND at < $before', { before })

/** Newest first. @param readerId of whose notices; left out for all that was sent */
export async function keptMessages(source: Queryable, most: number, readerId: number | null = null): Promise<KeptMessage[]> {
  const rows = await source.read<{ reference: string; at: string; message: string }>(
    `SELECT reference, at, message FROM outbox ${readerId === null ? '' : 'WHERE readerId = $readerId'} ORDER BY id DESC LIMIT $most`,
    readerId === null ? { most } : { most, readerId },
  )
  return rows.map(({ reference, at, message }) => ({ reference, at, ...(JSON.parse(message) as SendMessage | Mail | SentNotice) }))
}
