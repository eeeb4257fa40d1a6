import { isEmptyRect, type Rect } from '#core/base'
import { SAMPLE_FIELDS, type LiveStroke } from '#core/brush'
import {
  beatAfter,
  beatBefore,
  timelineOf,
  type Beat,
  type DrawingRecord,
  type Engine,
  type Entry,
  type StrokeAct,
} from '#core/drawing'
import { loadKernels, type Ground, type Tile } from '#core/kernels'
import { changedTiles, flattenTile, paintable, showTile, stackOf, type Drawing } from '#core/layers'
import { bringPictures } from '../pictures/bring'
import { layOutRecord } from '../view/lay-out'
import { layerNotes, stackNotes, Thumbnailer, type LayerNote, type Thumbnail } from '../view/layer-news'
import { SheetView, type View } from '../view/sheet-view'

export type PlayerNotice =
  | { kind: 'loading'; done: number; of: number }
  /** `time` of `length`, ms; `position`: entries that are done. */
  | { kind: 'time'; time: number; length: number; position: number; isPlaying: boolean }
  | { kind: 'layers'; layers: LayerNote[] }
  | { kind: 'sheet'; width: number; height: number }
  | ({ kind: 'thumbnail' } & Thumbnail)

/** Longer side of a layer taken apart, px. */
const LEAF_SIDE = 264

/** Of its opacity, what is left of a layer that is dimmed. */
const DIMMED = 0.2

/** A stroke in the middle of being shown. */
interface Growing {
  readonly place: number
  readonly act: StrokeAct
  readonly stroke: LiveStroke
  shown: number
}

/**
 * Plays a record: at any time of it, forwards at any speed, with any of its layers left out.
 * Draws through the same engine and view as the Easel.
 */
export class Player {
  private readonly kernels = loadKernels()
  private engine: Engine | null = null
  private entries: readonly Entry[] = []
  private beats: Beat[] = []
  private view: SheetView | null = null
  private isGhost = false
  private shown: Drawing | null = null
  private partial: Growing | null = null
  private time = 0
  private speed = 0
  private lastTick = 0
  private appending: Promise<void> = Promise.resolve()
  /** Where playing stops, ms. */
  private until = Infinity
  private hidden: ReadonlySet<string> = new Set()
  private dimmed: ReadonlySet<string> = new Set()
  private notify: (notice: PlayerNotice) => void = () => {}
  private thumbnailer = new Thumbnailer(LEAF_SIDE)

  /** Loads a record and shows its end. `isGhost`: on nothing instead of on its paper. */
  async load(record: DrawingRecord, isGhost: boolean, notify: (notice: PlayerNotice) => void): Promise<void> {
    this.speed = 0
    this.notify = notify
    this.entries = record.entries
    this.beats = timelineOf(record.entries)
    this.isGhost = isGhost
    this.partial = null
    this.thumbnailer = new Thumbnailer(LEAF_SIDE)
    const engine = await layOutRecord(this.kernels, record, (done, of) => notify({ kind: 'loading', done, of }))
    this.engine = engine
    this.shown = engine.drawing
    this.time = this.length
    this.view = new SheetView(this.kernels, this.shown.sheet, this.groundOf(this.shown), (number, part, out) =>
      this.flatten(number, part, out),
    )
    this.notify({ kind: 'sheet', width: this.shown.sheet.width, height: this.shown.sheet.height })
    this.tell()
    this.tellLayers()
  }

  /**
   * More was drawn: the record goes on. Where its end was shown, what is new is played until it has caught up, never
   * for longer than `mostMs`; elsewhere it waits until it is come to.
   */
  append(entries: readonly Entry[], mostMs: number): Promise<void> {
    const { engine } = this
    // One after the other: what comes later may have its pictures sooner.
    this.appending = this.appending.then(async () => {
      await bringPictures(this.kernels, entries)
      if (engine && engine === this.engine && entries.length > 0) this.goOn(engine, entries, mostMs)
    })
    return this.appending
  }

  private goOn(engine: Engine, entries: readonly Entry[], mostMs: number): void {
    const wasAtEnd = this.time >= this.length || (this.speed > 0 && this.until >= this.length)
    for (const entry of entries) engine.add(entry, false)
    this.entries = [...this.entries, ...entries]
    this.beats = timelineOf(this.entries)
    this.until = this.length
    if (wasAtEnd) this.run(Math.max(1, (this.length - this.time) / mostMs))
    else this.tell()
  }

  get length(): number {
    return this.beats.at(-1)?.end ?? 0
  }

  show(canvas: OffscreenCanvas): void {
    this.view?.show(canvas)
  }

  resize(width: number, height: number): void {
    this.view?.resize(width, height)
  }

  look(view: View): void {
    this.view?.look(view)
  }

  /** Layers of these names are left out, or shown faintly. */
  hide(layers: readonly string[], dimmed: readonly string[] = []): void {
    this.hidden = new Set(layers)
    this.dimmed = new Set(dimmed)
    this.view?.invalidateAll()
    this.tellLayers()
  }

  play(speed: number): void {
    this.until = this.length
    if (this.time >= this.length) this.time = 0
    this.run(speed)
  }

