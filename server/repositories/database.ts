import { setTimeout as pause } from 'node:timers/promises'
import { QueryTypes, Transaction, UniqueConstraintError, type Sequelize } from 'sequelize'
import { connect } from '../models'
import { Nodes, serversOf } from './nodes'
import { troubleOf } from './trouble'

const MOST_TURNS = 8
/** The first pause before it is done again, ms; it doubles up to a limit, drawn by lot so that two don't meet again. */
const PAUSE_MS = 8
const LONGEST_PAUSE_MS = 500
/** For so long another server is tried, ms: by then it shows which one goes on. */
const AWAY_MS = 8000

let sequelize: Sequelize | null = null
let nodes: Nodes | null = null

/** Opens the pool once; nothing is sent before the first question. The address may name several servers. */
export function openDatabase(address: string): Sequelize {
  if (sequelize) return sequelize
  const { servers, url } = serversOf(address)
  nodes = new Nodes(servers)
  sequelize = connect(url, nodes)
  // A question of its own that gave way is asked again; within a transaction all of that is done again, below.
  const ask = sequelize.query.bind(sequelize) as (sql: never, options?: { transaction?: unknown }) => Promise<never>
  sequelize.query = ((sql: never, options?: { transaction?: unknown }) =>
    options?.transaction ? ask(sql, options) : again(() => ask(sql, options), isRead(sql))) as typeof sequelize.query
  return sequelize
}

function database(): Sequelize {
  if (!sequelize) throw new Error('the database was not opened')
  return sequelize
}

export type Tx = Transaction

/** The database's servers: how many there are, and how many take questions. */
export const serverCounts = (): { all: number; ready: number } => nodes?.counts ?? { all: 0, ready: 0 }

/**
 * Runs `work` in one transaction: all of it is committed, or nothing. Where the transaction gave way to another one,
 * or its server went away before it was to be committed, all of `work` is done again: it changes nothing but by its
 * transaction. Of one that was lost while it was committed nobody knows whether it was: that is thrown, and who asked
 * asks again in a way that does nothing twice.
 */
export function inTransaction<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  const isolationLevel = Transaction.ISOLATION_LEVELS.READ_COMMITTED
  let isToCommit = false
  return again(
    () => {
      isToCommit = false
      return database().transaction({ isolationLevel }, async tx => {
        const result = await work(tx)
        isToCommit = true
        return result
      })
    },
    () => !isToCommit,
  )
}

/** When it was said last that there is no room, ms of the steady clock. */
let fullAt = -Infinity
const FULL_MS = 60_000

/** Whether the database could not store something for want of room within the last minute. */
export const wasFull = (): boolean => performance.now() - fullAt < FULL_MS

/** @param isHarmless whether doing it twice does no harm where its server went away in the middle */
async function again<T>(work: () => Promise<T>, isHarmless: () => boolean): Promise<T> {
  const began = performance.now()
  for (let turn = 1; ; turn++) {
    try {
      return await work()
    } catch (error) {
      const trouble = troubleOf(error)
      if (trouble === 'full') fullAt = performance.now()
      const isWorth =
        trouble === 'gave-way'
          ? turn < MOST_TURNS
          : nodes?.areSeveral &&
            (trouble === 'not-begun' || (trouble === 'cut-off' && isHarmless())) &&
            performance.now() - began < AWAY_MS
      if (!isWorth) throw error
      await pause(Math.min(PAUSE_MS * 2 ** turn, LONGEST_PAUSE_MS) * (0.5 + Math.random()))
    }
  }
}

/** SQL, or what holds it, that only looks. */
const isRead = (sql: unknown) => () =>
  /^\s*(SELECT|SHOW)\b/i.test(typeof sql === 'string' ? sql : ((sql as { query?: string } | null)?.query ?? ''))

/** Whether something could not be stored because there is one of its name already. */
export const isDouble = (error: unknown): boolean => error instanceof UniqueConstraintError

/** Throws when the database can't be reached. */
export async function ping(): Promise<void> {
  // Without a type Sequelize takes the driver's rows apart in a way that this driver forbids.
  await database().query('SELECT 1', { type: QueryTypes.SELECT })
}

export async function closeDatabase(): Promise<void> {
  await sequelize?.close()
  nodes?.close()
  sequelize = null
  nodes = null
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
