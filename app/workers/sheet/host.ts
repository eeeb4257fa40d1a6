/* eslint-disable max-lines -- one short method for each call that crosses the thread; each does its own elsewhere */
import { transfer, wrap } from 'comlink'
import { CoreError, type Point, type Rect } from '#core/base'
import type { BandForm } from '#core/bands'
import {
  meantIn,
  picturesIn,
  standingActs,
  type Act,
  type AdjustAct,
  type BendAct,
  type BringStackAct,
  type FreshPourAct,
  type FreshStyle,
  type PictureName,
} from '#core/drawing'
import type { LineGap } from '#core/fill'
import { loadKernels, type Pixels } from '#core/kernels'
import type { Drawing, Light } from '#core/layers'
import type { Finding } from '#core/lookfor'
import type { Destination } from '#core/moving'
import type { LayeredFile } from '#core/layered'
import type { Alignment } from '#core/parts'
import type { Adjusting, ShapeKind } from '#core/trueup'
import type { LayeredKind, PictureWay } from '../../sheet/picture-grounds'
import { freshSeed } from '../../sheet/seeds'
import { ApiRefusal, troubleOf } from '../../api/client'
import { LiveSheet } from '../live/live-sheet'
import { Strokes } from '../live/strokes'
import type { Snapping } from '../live/true-up'
import type { Looker } from '../looker.worker'
import { bringNamed, bringPictures } from '../pictures/bring'
import { layOutRecord } from '../view/lay-out'
import type { View } from '../view/sheet-view'
import { shownAlone, type Alone } from './alone'
import type { HandedIn, Notify, OpenAnswer, PreviewOwner, Sent, SheetWorker } from './contract'
import { coveredLetters } from './covers'
import { cutSource } from './cut-source'
import { alignedLayers, LayersInHand, PartInHand, type BroughtOnto } from './in-hand'
import { Keeping, type Opening } from './keeping'
import { Latencies } from './latencies'
import type { PanelSeen } from './live-picture'
import { Measuring } from './measuring'
import { layeredFile, pictureFile } from './picture'
import type { PourAnswer } from './pouring'
import { Preview } from './preview'
import { Recorder } from './recorder'
import { Telling } from './telling'
import { Underlay, type Under } from './under'

/** A drawing that is laid out: what belongs to its engine. */
interface Laid {
  readonly sheet: LiveSheet
  readonly strokes: Strokes
  readonly preview: Preview
  readonly recorder: Recorder
  readonly telling: Telling
}

/**
 * The worker's side of the Easel: it owns the drawing, its record and its picture. Samples come in; acts, pixels and
 * notices go out. It only puts its parts together: each does its own, in a file of its own.
 */
export class SheetHost implements SheetWorker {
  private readonly kernels = loadKernels()
  private readonly latencies = new Latencies()
  private readonly underlay = new Underlay()
  private laid: Laid | null = null
  private keeping: Keeping | null = null
  private measuring: Measuring | null = null
  private isReadOnly = true
  private alone: Alone = null
  private shownOf: { readonly drawing: Drawing; readonly shown: Drawing } | null = null
  private notify: Notify = () => {}

  // --- opening and closing

  async open(request: Opening, notify: Notify, looker: MessagePort): Promise<OpenAnswer> {
    this.notify = notify
    this.measuring = new Measuring(this.kernels, () => this.laid?.sheet.engine ?? null, wrap<Looker>(looker))
    try {
      const keeping = await Keeping.open(request, notify, () => this.lose())
      if (!keeping)
        return {
          ok: false,
          why: 'elsewhere',
          message: 'This drawing is open in another tab.',
          fix: 'Go on there, or draw here instead.',
        }
      this.keeping = keeping
      await this.layOut(keeping)
      this.isReadOnly = request.mode === 'look'
      const { sheet, strokes, preview } = this.laid!
      if (!this.isReadOnly) keeping.start(this.kernels, sheet.engine, () => strokes.isUnderway || preview.isShown)
      keeping.tidy()
      return answerOf(keeping)
    } catch (error) {
      await this.close()
      return refusedOpening(error)
    }
  }

