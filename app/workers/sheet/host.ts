import { transfer, wrap, type Remote } from 'comlink'
import { CoreError, isEmptyRect, type Point, type Rect } from '#core/base'
import { GREATEST_RUNGS, type PaletteColour, type Rgb8 } from '#core/colour'
import type { LiveStroke } from '#core/brush'
import {
  applyAct,
  contentHash,
  meantIn,
  standingActs,
  type Act,
  type AdjustAct,
  type BendAct,
  type DrawingRecord,
  type Engine,
  type Entry,
  type FreshPourAct,
  type FreshStrokeAct,
  type FreshStyle,
} from '#core/drawing'
import { loadKernels, type Tile } from '#core/kernels'
import {
  changedTiles,
  hasteFor,
  paintable,
  PLACED_AS_IS,
  showTile,
  stackOf,
  type Drawing,
  type Haste,
  type Light,
  type Selection,
} from '#core/layers'
import type { Finding } from '#core/lookfor'
import type { Bending, Destination } from '#core/moving'
import type { BandForm, Bands } from '#core/bands'
import type { LineGap } from '#core/fill'
import { layerTones } from '#core/adjust'
import { prepareStep, type Plan } from '#core/plan'
import type { Alignment } from '#core/parts'
import { paintOf, selectionBox, selectionEdge } from '#core/select'
import type { Adjusting, ShapeKind } from '#core/trueup'
import { api } from '../../api/routes'
import { ApiRefusal, troubleOf } from '../../api/client'
import type { Looker } from '../looker.worker'
import { holdDrawing, type Hold } from '../record/hold'
import { Keeper } from '../record/keeper'
import { RecordSession } from '../record/session'
import { surroundings } from '../record/surroundings'
import { layOutRecord } from '../view/lay-out'
import { stackNotes, Thumbnailer } from '../view/layer-news'
import { SheetView, type View } from '../view/sheet-view'
import type { PictureGround } from '../../sheet/picture-grounds'
import { newLayerId } from '../../sheet/layer-ids'
import { actedSmall, AdjustWork, type SlidAct } from './adjusting'
import { LivePictures, type PanelSeen } from './live-picture'
import { shownAlone, type Alone } from './alone'
import { coveredLetters } from './covers'
import { closingStroke, closingStrokeThat, gapsOf, isAmong, pourDoubt, type PourAnswer } from './pouring'
import type { Notify, OpenAnswer, OpenMode, Timing } from './contract'
import { alignedLayers, LayersInHand, PartInHand, type InHand } from './in-hand'
import { picturePng } from './picture'
import { LadderWork, type BordersFound, type SeamsFound } from './ladder'
import { drawingPalette, sampledColour } from './sampling'
import { TrueUp, type Snapping } from './true-up'
import { UnderPicture, type Under } from './under'

/** Thumbnails wait until the hand rests this long, ms. */
const THUMBNAIL_MS = 250
/** Latencies kept for the bench. */
const MOST_TIMINGS = 4000

interface Live {
  stroke: LiveStroke
  readonly layer: string
  readonly style: FreshStyle
  readonly samples: number[]
  /** What a held stroke became; it is drawn instead. */
  trueUp: TrueUp | null
}

/** A bend under way. */
interface LiveBend {
  readonly bending: Bending
  readonly act: BendAct
}

/** Steps that a teacher marks while drawing are called so, with a number. */
const MARKED = 'mark-'

interface Opening {
  readonly drawing: number
  /** Null: nobody can say who draws. */
  readonly person: number | null
  readonly mode: OpenMode
}

/**
 * The worker's side of the Easel: it owns the drawing, its record and its picture. Samples come in;
 * acts, pixels and notices go out.
 */
export class SheetHost {
  private readonly kernels = loadKernels()
  private engine: Engine | null = null
  private view: SheetView | null = null
  private session: RecordSession | null = null
  /** Of a learner's drawing: what the Round sees of it. */
  private pictures: LivePictures | null = null
  private hold: Hold | null = null
  private isReadOnly = true
  private live: Live | null = null
  private bend: LiveBend | null = null
  private part: InHand | null = null
  private under: UnderPicture | null = null
  private underAsked: Under | null = null
  /** The selection as the page knows it. */
  private shownSelection: Selection | undefined
  /** The drawing with something that is not settled yet; null when there is nothing. */
  private unsettled: Drawing | null = null
  private alone: Alone = null
  private isHasty = false
  private haste: Haste | null = null
  private working: AdjustWork | null = null
  private ladder: LadderWork | null = null
  /** An adjustment that was shown in full. */
  private fine: { readonly act: AdjustAct; readonly picture: Drawing; readonly of: Drawing } | null = null
  private shownOf: { readonly drawing: Drawing; readonly shown: Drawing } | null = null
  private clockStart = 0
  private notify: Notify = () => {}
  private looker: Remote<Looker> | null = null
  private thumbnailTimer: ReturnType<typeof setTimeout> | null = null
  private readonly thumbnailer = new Thumbnailer()
  private readonly pendingInputs: number[] = []
  private readonly timing = { latencies: [] as number[], frames: [] as number[] }

