import { type Attributes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { key } from './columns'

/** A plan that is not for all of the class: for whom it is. */
export class AssignmentLearnerModel extends Model<
  InferAttributes<AssignmentLearnerModel>,
  InferCreationAttributes<AssignmentLearnerModel>
> {
  declare classId: number
  declare planId: number
  declare learnerId: number
}
export type AssignmentLearner = Attributes<AssignmentLearnerModel>

export function initAssignmentLearnerModel(sequelize: Sequelize): void {
  AssignmentLearnerModel.init(
    { classId: key(), planId: key(), learnerId: key() },
    { sequelize, tableName: 'assignment_learners' },
  )
}
