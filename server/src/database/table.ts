/** A table with its columns, declared in the room that owns it, and its model on each connection that uses it. */
import type { Model, ModelAttributes, ModelOptions, ModelStatic, Sequelize } from 'sequelize'

export interface Table<M extends Model> {
  readonly name: string
  /** The model on this connection. */
  on(connection: Sequelize): ModelStatic<M>
}

/**
 * @param associate ties the model to those of other tables of the room
 */
export function table<M extends Model>(
  name: string,
  columns: ModelAttributes<M>,
  options: ModelOptions<M> = {},
  associate: (model: ModelStatic<M>, connection: Sequelize) => void = () => undefined,
): Table<M> {
  return {
    name,
    on: (connection) => {
      // A model is defined under its table's name by nobody else.
      if (connection.isDefined(name)) return connection.model(name) as ModelStatic<M>
      const model = connection.define<M>(name, columns, { tableName: name, ...options })
      associate(model, connection)
      return model
    },
  }
}
