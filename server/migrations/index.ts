import { SequelizeStorage, Umzug } from 'umzug'
import type { Sequelize } from 'sequelize'
import { first } from './0001-first'
import { tools } from './0002-tools'
import { signatures } from './0003-signatures'
import { ownSheets } from './0004-own-sheets'
import { planBook } from './0005-plan-book'
import { warmUps } from './0006-warm-ups'
import { classWork } from './0007-class-work'
import { shown } from './0008-shown'
import { ownDrawings } from './0009-own-drawings'
import { warmUpSets } from './0010-warm-up-sets'
import { planDocuments } from './0011-plan-documents'
import { frontLasts } from './0012-front-lasts'
import { doors } from './0013-doors'
import { turns } from './0014-turns'
import { sessions } from './0015-sessions'
import { audit } from './0016-audit'
import { learnerTurns } from './0017-learner-turns'
import { jobFailures } from './0018-job-failures'
import { places } from './0019-places'
import { secondFactor } from './0020-second-factor'
import { colleagues } from './0021-colleagues'
import { begunAway } from './0022-begun-away'
import { keepingTimes } from './0023-keeping-times'
import { mails } from './0024-mails'
import { asTheyLike } from './0025-as-they-like'
import { cards } from './0026-cards'
import { classTurns } from './0027-class-turns'
import { verdicts } from './0028-verdicts'
import { keyframes } from './0029-keyframes'
import { paintPictures } from './0030-paint-pictures'
import { onPaper } from './0031-on-paper'

/** All migrations in their order. A landed one is never changed; a change is a new one. */
const MIGRATIONS = [
  first,
  tools,
  signatures,
  ownSheets,
  planBook,
  warmUps,
  classWork,
  shown,
  ownDrawings,
  warmUpSets,
  planDocuments,
  frontLasts,
  doors,
  turns,
  sessions,
  audit,
  learnerTurns,
  jobFailures,
  places,
  secondFactor,
  colleagues,
  begunAway,
  keepingTimes,
  mails,
  asTheyLike,
  cards,
  classTurns,
  verdicts,
  keyframes,
  paintPictures,
  onPaper,
]

/** Of all changes that this version knows, in their order. */
export const migrationNames = (): string[] => MIGRATIONS.map(each => each.name)

const umzugOf = (sequelize: Sequelize) =>
  new Umzug({
    migrations: MIGRATIONS,
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  })

/** Names of what is still to be done. */
export async function pendingMigrations(sequelize: Sequelize): Promise<string[]> {
  return (await umzugOf(sequelize).pending()).map(each => each.name)
}

/** Brings the database up to date; returns the names of what was done. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  return (await umzugOf(sequelize).up()).map(each => each.name)
}
