import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { PanelSeams } from '#shared/mural'
import { json, key, reference } from './columns'

export class MuralPanelModel extends Model<InferAttributes<MuralPanelModel>, InferCreationAttributes<MuralPanelModel>> {
  declare muralId: number
  /** Row by row, from 0. */
  declare place: number
  declare versionId: number
  declare learnerId: CreationOptional<number | null>
  declare drawingId: CreationOptional<number | null>
  /** Its own part as it was put in last, PNG, of the record up to here. */
  declare picture: CreationOptional<Buffer | null>
  declare pictured: CreationOptional<number | null>
  /** Its edges in that picture, and how they meet the neighbours' in the whole. */
  declare edges: CreationOptional<Buffer | null>
  declare seams: CreationOptional<PanelSeams | null>
}
export type MuralPanel = Attributes<MuralPanelModel>

export function initMuralPanelModel(sequelize: Sequelize): void {
  MuralPanelModel.init(
    {
      muralId: key(),
      place: { type: DataTypes.INTEGER, primaryKey: true },
      versionId: reference(),
      learnerId: DataTypes.BIGINT,
      drawingId: DataTypes.BIGINT,
      picture: DataTypes.BLOB('long'),
      pictured: DataTypes.INTEGER,
      edges: DataTypes.BLOB('medium'),
      seams: json('seams', true),
    },
    { sequelize, tableName: 'mural_panels' },
  )
}
