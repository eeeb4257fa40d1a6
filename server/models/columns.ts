import { DataTypes, type InferAttributes, type InferCreationAttributes, type Model } from 'sequelize'

/** Kinds of columns. Functions, because Sequelize writes into what it is given. */

type Row<M extends Model> = Model<InferAttributes<M>, InferCreationAttributes<M>>

export const id = () => ({ type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true })
export const reference = () => ({ type: DataTypes.BIGINT, allowNull: false })
export const key = () => ({ ...reference(), primaryKey: true })
export const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false })
export const count = () => ({ type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 })
export const time = () => ({ type: DataTypes.DATE(3), allowNull: false })
export const timeOrNull = () => ({ type: DataTypes.DATE(3), allowNull: true })
export const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false })
/** SHA-256, hex. */
export const digest = (allowNull: boolean) => ({ type: DataTypes.CHAR(64), allowNull })
export const digestKey = () => ({ ...digest(false), primaryKey: true })

/** A column that holds JSON: MariaDB keeps it as text, so it is written and read here. */
export function json(column: string, allowNull: boolean) {
  return {
    type: DataTypes.TEXT('long'),
    allowNull,
    get(this: Row<Model>) {
      const value: unknown = this.getDataValue(column as never)
      return typeof value === 'string' ? (JSON.parse(value) as unknown) : value
    },
    set(this: Row<Model>, value: unknown) {
      this.setDataValue(column as never, (value === null ? null : JSON.stringify(value)) as never)
    },
  }
}
