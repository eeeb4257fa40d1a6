import {
  type Attributes,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { count, id, reference, text, timeOrNull } from './columns'

/** `verify`: a hand-in is drawn again and looked at; `mural`: one is put together. */
export type JobKind = 'verify' | 'mural'

export class JobModel extends Model<InferAttributes<JobModel>, InferCreationAttributes<JobModel>> {
  declare id: CreationOptional<number>
  declare kind: JobKind
  /** A hand-in, or a mural. */
  declare subject: number
  declare state: CreationOptional<'waiting' | 'running' | 'done' | 'failed' | 'stopped'>
  /** How much of it is done, of how much. */
  declare done: CreationOptional<number>
  declare whole: CreationOptional<number>
  declare tries: CreationOptional<number>
  /** How often it failed itself. */
  declare failures: CreationOptional<number>
  declare leaseUntil: CreationOptional<Date | null>
  /** Who asked for it, as “learner 4”; empty: of earlier times. */
  declare asker: CreationOptional<string>
  /** For which class; null: of earlier times. */
  declare classId: CreationOptional<number | null>
  /** What it will take about, and what it took, ms of a processor. */
  declare costMs: CreationOptional<number>
  declare spentMs: CreationOptional<number>
  declare endedAt: CreationOptional<Date | null>
}
export type Job = Attributes<JobModel>

export function initJobModel(sequelize: Sequelize): void {
  JobModel.init(
    {
      id: id(),
      kind: text(20),
      subject: reference(),
      state: { ...text(20), defaultValue: 'waiting' },
      tries: count(),
      failures: count(),
      leaseUntil: timeOrNull(),
      asker: { ...text(40), defaultValue: '' },
      classId: { ...reference(), allowNull: true },
      costMs: { ...reference(), defaultValue: 0 },
      spentMs: { ...reference(), defaultValue: 0 },
      endedAt: timeOrNull(),
      done: count(),
      whole: count(),
    },
    { sequelize, tableName: 'jobs' },
  )
}
