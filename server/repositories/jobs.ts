import { Op } from 'sequelize'
import { Job, type JobKind } from '../models'
import { inTransaction, type Tx } from './database'

/** How long a worker may be silent before another takes its job over, ms. */
const LEASE_MS = 120_000
const MOST_TRIES = 3

export async function addJob(kind: JobKind, subject: number, transaction?: Tx): Promise<void> {
  await Job.create({ kind, subject }, { transaction })
}

/** The latest job about something. */
export function latestJob(kind: JobKind, subject: number): Promise<Job | null> {
  return Job.findOne({ where: { kind, subject }, order: [['id', 'DESC']] })
}

/** How far a job is; its lease begins again. False: someone has stopped it. */
export async function tellProgress(job: Job, done: number, whole: number): Promise<boolean> {
  const [count] = await Job.update(
    { done, whole, leaseUntil: new Date(Date.now() + LEASE_MS) },
    { where: { id: job.id, state: 'running' } },
  )
  // The driver counts rows that changed: the lease does, in every ms.
  return count > 0
}

export async function stopJobs(kind: JobKind, subject: number): Promise<void> {
  await Job.update({ state: 'stopped', leaseUntil: null }, { where: { kind, subject, state: ['waiting', 'running'] } })
}

/** Takes the oldest job that waits or whose worker has died. Two processes never take the same one. */
export function takeJob(now: Date): Promise<Job | null> {
  return inTransaction(async transaction => {
    const job = await Job.findOne({
      where: {
        [Op.or]: [{ state: 'waiting' }, { state: 'running', leaseUntil: { [Op.lt]: now } }],
        tries: { [Op.lt]: MOST_TRIES },
      },
      order: ['id'],
      lock: transaction.LOCK.UPDATE,
      skipLocked: true,
      transaction,
    })
    await job?.update(
      { state: 'running', tries: job.tries + 1, leaseUntil: new Date(now.getTime() + LEASE_MS) },
      { transaction },
    )
    return job
  })
}

export async function endJob(job: Job, state: 'done' | 'waiting' | 'failed' | 'stopped'): Promise<void> {
  await job.update({ state: state === 'waiting' && job.tries >= MOST_TRIES ? 'failed' : state, leaseUntil: null })
}
