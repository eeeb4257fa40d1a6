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
import type { LiveFinding } from '#shared/schemas'
import { count, json, key, time } from './columns'

/** What a drawing looks like while it is drawn, as its browser sends it. */
export class LivePictureModel extends Model<
  InferAttributes<LivePictureModel>,
  InferCreationAttributes<LivePictureModel>
> {
  declare drawingId: number
  declare position: number
  declare picture: Buffer
  /** What the learner's own looks found last. */
  declare findings: LiveFinding[] | null
  /** Of a mural's panel: its edges as bytes, and how it meets its neighbours. */
  declare edges: CreationOptional<Buffer | null>
  declare seams: CreationOptional<PanelSeams | null>
  declare madeAt: Date
}
export type LivePicture = Attributes<LivePictureModel>

export function initLivePictureModel(sequelize: Sequelize): void {
  LivePictureModel.init(
    {
      drawingId: key(),
      position: count(),
      picture: { type: DataTypes.BLOB('medium'), allowNull: false },
      findings: json('findings', true),
      edges: DataTypes.BLOB('medium'),
      seams: json('seams', true),
      madeAt: time(),
    },
    { sequelize, tableName: 'live_pictures' },
  )
}
