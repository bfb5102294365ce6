/** What circulation keeps: loans, holds with their targets and events, and the keys of requests that were answered. */
import { CHANNELS, type Channel } from '@catalex/core/card'
import { ACTORS, HOLD_STATES, type Actor, type HoldState } from '@catalex/core/holds'
import { DUE } from '@catalex/core/loans'
import { DataTypes, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Model, type NonAttribute } from 'sequelize' // prettier-ignore
import { table } from '../database/index.ts'

/** Condition of a hold that is active, as the index of active holds has it. */
export const ACTIVE_HOLD = "state IN ('waiting', 'paused', 'being fetched', 'in transit', 'ready')"

const ISO_DATE = { is: /^\d{4}-\d{2}-\d{2}$/ }
const ISO_TIME = { is: /^\d{4}-\d{2}-\d{2}T/ }

/** Condition of a hold that has ended and is still somebody's, as the index of those has it. */
export const ENDED_HOLD = "readerId IS NOT NULL AND state IN ('collected', 'cancelled', 'lapsed', 'unfillable')"

/** Condition of a hold that a copy is set aside for, as the index of these copies has it. */
export const PROMISED_HOLD = "barcode IS NOT NULL AND state IN ('being fetched', 'in transit', 'ready')"

/** How far a hold has come with another system that lends. */
export const LENDING = ['asked', 'taken'] as const
export type Lending = (typeof LENDING)[number]

/** Where a loan comes from: the library's files, or this catalogue. */
export const LOAN_SOURCES = ['file', 'here'] as const

export interface LoanModel extends Model<InferAttributes<LoanModel>, InferCreationAttributes<LoanModel>> {
  barcode: string
  readerId: number | null
  due: string
  source: (typeof LOAN_SOURCES)[number]
  /** How often it has been renewed. */
  renewals: CreationOptional<number>
  /** ISO date on which it was due before it was recalled. */
  recalledFrom: CreationOptional<string | null>
  /** The hold that asked for it; null where the library's files say that it was recalled. */
  recalledFor: CreationOptional<number | null>
  /** How often a hold asked for it. */
  recalls: CreationOptional<number>
  /** What its borrower was last told of it: the due date, and "soon" or "overdue". */
  told: CreationOptional<string | null>
}

export const LOANS = table<LoanModel>('loans', {
  barcode: { type: DataTypes.TEXT, primaryKey: true },
  readerId: { type: DataTypes.INTEGER },
  due: { type: DataTypes.TEXT, allowNull: false, validate: { is: DUE } },
  source: { type: DataTypes.TEXT, allowNull: false, validate: { isIn: [[...LOAN_SOURCES]] } },
  renewals: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0, validate: { min: 0 } },
  recalledFrom: { type: DataTypes.TEXT, validate: ISO_DATE },
  recalledFor: { type: DataTypes.INTEGER },
  recalls: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0, validate: { min: 0 } },
  told: { type: DataTypes.TEXT },
})

export interface HoldModel extends Model<InferAttributes<HoldModel>, InferCreationAttributes<HoldModel>> {
  id: CreationOptional<number>
  /** By which readers and programs know it. */
  reference: string
  readerId: number | null
  pickup: string
  state: HoldState
  requested: string
  /** The one copy that would do. */
  wantedBarcode: string | null
  /** The copy set aside. */
  barcode: string | null
  cost: number
  collectBy: CreationOptional<string | null>
  /** The last day of which its reader has been reminded. */
  reminded: CreationOptional<string | null>
  /** ISO time at which it is to be ready, as it was told when its copy was set aside, and as is known by now. */
  promised: CreationOptional<string | null>
  expected: CreationOptional<string | null>
  /** ISO date of the day on which a paused hold goes on; null where nobody has said. */
  pausedUntil: CreationOptional<string | null>
  /** The branch from which its reader wants it. */
  wantedFrom: CreationOptional<string | null>
  /** ISO dates of the first day, on which its reader comes for it, and the last on which it is wanted. */
  notBefore: CreationOptional<string | null>
  notAfter: CreationOptional<string | null>
  /** How its reader is told, where that is not as usual. */
  notify: CreationOptional<Channel | null>
  /** For staff. */
  note: CreationOptional<string | null>
  /** Where another system lends: whether it was asked for the hold, or has taken it, and by which copy; null for what is known there anyway. */
  lending: CreationOptional<Lending | null>
  askedBarcode: CreationOptional<string | null>
  category: string
  homeSystem: string | null
  /** As it was when the hold was placed, should the record go. */
  title: string
  targets?: NonAttribute<HoldTargetModel[]>
  events?: NonAttribute<HoldEventModel[]>
}