  // --- opening and closing

  async open(request: Opening, notify: Notify, looker: MessagePort): Promise<OpenAnswer> {
    this.notify = notify
    this.looker = wrap<Looker>(looker)
    const { drawing, person, mode } = request
    if (mode !== 'look') {
      this.hold = await holdDrawing(drawing, mode === 'take-over', () => this.lose())
      if (!this.hold)
        return {
          ok: false,
          why: 'elsewhere',
          message: 'This drawing is open in another tab.',
          fix: 'Go on there, or draw here instead.',
        }
    }
    const keeper = await Keeper.open().catch((error: unknown) => {
      this.sayNotKept(error)
      return null
    })
    try {
      const session = await RecordSession.open(surroundings(keeper), drawing, person, mode)
      const { view, log, entries, hasKeptApart, hadHole } = session.opened
      await this.layOut(log.plan, entries)
      this.session = session
      this.isReadOnly = mode === 'look'
      if (!this.isReadOnly) {
        session.follow(this.engine!.entries, {
          onState: (state, unsent, trouble) =>
            this.notify({
              kind: 'sending',
              state,
              unsent,
              message: trouble?.message ?? null,
              fix: trouble?.fix ?? null,
            }),
          onNotKept: error => this.sayNotKept(error),
        })
        if (log.person > 0) this.startPictures()
      }
      void keeper?.tidy(Date.now()).catch(() => {})
      return {
        ok: true,
        plan: log.plan,
        planId: log.planId,
        purpose: log.purpose ?? null,
        way: log.way ?? 'own',
        startAt: log.startAt ?? null,
        meant: meantIn(entries),
        lastAnswer: view?.lastAnswer ?? null,
        isOffline: view === null,
        hasKeptApart,
        hadHole,
        step: entries.findLast(entry => entry.type === 'step')?.step ?? null,
      }
    } catch (error) {
      await this.close()
      return refusedOpening(error)
    }
  }

  private async layOut(plan: Plan, entries: readonly Entry[]): Promise<void> {
    const record = { version: 1 as const, sheet: plan.sheet, entries: [...entries] }
    const engine = await layOutRecord(this.kernels, record, (done, of) => this.notify({ kind: 'opening', done, of }))
    this.engine = engine
    this.clockStart = performance.now() - ((entries.at(-1)?.at ?? -1000) + 1000)
    const { sheet } = engine.drawing
    this.view = new SheetView(this.kernels, sheet, sheet.paper, (number, part, out) => this.flatten(number, part, out))
    this.view.onFrame = ms => this.noteFrame(ms)
    this.tell()
  }

  private startPictures(): void {
    const { drawing } = this.session!.opened.log
    this.pictures = new LivePictures({
      kernels: this.kernels,
      now: () => ({
        drawing: this.engine!.drawing,
        position: this.engine!.position,
        isDrawing: this.live !== null || this.bend !== null || this.unsettled !== null,
      }),
      send: body => api.keepLivePicture(drawing, body),
      sawSeams: seams => this.notify({ kind: 'seams', seams }),
    })
    if (this.engine!.position > 0) this.pictures.note()
  }

  /** The drawing is a mural's panel, with these neighbours. */
  setPanel(panel: PanelSeen): void {
    this.pictures?.setPanel(panel)
  }

  /** How long what is drawn waits before it is sent, ms: less while someone watches, as usual when nothing is said. */
  gatherFor(ms?: number): void {
    this.session?.gatherFor(ms)
  }

  /** Lets go of the drawing. What was not sent yet stays kept here, and is sent from whatever page comes next. */
  async close(): Promise<void> {
    this.endStroke()
    this.pictures?.stop()
    this.isReadOnly = true
    await this.session?.close()
    this.hold?.release()
    this.hold = null
  }

  private lose(): void {
    this.endStroke()
    this.pictures?.stop()
    this.isReadOnly = true
    void this.session?.lose()
    this.notify({ kind: 'taken' })
  }

  // --- the window

  show(canvas: OffscreenCanvas): void {
    this.view?.show(canvas)
  }

  resize(width: number, height: number): void {
    this.view?.resize(width, height)
  }

  look(view: View): void {
    this.view?.look(view)
  }

