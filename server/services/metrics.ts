import { Counter, Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client'
import { serverCounts, wasFull } from '../repositories/database'
import { waitingJobs } from '../repositories/jobs'
import { waitingTasks } from '../threads/pool'
import { openStreams } from '../utils/stream'

/*
 * Figures of this process for whoever watches it, in the open text format
 * (https://github.com/prometheus/docs/blob/main/content/docs/instrumenting/exposition_formats.md).
 */

const registry = new Registry()
collectDefaultMetrics({ register: registry })
const registers = [registry]

const answers = new Histogram({
  name: 'easel_request_seconds',
  help: 'How long requests took, by route, without streams',
  labelNames: ['method', 'route', 'status'],
  buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.15, 0.25, 0.5, 1, 2.5, 5, 10],
  registers,
})

/** A request was answered. `route`: as it is written in the code, so that there are few. */
export function countAnswer(method: string, route: string, status: number, seconds: number): void {
  answers.observe({ method, route, status: String(status) }, seconds)
}

const batches = new Counter({
  name: 'easel_batches_total',
  help: 'Batches of records that were stored',
  registers,
})
const acts = new Counter({ name: 'easel_acts_total', help: 'Acts in them', registers })

export function countBatch(count: number): void {
  batches.inc()
  acts.inc(count)
}

const jobsEnded = new Counter({
  name: 'easel_jobs_ended_total',
  help: 'Jobs that ended here, by kind and ending',
  labelNames: ['kind', 'ending'],
  registers,
})

export function countJob(kind: string, ending: string): void {
  jobsEnded.inc({ kind, ending })
}

new Gauge({
  name: 'easel_streams',
  help: 'Streams of live news that are open',
  registers,
  collect() {
    this.set(openStreams())
  },
})
new Gauge({
  name: 'easel_thread_tasks_waiting',
  help: 'Large bodies that wait for a thread',
  registers,
  collect() {
    this.set(waitingTasks())
  },
})
new Gauge({
  name: 'easel_database_servers',
  help: 'Database servers of the cluster, all and those that take questions',
  labelNames: ['which'],
  registers,
  collect() {
    const { all, ready } = serverCounts()
    this.set({ which: 'all' }, all)
    this.set({ which: 'ready' }, ready)
  },
})
new Gauge({
  name: 'easel_disk_full',
  help: 'Whether something could not be stored for want of room within the last minute',
  registers,
  collect() {
    this.set(wasFull() ? 1 : 0)
  },
})
new Gauge({
  name: 'easel_jobs_waiting',
  help: 'Jobs that wait or run at all processes, by state',
  labelNames: ['state'],
  registers,
  async collect() {
    // With the database away the other figures are told all the same.
    const counts = await waitingJobs().catch(() => null)
    this.reset()
    for (const { state, count } of counts ?? []) this.set({ state }, count)
  },
})

export const metricsType = registry.contentType
export const metricsText = (): Promise<string> => registry.metrics()
