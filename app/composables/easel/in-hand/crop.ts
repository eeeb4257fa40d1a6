import type { Point } from '#core/base'
import { computed, ref, shallowRef, shallowReadonly } from 'vue'
import { checkSheet, toPx, type Unit } from '#core/drawing'
import { cropHandled, cropMoved, cropTo, withRatio, type Crop } from '#core/parts'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { settlingKeys, type InHand, type Touch } from './contract'
import type { Slot } from './slot'

/** A size on paper that the cut is scaled to. */
export interface PrintSize {
  readonly width: number
  readonly height: number
  readonly unit: Unit
  readonly perInch: number
}

/** Cropping the sheet: a box over it that is pulled, then cut. */
export function createCrop(
  host: SheetRemote,
  slot: Slot,
  sheet: () => { readonly width: number; readonly height: number },
  onTrouble: (message: string, fix: string) => void,
) {
  const crop = shallowRef<Crop | null>(null)
  const print = ref<PrintSize | null>(null)
  const isOpen = computed(() => crop.value !== null)
  let from: Point | null = null
  let start: Crop | null = null

  async function open(): Promise<void> {
    if (!(await slot.take(inHand))) return
    const { width, height } = sheet()
    print.value = null
    crop.value = { box: { x0: 0, y0: 0, x1: width, y1: height }, ratio: null }
  }

  function setRatio(ratio: number | null): void {
    print.value = null
    if (crop.value) crop.value = withRatio(crop.value, ratio)
  }

  /** Cuts to the ratio of a size on paper, and scales to just its px. */
  function setPrint(size: PrintSize): void {
    if (!crop.value || !(size.width > 0) || !(size.height > 0)) return
    print.value = size
    crop.value = withRatio(
      crop.value,
      toPx(size.width, size.unit, size.perInch) / toPx(size.height, size.unit, size.perInch),
    )
  }

  function drag(key: string, to: Point): void {
    if (crop.value) crop.value = cropHandled(crop.value, key, to)
  }

  /** The same by a figure. */
  function put(key: Parameters<typeof cropTo>[1], value: number): void {
    if (crop.value) crop.value = cropTo(crop.value, key, value)
  }

  function nudge(dx: number, dy: number): boolean {
    if (crop.value) crop.value = cropMoved(crop.value, dx, dy)
    return crop.value !== null
  }

  function begin({ place }: Touch): void {
    from = place
    start = crop.value
  }
  function extend({ place }: Touch): void {
    if (start && from) crop.value = cropMoved(start, place.x - from.x, place.y - from.y)
  }
  function end(): void {
    start = null
  }

  async function settle(): Promise<void> {
    const { value } = crop
    if (!value) return
    const { x0, y0, x1, y1 } = value.box
    const { value: size } = print
    const [width, height] = size
      ? [toPx(size.width, size.unit, size.perInch), toPx(size.height, size.unit, size.perInch)]
      : [x1 - x0, y1 - y0]
    const trouble = checkSheet(x1 - x0, y1 - y0) ?? checkSheet(width!, height!)
    if (trouble) return onTrouble(trouble.message, trouble.fix)
    close()
    const now = sheet()
    if (x0 !== 0 || y0 !== 0 || x1 !== now.width || y1 !== now.height)
      await host.act({ kind: 'sheet-cut', version: 1, box: [x0, y0, x1, y1] })
    if (!size) return
    if (width !== x1 - x0 || height !== y1 - y0)
      await host.act({ kind: 'sheet-scale', version: 1, width: width!, height: height! })
    await host.act({ kind: 'sheet-resolution', perInch: size.perInch })
  }

  async function discard(): Promise<void> {
    close()
  }
  function close(): void {
    crop.value = null
    slot.letGo(inHand)
  }

  const inHand: InHand = {
    // It has changed nothing yet, and only its owner can say whether the sheet is to be cut.
    whenReplaced: 'discard',
    needsWord: () => true,
    begin,
    extend,
    end,
    cancel: end,
    key: settlingKeys({ settle, discard }),
    nudge,
    settle,
    discard,
  }

  return {
    crop: shallowReadonly(crop),
    print: shallowReadonly(print),
    isOpen,
    open,
    setRatio,
    setPrint,
    drag,
    put,
    settle,
    discard,
  }
}
