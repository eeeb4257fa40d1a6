import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { DrillTryBody } from '#shared/schemas'
import { count, id, json, reference, text, time } from './columns'

/** One try of a warm-up. */
export class DrillTryModel extends Model<InferAttributes<DrillTryModel>, InferCreationAttributes<DrillTryModel>> {
  declare id: CreationOptional<number>
  declare learnerId: number
  declare drill: string
  declare seed: number
  declare score: number
  declare figures: DrillTryBody['figures']
  declare triedAt: Date
  /** Names it to the device that kept it while there was no network. */
  declare tryKey: CreationOptional<string | null>
}
export type DrillTry = Attributes<DrillTryModel>

export function initDrillTryModel(sequelize: Sequelize): void {
  DrillTryModel.init(
    {
      id: id(),
      learnerId: reference(),
      drill: text(40),
      seed: count(),
      score: count(),
      figures: json('figures', false),
      triedAt: time(),
      tryKey: DataTypes.STRING(40),
    },
    { sequelize, tableName: 'drill_tries' },
  )
}
