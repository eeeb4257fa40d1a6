import { type Attributes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { json, key } from './columns'

export class SignatureModel extends Model<InferAttributes<SignatureModel>, InferCreationAttributes<SignatureModel>> {
  declare learnerId: number
  /** Outlines of a pad, x, y, x, y … each. */
  declare outlines: number[][]
}
export type Signature = Attributes<SignatureModel>

export function initSignatureModel(sequelize: Sequelize): void {
  SignatureModel.init({ learnerId: key(), outlines: json('outlines', false) }, { sequelize, tableName: 'signatures' })
}
