import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { digest, id, reference, text, timeOrNull } from './columns'

export class PlanModel extends Model<InferAttributes<PlanModel>, InferCreationAttributes<PlanModel>> {
  declare id: CreationOptional<number>
  declare teacherId: number
  /** Whose own sheet it is; null: a teacher's plan. */
  declare learnerId: CreationOptional<number | null>
  /** `sheet`: something to draw on, not a lesson; `mural`: what the panels of one share. */
  declare kind: CreationOptional<'lesson' | 'sheet' | 'mural'>
  declare title: string
  /** What it says now. */
  declare digest: string
  /** Digest of the picture that stands for it. */
  declare picture: CreationOptional<string | null>
  /** Counts what was saved: two who write at once are told apart. */
  declare revision: CreationOptional<number>
  declare changedAt: CreationOptional<Date | null>
  declare archivedAt: CreationOptional<Date | null>
  /** Since when all teachers of the place may read it; null: nobody but its own. */
  declare sharedAt: CreationOptional<Date | null>
  /** Who drew what it was copied from; null: its own teacher. */
  declare maker: CreationOptional<string | null>
}
export type StoredPlan = Attributes<PlanModel>

export function initPlanModel(sequelize: Sequelize): void {
  PlanModel.init(
    {
      id: id(),
      teacherId: reference(),
      learnerId: DataTypes.BIGINT,
      kind: { ...text(10), defaultValue: 'lesson' },
      title: text(80),
      digest: digest(false),
      picture: digest(true),
      revision: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
      changedAt: timeOrNull(),
      archivedAt: timeOrNull(),
      sharedAt: timeOrNull(),
      maker: { ...text(80), allowNull: true },
    },
    { sequelize, tableName: 'plans' },
  )
}
