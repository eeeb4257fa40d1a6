import { once } from 'node:events'
import { readFile } from 'node:fs/promises'
import { Worker } from 'node:worker_threads'
import { BATCH_BYTES } from '#shared/limits'
import { Client, plainEntries, strokeEntry } from '../tests/lib/client'
import { percentile, type Row } from './measure'

/** What others wait for while a learner sends the worst that there is, over and over. */

const SECONDS = 12
/** Requests under way at once: a browser has six connections. */
const AT_ONCE = 6
const HEALTH_MS = 50
const writer = 'writer-of-the-attack'

/** Asks from a thread of its own: what the attackers do here is not what the server does. */
const WATCH = `
const { parentPort, workerData: { url, everyMs } } = require('node:worker_threads')
const waits = []
let isOver = false
parentPort.once('message', () => { isOver = true })
;(async () => {
  while (!isOver) {
    const at = performance.now()
    await fetch(url + '/api/health').then(answer => answer.arrayBuffer())
    waits.push(performance.now() - at)
    await new Promise(resolve => setTimeout(resolve, everyMs))
  }
  parentPort.postMessage(waits)
})()`

const numbers = (count: number, value: number) => Array.from({ length: count }, () => value)
/** Bodies by what is wrong with them, or not. */
const BODIES: Readonly<Record<string, (drawing: number) => [method: string, path: string, body: string]>> = {
  'batches as large as can be, right': drawing => [
    'POST',
    `/api/drawings/${drawing}/batches`,
    JSON.stringify({ number: 0, from: 0, writer, entries: [strokeEntry({ samples: numbers(600_000, 1023) })] }),
  ],
  'batches of many entries, right': drawing => [
    'POST',
    `/api/drawings/${drawing}/batches`,
    JSON.stringify({
      number: 0,
      from: 0,
      writer,
      entries: Array.from({ length: 400 }, () => strokeEntry({ samples: numbers(1500, 900) })),
    }),
  ],
  'batches with fractions for samples': drawing => [
    'POST',
    `/api/drawings/${drawing}/batches`,
    JSON.stringify({ number: 0, from: 0, writer, entries: [strokeEntry({ samples: numbers(1_200_000, 0.5) })] }),
  ],
  'batches that are lists in lists': drawing => [
    'POST',
    `/api/drawings/${drawing}/batches`,
    '['.repeat(BATCH_BYTES / 2 - 10) + ']'.repeat(BATCH_BYTES / 2 - 10),
  ],
  'pictures as large as can be': drawing => [
    'PUT',
    `/api/drawings/${drawing}/live`,
    JSON.stringify({ position: 1, base64: 'A'.repeat(800_000), found: null }),
  ],
  'signatures as large as can be': () => [
    'PUT',
    '/api/signature',
    JSON.stringify({ outlines: Array.from({ length: 60 }, () => numbers(500, 12.5)) }),
  ],
  'questions for a long record': drawing => ['GET', `/api/drawings/${drawing}`, ''],
}

export async function attack(): Promise<Row[]> {
  const url = process.env.LITTLE_EASEL_URL
  if (!url) return []
  const learner = await new Client(url).learner('Morten Skeel', '2650')
  const rows: Row[] = []
  for (const [name, make] of Object.entries(BODIES)) {
    const drawing = (await learner.call<{ id: number }>('POST', '/api/drawings', { plan: 1, afresh: true })).body.id
    await learner.call('POST', `/api/drawings/${drawing}/claim`, { writer, takeOver: false })
    if (name.startsWith('questions')) await fill(learner, drawing)
    const [method, path, body] = make(drawing)
    const before = await memory()
    let most = before
    const statuses = new Map<number, number>()
    const watch = new Worker(WATCH, { eval: true, workerData: { url, everyMs: HEALTH_MS } })
    const watching = setInterval(() => void memory().then(now => (most = Math.max(most, now))), HEALTH_MS)
    const until = performance.now() + SECONDS * 1000
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (performance.now() < until) {
          const { status } = await learner.head(method, path, body || undefined).catch(() => ({ status: 0 }))
          statuses.set(status, (statuses.get(status) ?? 0) + 1)
        }
      }),
    )
    clearInterval(watching)
    watch.postMessage('enough')
    const [waits] = (await once(watch, 'message')) as [number[]]
    const group = `${name} (${[...statuses].map(([status, count]) => `${count} × ${status}`).join(', ')})`
    rows.push(
      {
        group,
        name: 'health is answered: 95 % (aim: within 100 ms)',
        median: percentile(waits, 0.95),
        runs: waits.length,
      },
      { group, name: 'half of them', median: percentile(waits, 0.5), runs: waits.length },
      { group, name: 'memory grows by (aim: less than 100 MB)', median: most - before, unit: 'MB', runs: 1 },
    )
  }
  return rows
}

async function fill(learner: Client, drawing: number): Promise<void> {
  for (let number = 0; number < 3; number++)
    await learner.call('POST', `/api/drawings/${drawing}/batches`, {
      number,
      from: 2 * number,
      writer,
      entries: [...plainEntries(0, 1), strokeEntry({ samples: numbers(500_000, 1000 + number) })],
    })
}

/** Of the server, MB. */
async function memory(): Promise<number> {
  const pid = process.env.LITTLE_EASEL_PID
  if (!pid) return 0
  return Number(/VmRSS:\s+(\d+)/.exec(await readFile(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024
}
