import { type Attributes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { key, reference, text, time } from './columns'

export class RaisedHandModel extends Model<InferAttributes<RaisedHandModel>, InferCreationAttributes<RaisedHandModel>> {
  declare learnerId: number
  declare drawingId: number
  declare words: string
  declare raisedAt: Date
}
export type RaisedHand = Attributes<RaisedHandModel>

export function initRaisedHandModel(sequelize: Sequelize): void {
  RaisedHandModel.init(
    { learnerId: key(), drawingId: reference(), words: text(300), raisedAt: time() },
    { sequelize, tableName: 'raised_hands' },
  )
}
