import type { Connection, ConnectionConfig } from 'mariadb'
import { Sequelize, type Options } from 'sequelize'
import { AnswerModel, initAnswerModel } from './answer'
import { initAssignmentModel } from './assignment'
import { initAssignmentLearnerModel } from './assignment-learner'
import { DrawingModel, initDrawingModel } from './drawing'
import { initDrillTryModel } from './drill-try'
import { HandInModel, initHandInModel } from './hand-in'
import { initJobModel } from './job'
import { LearnerModel, initLearnerModel } from './learner'
import { initLivePictureModel } from './live-picture'
import { initMuralModel } from './mural'
import { initMuralPanelModel } from './mural-panel'
import { initMuralPartModel } from './mural-part'
import { initNewsModel } from './news'
import { initPaintPictureModel } from './paint-picture'
import { initPaintPicturePartModel } from './paint-picture-part'
import { initPlanDocumentModel } from './plan-document'
import { initPlanDocumentPictureModel } from './plan-document-picture'
import { initPlanPictureModel } from './plan-picture'
import { initPlanRecordModel } from './plan-record'
import { initPlanModel } from './plan'
import { initPlanVersionModel } from './plan-version'
import { initRaisedHandModel } from './raised-hand'
import { initRecordBatchModel } from './record-batch'
import { SchoolClassModel, initSchoolClassModel } from './school-class'
import { initSignatureModel } from './signature'
import { initTeacherModel } from './teacher'
import { initWallWordsModel } from './wall-words'
import { initWallWorkModel } from './wall-work'
import { initWarmUpSetModel } from './warm-up-set'

export * from './teacher'
export * from './school-class'
export * from './learner'
export * from './plan-document'
export * from './plan-document-picture'
export * from './plan-picture'
export * from './plan-record'
export * from './plan'
export * from './plan-version'
export * from './assignment'
export * from './assignment-learner'
export * from './drawing'
export * from './record-batch'
export * from './hand-in'
export * from './answer'
export * from './job'
export * from './live-picture'
export * from './mural'
export * from './paint-picture'
export * from './paint-picture-part'
export * from './mural-panel'
export * from './mural-part'
export * from './raised-hand'
export * from './news'
export * from './drill-try'
export * from './warm-up-set'
export * from './signature'
export * from './wall-work'
export * from './wall-words'

/** Every table, one file each. */
const INITS = [
  initTeacherModel,
  initSchoolClassModel,
  initLearnerModel,
  initPlanDocumentModel,
  initPlanDocumentPictureModel,
  initPlanPictureModel,
  initPlanRecordModel,
  initPlanModel,
  initPlanVersionModel,
  initAssignmentModel,
  initAssignmentLearnerModel,
  initDrawingModel,
  initRecordBatchModel,
  initHandInModel,
  initAnswerModel,
  initJobModel,
  initLivePictureModel,
  initMuralModel,
  initMuralPanelModel,
  initMuralPartModel,
  initRaisedHandModel,
  initPaintPictureModel,
  initPaintPicturePartModel,
  initNewsModel,
  initDrillTryModel,
  initWarmUpSetModel,
  initSignatureModel,
  initWallWorkModel,
  initWallWordsModel,
]

/** What is read with what it belongs to, in one question. */
function joinModels(): void {
  const by = (foreignKey: string) => ({ foreignKey, constraints: false })
  HandInModel.belongsTo(DrawingModel, { as: 'drawing', ...by('drawingId') })
  DrawingModel.belongsTo(LearnerModel, { as: 'learner', ...by('learnerId') })
  HandInModel.hasOne(AnswerModel, { as: 'answer', ...by('handInId') })
  LearnerModel.belongsTo(SchoolClassModel, { as: 'schoolClass', ...by('classId') })
}

/** What connections come from: the driver, or what chooses among several servers. */
export interface Source {
  createConnection: (config: ConnectionConfig) => Promise<Connection>
  isCurrent: (connection: Connection) => boolean
}

/** Connects and binds every model. The pool opens connections when they are needed. */
export function connect(url: string, source: Source): Sequelize {
  const sequelize = new Sequelize(url, {
    dialect: 'mariadb',
    dialectModule: { createConnection: (config: ConnectionConfig) => source.createConnection(config) },
    logging: false,
    define: { timestamps: false, underscored: true },
    pool: { max: 10, acquire: 8000, validate: (connection: Connection) => source.isCurrent(connection) },
    dialectOptions: { connectTimeout: 3000, maxAllowedPacket: 256 * 1024 * 1024 },
  } as Options)
  for (const init of INITS) init(sequelize)
  joinModels()
  return sequelize
}
