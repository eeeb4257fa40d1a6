import {
  type Attributes,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { count, digest, id, reference, time } from './columns'

/** A plan as it was when it was given: never changed. */
export class PlanVersionModel extends Model<
  InferAttributes<PlanVersionModel>,
  InferCreationAttributes<PlanVersionModel>
> {
  declare id: CreationOptional<number>
  declare planId: number
  declare number: number
  /** What it says. */
  declare digest: string
  declare madeAt: Date
}
export type PlanVersion = Attributes<PlanVersionModel>

export function initPlanVersionModel(sequelize: Sequelize): void {
  PlanVersionModel.init(
    { id: id(), planId: reference(), number: count(), digest: digest(false), madeAt: time() },
    { sequelize, tableName: 'plan_versions' },
  )
}
