import type { Point } from '#core/base'
import { ref, shallowRef, toRaw, watch, shallowReadonly } from 'vue'
import { drawnOut, handled, isFillable, moved, shapeAct, type Stencil, type StencilKind } from '#core/stencil'
import type { Colour, useHand } from '../../../stores/hand'
import { snappedPlace, type SnapLine } from '#core/parts'
import { latestOnly } from '../../../sheet/latest-only'
import { useHeldKeys } from '../../sheet/useHeldKeys'
import { freshSeed } from '../../../sheet/seeds'
import { SNAP_REACH } from '../../../sheet/snapping'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { asOneAct } from './as-one-act'
import { settlingKeys, type InHand, type Touch } from './contract'
import type { Slot } from './slot'

/**
 * A shape that is set with a stencil: drawn out, changed by its handles, and settled. Until then it
 * is only shown, and nothing of it is in the record.
 */
export function createStencil(
  host: SheetRemote,
  slot: Slot,
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

  const keys = useHeldKeys()

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
  const show = latestOnly(() => (shape.value ? host.preview('stencil', act()) : Promise.resolve()))

  /** A shape that appears is in hand. */
  function put(next: Stencil | null): void {
    shape.value = next
    if (next) void slot.take(inHand)
  }

  function begin({ place: hand, scale: screenScale }: Touch): void {
    scale = screenScale
    const place = snapped(hand)
    const isNextCorner = shape.value?.kind === 'polyline' && kind.value === 'polyline'
    if (!isNextCorner) void settle()
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
    seed = freshSeed()
    from = place
  }

  function extend({ place: hand }: Touch): void {
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
      put(drawnOut(kind.value, from, place, { isPerfect, isCentred, sides: sides.value }) ?? shape.value)
    }
    last = hand
    void show()
  }

  function end(): void {
    // Tapped: the first corner, from which the next touch goes on.
    if (isDragging && !shape.value && kind.value === 'polyline') put({ kind: 'polyline', points: [from] })
    isDragging = false
    isNextCornerDrawn = false
  }

  function drag(key: string, to: Point): void {
    if (!shape.value) return
    shape.value = handled(shape.value, key, key === 'turn' ? to : snapped(to), keys.shift)
    void show()
  }

  const { settle, discard } = asOneAct(host, 'stencil', act, putAway)

  function putAway(): void {
    isDragging = false
    shape.value = null
    slot.letGo(inHand)
  }

  const decide = settlingKeys({ settle, discard })
  const inHand: InHand = {
    whenReplaced: 'settle',
    begin,
    extend,
    end,
    cancel: end,
    key: key => shape.value !== null && decide(key),
    nudge: () => false,
    settle,
    discard,
  }

  function choose(next: StencilKind | null): void {
    void settle()
    kind.value = next
  }

  watch([hasLine, hasFill, fillColour, sides, () => hand.settings, () => hand.colour], () => {
    if (shape.value?.kind === 'polygon' && shape.value.sides !== sides.value)
      shape.value = { ...shape.value, sides: sides.value }
    if (shape.value) void show()
  })

  return {
    kind: shallowReadonly(kind),
    shape: shallowReadonly(shape),
    hasLine,
    hasFill,
    fillColour,
    sides,
    inHand,
    drag,
    settle,
    discard,
    choose,
  }
}
export type StencilInHand = ReturnType<typeof createStencil>
