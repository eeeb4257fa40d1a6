import { standingActs, type Act, type AdjustAct, type DrawingRecord, type Engine, type Entry } from '#core/drawing'
import type { Drawing } from '#core/layers'
import { prepareStep, type Plan } from '#core/plan'
import { newLayerId } from '../../sheet/layer-ids'
import type { LiveSheet } from '../live/live-sheet'
import type { Strokes } from '../live/strokes'
import type { Preview } from './preview'

/** Steps that a teacher marks while drawing are called so, with a number. */
const MARKED = 'mark-'

/** It may be refused when it is drawn. */
const isDrawn = ({ type }: Entry) => type === 'act' || type === 'prepare'

interface Around {
  readonly sheet: LiveSheet
  readonly strokes: Strokes
  readonly preview: Preview
  readonly plan: () => Plan | null
  readonly isReadOnly: () => boolean
  /** The record grew. */
  readonly onGrown: () => void
  /** Something can't be done. Throws what is no CoreError. */
  readonly refuse: (error: unknown) => void
}

/** What is written into a drawing's record: acts, undo and redo, steps and words. */
export class Recorder {
  private readonly clockStart: number

  constructor(private readonly around: Around) {
    const last = this.engine.entries.at(-1)?.at ?? -1000
    this.clockStart = performance.now() - (last + 1000)
  }

  private get engine(): Engine {
    return this.around.sheet.engine
  }

  /** Now, ms on the record's clock: it never goes back. */
  readonly clock = (): number =>
    Math.max(0, Math.round(performance.now() - this.clockStart), this.engine.entries.at(-1)?.at ?? 0)

  /** Ends the stroke under way, takes away what is in hand, and writes these into the record. */
  add(entries: readonly Entry[]): void {
    const { sheet, strokes, preview, isReadOnly, onGrown, refuse } = this.around
    if (isReadOnly()) return
    strokes.end()
    let taken = 0
    sheet.changing(() => {
      preview.forget()
      try {
        for (const [i, entry] of entries.entries()) {
          // What was undone at one go is drawn once, at its end.
          this.engine.add(entry, i === entries.length - 1 || isDrawn(entry))
          taken++
        }
      } catch (error) {
        refuse(error)
      }
    })
    if (taken) onGrown()
  }

  /** `isAided`: the program does it for somebody who asked for it. Whether it was done. */
  act(act: Act, isAided = false): boolean {
    const { position } = this.engine
    this.add([{ type: 'act', at: this.clock(), act, ...(isAided && { aided: true as const }) }])
    return this.engine.position > position
  }

  /** Writes an adjustment whose picture was made already. */
  actDrawn(act: AdjustAct, picture: Drawing): void {
    const { sheet, preview, onGrown } = this.around
    sheet.changing(() => {
      preview.forget()
      this.engine.takeDrawn(act, picture, this.clock())
    })
    onGrown()
  }

  /** Undoes the last act and does it again on another layer. */
  moveLast(layer: string): void {
    const last = this.lastAct()
    if (!last) return
    const at = this.clock()
    this.add([
      { type: 'undo', at },
      { type: 'act', at, act: { ...last, layer } as Act },
    ])
  }

  /** Undoes the last act and does it again on a new layer under another one. */
  putUnder(layer: string): void {
    const last = this.lastAct()
    if (!last) return
    const at = this.clock()
    const place = this.engine.drawing.layers.findIndex(each => each.id === layer)
    const fresh = newLayerId()
    const acts: Act[] = [
      { kind: 'layer-add', layer: fresh, name: 'Under the letters', place: Math.max(place, 0) },
      { ...last, layer: fresh } as Act,
    ]
    this.add([{ type: 'undo', at }, ...acts.map((act): Entry => ({ type: 'act', at, act }))])
  }

  /** The last act that stands, if it was done to a layer. */
  private lastAct(): Act | null {
    const last = standingActs(this.engine.entries).findLast(each => !each.prepared)?.act
    return last && 'layer' in last ? last : null
  }

  /** The last act, with those that it came with. Where there is nothing to undo, nothing is noted. */
  undo(): void {
    this.again('undo', this.engine.undoesAtOnce)
  }

  redo(): void {
    this.again('redo', this.engine.redoesAtOnce)
  }

  private again(type: 'undo' | 'redo', count: number): void {
    const at = this.clock()
    if (count > 0) this.add(Array.from({ length: count }, () => ({ type, at })))
  }

  /** Says that what a look-for found is so on purpose, or takes that back. */
  setMeant(step: string, lookFor: string, isMeant: boolean): void {
    this.add([{ type: 'meant', at: this.clock(), step, lookFor, isMeant }])
  }

  /** A teacher says that a step of the lesson begins here. */
  markStep(): void {
    this.add([{ type: 'step', at: this.clock(), step: `${MARKED}${this.figures().marks + 1}` }])
  }

  /** Opens a step and makes its layer ready. */
  openStep(id: string): void {
    const step = this.around.plan()?.steps.find(each => each.id === id)
    if (!step) return
    const at = this.clock()
    this.add([{ type: 'step', at, step: id }])
    // Each by itself: where the learner has changed the stack, one that can't be done does not stop the others.
    for (const act of prepareStep(step, this.engine.drawing)) this.add([{ type: 'prepare', at, act }])
  }

  /** How much was done on this sheet: acts, marked steps, and the time it took, ms. */
  figures(): { acts: number; marks: number; ms: number } {
    const { entries } = this.engine
    return {
      acts: entries.filter(each => each.type === 'act').length,
      marks: entries.filter(each => each.type === 'step' && each.step.startsWith(MARKED)).length,
      ms: entries.at(-1)?.at ?? 0,
    }
  }

  /** All that was done on this sheet. */
  record(): DrawingRecord | null {
    const plan = this.around.plan()
    return plan && { version: 1, sheet: plan.sheet, entries: [...this.engine.entries] }
  }
}
