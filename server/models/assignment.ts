import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { GivenWay } from '#shared/views'
import { count, json, key, text, timeOrNull } from './columns'

export class AssignmentModel extends Model<InferAttributes<AssignmentModel>, InferCreationAttributes<AssignmentModel>> {
  declare classId: number
  declare planId: number
  declare place: number
  declare versionId: number | null
  /** Steps that wait for the teacher and were opened. */
  declare opened: CreationOptional<string[] | null>
  declare startsAt: CreationOptional<Date | null>
  declare dueAt: CreationOptional<Date | null>
  declare way: CreationOptional<GivenWay>
}
export type Assignment = Attributes<AssignmentModel>

export function initAssignmentModel(sequelize: Sequelize): void {
  AssignmentModel.init(
    {
      classId: key(),
      planId: key(),
      place: count(),
      versionId: DataTypes.BIGINT,
      opened: json('opened', true),
      startsAt: timeOrNull(),
      dueAt: timeOrNull(),
      way: { ...text(10), defaultValue: 'own' },
    },
    { sequelize, tableName: 'assignments' },
  )
}
