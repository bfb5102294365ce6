/** What the library says of itself: its places and its policies, each a document of its own. */
import { DataTypes, type InferAttributes, type InferCreationAttributes, type Model } from 'sequelize'
import { table } from '../database/index.ts'

export interface Setting extends Model<InferAttributes<Setting>, InferCreationAttributes<Setting>> {
  name: string
  value: string
}

export const SETTINGS = table<Setting>('settings', {
  name: { type: DataTypes.TEXT, primaryKey: true },
  value: { type: DataTypes.TEXT, allowNull: false },
})

/** Counts the versions of what the library says of itself, so that a running server sees when there is a newer one. */
export const VERSION = 'librariesVersion'
