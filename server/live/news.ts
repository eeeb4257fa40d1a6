import type { LearnersNews } from '#shared/views'
import * as live from '../repositories/live'
import { Polling, type Tell } from './polling'
import { nowMs } from '../utils/clock'

/** How often news are looked for, ms. */
const NEWS_MS = 500
/** News that were sent so long before a page opened are told to it, ms. */
const LATELY_MS = 60_000
/** Numbers are given before rows can be seen: what is younger than this is looked at again, ms. */
const SETTLE_MS = 5000
const MOST_AT_ONCE = 500

interface Listener {
  readonly classId: number
  readonly learnerId: number
  readonly tell: Tell<LearnersNews>
  /** What it was told already of what may be seen twice. */
  readonly told: Set<number>
  /** What it knew when it began to listen: all up to this number. */
  readonly from: number
  /** The sheet in front that it was told of last, as JSON; empty: nothing was said of that yet. */
  front: string
}

const listeners = new Set<Listener>()
let settled: number | null = null

const polling = new Polling<never>(
  async () => {
    if (listeners.size === 0) return
    const now = nowMs()
    const classes = [...new Set([...listeners].map(each => each.classId))]
    settled ??= await live.newsBefore(new Date(now - SETTLE_MS))
    const rows = await live.newsAfter(classes, settled, MOST_AT_ONCE)
    const shown = await live.fronts(classes)
    for (const row of rows) {
      for (const listener of listeners) {
        if (
          listener.classId !== row.classId ||
          (row.learnerId !== null && row.learnerId !== listener.learnerId) ||
          row.id <= listener.from ||
          listener.told.has(row.id)
        )
          continue
        listener.told.add(row.id)
        listener.tell({ kind: 'news', id: row.id, news: row.body })
      }
      if (now - row.madeAt.getTime() > SETTLE_MS) settled = Math.max(settled, row.id)
    }
    for (const listener of listeners) tellFront(listener, shown.get(listener.classId) ?? null)
  },
  NEWS_MS,
  () => {
    settled = null
  },
)

function tellFront(listener: Listener, front: { drawing: number; position: number } | null): void {
  const text = JSON.stringify(front)
  if (text === listener.front) return
  listener.front = text
  listener.tell({ kind: 'front', front })
}

/**
 * Tells a learner what comes for them and for their class, from the news after `after` on (or those of the last
 * minute), and which sheet of the teacher's all look at. That is said at once, that there is none as well: whoever
 * listens again after a break may have been shown one before. Returns how to stop.
 */
export async function listenToNews(
  { classId, learnerId, after }: { classId: number; learnerId: number; after: number | undefined },
  tell: Tell<LearnersNews>,
): Promise<() => void> {
  const from = after ?? (await live.newsBefore(new Date(nowMs() - LATELY_MS)))
  const listener: Listener = { classId, learnerId, tell, told: new Set(), from, front: '' }
  for (const row of await live.newsAfter([classId], from, MOST_AT_ONCE)) {
    if (row.learnerId !== null && row.learnerId !== learnerId) continue
    listener.told.add(row.id)
    tell({ kind: 'news', id: row.id, news: row.body })
  }
  tellFront(listener, (await live.fronts([classId])).get(classId) ?? null)
  listeners.add(listener)
  const stop = polling.listen(() => {})
  return () => {
    listeners.delete(listener)
    stop()
  }
}
