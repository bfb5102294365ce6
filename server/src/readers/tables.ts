/** What is kept of readers: who they are, their sessions, and the cards that the demo shows. */
import { CHANNELS, type Channel } from '@catalex/core/card'
import { LANGUAGE_CODES, type Language } from '@catalex/core/languages'
import { DataTypes, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Model } from 'sequelize'
import { table } from '../database/index.ts'

export interface ReaderModel extends Model<InferAttributes<ReaderModel>, InferCreationAttributes<ReaderModel>> {
  id: CreationOptional<number>
  card: string
  pinHash: string
  name: string
  category: string
  homeBranch: string
  /** ISO date. */
  expires: string
  /** In hundredths of the currency. */
  owed: number
  block: string | null
  /** Where and how they are told, as far as the library has said. */
  mail: CreationOptional<string | null>
  telephone: CreationOptional<string | null>
  notify: CreationOptional<Channel | null>
  /** Whoever answers for a reader who is not of age. */
  guardian: CreationOptional<string | null>
  /** ISO 639-1, in which they are told; null for the library's first. */
  language: CreationOptional<Language | null>
  /** Whether a list of what they have returned is kept: 1 or 0. */
  history: CreationOptional<number>
  /** Whether they act by themselves, in the demo: 1 or 0. */
  standIn: CreationOptional<number>
  /** Digest of the link by which their calendar follows the card. */
  feed: CreationOptional<string | null>
}

const ISO_DATE = { is: /^\d{4}-\d{2}-\d{2}$/ }

export const READERS = table<ReaderModel>('readers', {
  id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
  card: { type: DataTypes.TEXT, allowNull: false, unique: true, validate: { notEmpty: true } },
  pinHash: { type: DataTypes.TEXT, allowNull: false },
  name: { type: DataTypes.TEXT, allowNull: false, validate: { notEmpty: true } },
  category: { type: DataTypes.TEXT, allowNull: false },
  homeBranch: { type: DataTypes.TEXT, allowNull: false },
  expires: { type: DataTypes.TEXT, allowNull: false, validate: ISO_DATE },
  owed: { type: DataTypes.INTEGER, allowNull: false, validate: { min: 0 } },
  block: { type: DataTypes.TEXT },
  mail: { type: DataTypes.TEXT },
  telephone: { type: DataTypes.TEXT },
  notify: { type: DataTypes.TEXT, validate: { isIn: [[...CHANNELS]] } },
  guardian: { type: DataTypes.TEXT },
  language: { type: DataTypes.TEXT, validate: { isIn: [[...LANGUAGE_CODES]] } },
  history: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
  standIn: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
  feed: { type: DataTypes.TEXT },
})

export interface SessionModel extends Model<InferAttributes<SessionModel>, InferCreationAttributes<SessionModel>> {
  /** Digest of the id, so that nobody who reads the database can use it. */
  key: string
  readerId: number
  /** What express-session keeps in it, as JSON. */
  data: string
  /** Milliseconds since 1970. */
  begun: number
  seen: number
  /** Milliseconds after which it ends when nobody uses it. */
  idle: number
}

export const SESSIONS = table<SessionModel>('sessions', {
  key: { type: DataTypes.TEXT, primaryKey: true },
  readerId: { type: DataTypes.INTEGER, allowNull: false },
  data: { type: DataTypes.TEXT, allowNull: false },
  begun: { type: DataTypes.INTEGER, allowNull: false },
  seen: { type: DataTypes.INTEGER, allowNull: false },
  idle: { type: DataTypes.INTEGER, allowNull: false },
})

export interface SampleCardModel extends Model<InferAttributes<SampleCardModel>, InferCreationAttributes<SampleCardModel>> {
  card: string
  pin: string
  name: string
  situation: string
}

export const SAMPLE_CARDS = table<SampleCardModel>('sampleCards', {
  card: { type: DataTypes.TEXT, primaryKey: true },
  pin: { type: DataTypes.TEXT, allowNull: false },
  name: { type: DataTypes.TEXT, allowNull: false },
  situation: { type: DataTypes.TEXT, allowNull: false },
})
