import { type Attributes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { count, text, time } from './columns'

export class SignInTryModel extends Model<InferAttributes<SignInTryModel>, InferCreationAttributes<SignInTryModel>> {
  declare door: string
  declare count: number
  declare since: Date
}
export type SignInTry = Attributes<SignInTryModel>

export function initSignInTryModel(sequelize: Sequelize): void {
  SignInTryModel.init(
    { door: { ...text(200), primaryKey: true }, count: count(), since: time() },
    { sequelize, tableName: 'sign_in_tries' },
  )
}
