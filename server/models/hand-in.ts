import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { Measures } from '#core/review'
import type { HandInState, StepFindings, Verdicts, Verification } from '#shared/views'
import { count, id, json, reference, text, time } from './columns'

export class HandInModel extends Model<InferAttributes<HandInModel>, InferCreationAttributes<HandInModel>> {
  declare id: CreationOptional<number>
  declare drawingId: number
  declare attempt: number
  declare position: number
  declare hash: string
  declare note: string
  declare state: CreationOptional<HandInState>
  declare verification: CreationOptional<Verification>
  declare findings: CreationOptional<StepFindings[] | null>
  declare measures: CreationOptional<Measures | null>
  declare picture: CreationOptional<Buffer | null>
  /** A small one, as lists show it. */
  declare cardPicture: CreationOptional<Buffer | null>
  /** By look-for, as the findings have them; null while it is being looked at. */
  declare verdicts: CreationOptional<Verdicts | null>
  /** How many look-fors are met, of how many that could be judged; null while it is being looked at. */
  declare met: CreationOptional<number | null>
  declare judged: CreationOptional<number | null>
  declare handedInAt: Date
}
export type HandIn = Attributes<HandInModel>

export function initHandInModel(sequelize: Sequelize): void {
  HandInModel.init(
    {
      id: id(),
      drawingId: reference(),
      attempt: count(),
      position: count(),
      hash: text(64),
      note: text(1000),
      state: { ...text(20), defaultValue: 'waiting' },
      verification: { ...text(20), defaultValue: 'waiting' },
      findings: json('findings', true),
      measures: json('measures', true),
      verdicts: json('verdicts', true),
      picture: DataTypes.BLOB('long'),
      cardPicture: DataTypes.BLOB('medium'),
      met: DataTypes.SMALLINT,
      judged: DataTypes.SMALLINT,
      handedInAt: time(),
    },
    { sequelize, tableName: 'hand_ins' },
  )
}
