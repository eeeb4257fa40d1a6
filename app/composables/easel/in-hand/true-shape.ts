import { ref, shallowReadonly } from 'vue'
import type { SnapLine } from '#core/parts'
import type { Adjusting, ShapeKind } from '#core/trueup'
import type { HeldKeys } from '../../../sheet/pen'
import { SNAP_REACH } from '../../../sheet/snapping'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { NO_TOUCH, type TakesTouch } from './contract'

/**
 * A stroke that was held at its end: it became a true line, circle, box …, which the same touch goes on to turn, size,
 * stretch or move. It has that touch from then on, and is a stroke like any other when the hand lifts.
 */
export function createTrueShape(host: SheetRemote, stroke: TakesTouch, lines: () => readonly SnapLine[]) {
  /** Which shape it is; null: none is held. */
  const kind = ref<ShapeKind | null>(null)
  /** What the hand does to it, and whether it is made perfect: for those without keys. */
  const how = ref<Adjusting['how']>('turn')
  const isPerfect = ref(false)

  /**
   * The hand rests: makes the stroke under way a true shape, if it is more than a dot. `scale`: as of a touch;
   * `isStillDown`: whether the hand has not lifted meanwhile. Whether a shape is held now.
   */
  async function hold(hasEvenWidth: boolean, scale: number, isStillDown: () => boolean): Promise<boolean> {
    const found = await host.trueUp(hasEvenWidth, { lines: [...lines()], reach: SNAP_REACH / scale })
    if (!isStillDown()) return false
    kind.value = found
    return found !== null
  }

  async function adjust(x: number, y: number, keys: HeldKeys): Promise<void> {
    const manner = keys.alt ? 'move' : keys.control ? 'stretch' : how.value
    const next = await host.adjustTrue({ x, y }, { how: manner, isPerfect: keys.shift || isPerfect.value })
    if (kind.value !== null && next !== null) kind.value = next
  }

  /** Has what is left of the stroke's touch. It follows where the hand is (`adjust`), and not each sample. */
  const touch: TakesTouch = {
    ...NO_TOUCH,
    end() {
      kind.value = null
      stroke.end()
    },
    cancel() {
      kind.value = null
      stroke.cancel()
    },
  }

  return { kind: shallowReadonly(kind), how, isPerfect, touch, hold, adjust }
}
