import type { Point } from '#core/base'
import type { Remote } from 'comlink'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import { SUBPIXELS } from '#core/brush'
import type { BendKind } from '#core/moving'
import {
  alignedBy,
  asNet,
  flipped,
  handled,
  heldWhole,
  holds,
  movedBy,
  outerCorners,
  quarterTurned,
  snapOf,
  type Alignment,
  type Held,
  type SnapLine,
  type Way,
} from '#core/parts'
import type { Choice } from '#core/select'
import type { SheetHost } from '../workers/sheet/host'
import { newLayerId } from '../sheet/layer-ids'
import { latestOnly } from '../sheet/latest-only'
import type { Guide } from '#core/guides'

/** What the pointer does instead of drawing. */
export type PartMode = 'box' | 'lasso' | 'corners' | 'colour' | 'move' | 'bend'
/** Half of a layer that is mirrored onto the other: by where it lies. */
export type Half = 'left' | 'right' | 'top' | 'bottom'

/** A part in hand snaps to lines this near, CSS px. */
const SNAP_REACH = 7
/** A lasso's points are at least so far apart, CSS px. */
const LASSO_STEP = 2

interface Around {
  /** The layer that may be painted on; null says why not. */
  readonly layerNow: () => string | null
  /** The same for what needs paint there. */
  readonly layerWithPaint: () => string | null
  readonly sheet: () => { readonly width: number; readonly height: number }
  /** What parts lie against. */
  readonly lines: () => readonly SnapLine[]
  readonly guides: () => readonly Guide[]
}

