import type { Point } from '#core/base'
import type { Remote } from 'comlink'
import { useEventListener } from '@vueuse/core'
import { reactive, ref, shallowRef, toRaw, watch } from 'vue'
import { drawnOut, handled, isFillable, moved, shapeAct, type Stencil, type StencilKind } from '#core/stencil'
import type { Colour, useHand } from '../stores/hand'
import { snappedPlace, type SnapLine } from '#core/parts'
import { latestOnly } from '../sheet/latest-only'
import type { SheetHost } from '../workers/sheet/host'

/** A corner or handle snaps to lines this near, CSS px. */
const SNAP_REACH = 7

/**
 * A shape that is set with a stencil: drawn out, changed by its handles, and settled. Until then it
 * is only shown, and nothing of it is in the record.
 */
export function createStencil(
  host: Remote<SheetHost>,
  hand: ReturnType<typeof useHand>,
  layerNow: () => string | null,
  lines: () => readonly SnapLine[],
) {
  /** The stencil that lies ready; null: the free hand. */
  const kind = ref<StencilKind | null>(null)
  const shape = shallowRef<Stencil | null>(null)
  const hasLine = ref(true)
  const hasFill = ref(false)
  const fillColour = ref<Colour | null>(null)
  const sides = ref(6)

  const keys = reactive({ shift: false, alt: false, control: false })
  const readKeys = (event: KeyboardEvent) =>
    Object.assign(keys, { shift: event.shiftKey, alt: event.altKey, control: event.ctrlKey || event.metaKey })
  useEventListener('keydown', readKeys)
  useEventListener('keyup', readKeys)

  let from: Point = { x: 0, y: 0 }
  let last: Point = { x: 0, y: 0 }
  /** Px on the screen for one of the sheet. */
  let scale = 1
  /** Where the hand is, or the place beside it that a line offers; with Ctrl a shape is moved and not sized. */
  const snapped = (place: Point): Point => (keys.control ? place : snappedPlace(place, lines(), SNAP_REACH / scale))
  let isDragging = false
  let isNextCornerDrawn = false
  let layer = ''
  let seed = 0

  /** The act as it would be settled now. */
  function act() {
    const { settings } = hand
    // A single corner is no shape yet.
    if (!shape.value || (shape.value.kind === 'polyline' && shape.value.points.length < 2)) return null
    return shapeAct(
      shape.value,
      layer,
      {
        line: hasLine.value && settings ? { tool: toRaw(settings), colour: [...hand.colour] } : null,
        fill:
          hasFill.value && isFillable(shape.value)
            ? { colour: [...(fillColour.value ?? hand.colour)], opacity: 100 }
            : null,
      },
      seed,
    )
  }

  /** Shows it as it is; while the worker draws, only the latest waits. */
  const show = latestOnly(() => host.showUnsettled(act()))

  function begin(hand: Point, screenScale: number): void {
    scale = screenScale
    const place = snapped(hand)
    const isNextCorner = shape.value?.kind === 'polyline' && kind.value === 'polyline'
    if (!isNextCorner) settle()
    const now = layerNow()
    if (!now) return
    isDragging = true
    last = hand
    if (isNextCorner && shape.value?.kind === 'polyline') {
      shape.value = { ...shape.value, points: [...shape.value.points, place] }
      isNextCornerDrawn = true
      void show()
      return
    }
    layer = now
    seed = crypto.getRandomValues(new Uint32Array(1))[0]!
    from = place
  }

  function extend(hand: Point): void {
    if (!isDragging || !kind.value) return
    const place = snapped(hand)
    const { shift: isPerfect, alt: isCentred, control } = keys
    if (shape.value?.kind === 'polyline' && isNextCornerDrawn) {
      const { points } = shape.value
      shape.value = { ...shape.value, points: [...points.slice(0, -1), place] }
    } else if (control && shape.value) {
      // Moved as a whole while it is drawn out.
      const [dx, dy] = [hand.x - last.x, hand.y - last.y]
      from = { x: from.x + dx, y: from.y + dy }
      shape.value = moved(shape.value, dx, dy)
    } else {
      shape.value = drawnOut(kind.value, from, place, { isPerfect, isCentred, sides: sides.value }) ?? shape.value
    }
    last = hand
    void show()
  }

  function end(): void {
    // Tapped: the first corner, from which the next touch goes on.
    if (isDragging && !shape.value && kind.value === 'polyline') shape.value = { kind: 'polyline', points: [from] }
    isDragging = false
    isNextCornerDrawn = false
  }

  function take(key: string, to: Point): void {
    if (!shape.value) return
    shape.value = handled(shape.value, key, key === 'turn' ? to : snapped(to), keys.shift)
    void show()
  }

  /** Puts it on the sheet as one act. */
  function settle(): void {
    if (!shape.value) return
    const settled = act()
    isDragging = false
    shape.value = null
    if (settled) void host.act(settled)
    else void host.showUnsettled(null)
  }

  /** Takes it away unsettled. */
  function discard(): void {
    isDragging = false
    shape.value = null
    void host.showUnsettled(null)
  }

  function choose(next: StencilKind | null): void {
    settle()
    kind.value = next
  }

  watch([hasLine, hasFill, fillColour, sides, () => hand.settings, () => hand.colour], () => {
    if (shape.value?.kind === 'polygon' && shape.value.sides !== sides.value)
      shape.value = { ...shape.value, sides: sides.value }
    if (shape.value) void show()
  })

  return { kind, shape, hasLine, hasFill, fillColour, sides, begin, extend, end, take, settle, discard, choose }
}
export type StencilInHand = ReturnType<typeof createStencil>
