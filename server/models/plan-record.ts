import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { digestKey } from './columns'

/** The entries of a plan's demonstration, once however many plans and versions have them. */
export class PlanRecordModel extends Model<InferAttributes<PlanRecordModel>, InferCreationAttributes<PlanRecordModel>> {
  /** SHA-256 of their JSON with sorted keys, hex. */
  declare digest: string
  /** zlib-packed JSON. */
  declare packed: Buffer
}

export function initPlanRecordModel(sequelize: Sequelize): void {
  PlanRecordModel.init(
    { digest: digestKey(), packed: { type: DataTypes.BLOB('long'), allowNull: false } },
    { sequelize, tableName: 'plan_records' },
  )
}
