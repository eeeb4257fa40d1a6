import { ref, shallowRef, watch, shallowReadonly } from 'vue'
import type { Point } from '#core/base'
import {
  alignedBy,
  asNet,
  flipped,
  handled,
  heldWhole,
  holds,
  movedBy,
  outerCorners,
  placedAt,
  quarterTurned,
  snapOf,
  type Alignment,
  type Held,
  type SnapLine,
  type HandleMode,
  type Placement,
} from '#core/parts'
import { latestOnly } from '../../../sheet/latest-only'
import { SNAP_REACH } from '../../../sheet/snapping'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { useHeldKeys } from '../../sheet/useHeldKeys'
import { settlingKeys, type InHand, type Touch } from './contract'
import type { Slot } from './slot'

interface Around {
  /** The layer that may be painted on; null says why not. */
  readonly layerNow: () => string | null
  readonly sheet: () => { readonly width: number; readonly height: number }
  /** What parts lie against. */
  readonly lines: () => readonly SnapLine[]
  /** It was put down or back, or there was nothing to take hold of. */
  readonly onAway: () => void
}

/** A part of a layer, or of several, in hand: moved, sized, turned and bent until it is put down. */
export function createHeldPart(host: SheetRemote, slot: Slot, { layerNow, sheet, lines, onAway }: Around) {
  const held = shallowRef<Held | null>(null)
  const handleMode = ref<HandleMode>('size')
  const leaves = ref(false)
  /** Lines that the part in hand lies against now. */
  const against = shallowRef<readonly SnapLine[]>([])
  const keys = useHeldKeys()

  let from: Point = { x: 0, y: 0 }
  let start: Held | null = null
  /** Layers that are taken hold of together; none: the live one. */
  let several: readonly string[] = []

  const show = latestOnly(async () => {
    if (held.value) await host.movePart(held.value.to)
  })

  /** Takes hold of these layers as one, or of the live one when none is named. */
  async function takeUp(layers: readonly string[]): Promise<void> {
    several = layers
    handleMode.value = 'size'
    leaves.value = false
    await takeHold(null)
  }

  async function takeHold(to: Held['to'] | null): Promise<void> {
    if (!(await slot.take(inHand))) return putAway()
    const layer = several.length ? [...several] : layerNow()
    const box = layer && (await host.takePart(layer, leaves.value, to))
    if (!box) return putAway()
    held.value = { box, to: to ?? heldWhole(box).to }
  }
  watch(leaves, () => {
    if (held.value) void takeHold(held.value.to)
  })

  function change(next: Held): void {
    held.value = next
    void show()
  }

  function setHandleMode(next: HandleMode): void {
    if (!held.value) return
    handleMode.value = next
    if (next === 'net') change(asNet(held.value))
  }

  function drag(key: string, to: Point): void {
    if (held.value) change(handled(held.value, handleMode.value, key, to, { isEven: keys.shift, isCentred: keys.alt }))
  }

  function nudge(dx: number, dy: number): boolean {
    if (held.value) change(movedBy(held.value, dx, dy))
    return held.value !== null
  }

  /** Brings what is in hand to a side or the middle of the sheet. */
  function align(how: Alignment): void {
    if (!held.value) return
    const { width, height } = sheet()
    const xs = outerCorners(held.value).map(each => each.x)
    const ys = outerCorners(held.value).map(each => each.y)
    const { dx, dy } = alignedBy(
      { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) },
      { x0: 0, y0: 0, x1: width, y1: height },
      how,
    )
    change(movedBy(held.value, dx, dy))
  }

  function begin({ place }: Touch): void {
    from = place
    start = held.value && holds(held.value, place) ? held.value : null
  }

  /** Moves the part with the hand; its edges and middle catch on guides and the sheet. */
  function extend({ place, scale }: Touch): void {
    if (!start) return
    const moved = movedBy(start, Math.round(place.x - from.x), Math.round(place.y - from.y))
    const snap = keys.alt ? { dx: 0, dy: 0, on: [] } : snapOf(moved, lines(), SNAP_REACH / scale)
    against.value = snap.on
    change(movedBy(moved, snap.dx, snap.dy))
  }

  function end(): void {
    start = null
    against.value = []
  }

  async function settle(): Promise<void> {
    if (!held.value) return
    const { to } = held.value
    putAway()
    await host.movePart(to)
    await host.settlePart()
  }

  async function discard(): Promise<void> {
    putAway()
    await host.dropPreview('part')
  }

  function putAway(): void {
    held.value = null
    against.value = []
    slot.letGo(inHand)
    onAway()
  }

  const decide = settlingKeys({ settle, discard })
  const inHand: InHand = {
    whenReplaced: 'settle',
    begin,
    extend,
    end,
    cancel: end,
    key: pressed => held.value !== null && decide(pressed),
    nudge,
    settle,
    discard,
  }

  return {
    held: shallowReadonly(held),
    handleMode: shallowReadonly(handleMode),
    leaves,
    against,
    inHand,
    takeUp,
    setHandleMode,
    drag,
    align,
    settle,
    discard,
    flip: (isSideways: boolean) => held.value && change(flipped(held.value, isSideways)),
    put: (key: keyof Placement, value: number) => held.value && change(placedAt(held.value, key, value)),
    quarter: (by: 1 | -1) => held.value && change(quarterTurned(held.value, by)),
  }
}
