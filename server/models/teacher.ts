import {
  type Attributes,
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { CritKit } from '#shared/schemas'
import { flag, id, json, text, timeOrNull } from './columns'

export class TeacherModel extends Model<InferAttributes<TeacherModel>, InferCreationAttributes<TeacherModel>> {
  declare id: CreationOptional<number>
  declare email: string
  declare name: string
  /** scrypt in the PHC string format; of earlier times salt and key, hex, parted by a colon. */
  declare secret: string
  declare critKit: CreationOptional<CritKit | null>
  /** May not come in. */
  declare lockedAt: CreationOptional<Date | null>
  /** Of the demo, whose secrets everyone knows. */
  declare isDemo: CreationOptional<boolean>
  /** Who they are at the school's own accounts: whose word it is, a space, what they are called there. */
  declare schoolAccount: CreationOptional<string | null>
}
export type Teacher = Attributes<TeacherModel>

export function initTeacherModel(sequelize: Sequelize): void {
  TeacherModel.init(
    {
      id: id(),
      email: text(200),
      name: text(80),
      secret: text(200),
      critKit: json('critKit', true),
      lockedAt: timeOrNull(),
      isDemo: flag(),
      schoolAccount: DataTypes.STRING(255),
    },
    { sequelize, tableName: 'teachers' },
  )
}
