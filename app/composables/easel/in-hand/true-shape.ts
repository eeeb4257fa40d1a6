import { ref } from 'vue'
import type { SnapLine } from '#core/parts'
import type { Adjusting, ShapeKind } from '#core/trueup'
import type { HeldKeys } from '../../../sheet/pen'
import type { SheetRemote } from '../../../workers/sheet/contract'
import type { TakesTouch } from './contract'
import type { Slot } from './slot'

/** A shape snaps to lines this near, CSS px. */
const SNAP_REACH = 7

/**
 * A stroke that was held at its end: it became a true line, circle, box …, which the same touch goes on to turn, size,
 * stretch or move. It borrows that touch, and is a stroke like any other when the hand lifts.
 */
export function createTrueShape(host: SheetRemote, slot: Slot, stroke: TakesTouch, lines: () => readonly SnapLine[]) {
  /** Which shape it is; null: none is held. */
  const kind = ref<ShapeKind | null>(null)
  /** What the hand does to it, and whether it is made perfect: for those without keys. */
  const how = ref<Adjusting['how']>('turn')
  const isPerfect = ref(false)

  /** The hand rests: makes the stroke under way a true shape, if it is more than a dot. `scale`: as of a touch. */
  async function hold(hasEvenWidth: boolean, scale: number): Promise<boolean> {
    kind.value = await host.trueUp(hasEvenWidth, { lines: [...lines()], reach: SNAP_REACH / scale })
    if (kind.value !== null) slot.guest.value = guest
    return kind.value !== null
  }

  async function adjust(x: number, y: number, keys: HeldKeys): Promise<void> {
    const manner = keys.alt ? 'move' : keys.control ? 'stretch' : how.value
    const next = await host.adjustTrue({ x, y }, { how: manner, isPerfect: keys.shift || isPerfect.value })
    if (kind.value !== null && next !== null) kind.value = next
  }

  function away(): void {
    kind.value = null
    if (slot.guest.value === guest) slot.guest.value = null
  }
  const guest: TakesTouch = {
    begin: () => {},
    // It follows where the hand is (`adjust`), and not each sample.
    extend: () => {},
    end() {
      away()
      stroke.end()
    },
    cancel() {
      away()
      stroke.cancel()
    },
    key: () => false,
  }

  return { kind, how, isPerfect, hold, adjust }
}
