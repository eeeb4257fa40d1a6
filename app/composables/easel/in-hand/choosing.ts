import { computed, reactive, ref, shallowRef, shallowReadonly } from 'vue'
import type { Point, Rect } from '#core/base'
import { SUBPIXELS } from '#core/brush'
import type { SelectAct } from '#core/drawing'
import type { Choice } from '#core/select'
import { useHeldKeys } from '../../sheet/useHeldKeys'
import type { SheetRemote } from '../../../workers/sheet/contract'
import type { TakesTouch, Touch } from './contract'

/** How a part is chosen by hand. */
export type ChoosingMode = 'box' | 'lasso' | 'corners' | 'colour'

/** A lasso's points are at least so far apart, CSS px. */
const LASSO_STEP = 2
/** A touch this near the first corner closes what is drawn round, CSS px. */
const CLOSING_REACH = 12

interface Around {
  /** How it is chosen now; null: not by hand. */
  readonly mode: () => ChoosingMode | null
  /** The layer that may be painted on; null says why not. */
  readonly layerNow: () => string | null
  readonly sheet: () => { readonly width: number; readonly height: number }
}

/** Choosing a part of the sheet: drawn round, by its colour, or by what is painted. */
export function createChoosing(host: SheetRemote, { mode, layerNow, sheet }: Around) {
  /** The edge of what is selected; null: nothing is. */
  const edges = shallowRef<readonly Int32Array[] | null>(null)
  const isSelected = computed(() => edges.value !== null)
  /** Corners of what is being drawn round, x, y … in sheet px. */
  const draft = shallowRef<readonly number[]>([])
  const choice = ref<Choice>('new')
  const soften = ref(0)
  const colour = reactive({ tolerance: 32, borders: 'all' as 'this' | 'all', isJoined: true })
  const keys = useHeldKeys()
  /** With keys: Shift adds, Alt takes away. */
  const choiceNow = (): Choice => (keys.shift ? 'add' : keys.alt ? 'subtract' : choice.value)

  let from: Point = { x: 0, y: 0 }

  async function select(area: SelectAct['area'], how = choiceNow()): Promise<void> {
    await host.act({ kind: 'select', version: 1, choice: how, soften: soften.value, area })
  }

  async function selectOutline(points: readonly number[]): Promise<void> {
    draft.value = []
    if (points.length < 6) return
    await select({ kind: 'outline', points: points.map(value => Math.round(value * SUBPIXELS)) })
  }

  /** A box that was told in figures, sheet px. */
  async function selectBox({ x0, y0, x1, y1 }: Rect): Promise<void> {
    await selectOutline(boxBetween({ x: x0, y: y0 }, { x: x1, y: y1 }, false))
  }

  async function selectColour({ x, y }: Point): Promise<void> {
    const { width, height } = sheet()
    const layer = layerNow()
    if (!layer || x < 0 || y < 0 || x >= width || y >= height) return
    await select({ kind: 'colour', layer, x: Math.floor(x), y: Math.floor(y), ...colour })
  }

  async function selectPaint(): Promise<void> {
    const layer = layerNow()
    if (layer) await select({ kind: 'paint', layer }, choice.value)
  }

  const selectAll = () => host.act({ kind: 'select', version: 1, choice: 'new', soften: 0, area: { kind: 'all' } })
  const selectNone = () => (isSelected.value ? host.act({ kind: 'select-none' }) : undefined)
  const invert = () => host.act({ kind: 'select-invert' })
  const softenNow = (radius: number) => host.act({ kind: 'select-soften', version: 1, radius })

  function begin({ place, scale }: Touch): void {
    from = place
    switch (mode()) {
      case 'box':
      case 'lasso':
        draft.value = [place.x, place.y]
        break
      case 'corners': {
        const [x0, y0] = draft.value
        const isClosing = draft.value.length >= 6 && Math.hypot(place.x - x0!, place.y - y0!) < CLOSING_REACH / scale
        if (isClosing) void selectOutline(draft.value)
        else draft.value = [...draft.value, place.x, place.y]
        break
      }
      case 'colour':
        void selectColour(place)
    }
  }

  function extend({ place, scale }: Touch): void {
    switch (mode()) {
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
    }
  }

  function end(): void {
    if (mode() === 'box' || mode() === 'lasso') void selectOutline(draft.value)
  }

  /** Corners are set one by one: those before stay. */
  function cancel(): void {
    if (mode() !== 'corners') draft.value = []
  }

  /** Enter closes what is drawn round; Escape takes it away. */
  function key(pressed: string): boolean {
    if (pressed === 'enter' && draft.value.length >= 6) void selectOutline(draft.value)
    else if (pressed === 'escape' && draft.value.length) draft.value = []
    else return false
    return true
  }

  const touch: TakesTouch = { begin, extend, end, cancel, key }
  return {
    edges: shallowReadonly(edges),
    /** What the worker found to be selected. */
    takeEdges: (found: readonly Int32Array[] | null) => void (edges.value = found),
    isSelected,
    draft: shallowReadonly(draft),
    putDraftAway: () => void (draft.value = []),
    choice,
    soften,
    colour,
    selectBox,
    selectPaint,
    selectAll,
    selectNone,
    invert,
    softenNow,
    touch,
  }
}

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
