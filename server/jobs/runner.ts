import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import * as drawings from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import type { HandIn } from '../repositories/handins'
import * as jobs from '../repositories/jobs'
import type { Job } from '../repositories/jobs'
import * as keyframes from '../repositories/keyframes'
import { documentFor } from '../repositories/plans'
import { countJob } from '../services/metrics'
import { troubleOf } from '../repositories/trouble'
import { packedRecordOf } from '../services/records'
import { log, reasonOf } from '../utils/log'
import type { Asked, Examined, PackedRecord, PanelPut } from './asked'
import type { Keyframe } from './keyframe'
import { Helper, TooHeavy, type Limits } from './helper'
import { assemble } from './mural'

/** How often the queue is looked at when it was empty, ms. */
const IDLE_MS = 700
/** How often it is looked for jobs that were lost, ms. */
const LOST_MS = 30_000
/** How often a job says that it goes on, ms. */
const KEEP_MS = 8000
/** What is told to take longer than this is taken by one lane alone: it never keeps the others waiting, ms. */
const SHORT_MS = 20_000
const ANY_MS = Number.MAX_SAFE_INTEGER
/** A lane's process may fill `MEMORY`, so there are not more than this, however many cores there are. */
const MOST_LANES = 4

/** How long each lane's jobs may be told to take at most, ms. One core is left for the server. */
export function lanesFor(cores: number): number[] {
  const short = Math.min(MOST_LANES - 1, Math.max(1, cores - 2))
  return [...Array.from({ length: short }, () => SHORT_MS), ANY_MS]
}
/** What drawing a record again may take: several times what it is told to, within bounds, ms; and memory, bytes. */
const TIMES = 3
const LEAST_MS = 60_000
const MOST_MS = 600_000
const MEMORY = 2 * 1024 ** 3

/** What drawing a record again may take. */
export const limitsFor = ({ costMs }: Pick<PackedRecord, 'costMs'>): Limits => ({
  cpuMs: Math.min(MOST_MS, Math.max(LEAST_MS, TIMES * costMs)),
  bytes: MEMORY,
})

/** Takes jobs from the queue, one at a time in each lane, and has them done in processes beside the server. */
export function startRunner(toolsDir: string, limits = limitsFor, cores = availableParallelism()): () => Promise<void> {
  const script = join(toolsDir, 'examiner.mjs')
  let lookedAt = -Infinity
  const lookForLost = async () => {
    if (performance.now() - lookedAt < LOST_MS) return
    lookedAt = performance.now()
    await giveUpLost()
  }
  const lanes = lanesFor(cores).map(mostMs => new Lane(new Helper(script), mostMs, limits, lookForLost))
  return async () => {
    await Promise.all(lanes.map(each => each.stop()))
  }
}

/** Of what was begun again and again and never ended the hand-in is not checked. */
async function giveUpLost(): Promise<void> {
  for (const { id, kind, subject } of await jobs.giveUpLost()) {
    log('error', 'job-lost', { job: id, kind })
    countJob(kind, 'failed')
    if (kind === 'verify') await handIns.setUnchecked(subject)
  }
}

class Lane {
  private isStopped = false
  private timer: NodeJS.Timeout | null = null
  private turn: Promise<void>

  constructor(
    private readonly helper: Helper,
    private readonly mostMs: number,
    private readonly limits: typeof limitsFor,
    private readonly lookForLost: () => Promise<void>,
  ) {
    this.turn = this.next()
  }

  async stop(): Promise<void> {
    this.isStopped = true
    if (this.timer) clearTimeout(this.timer)
    this.helper.stop()
    await this.turn
  }

  private async next(): Promise<void> {
    let job: Job | null = null
    try {
      await this.lookForLost()
      job = await jobs.takeJob(this.mostMs)
      if (job) await this.run(job)
    } catch (error) {
      log('warn', 'queue-unreachable', { error: reasonOf(error) })
    }
    if (this.isStopped) return
    this.timer = setTimeout(
      () => {
        this.turn = this.next()
      },
      job ? 0 : IDLE_MS,
    ).unref()
  }

  private async run(job: Job): Promise<void> {
    const began = Date.now()
    let spentMs = 0
    const ask = async <R>(asked: Asked): Promise<R> => {
      try {
        return await this.helper.ask<R>(asked, this.limits(asked.record))
      } finally {
        spentMs += this.helper.spentMs
      }
    }
    const keeping = setInterval(() => {
      // Somebody has stopped it, or it was taken over while this process was away.
      void jobs.keepJob(job).then(
        isMine => isMine || this.helper.stop(),
        () => {},
      )
    }, KEEP_MS)
    try {
      const ended = job.kind === 'mural' ? await assemble(job, asked => ask<PanelPut>(asked)) : await verify(job, ask)
      await jobs.endJob(job, ended, spentMs)
      countJob(job.kind, ended)
      log('info', 'job-done', { job: job.id, kind: job.kind, ms: Date.now() - began, spentMs })
    } catch (error) {
      // Ended with the server, or for want of its database: that is no fault of the job's.
      if (this.isStopped || troubleOf(error) !== 'other') return await jobs.giveBackJob(job)
      log('error', 'job-failed', {
        job: job.id,
        kind: job.kind,
        spentMs,
        error: reasonOf(error),
      })
      const end = await jobs.endJob(job, error instanceof TooHeavy ? 'failed' : 'waiting', spentMs)
      countJob(job.kind, end)
      if (end === 'failed' && job.kind === 'verify') await handIns.setUnchecked(job.subject)
    } finally {
      clearInterval(keeping)
    }
  }
}

async function verify({ subject }: Job, ask: <R>(asked: Asked) => Promise<R>): Promise<'done'> {
  const handIn: HandIn | null = await handIns.handInById(subject)
  if (!handIn) return 'done'
  const drawing = (await drawings.drawingById(handIn.drawingId))!
  const plan = await documentFor(drawing)
  const record = await packedRecordOf(drawing, handIn.position)
  const { position } = handIn
  const examined = (keyframe: Keyframe | null) =>
    ask<Examined>({ kind: 'examine', record, steps: plan.steps, keyframe })
  const keyframe = await keyframes.keyframeFor(drawing.id, position)
  let all = await examined(keyframe)
  // Nothing is said to differ that was not drawn from its beginning.
  const wanted = drawing.onPaper ? null : handIn.hash
  if (keyframe && wanted !== null && all.hash !== wanted) {
    await keyframes.dropKeyframe(drawing.id)
    all = await examined(null)
  }
  const { hash, packed, ...found } = all
  // Of a page there is no other drawing than this one: its px were held against their name when they came.
  const isRight = wanted === null || hash === wanted
  if (packed && isRight) await keyframes.keepKeyframe(drawing.id, { position, hash, packed })
  await handIns.setExamined(handIn.id, {
    ...found,
    picture: Buffer.from(found.picture),
    verification: isRight ? 'matches' : 'differs',
    ...(wanted === null && { hash }),
  })
  return 'done'
}
