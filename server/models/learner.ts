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

export class LearnerModel extends Model<InferAttributes<LearnerModel>, InferCreationAttributes<LearnerModel>> {
  declare id: CreationOptional<number>
  declare classId: number
  declare name: string
  declare secret: string
  /** Taken out of the class; all work is kept. */
  declare removedAt: CreationOptional<Date | null>
  /** What the school's own lists call them. */
  declare sourceId: CreationOptional<string | null>
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
    },
    { sequelize, tableName: 'learners' },
  )
}
