/** What readers ask for beside holds. */
import { REQUEST_KINDS, REQUEST_STATES, type RequestKind, type RequestState } from '@catalex/core/requests'
import { DataTypes, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Model } from 'sequelize'
import { table } from '../database/index.ts'

interface RequestModel extends Model<InferAttributes<RequestModel>, InferCreationAttributes<RequestModel>> {
  id: CreationOptional<number>
  code: string
  /** What staff and reader name it by. */
  reference: string
  readerId: number | null
  kind: RequestKind
  at: string
  title: string
  cost: number
  /** What was filled in, as JSON. */
  details: string
  /** Makes repeats harmless. */
  requestKey: string | null
  state: CreationOptional<RequestState>
  /** The day that goes with the state: expected, kept until, due back. ISO date. */
  day: CreationOptional<string | null>
}

export const REQUESTS = table<RequestModel>('requests', {
  id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
  code: { type: DataTypes.TEXT, allowNull: false, unique: true },
  reference: { type: DataTypes.TEXT, allowNull: false },
  readerId: { type: DataTypes.INTEGER },
  kind: { type: DataTypes.TEXT, allowNull: false, validate: { isIn: [[...REQUEST_KINDS]] } },
  at: { type: DataTypes.TEXT, allowNull: false },
  title: { type: DataTypes.TEXT, allowNull: false },
  cost: { type: DataTypes.INTEGER, allowNull: false, validate: { min: 0 } },
  details: { type: DataTypes.TEXT, allowNull: false },
  requestKey: { type: DataTypes.TEXT },
  state: { type: DataTypes.TEXT, allowNull: false, defaultValue: 'asked', validate: { isIn: [[...REQUEST_STATES]] } },
  day: { type: DataTypes.TEXT },
})
