import { Op } from 'sequelize'
import { Job } from '../models'
import { inTransaction, type Tx } from './database'

/** How long a worker may be silent before another takes its job over, ms. */
const LEASE_MS = 120_000
const MOST_TRIES = 3

export async function addJob(subject: number, transaction?: Tx): Promise<void> {
  await Job.create({ kind: 'verify', subject }, { transaction })
}

/** Takes the oldest job that waits or whose worker has died. Two processes never take the same one. */
export function takeJob(now: Date): Promise<Job | null> {
  return inTransaction(async (transaction) => {
    const job = await Job.findOne({
      where: {
        [Op.or]: [{ state: 'waiting' }, { state: 'running', leaseUntil: { [Op.lt]: now } }],
        tries: { [Op.lt]: MOST_TRIES },
      },
      order: ['id'], lock: transaction.LOCK.UPDATE, skipLocked: true, transaction,
    })
    await job?.update({ state: 'running', tries: job.tries + 1, leaseUntil: new Date(now.getTime() + LEASE_MS) }, { transaction })
    return job
  })
}

export async function endJob(job: Job, state: 'done' | 'waiting' | 'failed'): Promise<void> {
  await job.update({ state: state === 'waiting' && job.tries >= MOST_TRIES ? 'failed' : state, leaseUntil: null })
}
