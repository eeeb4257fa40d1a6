import type { StandingAct } from '../drawing'
import { PLACED_AS_IS, type Placed } from '../layers'
import type { Evidence } from './contract'

const known = new WeakMap<readonly StandingAct[], Map<StandingAct['act'], Placed>>()

/** Where the places of an act lie on the sheet as it is now: it may have been cut and scaled since. */
export function placedSince(evidence: Evidence, act: StandingAct['act']): Placed {
  if (!evidence.drawing.placed) return PLACED_AS_IS
  let moves = known.get(evidence.acts)
  if (!moves) known.set(evidence.acts, (moves = movesOf(evidence)))
  return moves.get(act) ?? PLACED_AS_IS
}

function movesOf({ drawing, acts }: Evidence): Map<StandingAct['act'], Placed> {
  const factors = factorsOf(acts, drawing.placed ?? PLACED_AS_IS)
  const out = new Map<StandingAct['act'], Placed>()
  let move: Placed = PLACED_AS_IS
  for (let i = acts.length - 1; i >= 0; i--) {
    const { act } = acts[i]!
    out.set(act, move)
    if (act.kind === 'sheet-cut')
      move = { ...move, x: move.x - move.scaleX * act.box[0], y: move.y - move.scaleY * act.box[1] }
    const factor = factors.get(i)
    if (factor) move = { ...move, scaleX: move.scaleX * factor.x, scaleY: move.scaleY * factor.y }
  }
  return out
}

/**
 * By how much each scaling made the sheet larger. How large it was at first is not in the acts: it follows from the
 * whole.
 */
function factorsOf(
  acts: readonly StandingAct[],
  { scaleX, scaleY }: Placed,
): Map<number, { readonly x: number; readonly y: number }> {
  const factors = new Map<number, { x: number; y: number }>()
  let size: { width: number; height: number } | null = null
  let first: number | null = null
  let [x, y] = [1, 1]
  for (const [i, { act }] of acts.entries()) {
    if (act.kind === 'sheet-cut') size = { width: act.box[2] - act.box[0], height: act.box[3] - act.box[1] }
    if (act.kind !== 'sheet-scale') continue
    if (size) {
      const factor = { x: act.width / size.width, y: act.height / size.height }
      factors.set(i, factor)
      x *= factor.x
      y *= factor.y
    } else first = i
    size = { width: act.width, height: act.height }
  }
  if (first !== null) factors.set(first, { x: scaleX / x, y: scaleY / y })
  return factors
}
