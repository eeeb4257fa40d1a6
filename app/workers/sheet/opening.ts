import type { Entry } from '#core/drawing'
import type { DrawingView } from '#shared/views'
import { ApiRefusal, Unreachable } from '../../api/client'
import { api, type Stored } from '../../api/routes'
import type { Keeper, Kept, Log } from '../record/keeper'
import { mergeRecords } from '../record/merge'
import { Sender } from '../record/sender'
import type { OpenMode } from './contract'

/** A record ready to be drawn on. */
export interface Opened {
  readonly log: Log
  readonly entries: Entry[]
  readonly view: DrawingView | null
  readonly keptApart: number | null
}

/** Why a server's silence or refusal still lets someone draw on what this browser keeps. */
function isAway(error: unknown): boolean {
  return error instanceof Unreachable || (error instanceof ApiRefusal && (error.code === 'database-down' || error.code === 'unexpected'))
}

/** Puts together what the server and this browser have of a drawing, and keeps the result here. */
export async function openRecord(keeper: Keeper | null, drawing: number, person: number, mode: OpenMode): Promise<Opened> {
  const found = await keeper?.read(drawing) ?? null
  const kept = found?.log.person === person ? found : null
  const writer = kept?.log.writer ?? crypto.randomUUID()
  let view: DrawingView | null = null
  try {
    if (mode !== 'look') await api.claim(drawing, writer, mode === 'take-over')
    view = await api.drawing(drawing)
  } catch (error) {
    if (!kept || !isAway(error)) throw error
  }
  const here = kept ? withLive(kept) : []
  if (mode === 'look' || !view) {
    const entries = view ? view.entries : here
    return { log: kept?.log ?? logOf(view!, person, writer), entries, view, keptApart: null }
  }
  const merged = mergeRecords(view.entries, here)
  const log = logOf(view, person, writer)
  const keptApart = merged.apart
    ? await keepApart(keeper, log, [...here.slice(0, merged.apart.forkAt), ...merged.apart.entries], merged.apart.forkAt)
    : null
  await keeper?.write(log, merged.entries)
  return { log, entries: merged.entries, view, keptApart }
}

function logOf(view: DrawingView, person: number, writer: string): Log {
  return {
    drawing: view.id, person, writer, position: view.position, nextBatch: view.nextBatch,
    planId: view.planId, plan: view.plan, purpose: view.purpose, way: view.way, startAt: view.startAt, touchedAt: Date.now(),
  }
}

/** A stroke that was under way when the tab died is finished where it was. */
function withLive({ entries, live }: Kept): Entry[] {
  if (!live) return entries
  const { layer, style, samples, at } = live
  return [...entries, { type: 'act', at, act: { kind: 'stroke', version: 2, layer, ...style, samples } }]
}

/**
 * Makes a drawing of its own out of entries of which the server has the first `position`. Returns its
 * number. This browser stays its writer, so that it can be opened at once.
 */
export async function keepApart(keeper: Keeper | null, log: Log, entries: readonly Entry[], position: number): Promise<number> {
  const copy = await api.copy(log.drawing, position)
  let stored: Stored = { position: copy.position, nextBatch: copy.nextBatch }
  const sender = new Sender({
    ...postFor(copy.id), writer: log.writer, entries, start: stored, onState() {},
    onStored(now) {
      stored = now
    },
  })
  await sender.flush()
  sender.stop()
  await keeper?.write({ ...log, drawing: copy.id, position: stored.position, nextBatch: stored.nextBatch, touchedAt: Date.now() }, entries)
  return copy.id
}

/** How a sender reaches the server and the clock. */
export function postFor(drawing: number) {
  return {
    post: {
      send: (batch: Parameters<typeof api.sendBatch>[1]): Promise<Stored> => api.sendBatch(drawing, batch),
      fetch: () => api.drawing(drawing),
    },
    later(run: () => void, ms: number) {
      const timer = setTimeout(run, ms)
      return () => clearTimeout(timer)
    },
  }
}
