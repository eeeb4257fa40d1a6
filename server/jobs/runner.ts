import { once } from 'node:events'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { DrawingRecord } from '#core/drawing'
import type { Plan } from '#core/plan'
import * as drawings from '../repositories/drawings'
import * as handIns from '../repositories/handins'
import type { HandIn } from '../repositories/handins'
import * as jobs from '../repositories/jobs'
import type { Job } from '../repositories/jobs'
import { documentFor } from '../repositories/plans'
import { recordOf } from '../services/records'
import { log } from '../utils/log'
import type { Examination } from './examine'
import { assemble } from './mural'
import type { PanelAsked, PanelDrawn } from './panel'
import { pictureOf } from './picture'

/** What the thread is asked: to examine a hand-in, or to draw a mural's panel. */
export type Asked =
  { readonly kind: 'examine'; readonly record: DrawingRecord; readonly steps: Plan['steps'] } | PanelAsked

/** How often the queue is looked at when it was empty, ms. */
const IDLE_MS = 700

/** Takes jobs from the queue, one at a time, and runs them in a thread of its own. */
export function startRunner(workersDir: string): () => Promise<void> {
  let worker: Worker | null = null
  let isStopped = false
  let timer: NodeJS.Timeout | null = null

  async function inThread<R extends Examination | PanelDrawn>(message: Asked): Promise<R> {
    worker ??= new Worker(join(workersDir, 'examiner.mjs'))
    worker.unref()
    const answer = once(worker, 'message')
    worker.postMessage(message)
    try {
      const [{ result, error }] = (await answer) as [{ result?: R; error?: string }]
      if (!result) throw new Error(error)
      return result
    } catch (error) {
      void worker?.terminate()
      worker = null
      throw error
    }
  }

  async function verify(handIn: HandIn): Promise<void> {
    const drawing = (await drawings.drawingById(handIn.drawingId))!
    const plan = await documentFor(drawing)
    const record = await recordOf(drawing, handIn.position)
    const { hash, findings, pixels, width, height, measures } = await inThread<Examination>({
      kind: 'examine',
      record,
      steps: plan.steps,
    })
    const picture = await pictureOf(pixels, width, height)
    await handIns.setExamined(handIn.id, {
      verification: hash === handIn.hash ? 'matches' : 'differs',
      findings,
      picture,
      measures,
    })
  }

  async function run(job: Job): Promise<void> {
    const began = Date.now()
    try {
      const ended = job.kind === 'mural' ? await assemble(job, asked => inThread<PanelDrawn>(asked)) : 'done'
      const handIn = job.kind === 'verify' ? await handIns.handInById(job.subject) : null
      if (handIn) await verify(handIn)
      await jobs.endJob(job, ended)
      log('info', 'job-done', { job: job.id, kind: job.kind, ms: Date.now() - began })
    } catch (error) {
      log('error', 'job-failed', {
        job: job.id,
        kind: job.kind,
        error: error instanceof Error ? error.message : String(error),
      })
      await jobs.endJob(job, 'waiting')
    }
  }

  async function turn(): Promise<void> {
    let found: Job | null = null
    try {
      found = await jobs.takeJob(new Date())
      if (found) await run(found)
    } catch (error) {
      log('warn', 'queue-unreachable', { error: error instanceof Error ? error.name : String(error) })
    }
    if (!isStopped) timer = setTimeout(() => void turn(), found ? 0 : IDLE_MS).unref()
  }

  void turn()
  return async () => {
    isStopped = true
    if (timer) clearTimeout(timer)
    await worker?.terminate()
  }
}
