/** What readers gather: a satchel each, and their lists. */
import { DataTypes, type CreationOptional, type InferAttributes, type InferCreationAttributes, type Model } from 'sequelize'
import { table } from '../database/index.ts'

export interface ListModel extends Model<InferAttributes<ListModel>, InferCreationAttributes<ListModel>> {
  id: CreationOptional<number>
  readerId: number
  /** By which its reader's pages name it. */
  code: string
  /** null for the satchel. */
  name: string | null
  about: CreationOptional<string>
  /** By which others may read it, where its reader shares it. */
  link: CreationOptional<string | null>
  /** As JSON. */
  entries: string
  /** ISO time. */
  changedAt: string
}

export const LISTS = table<ListModel>('lists', {
  id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
  readerId: { type: DataTypes.INTEGER, allowNull: false },
  code: { type: DataTypes.TEXT, allowNull: false, unique: true },
  name: { type: DataTypes.TEXT },
  about: { type: DataTypes.TEXT, allowNull: false, defaultValue: '' },
  link: { type: DataTypes.TEXT, unique: true },
  entries: { type: DataTypes.TEXT, allowNull: false },
  changedAt: { type: DataTypes.TEXT, allowNull: false },
})
