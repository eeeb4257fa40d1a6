import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { MuralFacts, WhyMissing } from '#shared/mural'
import { id, json, reference, time, timeOrNull } from './columns'

export interface MissingPanel {
  readonly place: number
  readonly why: WhyMissing
}

export class MuralModel extends Model<InferAttributes<MuralModel>, InferCreationAttributes<MuralModel>> {
  declare id: CreationOptional<number>
  declare classId: number
  /** What its panels share; its versions are the panels' own, numbered from 1. */
  declare planId: number
  declare facts: MuralFacts
  declare picture: Buffer | null
  declare madeAt: Date
  declare archivedAt: CreationOptional<Date | null>
  /** Counts assemblies: the parts of the one that is whole. */
  declare run: CreationOptional<number | null>
  declare assembledAt: CreationOptional<Date | null>
  /** What is missing in it, by panel. */
  declare missing: CreationOptional<MissingPanel[] | null>
}
export type Mural = Attributes<MuralModel>

export function initMuralModel(sequelize: Sequelize): void {
  MuralModel.init(
    {
      id: id(),
      classId: reference(),
      planId: reference(),
      facts: json('facts', false),
      picture: DataTypes.BLOB('long'),
      madeAt: time(),
      archivedAt: timeOrNull(),
      run: DataTypes.BIGINT,
      assembledAt: timeOrNull(),
      missing: json('missing', true),
    },
    { sequelize, tableName: 'murals' },
  )
}
