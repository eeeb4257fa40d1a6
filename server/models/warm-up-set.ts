import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { WarmUpSetBody } from '#shared/schemas'
import { id, json, reference, text } from './columns'

/** Warm-ups that a class does on a day. */
export class WarmUpSetModel extends Model<InferAttributes<WarmUpSetModel>, InferCreationAttributes<WarmUpSetModel>> {
  declare id: CreationOptional<number>
  declare classId: number
  declare title: string
  /** YYYY-MM-DD. */
  declare day: string
  declare warmUps: WarmUpSetBody['warmUps']
}
export type WarmUpSet = Attributes<WarmUpSetModel>

export function initWarmUpSetModel(sequelize: Sequelize): void {
  WarmUpSetModel.init(
    {
      id: id(),
      classId: reference(),
      title: text(80),
      day: { type: DataTypes.DATEONLY, allowNull: false },
      warmUps: json('warmUps', false),
    },
    { sequelize, tableName: 'warm_up_sets' },
  )
}
