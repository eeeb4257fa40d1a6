import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { digestKey } from './columns'

/** A picture of plans, once however many show it. */
export class PlanPictureModel extends Model<
  InferAttributes<PlanPictureModel>,
  InferCreationAttributes<PlanPictureModel>
> {
  /** SHA-256 of its bytes, hex. */
  declare digest: string
  declare bytes: Buffer
  /** A small one, as cards show it. */
  declare cardBytes: CreationOptional<Buffer | null>
}

export function initPlanPictureModel(sequelize: Sequelize): void {
  PlanPictureModel.init(
    {
      digest: digestKey(),
      bytes: { type: DataTypes.BLOB('long'), allowNull: false },
      cardBytes: DataTypes.BLOB('medium'),
    },
    { sequelize, tableName: 'plan_pictures' },
  )
}