  /** Plays the next act and stops after it. */
  playNext(speed: number): void {
    this.playBeat(beatAfter(this.beats, this.time), speed)
  }

  /** Plays the act that was shown last once more. */
  playAgain(speed: number): void {
    this.playBeat(beatBefore(this.beats, this.time), speed)
  }

  private playBeat(beat: Beat | null, speed: number): void {
    if (!beat) return
    this.time = beat.start
    this.until = beat.end
    this.run(speed)
  }

  private run(speed: number): void {
    const isStarting = this.speed === 0
    this.speed = speed
    if (!isStarting) return
    this.lastTick = performance.now()
    this.tick()
  }

  pause(): void {
    this.speed = 0
    this.tell()
  }

  /** Goes to a time, ms of the playing. */
  seek(time: number): void {
    this.time = Math.min(Math.max(time, 0), this.length)
    this.lastTick = performance.now()
    this.showTime()
  }

  /** Goes to where `position` entries are done. */
  seekEntry(position: number): void {
    this.seek(this.beats[position - 1]?.end ?? 0)
  }

  private tick(): void {
    if (this.speed === 0) return
    const now = performance.now()
    this.time += (now - this.lastTick) * this.speed
    this.lastTick = now
    if (this.time >= this.until) {
      this.time = this.until
      this.speed = 0
    }
    this.showTime()
    requestAnimationFrame(() => this.tick())
  }

  private showTime(): void {
    const engine = this.engine!
    // The entry in which the time lies; all before it are done.
    let low = 0
    let high = this.beats.length
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.beats[middle]!.end <= this.time) low = middle + 1
      else high = middle
    }
    const place = low
    if (this.partial && this.partial.place !== place) this.dropPartial()
    const drawing = engine.at(place)
    this.showDrawing(drawing)
    const entry = this.entries[place]
    const beat = this.beats[place]
    if (entry?.type === 'act' && entry.act.kind === 'stroke' && beat && this.time > beat.start) {
      this.grow(place, entry.act, (this.time - beat.start) / (beat.end - beat.start), drawing)
    } else if (this.partial) {
      this.dropPartial()
    }
    this.tell(place)
  }

  private showDrawing(drawing: Drawing): void {
    const before = this.shown
    if (before === drawing) return
    this.shown = drawing
    if (!before) return void this.view?.invalidateAll()
    const { width, height, paper } = drawing.sheet
    if (before.sheet.width !== width || before.sheet.height !== height || before.sheet.paper !== paper) {
      this.view?.laySheet(drawing.sheet, this.groundOf(drawing))
      this.notify({ kind: 'sheet', width, height })
    } else {
      this.view?.invalidateTiles(changedTiles(before, drawing))
    }
    this.tellLayers()
  }

  /** Shows a stroke up to a share of its samples. */
  private grow(place: number, act: StrokeAct, share: number, drawing: Drawing): void {
    const count = Math.max(1, Math.ceil((act.samples.length / SAMPLE_FIELDS) * share))
    if (this.partial && count < this.partial.shown) this.dropPartial()
    if (!this.partial) {
      const layer = paintable(drawing, act.layer)
      if (!layer) return
      this.partial = { place, act, shown: 0, stroke: this.engine!.strokeOn(drawing, layer, act) }
    }
    const { partial } = this
    const fresh = partial.stroke.extend(act.samples.slice(partial.shown * SAMPLE_FIELDS, count * SAMPLE_FIELDS))
    partial.shown = count
    if (!isEmptyRect(fresh)) this.view?.invalidate(fresh)
  }

  private dropPartial(): void {
    const { partial } = this
    if (!partial) return
    this.partial = null
    partial.stroke.drop()
    for (const { part } of partial.stroke.touched.parts()) this.view?.invalidate(part)
  }

  private groundOf({ sheet }: Drawing): Ground {
    return this.isGhost ? null : sheet.paper
  }

  private flatten(number: number, part: Rect, out: Tile): void {
    const shown = this.shown!
    const { partial, hidden, dimmed } = this
    const drawing =
      hidden.size + dimmed.size
        ? {
            ...shown,
            layers: shown.layers
              .filter(layer => !hidden.has(layer.id))
              .map(layer =>
                dimmed.has(layer.id) ? { ...layer, opacity: Math.max(1, Math.round(layer.opacity * DIMMED)) } : layer,
              ),
          }
        : shown
    const standIn = partial?.stroke.touched.has(number)
      ? { layer: partial.act.layer, tile: partial.stroke.preview(number, part) }
      : undefined
    if (this.isGhost) flattenTile(this.kernels, drawing, number, part, null, out, standIn)
    else showTile(this.kernels, drawing, number, part, out, standIn)
  }

  private tell(position = this.entries.length): void {
    this.notify({ kind: 'time', time: this.time, length: this.length, position, isPlaying: this.speed > 0 })
  }

  private tellLayers(): void {
    const shown = this.shown!
    this.notify({ kind: 'layers', layers: layerNotes(stackNotes(stackOf(shown))) })
    if (this.speed > 0) return
    for (const thumbnail of this.thumbnailer.changed(shown)) this.notify({ kind: 'thumbnail', ...thumbnail })
  }
}
