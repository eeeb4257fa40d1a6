import { setTimeout as pause } from 'node:timers/promises'
import { QueryTypes, Transaction, UniqueConstraintError, type Sequelize } from 'sequelize'
import { connect } from '../models'

let sequelize: Sequelize | null = null

/** Opens the pool once; nothing is sent before the first question. */
export function openDatabase(url: string): Sequelize {
  if (sequelize) return sequelize
  sequelize = connect(url)
  // A question of its own that gave way is asked again; within a transaction all of that is done again, below.
  const ask = sequelize.query.bind(sequelize) as (sql: never, options?: { transaction?: unknown }) => Promise<never>
  sequelize.query = ((sql: never, options?: { transaction?: unknown }) =>
    options?.transaction ? ask(sql, options) : again(() => ask(sql, options))) as typeof sequelize.query
  return sequelize
}

function database(): Sequelize {
  if (!sequelize) throw new Error('the database was not opened')
  return sequelize
}

export type Tx = Transaction

/**
 * Numbers of what the database says when two transactions were in each other's way and this one gave way: a deadlock
 * (with Galera also a conflict at certification), a lock that was waited for too long, a row that has changed since.
 */
const GAVE_WAY = new Set([1213, 1205, 1020])
const MOST_TURNS = 6
/** The first pause before it is done again, ms; it doubles, and is drawn by lot so that two don't meet again. */
const PAUSE_MS = 8

const didGiveWay = (error: unknown) => GAVE_WAY.has((error as { parent?: { errno?: number } }).parent?.errno ?? 0)

/**
 * Runs `work` in one transaction: all of it is committed, or nothing. Where the transaction gave way to another one,
 * all of `work` is done again: it changes nothing but by its transaction.
 */
export function inTransaction<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  const isolationLevel = Transaction.ISOLATION_LEVELS.READ_COMMITTED
  return again(() => database().transaction({ isolationLevel }, work))
}

async function again<T>(work: () => Promise<T>): Promise<T> {
  for (let turn = 1; ; turn++) {
    try {
      return await work()
    } catch (error) {
      if (!didGiveWay(error) || turn === MOST_TURNS) throw error
      await pause(PAUSE_MS * 2 ** turn * (0.5 + Math.random()))
    }
  }
}

/** Whether something could not be stored because there is one of its name already. */
export const isDouble = (error: unknown): boolean => error instanceof UniqueConstraintError

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