  private async layOut(keeping: Keeping): Promise<void> {
    const record = { version: 1 as const, sheet: keeping.plan.sheet, entries: [...keeping.opened.entries] }
    const engine = await layOutRecord(this.kernels, record, (done, of) => this.notify({ kind: 'opening', done, of }))
    const sheet: LiveSheet = new LiveSheet(this.kernels, engine, {
      shown: drawing => this.seenOf(preview.picture ?? drawing),
      dressed: this.underlay.under,
    })
    sheet.view.onFrame = ms => this.latencies.noteFrame(ms)
    const refuse = (error: unknown) => this.refuse(error)
    const preview: Preview = new Preview({
      sheet: () => sheet,
      isAlone: () => this.alone !== null,
      onShare: share => this.notify({ kind: 'working', share }),
      refuse,
    })
    const onGrown = () => {
      keeping.note()
      telling.tell()
    }
    const strokes: Strokes = new Strokes(sheet, {
      at: () => recorder.clock(),
      onInput: time => this.latencies.noteInput(time),
      onUnderway: now => keeping.noteUnderway(now),
      onDropped: () => keeping.dropUnderway(),
      onEnded: onGrown,
    })
    const isReadOnly = () => this.isReadOnly
    const plan = () => keeping.plan
    const recorder: Recorder = new Recorder({ sheet, strokes, preview, plan, isReadOnly, onGrown, refuse })
    const telling = new Telling(engine, this.notify, () => strokes.isUnderway)
    this.laid = { sheet, strokes, preview, recorder, telling }
    telling.tell()
  }

  async close(): Promise<void> {
    this.laid?.strokes.end()
    this.isReadOnly = true
    await this.keeping?.close()
    this.keeping = null
  }

  private lose(): void {
    this.laid?.strokes.end()
    this.isReadOnly = true
    this.keeping?.lose()
    this.notify({ kind: 'taken' })
  }

  /** What may be drawn on; null: nothing is open, or it is only looked at. */
  private get drawable(): Laid | null {
    return this.isReadOnly ? null : this.laid
  }

  // --- the window

  show(canvas: OffscreenCanvas): void {
    this.laid?.sheet.view.show(canvas)
  }

  resize(width: number, height: number): void {
    this.laid?.sheet.view.resize(width, height)
  }

  look(view: View): void {
    this.laid?.sheet.view.look(view)
  }

  async layUnder(under: Under | null): Promise<void> {
    const sheet = this.laid?.sheet
    if (await this.underlay.lay(under, sheet?.engine.drawing.sheet)) sheet?.view.invalidateAll()
  }

  showAlone(alone: Alone): void {
    this.laid?.sheet.changing(() => {
      this.alone = alone
      this.shownOf = null
    })
  }

  /** A drawing as it is seen: whole, or one of its layers alone. */
  private seenOf(drawing: Drawing): Drawing {
    if (!this.alone) return drawing
    if (this.shownOf?.drawing !== drawing) this.shownOf = { drawing, shown: shownAlone(drawing, this.alone) }
    return this.shownOf.shown
  }

  // --- drawing

  beginStroke(layer: string, style: Omit<FreshStyle, 'seed'>, samples: readonly number[], time: number): void {
    this.beginning(({ strokes }) => strokes.begin(layer, { ...style, seed: freshSeed() }, samples, time))
  }

  beginBend(
    layer: string,
    bend: Pick<BendAct, 'how' | 'size' | 'strength'>,
    samples: readonly number[],
    time: number,
  ): void {
    this.beginning(({ strokes }) => strokes.beginBend(layer, bend, samples, time))
  }

  /** What is under way ends, what is in hand goes, and something new begins. */
  private beginning(begin: (laid: Laid) => void): void {
    const { drawable } = this
    if (!drawable) return
    drawable.strokes.end()
    drawable.preview.clear()
    this.trying(() => begin(drawable))
  }

  extendStroke(samples: readonly number[], time: number): void {
    this.laid?.strokes.extend(samples, time)
  }

  endStroke(): void {
    this.laid?.strokes.end()
  }

  dropStroke(): void {
    this.laid?.strokes.drop()
  }

  trueUp(isEven: boolean, snap: Snapping): ShapeKind | null {
    return this.laid?.strokes.trueUp(isEven, snap) ?? null
  }

  adjustTrue(to: Point, how: Adjusting): ShapeKind | null {
    return this.laid?.strokes.adjustTrue(to, how) ?? null
  }

  act(act: Act, isAided = false): void {
    const { laid } = this
    if (!laid?.recorder.act(act, isAided) || act.kind !== 'shape') return
    const { drawing, entries } = laid.sheet.engine
    const covered = coveredLetters(
      drawing,
      standingActs(entries).map(each => each.act),
      act,
    )
    if (covered) this.notify({ kind: 'covers', layer: covered.id, name: covered.name })
  }

  undo(): void {
    this.laid?.recorder.undo()
  }

  redo(): void {
    this.laid?.recorder.redo()
  }

  moveLast(layer: string): void {
    this.laid?.recorder.moveLast(layer)
  }

