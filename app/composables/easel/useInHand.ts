import { computed } from 'vue'
import { isRubbing, SAMPLE_FIELDS, unpackSample } from '#core/brush'
import type { StencilKind } from '#core/stencil'
import type { HeldKeys } from '../../sheet/pen'
import { useHand } from '../../stores/hand'
import { injectable } from '../common/injectable'
import { useNotices } from '../common/useNotices'
import type { Guides } from '../sheet/useGuides'
import { createAdjusting } from './in-hand/adjusting'
import { NO_TOUCH, type TakesTouch, type Touch } from './in-hand/contract'
import { createCrop } from './in-hand/crop'
import { createHaze } from './in-hand/haze'
import { createLetters } from './in-hand/letters'
import { createParts, type PartMode } from './in-hand/parts'
import { createPour } from './in-hand/pour'
import { createSampling } from './in-hand/sampling'
import { createShadow } from './in-hand/shadow'
import { createSlot } from './in-hand/slot'
import { createStencil } from './in-hand/stencil'
import { createTrueShape } from './in-hand/true-shape'
import { createStroke } from './stroke'
import type { Drawing } from './useDrawing'
import type { Guard } from './useGuard'
import type { LightPin } from './useLight'
import type { StackInHand } from './useStack'

interface Around {
  readonly stack: StackInHand
  readonly guard: Guard
  readonly guides: Guides
  readonly lighting: LightPin
}

/**
 * The hand at the sheet. A touch goes to the guest that borrows it, else to what is in hand, else to the mode that is
 * chosen, else it is a stroke or a pour; whoever it began with has it to its end.
 */
