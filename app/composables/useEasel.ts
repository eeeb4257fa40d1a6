import { proxy, transfer, wrap, type Remote } from 'comlink'
import type { InjectionKey } from 'vue'
import { isRubbing, SAMPLE_FIELDS, unpackSample } from '#core/brush'
import { PLACED_AS_IS, type Placed, type Sheet } from '#core/layers'
import type { Finding } from '#core/lookfor'
import { bytesOf, isOwnPlan, isPanelPlan, USUAL_GAP, type Plan, type Step } from '#core/plan'
import type { GivenWay, TeachersPurpose } from '#shared/views'
import type { StencilKind } from '#core/stencil'
import type { Adjusting, ShapeKind } from '#core/trueup'
import LookerWorker from '../workers/looker.worker?worker'
import SheetWorker from '../workers/sheet.worker?worker'
import type { SendingState } from '../workers/record/sender'
import type { OpenAnswer, OpenMode, SheetNotice } from '../workers/sheet/contract'
import type { SheetHost } from '../workers/sheet/host'
import type { Thumbnail } from '../workers/view/layer-news'
import { heldTo } from '../sheet/follow'
import { toolNameOf } from '../sheet/tool-words'
import type { HeldKeys } from '../sheet/pen'
import type { Guides } from './useGuides'
import type { PartMode } from './useParts'
import { useHand } from '../stores/hand'

/** A look that takes no longer than this is repeated quietly, so long after the last stroke, ms. */
const QUICK_LOOK_MS = 350
const QUIET_AFTER_MS = 900

/** A shape snaps to lines this near, CSS px. */
const SNAP_REACH = 7

/** What bounds a fence, as for a pour. */
const FENCE = { tolerance: 40, borders: 'all', gap: USUAL_GAP, grow: 2 } as const

export interface Sending {
  readonly state: SendingState
  readonly unsent: number
  readonly message: string | null
  readonly fix: string | null
}

/** Why a sheet is not open. */
type Closed = Extract<OpenAnswer, { ok: false }>

