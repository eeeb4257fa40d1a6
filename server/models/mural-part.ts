import {
  type Attributes,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { key } from './columns'

/** A piece of an assembled mural's PNG. */
export class MuralPartModel extends Model<InferAttributes<MuralPartModel>, InferCreationAttributes<MuralPartModel>> {
  declare muralId: number
  declare run: number
  declare number: number
  declare bytes: Buffer
}
export type MuralPart = Attributes<MuralPartModel>

export function initMuralPartModel(sequelize: Sequelize): void {
  MuralPartModel.init(
    {
      muralId: key(),
      run: key(),
      number: { type: DataTypes.INTEGER, primaryKey: true },
      bytes: { type: DataTypes.BLOB('long'), allowNull: false },
    },
    { sequelize, tableName: 'mural_parts' },
  )
}
