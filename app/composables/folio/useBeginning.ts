import type { Plan } from '#core/plan'
import type { NewSheet } from '#shared/schemas'
import type { FolioView, GivenWay } from '#shared/views'
import { pathOf } from '../../api/call'
import { ApiRefusal, isAway, Unreachable } from '../../api/client'
import { api } from '../../api/routes'
import { KEPT_CACHE } from '../../service/kept-routes'
import { useSession } from '../../stores/session'
import { freshNumber, type BegunOf, type Log } from '../../workers/record/shelf'

/** Plans of a class that are put on a device at most: each may be some MB. */
const MOST_PREPARED = 24
/** One that opens within so long is put there as well, ms: a lesson of the next days. */
const AHEAD_MS = 7 * 86_400_000

const GIVEN = '/api/plans/:id/given'

/** Opens what is drawn on: at the server, or, where there is no network, out of what this device keeps. */
export function useBeginning() {
  const session = useSession()

  /** Answers the number of the drawing; below nought: the server has given none yet. */
  async function open(plan: { id: number; version?: number | null }, afresh: boolean, from?: string): Promise<number> {
    try {
      return (await api.openDrawing(plan.id, afresh, from)).id
    } catch (error) {
      if (!isAway(error) || session.logOwner === null) throw error
      return (afresh ? null : await latestHere(plan.id)) ?? begin(plan, from, error)
    }
  }

  async function openSheet(given: NewSheet): Promise<number> {
    try {
      return (await api.openOwnSheet(given)).id
    } catch (error) {
      if (!isAway(error) || session.logOwner === null) throw error
      const { ownPlan } = await import('#core/plan')
      return keep({ title: given.title, sheet: given.sheet }, 0, ownPlan(given.title, given.sheet), 'own')
    }
  }

  /** What this device has of a plan's drawings: the one that was drawn on last. */
  async function latestHere(planId: number): Promise<number | null> {
    const { logsOf } = await import('../../workers/record/on-shelf')
    const own = (await logsOf(session.logOwner)).filter(log => log.planId === planId && !log.apart)
    return own.sort((a, b) => b.touchedAt - a.touchedAt)[0]?.drawing ?? null
  }

  async function begin(
    { id, version = null }: { id: number; version?: number | null },
    from: string | undefined,
    why: unknown,
  ): Promise<number> {
    const given = await api.givenPlan(id, version).catch(() => {
      throw why instanceof Unreachable ? new NotHere() : why
    })
    if (given.startsAt !== null && Date.parse(given.startsAt) > Date.now())
      throw new ApiRefusal('not-yet', 'This plan has not started yet.', 'Your folio says when it opens.')
    return keep({ plan: id, ...(from !== undefined && { from }) }, id, given.plan, given.way, from)
  }

  /** A new log on this device's shelf. */
  async function keep(of: BegunOf, planId: number, plan: Plan, way: GivenWay, from?: string): Promise<number> {
    const [{ starterEntries }, { onShelf }] = await Promise.all([
      import('#core/plan'),
      import('../../workers/record/on-shelf'),
    ])
    const entries = 'plan' in of ? starterEntries(plan, from ?? plan.steps[0]!.id) : []
    const log: Log = {
      drawing: freshNumber(),
      person: session.logOwner!,
      writer: crypto.randomUUID(),
      session: crypto.randomUUID(),
      position: entries.length,
      nextBatch: entries.length ? 1 : 0,
      planId,
      plan,
      purpose: null,
      way,
      startAt: from ?? null,
      begun: { key: crypto.randomUUID(), of },
      touchedAt: Date.now(),
    }
    const isKept = await onShelf(async keeper => {
      await keeper.settle(log, 0, entries)
      return true
    })
    if (!isKept) throw new NotHere()
    return log.drawing
  }

  /** Puts what the class has, and its warm-ups, on the device; what is there is not asked for again. */
  async function prepare(folio: FolioView): Promise<void> {
    if (!navigator.serviceWorker?.controller) return
    const plans = folio.plans.filter(
      ({ startsAt, version }) =>
        version !== null && (startsAt === null || Date.parse(startsAt) < Date.now() + AHEAD_MS),
    )
    const wanted = [
      '/api/warm-ups',
      ...plans.slice(0, MOST_PREPARED).map(({ id, version }) => pathOf(GIVEN, { id }, { version })),
    ]
    try {
      const kept = await caches.open(KEPT_CACHE)
      // What runs beside the pages keeps the answer; nobody reads it here, it may be some MB.
      for (const path of wanted) if (!(await kept.match(path))) await fetch(path)
    } catch {
      // The next look into the folio goes on with it.
    }
  }

  return { open, openSheet, prepare }
}

/** There is no network, and it is not on this device. */
class NotHere extends ApiRefusal {
  constructor() {
    super(
      'unexpected',
      'This is not on this device, and there is no network.',
      'Draw what the folio says is here, or come back when the network does.',
    )
  }
}
