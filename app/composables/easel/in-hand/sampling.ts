import { computed, ref } from 'vue'
import type { useHand } from '../../../stores/hand'
import { latestOnly } from '../../../sheet/latest-only'
import type { SheetRemote } from '../../../workers/sheet/contract'
import type { TakesTouch, Touch } from './contract'
import type { Slot } from './slot'

/** Taking a colour from the sheet: the next touch, and all of its way, picks what lies there. */
export function createSampling(
  host: SheetRemote,
  slot: Slot,
  hand: ReturnType<typeof useHand>,
  live: () => string,
  onNothing: () => void,
) {
  const isOn = computed({ get: () => slot.guest.value === guest, set: toggle })
  /** Side of the square that is averaged, px. */
  const side = ref(3)
  const isLayerOnly = ref(false)
  let place = { x: 0, y: 0 }
  let isFirst = true

  const take = latestOnly(async () => {
    const colour = await host.sampleColour(isLayerOnly.value ? live() : null, place.x, place.y, side.value)
    if (!colour) return isFirst ? onNothing() : undefined
    // Only where the hand came down the colour before is kept.
    if (isFirst) hand.pick([...colour])
    else hand.mix([...colour])
    isFirst = false
  })

  function begin(touch: Touch): void {
    isFirst = true
    extend(touch)
  }
  function extend(touch: Touch): void {
    place = touch.place
    void take()
  }
  /** One touch is enough. */
  function end(): void {
    toggle(false)
  }
  function toggle(isNext: boolean): void {
    if (isNext) slot.guest.value = guest
    else if (slot.guest.value === guest) slot.guest.value = null
  }
  function key(pressed: string): boolean {
    if (pressed === 'escape') end()
    return pressed === 'escape'
  }
  const guest: TakesTouch = { begin, extend, end, cancel: end, key }

  return { isOn, side, isLayerOnly }
}
