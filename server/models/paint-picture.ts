import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { count, digestKey, text, time } from './columns'

/** A picture that was brought in as paint, once however many drawings and plans use it. */
export class PaintPictureModel extends Model<
  InferAttributes<PaintPictureModel>,
  InferCreationAttributes<PaintPictureModel>
> {
  /** `pictureHash` of its px. */
  declare hash: string
  declare width: number
  declare height: number
  /** Of {@link packed}. */
  declare bytes: number
  /** Its px as a PNG. */
  declare packed: Buffer
  declare broughtBy: string
  declare broughtAt: Date
}

export function initPaintPictureModel(sequelize: Sequelize): void {
  PaintPictureModel.init(
    {
      hash: digestKey(),
      width: count(),
      height: count(),
      bytes: count(),
      packed: { type: DataTypes.BLOB('long'), allowNull: false },
      broughtBy: text(60),
      broughtAt: time(),
    },
    { sequelize, tableName: 'paint_pictures' },
  )
}
