import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { flag, id, reference, text, timeOrNull } from './columns'

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
  /** Put away, it is erased then; null: never, or not said yet. */
  declare eraseAt: CreationOptional<Date | null>
  /** PINs are drawn as pictures: for those who do not read numbers yet. */
  declare hasPicturePins: CreationOptional<boolean>
  /** Guests may come in with the class code alone until then. */
  declare guestsUntil: CreationOptional<Date | null>
  /** What the school's own lists call it. */
  declare sourceId: CreationOptional<string | null>
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
      eraseAt: timeOrNull(),
      sourceId: DataTypes.STRING(255),
      hasPicturePins: flag(),
      guestsUntil: timeOrNull(),
      frontDrawingId: DataTypes.BIGINT,
      frontAt: timeOrNull(),
      todayPlanId: DataTypes.BIGINT,
      todayAt: timeOrNull(),
    },
    { sequelize, tableName: 'classes' },
  )
}
