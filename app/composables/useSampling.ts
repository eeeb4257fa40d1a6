import type { Remote } from 'comlink'
import { ref } from 'vue'
import type { useHand } from '../stores/hand'
import { latestOnly } from '../sheet/latest-only'
import type { SheetHost } from '../workers/sheet/host'

/** Taking a colour from the sheet: the next touch, and all of its way, picks what lies there. */
export function createSampling(
  host: Remote<SheetHost>,
  hand: ReturnType<typeof useHand>,
  live: () => string,
  onNothing: () => void,
) {
  const isOn = ref(false)
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

  function begin(at: { x: number; y: number }): void {
    isFirst = true
    extend(at)
  }
  function extend(at: { x: number; y: number }): void {
    place = at
    void take()
  }
  function end(): void {
    isOn.value = false
  }

  return { isOn, side, isLayerOnly, begin, extend, end }
}