  putUnder(layer: string): void {
    this.laid?.recorder.putUnder(layer)
  }

  pour(act: FreshPourAct, isSure: boolean): PourAnswer {
    const { drawable, measuring } = this
    if (!drawable || !measuring) return { kind: 'nothing' }
    const doubt = isSure ? null : measuring.pourDoubt(act)
    return doubt ?? { kind: drawable.recorder.act(act) ? 'done' : 'nothing' }
  }

  closeGap(gap: LineGap, layer?: string): boolean {
    const act = this.measuring?.closing(gap, layer, freshSeed())
    return (act && this.drawable?.recorder.act(act, true)) ?? false
  }

  align(layers: readonly string[], how: Alignment, isOnSheet: boolean): boolean {
    const act = this.laid && alignedLayers(this.laid.sheet.engine.drawing, layers, how, isOnSheet)
    return (act && this.laid?.recorder.act(act)) ?? false
  }

  // --- what is in hand

  preview(owner: PreviewOwner, act: Act | null): void {
    this.drawable?.preview.show(owner, act)
  }

  dropPreview(owner: PreviewOwner): void {
    this.laid?.preview.drop(owner)
  }

  async refineAdjustment(act: AdjustAct): Promise<boolean> {
    return (await this.drawable?.preview.refine(act)) ?? false
  }

  async settleAdjustment(act: AdjustAct): Promise<boolean> {
    const picture = await this.drawable?.preview.resultOf(act)
    if (!picture || !this.drawable) return false
    this.drawable.recorder.actDrawn(act, picture)
    return true
  }

  stopWork(): void {
    this.laid?.preview.stopWork()
  }

  takePart(layer: string | readonly string[], leaves: boolean, to: Destination | null): Rect | null {
    let box: Rect | null = null
    this.beginning(({ sheet: { engine }, preview }) => {
      const part =
        typeof layer === 'string'
          ? PartInHand.take(this.kernels, engine, layer, leaves, to)
          : LayersInHand.take(this.kernels, engine, layer, leaves, to)
      preview.float(part)
      box = part.box
    })
    return box
  }

  takePicture({ hash, ...size }: PictureName, pixels: Uint8Array | null, onto: BroughtOnto, to: Destination): boolean {
    let isTaken = false
    this.beginning(({ sheet: { engine }, preview }) => {
      if (pixels) this.kernels.pictures.set(hash, { ...size, pixels })
      preview.float(PartInHand.bring(this.kernels, engine, { hash, ...size }, onto, to))
      isTaken = true
    })
    return isTaken
  }

  async bringPicture(picture: PictureName): Promise<boolean> {
    await bringNamed(this.kernels, [picture])
    return this.kernels.pictures.has(picture.hash)
  }

  cutSource(layer: string | null): Pixels | null {
    const drawing = this.laid?.sheet.engine.drawing
    const source = drawing ? cutSource(this.kernels, drawing, layer) : null
    return source && transfer(source, [source.pixels.buffer])
  }

  async bringStack(act: BringStackAct): Promise<boolean> {
    await bringPictures(this.kernels, [{ type: 'act', at: 0, act }])
    return this.drawable?.recorder.act(act) ?? false
  }

  movePart(to: Destination): void {
    this.laid?.preview.moveTo(to)
  }

  settlePart(): void {
    const part = this.laid?.preview.part
    if (part) this.laid?.recorder.act(part.act)
  }

  // --- the lesson

  async openStep(id: string): Promise<void> {
    this.keeping?.forgetFound()
    // What a step lays out may need a picture: the paper of the plan.
    const ready = this.keeping?.plan.steps.find(each => each.id === id)?.ready ?? []
    const pictures = picturesIn(ready.map(act => ({ type: 'prepare', at: 0, act })))
    if (pictures.length > 0) await bringNamed(this.kernels, pictures)
    this.laid?.recorder.openStep(id)
  }

  setMeant(step: string, lookFor: string, isMeant: boolean): void {
    this.laid?.recorder.setMeant(step, lookFor, isMeant)
  }

  markStep(): void {
    this.laid?.recorder.markStep()
  }

  figures(): ReturnType<SheetWorker['figures']> {
    return this.laid?.recorder.figures() ?? { acts: 0, marks: 0, ms: 0 }
  }

  record(): ReturnType<SheetWorker['record']> {
    return this.laid?.recorder.record() ?? null
  }

