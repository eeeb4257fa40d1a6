import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { WordsState } from '#shared/wall'
import { id, reference, text, time } from './columns'

/** Words below a work, of a learner or of a teacher. */
export class WallWordsModel extends Model<InferAttributes<WallWordsModel>, InferCreationAttributes<WallWordsModel>> {
  declare id: CreationOptional<number>
  declare workId: number
  declare learnerId: number | null
  declare teacherId: number | null
  declare words: string
  declare state: WordsState
  declare saidAt: Date
}
export type WallWords = Attributes<WallWordsModel>

export function initWallWordsModel(sequelize: Sequelize): void {
  WallWordsModel.init(
    {
      id: id(),
      workId: reference(),
      learnerId: DataTypes.BIGINT,
      teacherId: DataTypes.BIGINT,
      words: text(400),
      state: text(10),
      saidAt: time(),
    },
    { sequelize, tableName: 'wall_words' },
  )
}
