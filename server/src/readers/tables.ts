/** What is kept of readers: who they are, their sessions, and the cards that the demo shows. */
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
}

const ISO_DATE = { is: /^\d{4}-\d{2}-\d{2}$/ }

export const READERS = table<ReaderModel>('readers', {
  id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
  card: { type: DataTypes.TEXT, allowNull: false, unique: true, validate: { is: /^\d{8}$/ } },
  pinHash: { type: DataTypes.TEXT, allowNull: false },
  name: { type: DataTypes.TEXT, allowNull: false, validate: { notEmpty: true } },
  category: { type: DataTypes.TEXT, allowNull: false },
  homeBranch: { type: DataTypes.TEXT, allowNull: false },
  expires: { type: DataTypes.TEXT, allowNull: false, validate: ISO_DATE },
  owed: { type: DataTypes.INTEGER, allowNull: false, validate: { min: 0 } },
  block: { type: DataTypes.TEXT },
})

export interface SessionModel extends Model<InferAttributes<SessionModel>, InferCreationAttributes<SessionModel>> {
  id: string
  data: string
  /** Milliseconds since 1970. */
  expires: number
}

export const SESSIONS = table<SessionModel>('sessions', {
  id: { type: DataTypes.TEXT, primaryKey: true },
  data: { type: DataTypes.TEXT, allowNull: false },
  expires: { type: DataTypes.INTEGER, allowNull: false },
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