export const HOLDS = table<HoldModel>(
  'holds',
  {
    id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
    reference: { type: DataTypes.TEXT, allowNull: false, unique: true },
    readerId: { type: DataTypes.INTEGER },
    pickup: { type: DataTypes.TEXT, allowNull: false },
    state: { type: DataTypes.TEXT, allowNull: false, validate: { isIn: [[...HOLD_STATES]] } },
    requested: { type: DataTypes.TEXT, allowNull: false, validate: ISO_TIME },
    wantedBarcode: { type: DataTypes.TEXT },
    barcode: { type: DataTypes.TEXT },
    cost: { type: DataTypes.INTEGER, allowNull: false, validate: { min: 0 } },
    collectBy: { type: DataTypes.TEXT, validate: ISO_DATE },
    reminded: { type: DataTypes.TEXT, validate: ISO_DATE },
    promised: { type: DataTypes.TEXT, validate: ISO_TIME },
    expected: { type: DataTypes.TEXT, validate: ISO_TIME },
    pausedUntil: { type: DataTypes.TEXT, validate: ISO_DATE },
    wantedFrom: { type: DataTypes.TEXT },
    notBefore: { type: DataTypes.TEXT, validate: ISO_DATE },
    notAfter: { type: DataTypes.TEXT, validate: ISO_DATE },
    notify: { type: DataTypes.TEXT, validate: { isIn: [[...CHANNELS]] } },
    note: { type: DataTypes.TEXT },
    lending: { type: DataTypes.TEXT, validate: { isIn: [[...LENDING]] } },
    askedBarcode: { type: DataTypes.TEXT },
    category: { type: DataTypes.TEXT, allowNull: false },
    homeSystem: { type: DataTypes.TEXT },
    title: { type: DataTypes.TEXT, allowNull: false },
  },
  {},
  (holds, connection) => {
    holds.hasMany(HOLD_TARGETS.on(connection), { as: 'targets', foreignKey: 'holdId' })
    holds.hasMany(HOLD_EVENTS.on(connection), { as: 'events', foreignKey: 'holdId' })
  },
)

export interface HoldTargetModel extends Model<InferAttributes<HoldTargetModel>, InferCreationAttributes<HoldTargetModel>> {
  holdId: number
  controlNumber: string
  /** 1 while its hold lives: of a title that was asked for through the years, those are few. */
  open: CreationOptional<number>
}

export const HOLD_TARGETS = table<HoldTargetModel>('holdTargets', {
  holdId: { type: DataTypes.INTEGER, primaryKey: true },
  controlNumber: { type: DataTypes.TEXT, primaryKey: true },
  open: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
})

/** What happened to a hold: who, what, when. Written in the transaction that does it, never changed. */
export interface HoldEventModel extends Model<InferAttributes<HoldEventModel>, InferCreationAttributes<HoldEventModel>> {
  id: CreationOptional<number>
  holdId: number
  at: string
  who: Actor
  state: HoldState
  barcode: string | null
}

export const HOLD_EVENTS = table<HoldEventModel>('holdEvents', {
  id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
  holdId: { type: DataTypes.INTEGER, allowNull: false },
  at: { type: DataTypes.TEXT, allowNull: false, validate: ISO_TIME },
  who: { type: DataTypes.TEXT, allowNull: false, validate: { isIn: [[...ACTORS]] } },
  state: { type: DataTypes.TEXT, allowNull: false, validate: { isIn: [[...HOLD_STATES]] } },
  barcode: { type: DataTypes.TEXT },
})

export interface RequestKeyModel extends Model<InferAttributes<RequestKeyModel>, InferCreationAttributes<RequestKeyModel>> {
  readerId: number
  requestKey: string
  body: string
  holdId: number
  at: string
}

export const REQUEST_KEYS = table<RequestKeyModel>('requestKeys', {
  readerId: { type: DataTypes.INTEGER, primaryKey: true },
  requestKey: { type: DataTypes.TEXT, primaryKey: true },
  body: { type: DataTypes.TEXT, allowNull: false },
  holdId: { type: DataTypes.INTEGER, allowNull: false },
  at: { type: DataTypes.TEXT, allowNull: false, validate: ISO_TIME },
})