  /** Lays a reference picture between the paper and the layers, or takes it away. It is only looked at. */
  async layUnder(under: Under | null): Promise<void> {
    this.underAsked = under
    const before = this.under
    const sheet = this.engine?.drawing.sheet
    const isSamePicture =
      before &&
      under &&
      before.under.id === under.id &&
      JSON.stringify([before.under.corners, before.under.isFlipped, before.under.isGrey]) ===
        JSON.stringify([under.corners, under.isFlipped, under.isGrey])
    const next =
      !under || !sheet ? null : isSamePicture ? before.with(under.opacity) : await UnderPicture.of(under, sheet)
    // Another one was asked for meanwhile.
    if (this.underAsked !== under) return
    this.under = next
    this.view?.invalidateAll()
  }

  // --- drawing

  beginStroke(layer: string, style: Omit<FreshStyle, 'seed'>, samples: readonly number[], time: number): void {
    if (!this.engine || this.isReadOnly) return
    this.endStroke()
    this.dropUnsettled()
    const whole = { ...style, seed: newSeed() }
    try {
      const stroke = this.engine.beginStroke(layer, whole, samples)
      this.live = { stroke, layer, style: whole, samples: [], trueUp: null }
      this.extendStroke(samples, time)
    } catch (error) {
      this.refuse(error)
    }
  }

  /** `time`: when the pointer moved, ms since the epoch. */
  extendStroke(samples: readonly number[], time: number): void {
    const { live } = this
    if (this.bend) return this.extendBend(this.bend, samples, time)
    if (!live || live.trueUp) return
    live.samples.push(...samples)
    this.pendingInputs.push(time)
    this.invalidate(live.stroke.extend(samples))
    this.session?.noteUnderway(() => ({ at: this.clock(), act: actOf(live) }))
  }

  endStroke(): void {
    const { live, engine } = this
    if (this.bend) return this.endBend(this.bend)
    if (!live || !engine) return
    this.live = null
    // A true shape's stroke is finished already.
    if (!live.trueUp) this.invalidate(live.stroke.finish())
    engine.endStroke(live.stroke, actOf(live), this.clock())
    this.keep()
  }

  /** The hand rests at the end of its stroke: it becomes a true shape, if it is more than a dot. Returns which. */
  trueUp(isEven: boolean, snap: Snapping): ShapeKind | null {
    const { live } = this
    if (!live) return null
    live.trueUp ??= TrueUp.of(live.samples, live.style, isEven)
    live.trueUp?.snapTo(snap)
    this.drawTrue()
    return live.trueUp?.kind ?? null
  }

  /** The hand that holds a true shape went on. Returns what the shape is now. */
  adjustTrue(to: Point, how: Adjusting): ShapeKind | null {
    const trueUp = this.live?.trueUp
    if (!trueUp) return null
    trueUp.adjust(to, how)
    this.pendingInputs.push(performance.timeOrigin + performance.now())
    this.drawTrue()
    return trueUp.kind
  }

  /** Draws the true shape in the place of what was there. */
  private drawTrue(): void {
    const { live, engine } = this
    if (!live?.trueUp || !engine) return
    const before = live.stroke.touched.parts()
    live.stroke.drop()
    const { style, samples } = live.trueUp.stroke
    live.stroke = engine.beginStroke(live.layer, style, samples)
    live.stroke.extend(samples)
    live.stroke.finish()
    for (const { part } of [...before, ...live.stroke.touched.parts()]) this.invalidate(part)
  }

  /** The stroke was no stroke (a second finger came down): nothing of it stays. */
  dropStroke(): void {
    const { live, bend } = this
    this.session?.dropUnderway()
    if (bend) {
      this.bend = null
      for (const { part } of bend.bending.touched.parts()) this.invalidate(part)
    }
    if (!live) return
    this.live = null
    live.stroke.drop()
    for (const { part } of live.stroke.touched.parts()) this.invalidate(part)
  }

  /**
   * Pours, unless something should be asked first: whether the whole empty sheet is meant, or what to do about gaps
   * through which it would run out. `isSure`: without asking.
   */
  pour(act: FreshPourAct, isSure: boolean): PourAnswer {
    const { engine } = this
    if (!engine || this.isReadOnly) return { kind: 'nothing' }
    const doubt = isSure ? null : pourDoubt(this.kernels, engine.drawing, act)
    if (doubt) return doubt
    const before = engine.position
    this.act(act)
    return { kind: engine.position > before ? 'done' : 'nothing' }
  }

  /** All gaps of a layer's lines, or of all that can be seen. */
  gaps(layer: string | null): LineGap[] {
    return this.engine ? gapsOf(this.kernels, this.engine.drawing, layer) : []
  }

