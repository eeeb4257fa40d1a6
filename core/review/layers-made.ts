import { durationOf, facts, standingActs, type Act, type Entry } from '../drawing'

/** How one layer came to be. Times are ms of the record. */
export interface LayerMade {
  readonly id: string
  readonly name: string
  /** What was used on it and how often it stands, the most used first. */
  readonly tools: readonly { readonly tool: string; readonly count: number }[]
  /** Acts that stand on it, and those that were done on it at all. */
  readonly standing: number
  readonly done: number
  readonly firstAt: number | null
  readonly lastAt: number | null
  /** How long the hand was down on it, ms; what was undone counts as well. */
  readonly drawnMs: number
}

/** What a layer's paint is worked on by; null: nothing is done to it. */
function workOf(act: Act): { layer: string; tool: string } | null {
  const { layer, name, isOnPaint } = facts(act)
  return isOnPaint && layer !== null ? { layer, tool: name } : null
}

/**
 * Every layer that there was, in the order in which they came, with what was done on it. What was undone counts as
 * done, not as standing.
 */
export function layersMade(entries: readonly Entry[]): LayerMade[] {
  const made = new Map<
    string,
    {
      name: string
      tools: Map<string, number>
      standing: number
      done: number
      firstAt: number | null
      lastAt: number | null
      drawnMs: number
    }
  >()
  const of = (id: string) => {
    let known = made.get(id)
    if (!known)
      made.set(
        id,
        (known = { name: id, tools: new Map(), standing: 0, done: 0, firstAt: null, lastAt: null, drawnMs: 0 }),
      )
    return known
  }
  for (const entry of entries) {
    if (entry.type !== 'act' && entry.type !== 'prepare') continue
    const { act } = entry
    if (act.kind === 'layer-add' || act.kind === 'layer-rename') of(act.layer).name = act.name
    const work = entry.type === 'act' ? workOf(act) : null
    if (!work) continue
    const layer = of(work.layer)
    layer.done++
    layer.firstAt ??= entry.at
    layer.lastAt = entry.at
    layer.drawnMs += durationOf(entry)
  }
  for (const { act, prepared } of standingActs(entries)) {
    const work = prepared ? null : workOf(act)
    if (!work) continue
    const layer = of(work.layer)
    layer.standing++
    layer.tools.set(work.tool, (layer.tools.get(work.tool) ?? 0) + 1)
  }
  return [...made].map(([id, { tools, ...rest }]) => ({
    id,
    ...rest,
    tools: [...tools].map(([tool, count]) => ({ tool, count })).sort((a, b) => b.count - a.count),
  }))
}

/** Of what was done on a layer, the share that was undone, 0 … 1; 0 where nothing was. */
export function undoneShare({ standing, done }: Pick<LayerMade, 'standing' | 'done'>): number {
  return done > 0 ? Math.max(0, 1 - standing / done) : 0
}