/** Choosing parts of the sheet, and moving, bending and mirroring what is painted there. */
export function createParts(host: Remote<SheetHost>, { layerNow, layerWithPaint, sheet, lines, guides }: Around) {
  const mode = ref<PartMode | null>(null)
  /** The edge of what is selected; null: nothing is. */
  const edges = shallowRef<readonly Int32Array[] | null>(null)
  const isSelected = computed(() => edges.value !== null)
  /** Corners of what is being drawn round, x, y … in sheet px. */
  const draft = shallowRef<readonly number[]>([])
  const choice = ref<Choice>('new')
  const soften = ref(0)
  const colour = reactive({ tolerance: 32, borders: 'all' as 'this' | 'all', isJoined: true })

  const held = shallowRef<Held | null>(null)
  const way = ref<Way>('size')
  const leaves = ref(false)
  /** Lines that the part in hand lies against now. */
  const against = shallowRef<readonly SnapLine[]>([])

  const bend = useLocalStorage(
    'little-easel-bend',
    { how: 'push' as BendKind, size: 120, strength: 70 },
    { mergeDefaults: true },
  )

  const keys = reactive({ shift: false, alt: false })
  const readKeys = (event: KeyboardEvent) => Object.assign(keys, { shift: event.shiftKey, alt: event.altKey })
  useEventListener('keydown', readKeys)
  useEventListener('keyup', readKeys)

  let from: Point = { x: 0, y: 0 }
  let start: Held | null = null
  let isDown = false
  let scale = 1

  // --- choosing

  /** With keys: Shift adds, Alt takes away. */
  const choiceNow = (): Choice => (keys.shift ? 'add' : keys.alt ? 'subtract' : choice.value)

  async function selectOutline(points: readonly number[]): Promise<void> {
    draft.value = []
    if (points.length < 6) return
    await host.act({
      kind: 'select',
      version: 1,
      choice: choiceNow(),
      soften: soften.value,
      area: { kind: 'outline', points: points.map(value => Math.round(value * SUBPIXELS)) },
    })
  }

  async function selectColour({ x, y }: Point): Promise<void> {
    const { width, height } = sheet()
    const layer = layerNow()
    if (!layer || x < 0 || y < 0 || x >= width || y >= height) return
    await host.act({
      kind: 'select',
      version: 1,
      choice: choiceNow(),
      soften: soften.value,
      area: { kind: 'colour', layer, x: Math.floor(x), y: Math.floor(y), ...colour },
    })
  }

  async function selectPaint(): Promise<void> {
    const layer = layerNow()
    if (layer)
      await host.act({
        kind: 'select',
        version: 1,
        choice: choice.value,
        soften: soften.value,
        area: { kind: 'paint', layer },
      })
  }

  const selectAll = () => host.act({ kind: 'select', version: 1, choice: 'new', soften: 0, area: { kind: 'all' } })
  const selectNone = () => (isSelected.value ? host.act({ kind: 'select-none' }) : undefined)
  const invert = () => host.act({ kind: 'select-invert' })
  const softenNow = (radius: number) => host.act({ kind: 'select-soften', version: 1, radius })

  // --- a part in hand

  const show = latestOnly(async () => {
    if (held.value) await host.movePart(held.value.to)
  })

  /** Layers that are taken hold of together; none: the live one. */
  let several: readonly string[] = []

  async function takeHold(to: Held['to'] | null = null): Promise<void> {
    const layer = several.length ? [...several] : layerNow()
    const box = layer && (await host.takePart(layer, leaves.value, to))
    held.value = box ? { box, to: to ?? heldWhole(box).to } : null
    if (!box) mode.value = null
  }

  function change(next: Held): void {
    held.value = next
    void show()
  }

  function setWay(next: Way): void {
    if (!held.value) return
    way.value = next
    if (next === 'net') change(asNet(held.value))
  }

  function take(key: string, to: Point): void {
    if (held.value) change(handled(held.value, way.value, key, to, { isEven: keys.shift, isCentred: keys.alt }))
  }

  function nudge(dx: number, dy: number): void {
    if (held.value) change(movedBy(held.value, dx, dy))
  }

  /** Moves the part with the hand; its edges and middle catch on guides and the sheet. */
  function drag(to: Point): void {
    if (!start) return
    const moved = movedBy(start, Math.round(to.x - from.x), Math.round(to.y - from.y))
    const snap = keys.alt ? { dx: 0, dy: 0, on: [] } : snapOf(moved, lines(), SNAP_REACH / scale)
    against.value = snap.on
    change(movedBy(moved, snap.dx, snap.dy))
  }

  async function settle(): Promise<void> {
    if (!held.value) return
    const { to } = held.value
    held.value = null
    against.value = []
    mode.value = null
    await host.movePart(to)
    await host.settlePart()
  }

  async function discard(): Promise<void> {
    held.value = null
    against.value = []
    mode.value = null
    await host.dropPart()
  }

  watch(leaves, () => {
    if (held.value) void takeHold(held.value.to)
  })

  // --- the pointer

  /** Takes hold of several layers, or of all in a group, as one. */
  function takeLayers(layers: readonly string[]): void {
    choose('move', layers)
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

  function choose(next: PartMode | null, layers: readonly string[] = []): void {
    if (held.value) void settle()
    several = layers
    draft.value = []
    mode.value = next
    if (next === 'move') {
      way.value = 'size'
      leaves.value = false
      void takeHold()
    }
  }

  function begin(place: Point, samples: readonly number[], time: number, shownScale: number): void {
    scale = shownScale
    from = place
    isDown = true
    switch (mode.value) {
      case 'box':
      case 'lasso':
        draft.value = [place.x, place.y]
        break
      case 'corners': {
        const [x0, y0] = draft.value
        const isClosing = draft.value.length >= 6 && Math.hypot(place.x - x0!, place.y - y0!) < 12 / scale
        if (isClosing) void selectOutline(draft.value)
        else draft.value = [...draft.value, place.x, place.y]
        break
      }
      case 'colour':
        void selectColour(place)
        break
      case 'move':
        start = held.value && holds(held.value, place) ? held.value : null
        break
      case 'bend': {
        const layer = layerWithPaint()
        if (layer) void host.beginBend(layer, { ...bend.value }, samples, time)
      }
    }
  }

  function extend(place: Point, samples: readonly number[], time: number): void {
    if (!isDown) return
    switch (mode.value) {
      case 'box':
        draft.value = boxBetween(from, place, keys.shift && choice.value !== 'new')
        break
      case 'lasso': {
        const [x, y] = draft.value.slice(-2)
        if (Math.hypot(place.x - x!, place.y - y!) * scale >= LASSO_STEP)
          draft.value = [...draft.value, place.x, place.y]
        break
      }
      case 'corners':
        if (draft.value.length) draft.value = [...draft.value.slice(0, -2), place.x, place.y]
        break
      case 'move':
        drag(place)
        break
      case 'bend':
        void host.extendStroke(samples, time)
    }
  }

  function end(): void {
    if (!isDown) return
    isDown = false
    start = null
    against.value = []
    if (mode.value === 'box' || mode.value === 'lasso') void selectOutline(draft.value)
    if (mode.value === 'bend') void host.endStroke()
  }

  /** A second finger came down: it was nothing. */
  function drop(): void {
    isDown = false
    start = null
    if (mode.value !== 'corners') draft.value = []
    if (mode.value === 'bend') void host.dropStroke()
  }

  /** Enter: closes what is drawn round, or settles what is in hand. Answers whether there was anything. */
  function accept(): boolean {
    if (held.value) void settle()
    else if (draft.value.length >= 6) void selectOutline(draft.value)
    else return false
    return true
  }

  /** Escape: one thing at a time. */
  function leave(): boolean {
    if (held.value) void discard()
    else if (draft.value.length) draft.value = []
    else if (mode.value) mode.value = null
    else if (isSelected.value) void selectNone()
    else return false
    return true
  }

  // --- what is done at once

  /** Lays what is selected of the layer, or all of it, on a layer of its own. */
  async function copyToLayer(name: string): Promise<string | null> {
    const layer = layerNow()
    if (!layer) return null
    const copy = newLayerId()
    await host.act({ kind: 'layer-copy', layer, copy, name })
    return copy
  }

  async function clearInside(): Promise<void> {
    const layer = layerNow()
    if (layer) await host.act({ kind: 'layer-clear', layer })
  }

  /** Mirrors one half of the layer onto the other: on the mirror line that is shown, or on the sheet's middle. */
  async function mirrorHalf(half: Half): Promise<void> {
    const layer = layerNow()
    if (!layer) return
    const { width, height } = sheet()
    const mirror = guides().find(guide => guide.kind === 'mirror' && guide.isShown)
    const isUpright = half === 'left' || half === 'right'
    const middle = mirror?.kind === 'mirror' ? mirror.middle : { x: width / 2, y: height / 2 }
    const angle = mirror?.kind === 'mirror' ? (mirror.angle * Math.PI) / 180 : isUpright ? Math.PI / 2 : 0
    let [dx, dy] = [Math.cos(angle) * 1000, Math.sin(angle) * 1000]
    // What is kept lies to the left of the way along the line (y down: the way up has the left half on its left).
    const left = { x: dy, y: -dx }
    const wanted = { left: { x: -1, y: 0 }, right: { x: 1, y: 0 }, top: { x: 0, y: -1 }, bottom: { x: 0, y: 1 } }[half]
    if (left.x * wanted.x + left.y * wanted.y < 0) [dx, dy] = [-dx, -dy]
    await host.act({
      kind: 'mirror-half',
      version: 1,
      layer,
      line: [middle.x, middle.y, middle.x + dx, middle.y + dy].map(value => Math.round(value * SUBPIXELS)) as [
        number,
        number,
        number,
        number,
      ],
    })
  }

  return {
    mode,
    edges,
    isSelected,
    draft,
    choice,
    soften,
    colour,
    held,
    way,
    leaves,
    against,
    bend,
    choose,
    takeLayers,
    align,
    begin,
    extend,
    end,
    drop,
    accept,
    leave,
    take,
    nudge,
    setWay,
    settle,
    discard,
    flip: (isSideways: boolean) => held.value && change(flipped(held.value, isSideways)),
    quarter: (by: 1 | -1) => held.value && change(quarterTurned(held.value, by)),
    selectPaint,
    selectAll,
    selectNone,
    invert,
    softenNow,
    copyToLayer,
    clearInside,
    mirrorHalf,
  }
}
export type Parts = ReturnType<typeof createParts>

/** The corners of a box drawn out from one place to another. */
function boxBetween(a: Point, b: Point, isSquare: boolean): number[] {
  let [dx, dy] = [b.x - a.x, b.y - a.y]
  if (isSquare) {
    const side = Math.max(Math.abs(dx), Math.abs(dy))
    dx = side * Math.sign(dx || 1)
    dy = side * Math.sign(dy || 1)
  }
  const [x, y] = [Math.round(a.x), Math.round(a.y)]
  const [u, v] = [Math.round(a.x + dx), Math.round(a.y + dy)]
  return x === u || y === v ? [] : [x, y, u, y, u, v, x, v]
}