/** A drawing at the Easel: the workers that hold it, what they tell, and what can be done to it. */
export function createEasel(drawing: number, person: number | null, guides: Guides) {
  const hand = useHand()
  const { say } = useNotices()
  const worker = new SheetWorker()
  const lookerWorker = new LookerWorker()
  useWorkerWatch(worker, lookerWorker)
  const host = markRaw(wrap<SheetHost>(worker)) as Remote<SheetHost>

  const progress = ref<{ done: number; of: number } | null>(null)
  const plan = shallowRef<Plan | null>(null)
  const closed = ref<Closed | null>(null)
  const isReadOnly = ref(true)
  const isOffline = ref(false)
  const wasTaken = ref(false)
  const answer = shallowRef<Extract<OpenAnswer, { ok: true }>['lastAnswer']>(null)
  /** The sheet as it is now; the plan's until it is cut or scaled. */
  const sheet = shallowRef<Sheet>({ width: 1, height: 1, paper: [255, 255, 255] })
  const stack = createStack(
    host,
    () => sheet.value,
    (message, fix) => say(message, fix, 'attention'),
  )
  const { layers, live, liveLayer, choose } = stack
  /** Where the plan's sheet lies on it. */
  const placed = shallowRef<Placed>(PLACED_AS_IS)
  const history = ref({ canUndo: false, canRedo: false, position: 0 })
  const thumbnails = shallowRef<ReadonlyMap<string, Thumbnail>>(new Map())
  const sending = ref<Sending>({ state: 'kept', unsent: 0, message: null, fix: null })
  const stepNumber = ref(0)
  const findings = shallowRef<ReadonlyMap<string, readonly Finding[]>>(new Map())
  /** Where the record was when a step was looked at: findings grow old as drawing goes on. */
  const lookedAt = ref(0)
  const isLooking = ref(false)
  const pointedAt = ref<string | null>(null)
  const isSheetOpen = ref(false)
  /** How a mural's panel meets its neighbours, as it was measured last; null: its sheet has not the panel's size. */
  const seams = shallowRef<Extract<SheetNotice, { kind: 'seams' }>['seams']>({})
  /** The true shape that is held, what the hand does to it, and whether it is made perfect: for those without keys. */
  const trueKind = ref<ShapeKind | null>(null)
  const trueHow = ref<Adjusting['how']>('turn')
  const isTruePerfect = ref(false)

  const planId = ref(0)
  const purpose = ref<TeachersPurpose | null>(null)
  /** Whether the steps of the richer way are gone as well. */
  const isRicher = ref(false)
  /** The path that the teacher has chosen for all; `own`: each learner chooses. */
  const way = ref<GivenWay>('own')
  const steps = computed<readonly Step[]>(
    () => plan.value?.steps.filter(each => isRicher.value || !each.isRicher) ?? [],
  )
  const step = computed<Step | null>(() => steps.value[stepNumber.value] ?? null)
  /** What was said to be so on purpose, as step and look-for. */
  const meant = ref<ReadonlySet<string>>(new Set())
  const pictures = computed(
    () => new Map((plan.value?.pictures ?? []).map(each => [each.id, `data:${each.type};base64,${each.base64}`])),
  )
  function take(notice: SheetNotice): void {
    switch (notice.kind) {
      case 'opening':
        progress.value = notice
        break
      case 'drawing': {
        const { canUndo, canRedo, position } = notice
        stack.take(notice.stack)
        sheet.value = notice.sheet
        placed.value = notice.placed
        lighting.kept.value = notice.light
        history.value = { canUndo, canRedo, position }
        bands.afterChange()
        break
      }
      case 'selection':
        parts.edges.value = notice.edges
        break
      case 'thumbnail':
        thumbnails.value = new Map(thumbnails.value).set(notice.layer, notice)
        break
      case 'sending': {
        const { state, unsent, message, fix } = notice
        sending.value = { state, unsent, message, fix }
        if (state === 'kept') isOffline.value = false
        break
      }
      case 'working':
        adjusting.share.value = notice.share
        break
      case 'seams':
        seams.value = notice.seams
        break
      case 'covers':
        guard.sayCovers(notice.name, notice.layer)
        break
      case 'refused':
      case 'not-kept':
        say(notice.message, notice.fix, 'attention')
        break
      case 'taken':
        wasTaken.value = true
        isReadOnly.value = true
        break
    }
  }

  async function open(mode: OpenMode): Promise<void> {
    closed.value = null
    const { port1, port2 } = new MessageChannel()
    lookerWorker.postMessage({ port: port1 }, [port1])
    const opened = await host.open({ drawing, person, mode }, proxy(take), transfer(port2, [port2]))
    progress.value = null
    if (!opened.ok) {
      closed.value = opened
      return
    }
    isReadOnly.value = mode === 'look'
    isOffline.value = opened.isOffline
    answer.value = opened.lastAnswer
    plan.value = opened.plan
    planId.value = opened.planId
    purpose.value = opened.purpose
    meant.value = new Set(opened.meant.map(each => `${each.step} ${each.lookFor}`))
    void references.load()
    if (opened.hasKeptApart)
      say(
        'This drawing went on in another place. What you drew here meanwhile is kept as a drawing of its own.',
        'You find it in your folio.',
        'attention',
      )
    if (opened.hadHole)
      say(
        'A stroke is missing in what this device kept.',
        'What came after it is kept as a drawing of its own: you find it in your folio.',
        'attention',
      )
    const last = opened.step ?? opened.startAt
    way.value = opened.way
    isRicher.value =
      opened.way === 'richer' ||
      (opened.way === 'own' && (opened.plan.steps.find(each => each.id === last)?.isRicher ?? false))
    const at = steps.value.findIndex(each => each.id === last)
    // Where a teacher marks steps of a lesson, the last one is none of the sheet's own.
    await openStep(Math.max(at, 0), opened.step === null || (at < 0 && opened.purpose !== 'lesson'))
  }

  /** Goes to a step: lays out its tools and makes its layer ready. `isNew` writes its opening into the record. */
  async function openStep(number: number, isNew = true): Promise<void> {
    const next = steps.value[number]
    if (!next || !plan.value) return
    await settleAll()
    bands.close()
    stepNumber.value = number
    pointedAt.value = null
    hand.layOut(next, plan.value.palette)
    guides.give(next.guides ?? [])
    // Whether a mural's cut lies under its panel is told by the mural.
    if (!isPanelPlan(plan.value)) void pinReference(next)
    choose(next.layer.id)
    if (isNew && !isReadOnly.value) await host.openStep(next.id)
  }

  /** Goes the richer way, or the simple one again; the open step stays, if it is on it. */
  function goRicher(isOn: boolean): void {
    const id = step.value?.id
    isRicher.value = isOn
    const at = steps.value.findIndex(each => each.id === id)
    if (at >= 0) stepNumber.value = at
    else void openStep(steps.value.length - 1)
  }

  /** The reference of a step hangs beside the sheet when the step opens for the first time, or lies under all of it. */
  async function pinReference({ reference }: Step, isUnder = false): Promise<void> {
    const picture = plan.value?.pictures?.find(each => each.id === reference)
    if (picture)
      await references.give(
        picture.id,
        new Blob([bytesOf(picture.base64) as BlobPart], { type: picture.type }),
        isUnder,
      )
  }

  /** Says that what was found is so on purpose, or takes it back. */
  async function setMeant(lookFor: string, isMeant: boolean): Promise<void> {
    const { value: current } = step
    if (!current) return
    const key = `${current.id} ${lookFor}`
    meant.value = new Set(isMeant ? [...meant.value, key] : [...meant.value].filter(each => each !== key))
    await host.setMeant(current.id, lookFor, isMeant)
    say(isMeant ? 'Kept: your teacher sees that you meant it so.' : 'Taken back.')
  }

  /** How long the last look took, ms. */
  let lookingMs = Infinity
  let quietTimer: ReturnType<typeof setTimeout> | null = null
  /** After a look that was quick the step is looked at again by itself, once the hand rests. */
  watch(
    () => history.value.position,
    () => {
      if (quietTimer) clearTimeout(quietTimer)
      if (lookingMs > QUICK_LOOK_MS || !step.value || !findings.value.has(step.value.id)) return
      quietTimer = setTimeout(() => void lookAtStep(true), QUIET_AFTER_MS)
    },
  )

  /** `isQuiet`: by itself, without a word. */
  async function lookAtStep(isQuiet = false): Promise<void> {
    const { value: current } = step
    if (!current) return
    isLooking.value = !isQuiet
    const began = performance.now()
    try {
      const found = await host.lookAtStep(current.id, isQuiet)
      if (!found) return
      lookingMs = performance.now() - began
      lookedAt.value = history.value.position
      findings.value = new Map(findings.value).set(current.id, found)
    } finally {
      isLooking.value = false
    }
  }

  function clearFindings(): void {
    if (step.value) {
      const rest = new Map(findings.value)
      rest.delete(step.value.id)
      findings.value = rest
    }
  }

  // --- strokes

  const guard = createGuard(
    host,
    stack,
    () => (!plan.value || isOwnPlan(plan.value) || purpose.value === 'redraw' ? null : step.value),
    () => isReadOnly.value,
  )
  const layerToDrawOn = () => guard.layerFor({ needsPaint: false, what: 'it' })
  const layerToPour = () => guard.layerFor({ needsPaint: false, what: 'the pour' }, true)
  const layerWithPaint = () => guard.layerFor({ needsPaint: true, what: 'it' })
  const lines = () => guides.snapLines(sheet.value)
  const stencil = createStencil(host, hand, layerToDrawOn, lines)
  const around = {
    layerNow: layerToDrawOn,
    layerWithPaint,
    sheet: () => sheet.value,
    lines,
    guides: () => guides.guides.value,
  }
  const parts = createParts(host, around)
  const adjusting = createAdjust(host, layerWithPaint)
  const lighting = createLight(host, {
    sheet: () => sheet.value,
    layerWithPaint,
    nameOf: id => layers.value.find(each => each.id === id)?.name ?? 'the layer',
  })
  const bands = createBands(host, hand, {
    onTrouble: (message, fix) => say(message, fix, 'attention'),
    live,
    layerWithPaint,
    choose,
    light: lighting.light,
    needLight: () => lighting.need(),
    nameOf: id => layers.value.find(each => each.id === id)?.name ?? 'the shape',
    placeOf: id => layers.value.findIndex(each => each.id === id),
  })
  const haze = createHaze(host, {
    layers: () => layers.value,
    colour: () => hand.colour,
    isReadOnly: () => isReadOnly.value,
  })
  const pouring = createPour(host, hand, {
    layerNow: layerToPour,
    sheet: () => sheet.value,
    onTrouble: (message, fix) => say(message, fix, 'attention'),
  })
  const sampling = createSampling(
    host,
    hand,
    () => live.value,
    () => say('There is no paint on this layer there.', 'Touch where it is painted, or sample all layers.'),
  )
  const crop = createCrop(
    host,
    () => sheet.value,
    (message, fix) => say(message, fix, 'attention'),
  )
  const references = createReferences(
    drawing,
    host,
    () => sheet.value,
    (message, fix) => say(message, fix, 'attention'),
  )
  const letters = createLetters(host, hand, { ...around, onTrouble: (message, fix) => say(message, fix, 'attention') })

  /** Only one of them has the pointer: the others settle what they hold. */
  function chooseStencil(kind: StencilKind | null): void {
    parts.choose(null)
    letters.choose(false)
    stencil.choose(kind)
  }
  function choosePart(mode: PartMode | null): void {
    stencil.choose(null)
    letters.choose(false)
    parts.choose(mode)
  }
  function chooseLetters(isNext: boolean): void {
    stencil.choose(null)
    parts.choose(null)
    letters.choose(isNext)
  }
  /** Puts down all that is in hand; a crop or a pour that waits for a word are asked about. */
  async function settleAll(): Promise<void> {
    const under = [
      adjusting.how.value && adjusting.settle(),
      lighting.shadow.value && lighting.keepShadow(),
      haze.isOpen.value && haze.keep(),
      parts.held.value && parts.settle(),
      letters.writing.value && letters.settle(),
    ]
    stencil.settle()
    await Promise.all(under)
  }
  /** Whether something is in hand that only its owner can decide about. */
  const needsWord = computed(() => crop.isOpen.value || pouring.waiting.value !== null)
  /** Whether something is in hand that undo takes away first. */
  function discardInHand(): boolean {
    if (crop.isOpen.value) crop.discard()
    else if (adjusting.how.value) void adjusting.discard()
    else if (lighting.shadow.value) void lighting.dropShadow()
    else if (haze.isOpen.value) void haze.drop()
    else if (pouring.waiting.value || pouring.gaps.value.length) pouring.clear()
    else if (stencil.shape.value) stencil.discard()
    else if (parts.held.value) void parts.discard()
    else if (letters.writing.value) void letters.discard()
    else return false
    return true
  }

  /** Holds the stroke under way to the guides that it follows. */
  let toGuides: (packed: readonly number[]) => number[] = packed => [...packed]

  /** A stroke along a guide that has not begun yet. */
  let waiting: { readonly start: (first: readonly number[]) => void; readonly first: readonly number[] } | null = null

  /** Px on the screen for one of the sheet, as the stroke began. */
  let sheetScale = 1

  /** `scale`: px on the screen for one of the sheet. */
  function begin(samples: number[], time: number, scale: number): void {
    if (sampling.isOn.value) return sampling.begin(unpackSample(samples, 0))
    if (crop.isOpen.value) return crop.begin(unpackSample(samples, 0))
    // The next stroke comes after an adjustment, not into it.
    if (adjusting.how.value) return void adjusting.settle()
    if (lighting.shadow.value) return void lighting.keepShadow()
    if (haze.isOpen.value) return void haze.keep()
    if (parts.mode.value) return parts.begin(unpackSample(samples, 0), samples, time, scale)
    if (letters.isReady.value || letters.writing.value) return letters.begin(unpackSample(samples, 0), scale)
    if (stencil.kind.value && hand.settings && isRubbing(hand.settings))
      return void say('Rubbing draws no shapes.', 'Lift a tool that paints, or put the stencil away.', 'attention')
    if (stencil.kind.value && hand.settings) return stencil.begin(unpackSample(samples, 0), scale)
    const { lifted, settings } = hand
    if (!lifted) return
    sheetScale = scale
    if (!settings) return pouring.begin(unpackSample(samples, 0))
    const needsPaint = settings.effect === 'erase' || isRubbing(settings)
    const layer = guard.layerFor({ needsPaint, what: `the ${toolNameOf(lifted.now).replace('-', ' ')}` }, true)
    if (layer) {
      const echoes = guides.echoes()
      const follower = guides.follower(unpackSample(samples, 0), scale)
      toGuides = heldTo(follower)
      const fence = hand.isFenced && !stack.isMaskLive.value ? { fence: { ...FENCE } } : {}
      const style = {
        tool: toRaw(settings),
        colour: [...hand.colour] as [number, number, number],
        ...(echoes && { echoes }),
        ...fence,
      }
      const start = (first: readonly number[]) => void host.beginStroke(layer, style, first, time)
      // Along a guide it begins once it is clear which way the hand means.
      if (follower.isFree) return start(samples)
      toGuides(samples)
      waiting = { start, first: samples }
    }
  }
  function extend(samples: number[], time: number): void {
    const last = () => unpackSample(samples, samples.length / SAMPLE_FIELDS - 1)
    if (sampling.isOn.value) return sampling.extend(last())
    if (crop.isOpen.value) return crop.extend(last())
    if (adjusting.how.value || adjusting.isSettling.value) return
    if (parts.mode.value) return parts.extend(last(), samples, time)
    if (letters.writing.value) return letters.extend(last())
    if (stencil.kind.value && hand.settings) return stencil.extend(last())
    if (!hand.settings) return pouring.extend(last(), sheetScale)
    const held = toGuides(samples)
    if (held.length === 0) return
    if (waiting) waiting.start(held)
    else void host.extendStroke(held, time)
    waiting = null
  }
  function end(): void {
    if (sampling.isOn.value) return sampling.end()
    crop.end()
    if (parts.mode.value) return parts.end()
    letters.end()
    stencil.end()
    if (!hand.settings) void pouring.end()
    // A dot has no way.
    waiting?.start(waiting.first)
    waiting = null
    void host.endStroke()
    guard.afterStroke()
    trueKind.value = null
  }
  function drop(): void {
    if (sampling.isOn.value) return sampling.end()
    crop.end()
    if (parts.mode.value) return parts.drop()
    letters.end()
    pouring.drop()
    guard.forget()
    waiting = null
    void host.dropStroke()
    trueKind.value = null
  }

  /** The hand rests at the end of its stroke: it becomes a true shape. */
  async function hold(): Promise<boolean> {
    const { settings } = hand
    // A sprayer goes on while the hand rests: there resting means something else.
    if (
      !settings ||
      sampling.isOn.value ||
      stencil.kind.value ||
      crop.isOpen.value ||
      parts.mode.value ||
      letters.isReady.value ||
      letters.writing.value ||
      !hand.truesUp ||
      isRubbing(settings) ||
      settings.tip.kind === 'spray'
    )
      return false
    trueKind.value = await host.trueUp(hand.hasEvenWidth, { lines: lines(), reach: SNAP_REACH / sheetScale })
    return trueKind.value !== null
  }

  async function adjust(x: number, y: number, keys: HeldKeys): Promise<void> {
    const how = keys.alt ? 'move' : keys.control ? 'stretch' : trueHow.value
    const kind = await host.adjustTrue({ x, y }, { how, isPerfect: keys.shift || isTruePerfect.value })
    if (trueKind.value !== null && kind !== null) trueKind.value = kind
  }

  // --- the stack

  /** Lays a copy of what is selected of the live layer, or of all of it, on it. */
  async function copyLayer(): Promise<void> {
    const name = `${liveLayer.value?.name ?? 'Layer'} copy`.slice(0, 60)
    const copy = await parts.copyToLayer(name)
    if (copy) choose(copy)
  }

  // --- leaving

  /** What can't follow on the server's record becomes a drawing of its own; nothing is drawn meanwhile. */
  async function keepApart(): ReturnType<SheetHost['keepApart']> {
    await settleAll()
    isReadOnly.value = true
    const result = await host.keepApart()
    if (!result.ok) isReadOnly.value = false
    return result
  }

  /** The page is put away or goes: what is under way is finished and kept, and sent if it can be. */
  function putAway(): void {
    void settleAll()
    void host.endStroke()
    void host.wake()
  }
  const onHidden = () => document.visibilityState === 'hidden' && putAway()
  const onOnline = () => void host.wake()
  document.addEventListener('visibilitychange', onHidden)
  window.addEventListener('pagehide', putAway)
  window.addEventListener('online', onOnline)

  async function close(): Promise<void> {
    await settleAll()
    if (quietTimer) clearTimeout(quietTimer)
    document.removeEventListener('visibilitychange', onHidden)
    window.removeEventListener('pagehide', putAway)
    window.removeEventListener('online', onOnline)
    await host.close()
    worker.terminate()
    lookerWorker.terminate()
  }

  return {
    drawing,
    host,
    hand,
    progress: readonly(progress),
    plan,
    closed: readonly(closed),
    isReadOnly: readonly(isReadOnly),
    isOffline: readonly(isOffline),
    wasTaken: readonly(wasTaken),
    answer,
    layers,
    live,
    liveLayer,
    history: readonly(history),
    thumbnails,
    sending: readonly(sending),
    planId: readonly(planId),
    purpose: readonly(purpose),
    pictures,
    steps,
    isRicher: readonly(isRicher),
    way: readonly(way),
    goRicher,
    meant: readonly(meant),
    setMeant,
    step,
    stepNumber: readonly(stepNumber),
    findings,
    lookedAt: readonly(lookedAt),
    isLooking: readonly(isLooking),
    pointedAt,
    open,
    openStep,
    pinReference,
    lookAtStep,
    clearFindings,
    begin,
    extend,
    end,
    drop,
    hold,
    adjust,
    stencil,
    parts,
    letters,
    pouring,
    adjusting,
    lighting,
    haze,
    bands,
    settleAll,
    needsWord,
    sampling,
    crop,
    references,
    sheet,
    placed,
    chooseStencil,
    choosePart,
    chooseLetters,
    trueKind: readonly(trueKind),
    trueHow,
    isTruePerfect,
    stack,
    copyLayer,
    isSheetOpen,
    seams: shallowReadonly(seams),
    close,
    keepApart,
    undo: () => (discardInHand() ? undefined : host.undo()),
    redo: () => host.redo(),
    wake: () => host.wake(),
  }
}

export type Easel = ReturnType<typeof createEasel>
export const EASEL: InjectionKey<Easel> = Symbol('easel')

/** The Easel that the page has opened. */
export function useEasel(): Easel {
  const easel = inject(EASEL)
  if (!easel) throw new Error('no Easel is open on this page')
  return easel
}
