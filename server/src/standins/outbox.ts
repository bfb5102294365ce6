/**
 * The message outbox: a real deployment hands messages to its mail or its desk software; the stand-in keeps them beside
 * the catalogue, where `catalex outbox` shows them.
 */
import type { SendMessage } from '@catalex/contract/messages'
import { randomInt } from 'node:crypto'
import { DataTypes, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Model } from 'sequelize'
import { table, type Queryable, type Write } from '../database/index.ts'

/** What goes out to somebody by mail. */
export interface Mail {
  to: string
  subject: string
  text: string
}

export interface MessageGateway {
  mail(mail: Mail, at: string): Promise<void>
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
}

const OUTBOX = table<OutboxModel>('outbox', {
  id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
  reference: { type: DataTypes.TEXT, allowNull: false, unique: true },
  at: { type: DataTypes.TEXT, allowNull: false },
  message: { type: DataTypes.TEXT, allowNull: false },
})

/** More are not kept: the oldest give way. */
export const MOST_KEPT = 10_000

/** Letters and digits that nobody confuses when they are read out. */
const SIGNS = 'ACDEFGHJKLMNPQRTUVWXY34679'
export const newReference = (): string => Array.from({ length: 6 }, () => SIGNS[randomInt(SIGNS.length)]).join('')

async function keep(write: Write, message: SendMessage | Mail, at: string): Promise<string> {
  const reference = newReference()
  const { id } = await write.use(OUTBOX).create({ reference, at, message: JSON.stringify(message) })
  await write.run('DELETE FROM outbox WHERE id <= $last', { last: id - MOST_KEPT })
  return reference
}

export const keepMessage = (write: Write, message: SendMessage, at: string): Promise<string> => keep(write, message, at)
/** A subject is one line: what comes after it would be read as another header. */
export const keepMail = (write: Write, mail: Mail, at: string): Promise<string> =>
  keep(write, { ...mail, subject: mail.subject.replace(/\s+/g, ' ').trim() }, at)

export type KeptMessage = (SendMessage | Mail) & { reference: string; at: string }

export const isMail = (message: KeptMessage): message is KeptMessage & Mail => 'to' in message

/** Newest first. */
export async function keptMessages(source: Queryable, most: number): Promise<KeptMessage[]> {
  const rows = await source.read<{ reference: string; at: string; message: string }>(
    'SELECT reference, at, message FROM outbox ORDER BY id DESC LIMIT $most',
    { most },
  )
  return rows.map(({ reference, at, message }) => ({ reference, at, ...(JSON.parse(message) as SendMessage | Mail) }))
}
