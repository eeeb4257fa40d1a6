import { Op } from 'sequelize'
import { JobModel, type JobKind, type Job } from '../models'
import { inTransaction, type Tx } from './database'
import { made, one } from './values'

export type { Job } from '../models'

/** How long a worker may be silent before another takes its job over, ms. */
const LEASE_MS = 120_000
const MOST_TRIES = 3

export async function addJob(kind: JobKind, subject: number, transaction?: Tx): Promise<void> {
  await JobModel.create({ kind, subject }, { transaction })
}

/** The latest job about something. */
export function latestJob(kind: JobKind, subject: number): Promise<Job | null> {
  return one(JobModel.findOne({ where: { kind, subject }, order: [['id', 'DESC']] }))
}

/** How far a job is; its lease begins again. False: someone has stopped it. */
export async function tellProgress(job: Job, done: number, whole: number): Promise<boolean> {
  const [count] = await JobModel.update(
    { done, whole, leaseUntil: new Date(Date.now() + LEASE_MS) },
    { where: { id: job.id, state: 'running' } },
  )
  // The driver counts rows that changed: the lease does, in every ms.
  return count > 0
}

export async function stopJobs(kind: JobKind, subject: number): Promise<void> {
  await JobModel.update(
    { state: 'stopped', leaseUntil: null },
    { where: { kind, subject, state: ['waiting', 'running'] } },
  )
}

/** Takes the oldest job that waits or whose worker has died. Two processes never take the same one. */
export function takeJob(now: Date): Promise<Job | null> {
  return inTransaction(async transaction => {
    const job = await JobModel.findOne({
      where: {
        [Op.or]: [{ state: 'waiting' }, { state: 'running', leaseUntil: { [Op.lt]: now } }],
        tries: { [Op.lt]: MOST_TRIES },
      },
      order: ['id'],
      lock: transaction.LOCK.UPDATE,
      skipLocked: true,
      transaction,
    })
    return (
      job &&
      made(
        job.update(
          { state: 'running', tries: job.tries + 1, leaseUntil: new Date(now.getTime() + LEASE_MS) },
          { transaction },
        ),
      )
    )
  })
}

export async function endJob({ id, tries }: Job, state: 'done' | 'waiting' | 'failed' | 'stopped'): Promise<void> {
  const end = state === 'waiting' && tries >= MOST_TRIES ? 'failed' : state
  await JobModel.update({ state: end, leaseUntil: null }, { where: { id } })
}
