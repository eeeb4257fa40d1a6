import { literal, Op, type WhereOptions } from 'sequelize'
import { JobModel, type JobKind, type Job } from '../models'
import { inTransaction, question, type Tx } from './database'
import { every, made, one } from './values'

export type { Job } from '../models'

/** How long a process may be silent before another one takes its job over, s; by the database's clock. */
const LEASE_S = 40
/** What fails so often is given up. */
const MOST_FAILURES = 12
/** And what was begun so often and never ended: processes end for other reasons, but not so often. */
const MOST_TRIES = 100
/** What somebody's jobs took counts for so long, s: who has had much waits for who has had less. */
const COUNTS_S = 3600
/** And what a class's took, s: while one hands in, another one's are not behind all of them. */
const CLASS_COUNTS_S = 300
/** Jobs that are looked at for one that nobody else takes at this moment. */
const CANDIDATES = 8

const lease = () => literal(`NOW(3) + INTERVAL ${LEASE_S} SECOND`)

export type NewJob = Pick<Job, 'kind' | 'subject' | 'asker' | 'classId' | 'costMs'>

export async function addJob({ costMs, ...job }: NewJob, transaction?: Tx): Promise<void> {
  await JobModel.create({ ...job, costMs: Math.round(costMs) }, { transaction })
}

/** The latest job about something. */
export function latestJob(kind: JobKind, subject: number): Promise<Job | null> {
  return one(JobModel.findOne({ where: { kind, subject }, order: [['id', 'DESC']] }))
}

/** Still this one's: not stopped, and not taken over by another process. */
const mine = ({ id, tries }: Job): WhereOptions => ({ id, tries, state: 'running' })

/** The job goes on: its lease begins again. False: someone has stopped it, or taken it over. */
export async function keepJob(job: Job, progress: { done: number; whole: number } | null = null): Promise<boolean> {
  const [count] = await JobModel.update({ ...progress, leaseUntil: lease() as never }, { where: mine(job) })
  // The driver counts rows that changed: the lease does, in every ms.
  return count > 0
}

/** How many wait or run, at all processes. */
export function waitingJobs(): Promise<{ state: string; count: number }[]> {
  return question("SELECT state, COUNT(*) AS count FROM jobs WHERE state IN ('waiting', 'running') GROUP BY state", {})
}

export async function stopJobs(kind: JobKind, subject: number): Promise<void> {
  await JobModel.update(
    { state: 'stopped', leaseUntil: null },
    { where: { kind, subject, state: ['waiting', 'running'] } },
  )
}

const IS_FREE = `(state = 'waiting' OR (state = 'running' AND lease_until < NOW(3))) AND failures < ${MOST_FAILURES} AND tries < ${MOST_TRIES}`

/** What those with the same value in `column` have had for so long, and what runs for them now, ms. */
const shareOf = (column: 'asker' | 'class_id', seconds: number) => `SELECT ${column}, SUM(
      CASE WHEN state = 'running' THEN IF(lease_until >= NOW(3), cost_ms, 0) ELSE spent_ms END) AS ms FROM jobs
    WHERE ended_at > NOW(3) - INTERVAL ${seconds} SECOND OR state = 'running' GROUP BY ${column}`

/**
 * Jobs that wait or whose process has died. Those come first whose asker and whose class have had the least lately,
 * with what runs for them now and what this one will take: many or heavy ones of one don't keep the others waiting.
 */
const NEXT = `SELECT j.id FROM jobs j
  LEFT JOIN (${shareOf('asker', COUNTS_S)}) own ON own.asker = j.asker
  LEFT JOIN (${shareOf('class_id', CLASS_COUNTS_S)}) class ON class.class_id = j.class_id
  WHERE ${IS_FREE} AND j.cost_ms <= :mostMs
  ORDER BY COALESCE(own.ms, 0) + COALESCE(class.ms, 0) + j.cost_ms, j.id
  LIMIT ${CANDIDATES}`

/** Takes the next job that takes so long at most, ms. Two processes never take the same one. */
export async function takeJob(mostMs: number): Promise<Job | null> {
  const free = await question<{ id: number }>(NEXT, { mostMs })
  for (const { id } of free) {
    const job = await takeThis(id)
    if (job) return job
  }
  return null
}

function takeThis(id: number): Promise<Job | null> {
  return inTransaction(async transaction => {
    const job = await JobModel.findOne({
      where: { id, [Op.and]: literal(IS_FREE) },
      lock: transaction.LOCK.UPDATE,
      skipLocked: true,
      transaction,
    })
    if (!job) return null
    const tries = job.tries + 1
    await job.update({ state: 'running', tries, leaseUntil: lease() as never }, { transaction })
    return made(job.reload({ transaction }))
  })
}

/** Ends jobs that were begun too often and whose last process is gone; returns them. */
export function giveUpLost(): Promise<Job[]> {
  return inTransaction(async transaction => {
    const where = literal(`state = 'running' AND lease_until < NOW(3) AND tries >= ${MOST_TRIES}`)
    const lost = await every(JobModel.findAll({ where, limit: 50, lock: transaction.LOCK.UPDATE, transaction }))
    if (lost.length > 0)
      await JobModel.update(
        { state: 'failed', leaseUntil: null, endedAt: literal('NOW(3)') as never },
        { where: { id: lost.map(each => each.id) }, transaction },
      )
    return lost
  })
}

/**
 * Ends a job; `waiting`: it failed, and is tried again, unless it failed too often. Returns how it stands then.
 *
 * @param spentMs what it took, of the processor
 */
export async function endJob(
  job: Job,
  state: 'done' | 'waiting' | 'failed' | 'stopped',
  spentMs: number,
): Promise<Job['state']> {
  const failures = job.failures + (state === 'waiting' ? 1 : 0)
  const end = failures >= MOST_FAILURES ? 'failed' : state
  await JobModel.update(
    {
      state: end,
      failures,
      leaseUntil: null,
      spentMs: literal(`spent_ms + ${Math.round(spentMs)}`) as never,
      endedAt: literal('NOW(3)') as never,
    },
    { where: mine(job) },
  )
  return end
}

/** The process ends in the middle: the job waits for another one, and that was no try. */
export async function giveBackJob(job: Job): Promise<void> {
  await JobModel.update({ state: 'waiting', leaseUntil: null, tries: job.tries - 1 }, { where: mine(job) })
}
