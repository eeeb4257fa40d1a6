import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { id, reference, text, timeOrNull } from './columns'

export class SchoolClassModel extends Model<
  InferAttributes<SchoolClassModel>,
  InferCreationAttributes<SchoolClassModel>
> {
  declare id: CreationOptional<number>
  declare teacherId: number
  declare name: string
  declare code: string
  declare meets: string
  declare archivedAt: CreationOptional<Date | null>
  /** The teacher's sheet that all of the class is looking at now. */
  declare frontDrawingId: CreationOptional<number | null>
  /** When that sheet was heard of last. */
  declare frontAt: CreationOptional<Date | null>
  /** What the class draws today, as the teacher said. */
  declare todayPlanId: CreationOptional<number | null>
  declare todayAt: CreationOptional<Date | null>
}
export type SchoolClass = Attributes<SchoolClassModel>

export function initSchoolClassModel(sequelize: Sequelize): void {
  SchoolClassModel.init(
    {
      id: id(),
      teacherId: reference(),
      name: text(80),
      code: text(12),
      meets: text(120),
      archivedAt: timeOrNull(),
      frontDrawingId: DataTypes.BIGINT,
      frontAt: timeOrNull(),
      todayPlanId: DataTypes.BIGINT,
      todayAt: timeOrNull(),
    },
    { sequelize, tableName: 'classes' },
  )
}