  /**
   * Closes a gap with a stroke as wide and of the colour that the line has there; on a certain layer, if one is named.
   */
  closeGap(gap: LineGap, layer?: string): boolean {
    const { engine, ladder } = this
    if (!engine || this.isReadOnly) return false
    const { drawing } = engine
    // On a layer of bands, a border that ends at the form's edge is open there as well.
    const isClosedBy = (act: Act) => {
      const after = applyAct(this.kernels, drawing, act)
      const found =
        ladder && layer !== undefined
          ? ladder.borders(this.kernels, after, layer, GREATEST_RUNGS)?.gaps
          : gapsOf(this.kernels, after, 'layer' in act ? (act.layer as string) : null)
      return !isAmong(gap, found ?? [])
    }
    const seed = newSeed()
    const act =
      closingStrokeThat(drawing, gap, seed, layer, isClosedBy) ??
      (layer === undefined ? closingStroke(drawing, gap, seed) : null)
    // Where nothing would change, nothing is done that would have to be undone.
    if (!act || changedTiles(drawing, applyAct(this.kernels, drawing, act)).size === 0) return false
    this.act(act, true)
    return true
  }

  // --- ladder shading

  /** Takes the shape on a layer, or what is selected; answers the colour in its middle. Null when there is none. */
  beginLadder(layer: string): { colour: Rgb8 | null } | null {
    if (!this.engine) return null
    try {
      this.ladder = LadderWork.begin(this.kernels, this.engine.drawing, layer)
      return { colour: this.ladder.colour }
    } catch (error) {
      this.refuse(error)
      return null
    }
  }

  dropLadder(): void {
    this.ladder = null
  }

  /** The bands of that shape. */
  bands(
    form: BandForm,
    light: Light,
    rungs: number,
  ): { ok: true; bands: Bands } | { ok: false; message: string; fix: string } {
    try {
      return { ok: true, bands: this.ladder?.bands(form, light, rungs) ?? { borders: [], places: [] } }
    } catch (error) {
      if (!(error instanceof CoreError)) throw error
      return { ok: false, message: `${error.message[0]!.toUpperCase()}${error.message.slice(1)}`, fix: error.fix }
    }
  }

  /** The borders on a layer that divide it, into so many bands if all is well. */
  bandBorders(layer: string, wanted: number): BordersFound | null {
    return this.engine && this.ladder ? this.ladder.borders(this.kernels, this.engine.drawing, layer, wanted) : null
  }

  /** The seams that are left in it, seen from a layer downward. */
  seams(layer: string): SeamsFound | null {
    return this.engine && this.ladder ? this.ladder.seams(this.kernels, this.engine.drawing, layer) : null
  }

  /** Shows the drawing as it would be with an act that is still changed; null takes it away. */
  showUnsettled(act: Act | null): void {
    const { engine } = this
    if (!engine || this.isReadOnly) return
    this.putPartBack()
    if (act?.kind === 'stack-set' && this.showHastily(act)) return
    if (act?.kind === 'adjust' || act?.kind === 'cast-shadow' || act?.kind === 'haze') return this.showSmall(act)
    this.stopWork()
    this.dropHaste()
    const before = this.shown
    try {
      this.unsettled = act && applyAct(this.kernels, engine.drawing, act)
    } catch (error) {
      this.unsettled = null
      this.refuse(error)
    }
    this.showChange(before)
  }

  /**
   * A look that changes while a slider is moved, on a heavy sheet: shown from a smaller one, as coarsely as the window
   * allows.
   */
  private showHastily(act: Extract<Act, { kind: 'stack-set' }>): boolean {
    const { engine, view } = this
    // A clip changes what belongs together below.
    if (!engine || !view || this.alone || act.set.clip !== undefined) return false
    try {
      this.haste = hasteFor(this.kernels, engine.drawing, act.item, view.level, this.haste)
      if (!this.haste) return false
      const { level, drawing } = this.haste
      const small = applyAct(this.kernels, drawing, act)
      view.hasten({
        sheet: small.sheet,
        ground: small.sheet.paper,
        level,
        flatten: (number, part, out) => showTile(this.kernels, small, number, part, out),
      })
      this.isHasty = true
    } catch (error) {
      this.refuse(error)
    }
    return this.isHasty
  }

  // --- adjusting the paint of a layer

