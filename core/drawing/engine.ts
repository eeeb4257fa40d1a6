import type { Rect } from '../base'
import type { LiveStroke } from '../brush'
import type { Kernels } from '../kernels'
import { withLayer, type Drawing, type Layer, type Sheet } from '../layers'
import { Bending, Lifted, type Bend } from '../moving'
import { openFreshStroke, openStroke, type Act, type BendAct, type FreshStyle, type StrokeAct } from './acts'
import { requireUnlocked } from './acts/contract'
import { History, type Moment } from './history'
import type { DrawingRecord, Entry } from './record'

/** An empty sheet: nothing drawn, no layers. */
export function blankDrawing(sheet: Sheet): Drawing {
  return { sheet, layers: [] }
}

/**
 * Runs a record, entry by entry, and can go to any place in it. The one way in which drawings
 * change: live drawing, undo, replay, ghosts and the server's check all go through here.
 */
export class Engine {
  readonly entries: Entry[] = []
  private readonly history: History
  /** moments[i] is what stood after the first i entries. */
  private readonly moments: Moment[]

  constructor(
    private readonly kernels: Kernels,
    readonly sheet: Sheet,
    budget?: number,
  ) {
    kernels.openMask(sheet.width, sheet.height)
    this.history = new History(kernels, blankDrawing(sheet), budget)
    this.moments = [this.history.start]
  }

  /** Number of entries taken. */
  get position(): number {
    return this.entries.length
  }

  private get moment(): Moment {
    return this.moments[this.moments.length - 1]!
  }

  get drawing(): Drawing {
    return this.history.picture(this.moment.tip)
  }

  get canUndo(): boolean {
    return this.history.canUndo(this.moment)
  }

  get canRedo(): boolean {
    return this.moment.undone !== null
  }

  /** How many acts undo takes back at one go; 0 where there are none. */
  get undoesAtOnce(): number {
    return this.history.undoesAtOnce(this.moment)
  }

  get redoesAtOnce(): number {
    return this.history.redoesAtOnce(this.moment)
  }

  /** Takes an entry. With `draw` the act is carried out now, so that what can't be done is refused and not recorded. */
  add(entry: Entry, draw = true): void {
    const next = this.next(entry)
    if (draw) this.history.picture(next.tip)
    this.moments.push(next)
    this.entries.push(entry)
  }

  /** The drawing as it was after the first `position` entries. */
  at(position: number): Drawing {
    return this.history.picture(this.moments[position]!.tip)
  }

  /** Takes a picture of the first `position` entries that was made elsewhere: what follows is drawn from there. */
  keep(position: number, picture: Drawing): void {
    this.history.keep(this.moments[position]!.tip, picture)
  }

  /** The acts that stood after `position` entries, oldest first. */
  standing(position = this.position): Act[] {
    const acts: Act[] = []
    for (let node = this.moments[position]!.tip; node.parent; node = node.parent) acts.push(node.act!)
    return acts.reverse()
  }

  /**
   * Starts a stroke that grows as the pen moves; its first samples say where. Throws CoreError when the layer is not
   * there.
   */
  beginStroke(layer: string, style: FreshStyle, samples: readonly number[]): LiveStroke {
    const { drawing } = this
    this.kernels.fitMask(drawing.sheet.width, drawing.sheet.height)
    return openFreshStroke(this.kernels, drawing, requireUnlocked(drawing, layer), style, samples)
  }

  /** Starts pushing, swelling or pinching a layer's paint. Throws CoreError when the layer is not there. */
  beginBend(layer: string, bend: Bend): Bending {
    const { drawing } = this
    return new Bending(this.kernels, drawing.sheet, requireUnlocked(drawing, layer), bend, drawing.selection)
  }

  /** Takes hold of a part of a layer, to show where it may go. Throws CoreError when the layer is not there. */
  lift(layer: string, box: Rect, leaves: boolean): Lifted {
    const { drawing } = this
    return new Lifted(this.kernels, drawing.sheet, requireUnlocked(drawing, layer), box, drawing.selection, leaves)
  }

  /** A stroke on a picture of any moment: to show a replay in the middle of one. One stroke is open at a time. */
  strokeOn(drawing: Drawing, layer: Layer, act: StrokeAct): LiveStroke {
    this.kernels.fitMask(drawing.sheet.width, drawing.sheet.height)
    return openStroke(this.kernels, drawing, layer, act)
  }

  /** Ends a live stroke: its picture becomes that of the act, which is not drawn a second time. */
  endStroke(stroke: LiveStroke, act: StrokeAct, at: number): void {
    this.record({ type: 'act', at, act }, stroke.lay())
  }

  /** Ends a live bend, as {@link endStroke} does a stroke. */
  endBend(bending: Bending, act: BendAct, at: number): void {
    this.record({ type: 'act', at, act }, withLayer(this.drawing, bending.lay()))
  }

  /** Takes an act whose picture was made already, from the drawing as it is now. */
  takeDrawn(act: Act, picture: Drawing, at: number): void {
    this.record({ type: 'act', at, act }, picture)
  }

  private record(entry: Entry, picture: Drawing): void {
    const next = this.next(entry)
    this.history.keep(next.tip, picture)
    this.moments.push(next)
    this.entries.push(entry)
  }

  private next(entry: Entry): Moment {
    const { history, moment } = this
    switch (entry.type) {
      case 'act':
        return history.do(moment, entry.act)
      case 'prepare':
        return history.prepare(moment, entry.act)
      case 'undo':
        return history.undo(moment)
      case 'redo':
        return history.redo(moment)
      case 'step':
      case 'meant':
        return moment
    }
  }
}

/** Takes a whole record. Pictures are made when they are asked for. Throws CoreError then, if an act can’t be done. */
export function replay(kernels: Kernels, record: DrawingRecord, budget?: number): Engine {
  const engine = new Engine(kernels, record.sheet, budget)
  for (const entry of record.entries) engine.add(entry, false)
  return engine
}
