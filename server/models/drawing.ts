import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { TeachersPurpose } from '#shared/views'
import { count, id, reference, timeOrNull } from './columns'

export class DrawingModel extends Model<InferAttributes<DrawingModel>, InferCreationAttributes<DrawingModel>> {
  declare id: CreationOptional<number>
  /** Whose it is: a learner's, or a teacher's own. */
  declare learnerId: CreationOptional<number | null>
  declare teacherId: CreationOptional<number | null>
  declare planId: number
  /** The version of the plan that it follows; null: the plan as it is. */
  declare versionId: CreationOptional<number | null>
  /** What a teacher draws it for. */
  declare purpose: CreationOptional<TeachersPurpose | null>
  /** Entries and batches that are stored. */
  declare position: CreationOptional<number>
  declare nextBatch: CreationOptional<number>
  declare step: CreationOptional<string | null>
  /** When that step was opened. */
  declare stepAt: CreationOptional<Date | null>
  /** The record's clock at its last entry, ms. */
  declare clockMs: CreationOptional<number>
  /** What it takes about to draw it again, ms; what its record fills as it is stored, bytes. */
  declare costMs: CreationOptional<number>
  declare bytes: CreationOptional<number>
  declare writer: CreationOptional<string | null>
  declare writerSeenAt: CreationOptional<Date | null>
  declare lastSeenAt: CreationOptional<Date | null>
  /**
   * Of strokes that did not follow on: which drawing they were drawn on, and the name under which the copy was asked
   * for.
   */
  declare copiedFrom: CreationOptional<number | null>
  declare copyKey: CreationOptional<string | null>
  /** Names it to the browser that began it without a network. */
  declare begunKey: CreationOptional<string | null>
  /** A name of its own; null: its plan's. */
  declare title: CreationOptional<string | null>
  /** It is the photograph of a page. */
  declare onPaper: CreationOptional<boolean>
  /** Put away by its learner: it can be taken back for a while. */
  declare removedAt: CreationOptional<Date | null>
}
export type Drawing = Attributes<DrawingModel>

export function initDrawingModel(sequelize: Sequelize): void {
  DrawingModel.init(
    {
      id: id(),
      learnerId: DataTypes.BIGINT,
      teacherId: DataTypes.BIGINT,
      planId: reference(),
      versionId: DataTypes.BIGINT,
      purpose: DataTypes.STRING(10),
      position: count(),
      nextBatch: count(),
      clockMs: { ...reference(), defaultValue: 0 },
      costMs: { ...reference(), defaultValue: 0 },
      bytes: { ...reference(), defaultValue: 0 },
      step: DataTypes.STRING(60),
      stepAt: timeOrNull(),
      writer: DataTypes.STRING(40),
      writerSeenAt: timeOrNull(),
      lastSeenAt: timeOrNull(),
      copiedFrom: DataTypes.BIGINT,
      copyKey: DataTypes.STRING(40),
      begunKey: DataTypes.STRING(40),
      title: DataTypes.STRING(80),
      onPaper: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      removedAt: timeOrNull(),
    },
    { sequelize, tableName: 'drawings' },
  )
}