  /** Shows at once, from a small picture, what an adjustment, a shadow or haze does. */
  private showSmall(act: SlidAct): void {
    const { engine, view } = this
    if (!engine || !view) return
    this.stopWork()
    try {
      const { level, drawing } = actedSmall(this.kernels, engine.drawing, act, view.level)
      if (level === 0) {
        const before = this.shown
        this.dropHaste()
        this.unsettled = drawing
        return this.showChange(before)
      }
      view.hasten({
        sheet: drawing.sheet,
        ground: drawing.sheet.paper,
        level,
        flatten: (number, part, out) => showTile(this.kernels, drawing, number, part, out),
      })
      this.isHasty = true
    } catch (error) {
      this.dropUnsettled()
      this.dropHaste()
      this.refuse(error)
    }
  }

  /** The same in full, once the hand rests. Whether it was not stopped. */
  async refineAdjustment(act: AdjustAct): Promise<boolean> {
    const { engine } = this
    if (!engine || this.isReadOnly) return false
    const { drawing } = engine
    const picture = await this.work(act)
    if (!picture || engine.drawing !== drawing) return false
    const before = this.shown
    this.dropHaste()
    this.unsettled = picture
    this.fine = { act, picture, of: drawing }
    this.showChange(before)
    return true
  }

  /**
   * Settles an adjustment: what was shown in full becomes the drawing. Whether it was not stopped, and could be done.
   */
  async settleAdjustment(act: AdjustAct): Promise<boolean> {
    const { engine } = this
    if (!engine || this.isReadOnly) return false
    const { drawing } = engine
    const known =
      this.fine && this.fine.of === drawing && JSON.stringify(this.fine.act) === JSON.stringify(act)
        ? this.fine.picture
        : null
    const picture = known ?? (await this.work(act))
    if (!picture || engine.drawing !== drawing) return false
    const before = this.shown
    this.dropHaste()
    this.unsettled = null
    this.fine = null
    engine.takeDrawn(act, picture, this.clock())
    this.showChange(before)
    this.keep()
    return true
  }

  /** Stops work under way; the drawing stays as it was. */
  stopWork(): void {
    this.working?.stop()
    this.working = null
  }

  private async work(act: AdjustAct): Promise<Drawing | null> {
    this.stopWork()
    const work = new AdjustWork(this.kernels, this.engine!.drawing, act)
    this.working = work
    try {
      return await work.run(share => this.working === work && this.notify({ kind: 'working', share }))
    } catch (error) {
      this.refuse(error)
      return null
    } finally {
      if (this.working === work) this.working = null
      if (!this.working) this.notify({ kind: 'working', share: null })
    }
  }

  /** The box round a layer's paint, sheet px; null when there is none. */
  paintBox(layer: string): Rect | null {
    const found = this.engine && paintable(this.engine.drawing, layer)
    const box = found && selectionBox(this.engine!.drawing.sheet, paintOf(found))
    return box && !isEmptyRect(box) ? box : null
  }

  /** How often each lightness is found in a layer's paint, 64 steps from dark to light. */
  tones(layer: string): number[] {
    const found = this.engine && paintable(this.engine.drawing, layer)
    return found ? layerTones(found, this.engine!.drawing.selection) : []
  }

  private dropHaste(): void {
    if (!this.isHasty) return
    this.isHasty = false
    this.haste = null
    this.view?.hasten(null)
  }

  // --- parts in hand

  /**
   * Takes hold of a part of a layer, or of several as one; answers what it is, sheet px, or null when there is nothing.
   * It goes where `to` says.
   */
  takePart(layer: string | readonly string[], leaves: boolean, to: Destination | null): Rect | null {
    const { engine } = this
    if (!engine || this.isReadOnly) return null
    this.endStroke()
    this.dropUnsettled()
    const before = this.shown
    try {
      this.part =
        typeof layer === 'string'
          ? PartInHand.take(this.kernels, engine, layer, leaves, to)
          : LayersInHand.take(this.kernels, engine, layer, leaves, to)
    } catch (error) {
      this.refuse(error)
      return null
    }
    this.unsettled = this.part.below
    this.showChange(before)
    this.view?.float(this.part.floating)
    return this.part.box
  }

  /** Brings layers into line with one another, or on the sheet. Whether anything moved. */
  align(layers: readonly string[], how: Alignment, isOnSheet: boolean): boolean {
    const act = this.engine && alignedLayers(this.engine.drawing, layers, how, isOnSheet)
    if (act) this.act(act)
    return Boolean(act)
  }

  /** The part in hand goes somewhere else. */
  movePart(to: Destination): void {
    if (!this.part) return
    this.part.goTo(to)
    this.view?.floatOn()
  }

  /** Puts the part down where it is. */
  settlePart(): void {
    const { part } = this
    if (!part) return
    this.act(part.act)
  }

  /** Puts the part back where it was. */
  dropPart(): void {
    this.dropUnsettled()
  }

