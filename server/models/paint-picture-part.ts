import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { count, digestKey, key, time } from './columns'

/** A piece of a picture that is on its way: nobody but its sender has anything of it. */
export class PaintPicturePartModel extends Model<
  InferAttributes<PaintPicturePartModel>,
  InferCreationAttributes<PaintPicturePartModel>
> {
  declare hash: string
  declare sender: string
  /** Its place in the file, bytes. */
  declare start: number
  declare size: number
  declare part: Buffer
  declare sentAt: Date
}

export function initPaintPicturePartModel(sequelize: Sequelize): void {
  PaintPicturePartModel.init(
    {
      hash: digestKey(),
      sender: { type: DataTypes.STRING(100), primaryKey: true },
      start: key(),
      size: count(),
      part: { type: DataTypes.BLOB('medium'), allowNull: false },
      sentAt: time(),
    },
    { sequelize, tableName: 'paint_picture_parts' },
  )
}
