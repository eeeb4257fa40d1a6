import { ref, shallowRef, toRaw, shallowReadonly } from 'vue'
import { rampBetween } from '#core/colour'
import type { FreshPourAct, GradientAct, PourPaint } from '#core/drawing'
import type { GradientForm, LineGap, Pattern } from '#core/fill'
import { USUAL_GAP } from '#core/plan'
import type { TextureName } from '#core/kernels'
import { latestOnly } from '../../../sheet/latest-only'
import type { useHand } from '../../../stores/hand'
import { freshSeed } from '../../../sheet/seeds'
import type { SheetRemote } from '../../../workers/sheet/contract'
import { NO_TOUCH, type InHand, type TakesTouch, type Touch } from './contract'
import type { Slot } from './slot'

/** What is poured: the colour, nothing at all, or the colour through a pattern or a grain. */
export type Poured =
  | { readonly kind: 'colour' | 'clear' }
  | { readonly kind: 'pattern'; readonly pattern: Pattern; readonly size: number }
  | { readonly kind: 'grain'; readonly texture: TextureName; readonly strength: number }

/** How one colour goes over into another. */
export interface Fade {
  readonly form: GradientForm
  /** To nothing, or to the colour before. */
  readonly to: 'clear' | 'before'
  readonly space: 'oklab' | 'srgb'
  /** Only in the closed cell where it begins. */
  readonly isCell: boolean
}

/** Places closer together than this on the screen are one, px. */
const STEP = 3

/**
 * Pouring by hand: a touch fills one cell, a drag every cell that it crosses, a loop every closed cell inside. What
 * would run out, or fill the whole empty sheet, is asked about first.
 */