  private putPartBack(): void {
    if (!this.part) return
    this.part = null
    this.view?.float(null)
  }

  private dropUnsettled(): void {
    this.putPartBack()
    if (!this.unsettled) return
    const before = this.shown
    this.unsettled = null
    this.showChange(before)
  }

  // --- pushing, swelling, pinching

  beginBend(
    layer: string,
    bend: Pick<BendAct, 'how' | 'size' | 'strength'>,
    samples: readonly number[],
    time: number,
  ): void {
    if (!this.engine || this.isReadOnly) return
    this.endStroke()
    this.dropUnsettled()
    try {
      const act: BendAct = { kind: 'bend', version: 1, layer, ...bend, samples: [] }
      this.bend = { bending: this.engine.beginBend(layer, bend), act }
      this.extendStroke(samples, time)
    } catch (error) {
      this.refuse(error)
    }
  }

  private extendBend({ bending, act }: LiveBend, samples: readonly number[], time: number): void {
    act.samples.push(...samples)
    this.pendingInputs.push(time)
    this.invalidate(bending.extend(samples))
    this.session?.noteUnderway(() => ({ at: this.clock(), act: { ...act, samples: [...act.samples] } }))
  }

  private endBend({ bending, act }: LiveBend): void {
    this.bend = null
    if (bending.touched.parts().length === 0) return this.session?.dropUnderway()
    this.engine!.endBend(bending, act, this.clock())
    this.keep()
  }

  /** `isAided`: the program does it for somebody who asked for it. */
  act(act: Act, isAided = false): void {
    const before = this.engine?.position
    this.take([{ type: 'act', at: this.clock(), act, ...(isAided && { aided: true as const }) }])
    if (act.kind !== 'shape' || !this.engine || this.engine.position === before) return
    const covered = coveredLetters(
      this.engine.drawing,
      standingActs(this.engine.entries).map(each => each.act),
      act,
    )
    if (covered) this.notify({ kind: 'covers', layer: covered.id, name: covered.name })
  }

  /** The mean colour of a square round a place; of a layer's paint, or of all that can be seen. */
  sampleColour(layer: string | null, x: number, y: number, side: number): Rgb8 | null {
    return this.engine ? sampledColour(this.kernels, this.engine.drawing, layer, x, y, side) : null
  }

  /** The colours of what can be seen. */
  palette(count: number): PaletteColour[] {
    return this.engine ? drawingPalette(this.kernels, this.engine.drawing, count) : []
  }

  /** Undoes the last act and does it again on another layer. */
  moveLast(layer: string): void {
    const last = this.engine && standingActs(this.engine.entries).findLast(each => !each.prepared)?.act
    if (!last || !('layer' in last)) return
    const at = this.clock()
    this.take([
      { type: 'undo', at },
      { type: 'act', at, act: { ...last, layer } as Act },
    ])
  }

  /** Undoes the last act and does it again on a new layer under another one. */
  putUnder(layer: string): void {
    const { engine } = this
    const last = engine && standingActs(engine.entries).findLast(each => !each.prepared)?.act
    if (!last || !('layer' in last)) return
    const at = this.clock()
    const place = engine.drawing.layers.findIndex(each => each.id === layer)
    const fresh = newLayerId()
    const acts: Act[] = [
      { kind: 'layer-add', layer: fresh, name: 'Under the letters', place: Math.max(place, 0) },
      { ...last, layer: fresh } as Act,
    ]
    this.take([{ type: 'undo', at }, ...acts.map((act): Entry => ({ type: 'act', at, act }))])
  }

  /** Where there is nothing to undo, nothing is noted. */
  undo(): void {
    if (this.engine?.canUndo) this.take([{ type: 'undo', at: this.clock() }])
  }

  redo(): void {
    if (this.engine?.canRedo) this.take([{ type: 'redo', at: this.clock() }])
  }

  /** Says that what a look-for found is so on purpose, or takes that back. */
  setMeant(step: string, lookFor: string, isMeant: boolean): void {
    this.take([{ type: 'meant', at: this.clock(), step, lookFor, isMeant }])
  }

  /** A teacher says that a step of the lesson begins here. */
  markStep(): void {
    this.take([{ type: 'step', at: this.clock(), step: `${MARKED}${this.figures().marks + 1}` }])
  }

  /** How much was done on this sheet: acts, marked steps, and the time it took, ms. */
  figures(): { acts: number; marks: number; ms: number } {
    const entries = this.engine?.entries ?? []
    return {
      acts: entries.filter(each => each.type === 'act').length,
      marks: entries.filter(each => each.type === 'step' && each.step.startsWith(MARKED)).length,
      ms: entries.at(-1)?.at ?? 0,
    }
  }

