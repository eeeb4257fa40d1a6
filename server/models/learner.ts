import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { Comfort } from '#shared/comfort'
import { id, json, reference, text, timeOrNull } from './columns'

export class LearnerModel extends Model<InferAttributes<LearnerModel>, InferCreationAttributes<LearnerModel>> {
  declare id: CreationOptional<number>
  declare classId: number
  declare name: string
  declare secret: string
  /** Taken out of the class; all work is kept. */
  declare removedAt: CreationOptional<Date | null>
  /** What the school's own lists call them. */
  declare sourceId: CreationOptional<string | null>
  /** How they like it, on every device; null: as the device does. */
  declare comfort: CreationOptional<Comfort | null>
  /** Here for a lesson, without a PIN; null: in the register. */
  declare guestUntil: CreationOptional<Date | null>
  /** The number of their first row, where they are in several classes; null: in this one alone. */
  declare folioId: CreationOptional<number | null>
  /** Signed out last. */
  declare leftAt: CreationOptional<Date | null>
}
export type Learner = Attributes<LearnerModel>

export function initLearnerModel(sequelize: Sequelize): void {
  LearnerModel.init(
    {
      id: id(),
      classId: reference(),
      name: text(60),
      secret: text(200),
      removedAt: timeOrNull(),
      leftAt: timeOrNull(),
      sourceId: DataTypes.STRING(255),
      comfort: json('comfort', true),
      guestUntil: timeOrNull(),
      folioId: DataTypes.BIGINT,
    },
    { sequelize, tableName: 'learners' },
  )
}
