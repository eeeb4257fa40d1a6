import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { WorkState } from '#shared/wall'
import { count, id, reference, text, time, timeOrNull } from './columns'

export class WallWorkModel extends Model<InferAttributes<WallWorkModel>, InferCreationAttributes<WallWorkModel>> {
  declare id: CreationOptional<number>
  declare classId: number
  declare learnerId: number
  declare handInId: number
  declare title: string
  declare isNamed: boolean
  declare state: WorkState
  declare place: CreationOptional<number>
  declare askedAt: Date
  declare hungAt: CreationOptional<Date | null>
}
export type WallWork = Attributes<WallWorkModel>

export function initWallWorkModel(sequelize: Sequelize): void {
  WallWorkModel.init(
    {
      id: id(),
      classId: reference(),
      learnerId: reference(),
      handInId: reference(),
      title: text(120),
      isNamed: { type: DataTypes.BOOLEAN, allowNull: false },
      state: text(10),
      place: count(),
      askedAt: time(),
      hungAt: timeOrNull(),
    },
    { sequelize, tableName: 'wall_works' },
  )
}