export function createPour(
  host: SheetRemote,
  slot: Slot,
  hand: ReturnType<typeof useHand>,
  around: {
    readonly layerNow: () => string | null
    readonly sheet: () => { readonly width: number; readonly height: number }
    readonly onTrouble: (message: string, fix: string) => void
  },
) {
  const mode = ref<'touch' | 'loop' | 'fade'>('touch')
  const fade = ref<Fade>({ form: 'straight', to: 'clear', space: 'oklab', isCell: true })
  const poured = shallowRef<Poured>({ kind: 'colour' })
  /** The loop while it is drawn: x, y, x, y … sheet px. */
  const draft = shallowRef<readonly number[]>([])
  /** Gaps that are ringed on the sheet. */
  const gaps = shallowRef<readonly LineGap[]>([])
  /** A pour that waits for an answer. */
  const waiting = shallowRef<{ readonly kind: 'whole' | 'leaks'; readonly act: FreshPourAct } | null>(null)
  const isBusy = ref(false)

  let points: number[] = []
  let layer: string | null = null
  let seed = 0

  /** As it would be now: a pour, or colours that go over into each other from the first place to the last. */
  const actNow = () => (mode.value === 'fade' ? fadeOf() : actOf())

  function fadeOf(): GradientAct | null {
    const now = hand.lifted?.now
    if (!layer || now?.kind !== 'pour' || points.length < 2) return null
    const { form, to, space, isCell } = fade.value
    const [x0, y0] = [points[0]!, points[1]!]
    const [x1, y1] = [points[points.length - 2]!, points[points.length - 1]!]
    if (form !== 'along' && x0 === x1 && y0 === y1) return null
    const end = to === 'clear' ? null : (hand.lastColours[0] ?? null)
    const px = (value: number) => Math.round(value * 16)
    const { tolerance, borders, grow, gap = USUAL_GAP } = now
    return {
      kind: 'gradient',
      version: 1,
      layer,
      form,
      from: [px(x0), px(y0)],
      to: [px(x1), px(y1)],
      opacity: 100,
      seed,
      ramp: rampBetween([...hand.colour], end && [...end], space).map(stop => [...stop]),
      ...(isCell && { fence: { tolerance, borders, grow, gap } }),
    }
  }

  function actOf(): FreshPourAct | null {
    const now = hand.lifted?.now
    if (!layer || now?.kind !== 'pour' || points.length < 2) return null
    const places = points.map(value => Math.round(value * 16))
    const colour: [number, number, number] = [...hand.colour]
    const paint = { ...toRaw(poured.value), ...(poured.value.kind !== 'clear' && { colour }) } as PourPaint
    return {
      kind: 'pour',
      version: 2,
      layer,
      paint,
      tolerance: now.tolerance,
      grow: now.grow,
      borders: now.borders,
      gap: now.gap ?? USUAL_GAP,
      seed,
      where: { kind: mode.value === 'loop' ? 'loop' : 'places', points: places },
    }
  }

  const show = latestOnly(async () => {
    const act = actNow()
    if (act) await host.preview('pour', act)
  })

  function begin({ place }: Touch): void {
    layer = around.layerNow()
    if (!layer) return
    clear()
    seed = freshSeed()
    points = [place.x, place.y]
    if (mode.value === 'loop') draft.value = points
  }

  function extend({ place, scale }: Touch): void {
    if (!layer) return
    const [x, y] = [points[points.length - 2]!, points[points.length - 1]!]
    if (Math.hypot(place.x - x, place.y - y) * scale < STEP) return
    points = [...points, place.x, place.y]
    if (mode.value === 'loop') draft.value = points
    // From the second place on it is a drag: what is filled so far is shown.
    else void show()
  }

  async function pourOut(): Promise<void> {
    if (mode.value === 'fade') {
      const faded = fadeOf()
      drop()
      if (faded) await host.act(faded)
      return
    }
    const act = actOf()
    const wasDrag = points.length > 2
    drop()
    if (!act || (act.where.kind === 'loop' && act.where.points.length < 6)) return
    const { x, y } = { x: act.where.points[0]! / 16, y: act.where.points[1]! / 16 }
    const { width, height } = around.sheet()
    if (act.where.kind === 'places' && !wasDrag && (x < 0 || y < 0 || x >= width || y >= height)) return
    await run(act, false)
  }

  function drop(): void {
    if (points.length > 2 && mode.value !== 'loop') void host.dropPreview('pour')
    points = []
    layer = null
    draft.value = []
  }

  async function run(act: FreshPourAct, isSure: boolean): Promise<void> {
    isBusy.value = true
    try {
      const answer = await host.pour(act, isSure)
      waiting.value = answer.kind === 'leaks' || answer.kind === 'whole' ? { kind: answer.kind, act } : null
      gaps.value = answer.kind === 'leaks' ? answer.gaps : []
      askOrNot()
    } finally {
      isBusy.value = false
    }
  }

  /** Pours in spite of what was asked. */
  async function pourAnyway(): Promise<void> {
    const { value } = waiting
    clear()
    if (value) await run(value.act, true)
  }

  /** Closes a gap with a stroke, and pours if that was the last one in the way. */
  async function close(gap: LineGap): Promise<void> {
    const isClosed = await host.closeGap({ ...gap })
    if (!isClosed)
      return around.onTrouble(
        'The line has gone from this gap, or its layer is locked.',
        'Close it with the pen, or pour anyway.',
      )
    gaps.value = gaps.value.filter(each => each !== gap)
    askOrNot()
    if (gaps.value.length || !waiting.value) return
    const { act } = waiting.value
    waiting.value = null
    await run(act, false)
  }
  async function closeAll(): Promise<void> {
    for (const gap of [...gaps.value]) await close(gap)
  }

  /** Rings all gaps of a layer's lines, or of all that can be seen. Returns how many there are. */
  async function showGaps(layerId: string | null): Promise<number> {
    isBusy.value = true
    try {
      waiting.value = null
      gaps.value = await host.gaps(layerId)
      askOrNot()
      return gaps.value.length
    } finally {
      isBusy.value = false
    }
  }

  function clear(): void {
    waiting.value = null
    gaps.value = []
    slot.letGo(card)
  }

  /** The card that asks about a pour, or shows gaps: it is in hand for as long as there is something on it. */
  const card: InHand = {
    ...NO_TOUCH,
    whenReplaced: 'discard',
    // Gaps are closed by hand as well, and the card waits meanwhile.
    letsStrokesThrough: true,
    needsWord: () => waiting.value !== null,
    nudge: () => false,
    // Gaps that are only shown stay; a pour that waits needs a word.
    settle: async () => {},
    discard: async () => clear(),
  }
  function askOrNot(): void {
    if (waiting.value || gaps.value.length) void slot.take(card)
    else slot.letGo(card)
  }

  const touch: TakesTouch = { begin, extend, end: () => void pourOut(), cancel: drop, key: () => false }

  return {
    mode,
    fade,
    poured,
    draft: shallowReadonly(draft),
    gaps: shallowReadonly(gaps),
    waiting: shallowReadonly(waiting),
    isBusy: shallowReadonly(isBusy),
    touch,
    pourAnyway,
    close,
    closeAll,
    showGaps,
    clear,
  }
}
export type PourInHand = ReturnType<typeof createPour>
