import type { PanelSeamsFound } from '#core/mural'
import type { Light, Placed, Sheet } from '#core/layers'
import type { Plan } from '#core/plan'
import type { AnswerView, GivenWay, TeachersPurpose } from '#shared/views'
import type { SendingState } from '../record/sender'
import type { StackNote, Thumbnail } from '../view/layer-news'

/** What the sheet's worker tells the page. */
export type SheetNotice =
  | { kind: 'opening'; done: number; of: number }
  | {
      kind: 'drawing'
      stack: StackNote[]
      canUndo: boolean
      canRedo: boolean
      position: number
      sheet: Sheet
      placed: Placed
      light: Light | null
    }
  /** What is selected now: its edge as loops of x, y (sheet px); null when nothing is. */
  | { kind: 'selection'; edges: Int32Array[] | null }
  | ({ kind: 'thumbnail' } & Thumbnail)
  | { kind: 'sending'; state: SendingState; unsent: number; message: string | null; fix: string | null }
  /** How far long work is, 0 … 1; null when it has ended. */
  | { kind: 'working'; share: number | null }
  | { kind: 'refused'; message: string; fix: string }
  /** How a mural's panel meets its neighbours; null: its sheet has not the panel's size any more. */
  | { kind: 'seams'; seams: PanelSeamsFound | null }
  /** A shape that was just set hides the letters on a layer. */
  | { kind: 'covers'; layer: string; name: string }
  /** Another tab of this browser draws on this sheet now. */
  | { kind: 'taken' }
  /** The browser does not keep what is drawn: full, private or switched off. */
  | { kind: 'not-kept'; message: string; fix: string }

export type Notify = (notice: SheetNotice) => void

/** `draw`: unless it is open elsewhere · `take-over`: even then · `look`: only to see it. */
export type OpenMode = 'draw' | 'take-over' | 'look'

export type OpenAnswer =
  | {
      ok: true
      plan: Plan
      planId: number
      /** What a teacher draws for; null: a learner's drawing. */
      purpose: TeachersPurpose | null
      /** The step that a sheet without any opened step begins with. */
      way: GivenWay
      startAt: string | null
      /** What was said to be so on purpose. */
      meant: readonly { readonly step: string; readonly lookFor: string }[]
      /** The step that was open last; null on a fresh sheet. */
      step: string | null
      lastAnswer: AnswerView | null
      /** The server could not be asked: opened from what this browser keeps. */
      isOffline: boolean
      /** Strokes that did not follow on the server's record are kept as a drawing of their own. */
      hasKeptApart: boolean
      /** Something was missing in what this browser kept; what came after it is a drawing of its own. */
      hadHole: boolean
    }
  | { ok: false; why: 'elsewhere' | 'signed-out' | 'away' | 'not-yours' | 'broken'; message: string; fix: string }

/** Figures for the bench: from the pointer's time stamp to the drawn frame, ms. */
export interface Timing {
  readonly latencies: number[]
  readonly frames: number[]
}
