import { type Attributes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import type { MeasureName } from '#core/lookfor'
import type { GoOn, Plan, PlanPicture } from '#core/plan'
import { count, digest, digestKey, json, text } from './columns'

/** What of a step is known without its plan. */
export interface StepFacts {
  readonly id: string
  readonly title: string
  readonly goOn?: GoOn
  readonly isRicher?: boolean
  readonly lookFors: readonly { readonly id: string; readonly title: string; readonly measure: MeasureName }[]
}

/** What of a plan lies in the document itself: its pictures and its record lie in tables of their own. */
export type PlanBody = Omit<Plan, 'pictures' | 'demonstration'> & {
  readonly pictures?: readonly { readonly id: string; readonly type: PlanPicture['type']; readonly digest: string }[]
  readonly demonstration: Omit<Plan['demonstration'], 'entries'>
}

/**
 * What a plan says, never changed: plans and their versions that say the same share one. Its card stands in columns, so
 * that lists of plans load no plan.
 */
export class PlanDocumentModel extends Model<
  InferAttributes<PlanDocumentModel>,
  InferCreationAttributes<PlanDocumentModel>
> {
  /** SHA-256 of all it says, hex. */
  declare digest: string
  declare title: string
  declare goal: string
  declare level: Plan['level']
  declare minutes: number
  declare topics: string[]
  declare warmUps: NonNullable<Plan['warmUps']>
  declare sheet: Plan['sheet']
  declare steps: readonly StepFacts[]
  declare body: PlanBody
  /** Digest of the record of its demonstration. */
  declare record: string
}
export type PlanDocument = Attributes<PlanDocumentModel>

export function initPlanDocumentModel(sequelize: Sequelize): void {
  PlanDocumentModel.init(
    {
      digest: digestKey(),
      title: text(80),
      goal: text(2000),
      level: text(10),
      minutes: count(),
      topics: json('topics', false),
      warmUps: json('warmUps', false),
      sheet: json('sheet', false),
      steps: json('steps', false),
      body: json('body', false),
      record: digest(false),
    },
    { sequelize, tableName: 'plan_documents' },
  )
}
