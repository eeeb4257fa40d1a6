import {
  type Attributes,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { DrawingRecord } from '#core/drawing'
import type { CriterionMark, MarkLevel, Pin } from '#shared/schemas'
import { json, key, reference, text, time } from './columns'

export class AnswerModel extends Model<InferAttributes<AnswerModel>, InferCreationAttributes<AnswerModel>> {
  declare handInId: number
  declare teacherId: number
  declare marks: Record<string, MarkLevel>
  declare words: string
  declare next: string
  declare outcome: 'again' | 'accepted'
  declare pins: CreationOptional<Pin[] | null>
  declare sketch: CreationOptional<DrawingRecord | null>
  declare criteria: CreationOptional<CriterionMark[] | null>
  declare answeredAt: Date
}
export type Answer = Attributes<AnswerModel>

export function initAnswerModel(sequelize: Sequelize): void {
  AnswerModel.init(
    {
      handInId: key(),
      teacherId: reference(),
      marks: json('marks', false),
      words: text(4000),
      next: text(1000),
      outcome: text(20),
      answeredAt: time(),
      pins: json('pins', true),
      sketch: json('sketch', true),
      criteria: json('criteria', true),
    },
    { sequelize, tableName: 'answers' },
  )
}