export function createInHand(drawing: Drawing, { stack, guard, guides, lighting }: Around) {
  const { host, isReadOnly } = drawing
  const hand = useHand()
  const { say } = useNotices()
  const { layers, live, liveLayer } = stack
  const sheet = () => drawing.sheet.value
  const lines = () => guides.snapLines(sheet())
  const { layerNow, layerWithPaint } = guard
  const onTrouble = (message: string, fix: string) => void say(message, fix, 'attention')

  const slot = createSlot()
  const stroke = createStroke(host, hand, { guard, guides, isMaskLive: () => stack.isMaskLive.value })
  const parts = createParts(host, slot, { layerNow, layerWithPaint, sheet, lines, guides: () => guides.guides.value })
  const letters = createLetters(host, slot, hand, { layerNow, sheet, lines, onTrouble })
  const stencil = createStencil(host, slot, hand, layerNow, lines)
  const crop = createCrop(host, slot, sheet, onTrouble)
  const adjusting = createAdjusting(host, slot, layerWithPaint)
  const shadow = createShadow(host, slot, { light: lighting.light, layerWithPaint, nameOf: stack.nameOf })
  const haze = createHaze(host, slot, {
    layers: () => layers.value,
    colour: () => hand.colour,
    isReadOnly: () => isReadOnly.value,
  })
  const pouring = createPour(host, slot, hand, {
    layerNow: () => guard.layerFor({ needsPaint: false, what: 'the pour' }, true),
    sheet,
    onTrouble,
  })
  const sampling = createSampling(
    host,
    slot,
    hand,
    () => live.value,
    () => say('There is no paint on this layer there.', 'Touch where it is painted, or sample all layers.'),
  )
  const trueShape = createTrueShape(host, stroke, lines)

  drawing.onNotice(notice => {
    if (notice.kind === 'selection') parts.takeEdges(notice.edges)
    else if (notice.kind === 'working') adjusting.tellShare(notice.share)
  })

  // --- who has the pointer

  /** A pour may turn out to be on the wrong layer, as a stroke may. */
  const pour: TakesTouch = {
    ...pouring.touch,
    end() {
      pouring.touch.end()
      guard.afterStroke()
    },
    cancel() {
      pouring.touch.cancel()
      guard.forget()
    },
  }
  const rubsNoShapes: TakesTouch = {
    ...NO_TOUCH,
    begin: () => onTrouble('Rubbing draws no shapes.', 'Lift a tool that paints, or put the stencil away.'),
  }
  /** What a touch does in the mode that is chosen; null: it is the tool's. */
  const mode = computed<TakesTouch | null>(() => {
    if (parts.touch.value) return parts.touch.value
    if (letters.isReady.value) return letters.inHand
    if (!stencil.kind.value || !hand.settings) return null
    return isRubbing(hand.settings) ? rubsNoShapes : stencil.inHand
  })
  function ownerOf(): TakesTouch {
    const { value: held } = slot.held
    if (slot.guest.value) return slot.guest.value
    if (held && !held.letsStrokesThrough) return held
    if (mode.value) return mode.value
    return !hand.lifted ? NO_TOUCH : hand.settings ? stroke : pour
  }

  let owner = NO_TOUCH
  let scale = 1
  /** How many touches have begun: by this one is told from the next. */
  let touches = 0
  /** `sample`: the one that tells where the hand is. */
  function touchOf(packed: readonly number[], time: number, sample: number): Touch {
    const { x, y } = unpackSample(packed, sample)
    return { place: { x, y }, packed, time, scale }
  }

  /** `shownScale`: px on the screen for one of the sheet. */
  function begin(packed: number[], time: number, shownScale: number): void {
    scale = shownScale
    touches++
    owner = ownerOf()
    owner.begin(touchOf(packed, time, 0))
  }
  function extend(packed: number[], time: number): void {
    owner.extend(touchOf(packed, time, packed.length / SAMPLE_FIELDS - 1))
  }
  function end(): void {
    const { end: finish } = owner
    owner = NO_TOUCH
    finish()
  }
  function drop(): void {
    const { cancel } = owner
    owner = NO_TOUCH
    cancel()
  }

  /** The hand rests at the end of its stroke: it becomes a true shape. */
  async function hold(): Promise<boolean> {
    const { settings } = hand
    // A sprayer goes on while the hand rests: there resting means something else.
    if (
      owner !== stroke ||
      stroke.isGuided() ||
      !settings ||
      !hand.truesUp ||
      isRubbing(settings) ||
      settings.tip.kind === 'spray'
    )
      return false
    const held = touches
    const isStillDown = () => owner === stroke && touches === held
    if (!(await trueShape.hold(hand.hasEvenWidth, scale, isStillDown))) return false
    owner = trueShape.touch
    return true
  }
  const adjust = (x: number, y: number, keys: HeldKeys) => trueShape.adjust(x, y, keys)

  /** Enter, Escape and others, to whom they belong: whether anybody wanted them. */
  function key(pressed: string): boolean {
    if (slot.guest.value?.key(pressed) || slot.held.value?.key(pressed) || mode.value?.key(pressed)) return true
    if (pressed !== 'escape' || !parts.isSelected.value) return false
    void parts.selectNone()
    return true
  }
  const nudge = (dx: number, dy: number) => slot.held.value?.nudge(dx, dy) ?? false

  // --- modes: one at a time

  function chooseStencil(kind: StencilKind | null): void {
    parts.choose(null)
    letters.choose(false)
    stencil.choose(kind)
  }
  function choosePart(next: PartMode | null, chosen: readonly string[] = []): void {
    stencil.choose(null)
    letters.choose(false)
    parts.choose(next, chosen)
  }
  function chooseLetters(isNext: boolean): void {
    stencil.choose(null)
    parts.choose(null)
    letters.choose(isNext)
  }

  /** Lays a copy of what is selected of the live layer, or of all of it, on it. */
  async function copyLayer(): Promise<void> {
    const name = `${liveLayer.value?.name ?? 'Layer'} copy`.slice(0, 60)
    const copy = await parts.copyToLayer(name)
    if (copy) stack.choose(copy)
  }

  return {
    hand,
    parts,
    letters,
    stencil,
    crop,
    adjusting,
    shadow,
    haze,
    pouring,
    sampling,
    trueShape,
    begin,
    extend,
    end,
    drop,
    hold,
    adjust,
    key,
    nudge,
    chooseStencil,
    choosePart,
    chooseLetters,
    copyLayer,
    /** Puts down what is in hand; what waits for a word is asked about. */
    settleAll: slot.settle,
    /** Whether something is in hand that only its owner can decide about. */
    needsWord: computed(() => slot.held.value?.needsWord?.() ?? false),
    /** What is in hand is taken away first. */
    undo: () => (slot.discard() ? undefined : host.undo()),
    redo: () => host.redo(),
  }
}
export type AtHand = ReturnType<typeof createInHand>

export const { provide: provideInHand, use: useInHand } = injectable<AtHand>('hand at the sheet')
