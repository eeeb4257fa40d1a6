import { type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { digestKey } from './columns'

/** Which pictures a document shows. */
export class PlanDocumentPictureModel extends Model<
  InferAttributes<PlanDocumentPictureModel>,
  InferCreationAttributes<PlanDocumentPictureModel>
> {
  declare document: string
  declare picture: string
}

export function initPlanDocumentPictureModel(sequelize: Sequelize): void {
  PlanDocumentPictureModel.init(
    { document: digestKey(), picture: digestKey() },
    { sequelize, tableName: 'plan_document_pictures' },
  )
}
