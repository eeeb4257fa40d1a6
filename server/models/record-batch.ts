import {
  type Attributes,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { count, key, text } from './columns'

export class RecordBatchModel extends Model<
  InferAttributes<RecordBatchModel>,
  InferCreationAttributes<RecordBatchModel>
> {
  declare drawingId: number
  declare number: number
  declare start: number
  declare count: number
  /** SHA-256 of the JSON, hex. */
  declare digest: string
  /** zlib-packed JSON of the entries. */
  declare packed: Buffer
}
export type RecordBatch = Attributes<RecordBatchModel>

export function initRecordBatchModel(sequelize: Sequelize): void {
  RecordBatchModel.init(
    {
      drawingId: key(),
      number: { type: DataTypes.INTEGER, primaryKey: true },
      start: count(),
      count: count(),
      digest: text(64),
      packed: { type: DataTypes.BLOB('long'), allowNull: false },
    },
    { sequelize, tableName: 'record_batches' },
  )
}
