import { QueryTypes, Transaction, type Sequelize } from 'sequelize'
import { connect } from '../models'

let sequelize: Sequelize | null = null

/** Opens the pool once; nothing is sent before the first question. */
export function openDatabase(url: string): Sequelize {
  sequelize ??= connect(url)
  return sequelize
}

function database(): Sequelize {
  if (!sequelize) throw new Error('the database was not opened')
  return sequelize
}

export type Tx = Transaction

/** Runs `work` in one transaction: all of it is committed, or nothing. */
export function inTransaction<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  return database().transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.READ_COMMITTED }, work)
}

/** Throws when the database can't be reached. */
export async function ping(): Promise<void> {
  // Without a type Sequelize takes the driver's rows apart in a way that this driver forbids.
  await database().query('SELECT 1', { type: QueryTypes.SELECT })
}

export async function closeDatabase(): Promise<void> {
  await sequelize?.close()
  sequelize = null
}

/** Rows of a question in SQL, with named values. */
export function question<T extends object>(
  sql: string,
  replacements: Record<string, unknown>,
  transaction?: Tx,
): Promise<T[]> {
  return database().query<T>(sql, { replacements, transaction, type: QueryTypes.SELECT })
}

/** A change in SQL, with named values. */
export async function command(sql: string, replacements: Record<string, unknown>, transaction?: Tx): Promise<void> {
  await database().query(sql, { replacements, transaction })
}
