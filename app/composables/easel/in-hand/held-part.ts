import { transfer } from 'comlink'
import { ref, shallowRef, watch, shallowReadonly } from 'vue'
import type { Point } from '#core/base'
import type { PictureName } from '#core/drawing'
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
import { placedOn } from '../../../sheet/placed-pictures'
import type { SheetRemote } from '../../../workers/sheet/contract'
import type { BroughtOnto } from '../../../workers/sheet/in-hand'
import { useHeldKeys } from '../../sheet/useHeldKeys'
import { settlingKeys, type InHand, type Touch } from './contract'
import type { Slot } from './slot'

/** A picture from outside, as it is taken in hand. */
export interface BroughtIn {
  readonly name: PictureName
  /** What it is called here. */
  readonly title: string
  readonly onto: BroughtOnto
  /** Whether it lasts: it is settled only then. */
  readonly kept: Promise<boolean>
  readonly onSettled: (onto: BroughtOnto) => void
  readonly onDiscarded: () => void
}

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
  /** What is in hand comes from outside. */
  const picture = shallowRef<BroughtIn | null>(null)

  const show = latestOnly(async () => {
    if (held.value) await host.movePart(held.value.to)
  })

  /** Takes hold of these layers as one, or of the live one when none is named. */
  async function takeUp(layers: readonly string[]): Promise<void> {
    several = layers
    picture.value = null
    handleMode.value = 'size'
    leaves.value = false
    await takeHold(null)
  }

  /** Takes a picture that is brought in hold of, in the middle of the sheet. Whether it could be done. */
  async function bringIn(next: BroughtIn, pixels: Uint8Array): Promise<boolean> {
    if (!(await slot.take(inHand))) return false
    picture.value = next
    handleMode.value = 'size'
    const whole = placedOn(sheet(), next.name)
    if (!(await host.takePicture(next.name, transfer(pixels, [pixels.buffer]), next.onto, whole.to))) {
      putAway()
      return false
    }
    held.value = whole
    return true
  }

  /** The picture in hand comes onto another layer. */
  async function bringOnto(onto: BroughtOnto): Promise<void> {
    const before = picture.value
    if (!held.value || !before) return
    const take = (where: BroughtOnto) => host.takePicture(before.name, null, where, held.value!.to)
    picture.value = { ...before, onto }
    if (await take(onto)) return
    // That layer is locked, say: it stays where it was.
    picture.value = before
    if (!(await take(before.onto))) putAway()
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
    if (!held.value) return
    // Pictures keep their proportion at their corners, unless Shift lets it go; what is painted does so by Shift.
    const keepsShape = picture.value !== null && handleMode.value === 'size' && key.startsWith('corner')
    change(handled(held.value, handleMode.value, key, to, { isEven: keys.shift !== keepsShape, isCentred: keys.alt }))
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

  /** What was put down last is drawn and told. */
  let settling: Promise<void> = Promise.resolve()
  function settle(): Promise<void> {
    settling = putDown()
    return settling
  }

  async function putDown(): Promise<void> {
    if (!held.value) return
    const { to } = held.value
    const brought = picture.value
    // Nothing that is not kept is drawn with: it would be missing after this page.
    if (brought && !(await brought.kept)) return discard()
    if (!held.value) return
    putAway()
    await host.movePart(to)
    await host.settlePart()
    brought?.onSettled(brought.onto)
  }

  async function discard(): Promise<void> {
    const brought = picture.value
    putAway()
    await host.dropPreview('part')
    brought?.onDiscarded()
  }

  function putAway(): void {
    held.value = null
    picture.value = null
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
    /** The picture in hand, where it comes from outside. */
    picture: shallowReadonly(picture),
    inHand,
    takeUp,
    bringIn,
    bringOnto,
    settled: () => settling,
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