  async lookAtStep(id: string, isQuiet = false): Promise<Finding[] | null> {
    const { laid, keeping, measuring } = this
    const step = keeping?.plan.steps.find(each => each.id === id)
    if (!step || !laid || !measuring) return []
    if (isQuiet && (laid.strokes.isUnderway || laid.preview.isShown)) return null
    laid.strokes.end()
    const found = await measuring.lookAt(step)
    keeping?.noteFound(found, step.lookFors)
    return found
  }

  // --- what is asked of the drawing

  gaps(layer: string | null): LineGap[] {
    return this.measuring?.gaps(layer) ?? []
  }

  sampleColour(layer: string | null, x: number, y: number, side: number): ReturnType<SheetWorker['sampleColour']> {
    return this.measuring?.sampleColour(layer, x, y, side) ?? null
  }

  palette(count: number): ReturnType<SheetWorker['palette']> {
    return this.measuring?.palette(count) ?? []
  }

  paintBox(layer: string): Rect | null {
    return this.measuring?.paintBox(layer) ?? null
  }

  tones(layer: string): number[] {
    return this.measuring?.tones(layer) ?? []
  }

  beginLadder(layer: string): ReturnType<SheetWorker['beginLadder']> {
    return this.trying(() => this.measuring?.beginLadder(layer) ?? null)
  }

  dropLadder(): void {
    this.measuring?.dropLadder()
  }

  bands(form: BandForm, light: Light, rungs: number): ReturnType<SheetWorker['bands']> {
    return this.measuring?.bands(form, light, rungs) ?? { ok: true, bands: { borders: [], places: [] } }
  }

  bandBorders(layer: string, wanted: number): ReturnType<SheetWorker['bandBorders']> {
    return this.measuring?.bandBorders(layer, wanted) ?? null
  }

  seams(layer: string): ReturnType<SheetWorker['seams']> {
    return this.measuring?.seams(layer) ?? null
  }

  async picture(way: PictureWay): Promise<Uint8Array | null> {
    if (!this.laid) return null
    this.laid.strokes.end()
    const bytes = await pictureFile(this.kernels, this.laid.sheet.engine.drawing, way)
    return bytes && transfer(bytes, [bytes.buffer])
  }

  async layered(
    kind: LayeredKind,
    packers: readonly MessagePort[],
    onShare: (share: number) => void,
  ): Promise<LayeredFile | null> {
    if (!this.laid) return null
    this.laid.strokes.end()
    const file = await layeredFile(this.kernels, this.laid.sheet.engine.drawing, kind, packers, onShare)
    return transfer(file, [file.bytes.buffer])
  }

  timings(): ReturnType<SheetWorker['timings']> {
    return this.latencies.timing
  }

  // --- keeping and sending

  setPanel(panel: PanelSeen): void {
    this.keeping?.setPanel(panel)
  }

  gatherFor(ms?: number): void {
    this.keeping?.gatherFor(ms)
  }

  wake(): void {
    this.keeping?.wake()
  }

  async handIn(note: string): Promise<HandedIn> {
    const { drawable, keeping } = this
    if (!drawable || !keeping)
      return { ok: false, message: 'This sheet is open only to look at.', fix: 'Open it to draw first.' }
    drawable.strokes.end()
    return await keeping.handIn(drawable.sheet.engine, note)
  }

  async keepApart(): Promise<Sent> {
    if (!this.keeping) return { ok: false, message: 'Nothing is open here.', fix: 'Open the drawing again.' }
    this.laid?.strokes.end()
    this.isReadOnly = true
    const sent = await this.keeping.keepApart()
    if (!sent.ok) this.isReadOnly = false
    return sent
  }

  /** Does what may be refused, and says why it was. */
  private trying<T>(run: () => T): T | null {
    try {
      return run()
    } catch (error) {
      this.refuse(error)
      return null
    }
  }

  private refuse(error: unknown): void {
    if (!(error instanceof CoreError)) throw error
    this.notify({ kind: 'refused', message: error.message, fix: error.fix })
  }
}

function answerOf({ opened: { view, log, entries, hasKeptApart, hadHole } }: Keeping): OpenAnswer {
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
}

function refusedOpening(error: unknown): OpenAnswer {
  if (error instanceof CoreError)
    return { ok: false, why: 'broken', message: `This drawing can’t be laid out: ${error.message}.`, fix: error.fix }
  const trouble = troubleOf(error)
  if (!(error instanceof ApiRefusal)) return { ok: false, why: 'away', ...trouble }
  const why = error.code === 'open-elsewhere' ? 'elsewhere' : error.code === 'not-signed-in' ? 'signed-out' : null
  const isNotYours = error.code === 'not-yours' || error.code === 'not-found'
  return { ok: false, why: why ?? (isNotYours ? 'not-yours' : 'away'), ...trouble }
}
