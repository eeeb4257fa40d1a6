import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { News } from '#shared/views'
import { id, json, reference, time } from './columns'

/** Something for learners at work. */
export class NewsModel extends Model<InferAttributes<NewsModel>, InferCreationAttributes<NewsModel>> {
  declare id: CreationOptional<number>
  declare classId: number
  /** Null: for all of the class. */
  declare learnerId: number | null
  declare body: News
  declare madeAt: Date
}
export type StoredNews = Attributes<NewsModel>

export function initNewsModel(sequelize: Sequelize): void {
  NewsModel.init(
    { id: id(), classId: reference(), learnerId: DataTypes.BIGINT, body: json('body', false), madeAt: time() },
    { sequelize, tableName: 'news' },
  )
}