  /** All that was done on this sheet. */
  record(): DrawingRecord | null {
    return this.engine && this.plan && { version: 1, sheet: this.plan.sheet, entries: [...this.engine.entries] }
  }

  /** Opens a step and makes its layer ready. */
  openStep(id: string): void {
    const step = this.plan?.steps.find(each => each.id === id)
    if (!step || !this.engine) return
    const at = this.clock()
    this.pictures?.forgetFound()
    this.take([{ type: 'step', at, step: id }])
    // Each by itself: where the learner has changed the stack, one that can't be done does not stop the others.
    for (const act of prepareStep(step, this.engine.drawing)) this.take([{ type: 'prepare', at, act }])
  }

  private take(entries: readonly Entry[]): void {
    const { engine } = this
    if (!engine || this.isReadOnly) return
    this.endStroke()
    this.stopWork()
    this.dropHaste()
    const before = this.shown
    this.putPartBack()
    this.unsettled = null
    let taken = 0
    try {
      for (const entry of entries) {
        engine.take(entry)
        taken++
      }
    } catch (error) {
      this.refuse(error)
    }
    this.showChange(before)
    if (taken) this.keep()
  }

  /** The record grew: it is kept in this browser and sent. */
  private keep(): void {
    this.session?.note()
    this.pictures?.note()
    this.tell()
  }

  private get plan(): Plan | null {
    return this.session?.opened.log.plan ?? null
  }

  private clock(): number {
    return Math.max(0, Math.round(performance.now() - this.clockStart), this.engine?.entries.at(-1)?.at ?? 0)
  }

  // --- the picture

  /** The drawing as it is shown: with what is not settled yet. */
  private get shown(): Drawing {
    const drawing = this.unsettled ?? this.engine!.drawing
    if (!this.alone) return drawing
    if (this.shownOf?.drawing !== drawing) this.shownOf = { drawing, shown: shownAlone(drawing, this.alone) }
    return this.shownOf.shown
  }

  /** Shows one layer, group or mask without the others; null: all again. */
  showAlone(alone: Alone): void {
    if (!this.engine) return
    const before = this.shown
    this.alone = alone
    this.shownOf = null
    this.showChange(before)
  }

  /** Shows what is different from what was shown before; another sheet is laid out anew. */
  private showChange(before: Drawing): void {
    const { shown, view } = this
    const { sheet } = shown
    if (
      sheet !== before.sheet &&
      (sheet.width !== before.sheet.width || sheet.height !== before.sheet.height || sheet.paper !== before.sheet.paper)
    )
      view?.laySheet(sheet, sheet.paper)
    else view?.invalidateTiles(changedTiles(before, shown))
  }

  private flatten(number: number, part: Rect, out: Tile): void {
    const { live, bend } = this
    const growing = live?.stroke ?? bend?.bending
    const standIn = growing?.touched.has(number)
      ? { layer: growing.layer.id, tile: growing.preview(number, part) }
      : undefined
    const { shown, under } = this
    const drawing = under ? { ...shown, layers: [under.layer(number, shown.sheet), ...shown.layers] } : shown
    showTile(this.kernels, drawing, number, part, out, standIn)
  }

  private invalidate(rect: Rect): void {
    if (!isEmptyRect(rect)) this.view?.invalidate(rect)
  }

  private noteFrame(ms: number): void {
    const now = performance.timeOrigin + performance.now()
    const { latencies, frames } = this.timing
    for (const time of this.pendingInputs.splice(0)) latencies.push(now - time)
    frames.push(ms)
    if (latencies.length > MOST_TIMINGS) latencies.splice(0, latencies.length - MOST_TIMINGS)
    if (frames.length > MOST_TIMINGS) frames.splice(0, frames.length - MOST_TIMINGS)
  }

  /** For the bench and the tests. */
  timings(): Timing {
    return this.timing
  }

  // --- look-fors, handing in

  /** `isQuiet`: only when the hand rests, null otherwise. */
  async lookAtStep(id: string, isQuiet = false): Promise<Finding[] | null> {
    const step = this.plan?.steps.find(each => each.id === id)
    if (!step || !this.engine || !this.looker) return []
    if (isQuiet && (this.live || this.bend || this.unsettled)) return null
    this.endStroke()
    const { drawing, entries } = this.engine
    const found = await this.looker.look({ drawing, acts: standingActs(entries), step: id }, step.lookFors)
    this.pictures?.noteFound(found, step.lookFors)
    return found
  }

  /** Hands in what stands now. Throws `{ message, fix }` as an Error with `cause` when it can't be sent. */
  async handIn(note: string): Promise<{ ok: true; id: number } | { ok: false; message: string; fix: string }> {
    const { engine, session } = this
    if (!engine || !session || this.isReadOnly)
      return { ok: false, message: 'This sheet is open only to look at.', fix: 'Open it to draw first.' }
    this.endStroke()
    const { position } = engine
    const hash = contentHash(engine.drawing)
    try {
      await session.flush()
      const { id } = await api.handIn(session.opened.log.drawing, { position, hash, note })
      return { ok: true, id }
    } catch (error) {
      return { ok: false, ...troubleOf(error) }
    }
  }

  /** The settled drawing as a PNG file. */
  picture(ground: PictureGround): Uint8Array | null {
    if (!this.engine) return null
    this.endStroke()
    const bytes = picturePng(this.kernels, this.engine.drawing, ground)
    return transfer(bytes, [bytes.buffer])
  }

  // --- sending

  /** The network is back, someone signed in, or the page is put away. */
  wake(): void {
    this.session?.wake()
  }

  /** Keeps what could not be sent as a drawing of its own; returns its number. */
  async keepApart(): Promise<{ ok: true; id: number } | { ok: false; message: string; fix: string }> {
    if (!this.session) return { ok: false, message: 'Nothing is open here.', fix: 'Open the drawing again.' }
    this.endStroke()
    this.isReadOnly = true
    try {
      return { ok: true, id: await this.session.keepApart() }
    } catch (error) {
      this.isReadOnly = false
      return { ok: false, ...troubleOf(error) }
    }
  }

  // --- telling

  private tell(): void {
    const engine = this.engine!
    const { canUndo, canRedo, position, drawing } = engine
    this.notify({
      kind: 'drawing',
      canUndo,
      canRedo,
      position,
      stack: stackNotes(stackOf(drawing)),
      sheet: drawing.sheet,
      placed: drawing.placed ?? PLACED_AS_IS,
      light: drawing.light ?? null,
    })
    if (drawing.selection !== this.shownSelection) {
      this.shownSelection = drawing.selection
      this.notify({
        kind: 'selection',
        edges: drawing.selection
          ? selectionEdge(drawing.sheet, drawing.selection).map(loop => Int32Array.from(loop))
          : null,
      })
    }
    if (this.thumbnailTimer) clearTimeout(this.thumbnailTimer)
    this.thumbnailTimer = setTimeout(() => this.tellThumbnails(), THUMBNAIL_MS)
  }

  private tellThumbnails(): void {
    if (this.live || this.bend) {
      this.thumbnailTimer = setTimeout(() => this.tellThumbnails(), THUMBNAIL_MS)
      return
    }
    // One at a time: a stroke that begins meanwhile waits for none of the others.
    const thumbnail = this.thumbnailer.next(this.engine!.drawing)
    if (!thumbnail) return
    this.notify({ kind: 'thumbnail', ...thumbnail })
    this.thumbnailTimer = setTimeout(() => this.tellThumbnails(), 0)
  }

  private refuse(error: unknown): void {
    if (!(error instanceof CoreError)) throw error
    this.notify({ kind: 'refused', message: error.message, fix: error.fix })
  }

  private sayNotKept(error: unknown): void {
    const isFull = error instanceof DOMException && error.name === 'QuotaExceededError'
    this.notify({
      kind: 'not-kept',
      message: isFull
        ? 'This device has no room left to keep your strokes.'
        : 'This browser does not keep your strokes.',
      fix: isFull
        ? 'Free some space, and stay connected so that they reach the server.'
        : 'Stay connected until it says “kept”. A private window keeps nothing.',
    })
  }
}

/** The act that a stroke under way would be if it ended now. */
function actOf({ trueUp, layer, style, samples }: Live): FreshStrokeAct {
  const drawn = trueUp?.stroke ?? { style, samples }
  return { kind: 'stroke', version: 2, layer, ...drawn.style, samples: [...drawn.samples] }
}

function newSeed(): number {
  return crypto.getRandomValues(new Uint32Array(1))[0]!
}

function refusedOpening(error: unknown): Extract<OpenAnswer, { ok: false }> {
  if (error instanceof CoreError)
    return { ok: false, why: 'broken', message: `This drawing can’t be laid out: ${error.message}.`, fix: error.fix }
  const trouble = troubleOf(error)
  if (error instanceof ApiRefusal) {
    const why =
      error.code === 'open-elsewhere'
        ? 'elsewhere'
        : error.code === 'not-signed-in'
          ? 'signed-out'
          : error.code === 'not-yours' || error.code === 'not-found'
            ? 'not-yours'
            : 'away'
    return { ok: false, why, ...trouble }
  }
  return { ok: false, why: 'away', ...trouble }
}
