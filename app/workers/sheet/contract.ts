import type { Remote } from 'comlink'
import type { Point, Rect } from '#core/base'
import type { BandForm } from '#core/bands'
import type { PaletteColour, Rgb8 } from '#core/colour'
import type {
  Act,
  AdjustAct,
  BendAct,
  BringStackAct,
  DrawingRecord,
  FreshPourAct,
  FreshStyle,
  PictureName,
} from '#core/drawing'
import type { LineGap } from '#core/fill'
import type { Pixels } from '#core/kernels'
import type { Light, Placed, Sheet } from '#core/layers'
import type { Finding } from '#core/lookfor'
import type { Destination } from '#core/moving'
import type { PanelSeamsFound } from '#core/mural'
import type { LayeredFile } from '#core/layered'
import type { Alignment } from '#core/parts'
import type { Plan } from '#core/plan'
import type { Adjusting, ShapeKind } from '#core/trueup'
import type { AnswerView, GivenWay, TeachersPurpose } from '#shared/views'
import type { LayeredKind, PictureWay } from '../../sheet/picture-grounds'
import type { Snapping } from '../live/true-up'
import type { SendingState } from '../record/sender'
import type { StackNote, Thumbnail } from '../view/layer-news'
import type { View } from '../view/sheet-view'
import type { Alone } from './alone'
import type { BordersFound, SeamsFound } from './ladder'
import type { PanelSeen } from './live-picture'
import type { BandsAnswer } from './measuring'
import type { BroughtOnto } from './in-hand'
import type { PourAnswer } from './pouring'
import type { Under } from './under'

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
  /** What was begun without a network has this number at the server now. */
  | { kind: 'numbered'; drawing: number }
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

/** Who shows something on the sheet that is not settled. */
export type PreviewOwner = 'adjusting' | 'haze' | 'letters' | 'part' | 'pour' | 'shadow' | 'stack' | 'stencil'

/** What was sent got a number, or did not get there. */
export type Sent = { ok: true; id: number } | { ok: false; message: string; fix: string }

/** `left`: how often it may still be handed in today, where that is few. */
export type HandedIn = (Extract<Sent, { ok: true }> & { left: number | null }) | Extract<Sent, { ok: false }>

/** How a stroke or pour is drawn; chance is added by the worker. */
type Style = Omit<FreshStyle, 'seed'>

/**
 * All that crosses the thread from the page to the sheet's worker. What can't be done is told as a notice (`refused`),
 * and answered with null or false; nothing throws but what is a mistake of the program.
 */
export interface SheetWorker {
  open(
    request: { readonly drawing: number; readonly person: number | null; readonly mode: OpenMode },
    notify: Notify,
    looker: MessagePort,
  ): Promise<OpenAnswer>
  /** Lets go of the drawing. What was not sent yet stays kept here, and is sent from whatever page comes next. */
  close(): Promise<void>

  // The window

  show(canvas: OffscreenCanvas): void
  /** In px of the screen. */
  resize(width: number, height: number): void
  look(view: View): void
  /** Lays a reference picture between the paper and the layers, or takes it away. It is only looked at. */
  layUnder(under: Under | null): Promise<void>
  /** Shows one layer, group or mask without the others; null: all again. */
  showAlone(alone: Alone): void

  // Drawing. Samples are packed; times are of the pointer, ms since the epoch.

  beginStroke(layer: string, style: Style, samples: readonly number[], time: number): void
  /** Pushing, swelling, pinching: goes on and ends like a stroke. */
  beginBend(
    layer: string,
    bend: Pick<BendAct, 'how' | 'size' | 'strength'>,
    samples: readonly number[],
    time: number,
  ): void
  extendStroke(samples: readonly number[], time: number): void
  endStroke(): void
  /** The stroke was no stroke (a second finger came down): nothing of it stays. */
  dropStroke(): void
  /** The hand rests at the end of its stroke: it becomes a true shape, if it is more than a dot. Answers which. */
  trueUp(isEven: boolean, snap: Snapping): ShapeKind | null
  /** The hand that holds a true shape went on. Answers what the shape is now. */
  adjustTrue(to: Point, how: Adjusting): ShapeKind | null
  /** `isAided`: the program does it for somebody who asked for it. */
  act(act: Act, isAided?: boolean): void
  undo(): void
  redo(): void
  /** Undoes the last act and does it again on another layer. */
  moveLast(layer: string): void
  /** Undoes the last act and does it again on a new layer under another one. */
  putUnder(layer: string): void
  /**
   * Pours, unless something should be asked first: whether the whole empty sheet is meant, or what to do about gaps
   * through which it would run out. `isSure`: without asking.
   */
  pour(act: FreshPourAct, isSure: boolean): PourAnswer
  /** Closes a gap with a stroke; on a certain layer, if one is named. Whether it is closed. */
  closeGap(gap: LineGap, layer?: string): boolean
  /** Brings layers into line with one another, or on the sheet. Whether anything moved. */
  align(layers: readonly string[], how: Alignment, isOnSheet: boolean): boolean

  // What is in hand: shown, and nothing of it is in the record

  /** Shows the drawing as it would be with an act that is still changed; null: as it stands, until there is one. */
  preview(owner: PreviewOwner, act: Act | null): void
  /** Takes away what this owner shows; what is another's stays. */
  dropPreview(owner: PreviewOwner): void
  /** An adjustment in full, once the hand rests. Whether it was not stopped. */
  refineAdjustment(act: AdjustAct): Promise<boolean>
  /** Settles an adjustment: what was shown in full becomes the drawing. Whether that could be done. */
  settleAdjustment(act: AdjustAct): Promise<boolean>
  /** Stops work under way; the drawing stays as it was. */
  stopWork(): void
  /**
   * Takes hold of a part of a layer, or of several as one, and shows it where `to` says. Answers where it lay, sheet
   * px, or null when there is nothing.
   */
  takePart(layer: string | readonly string[], leaves: boolean, to: Destination | null): Rect | null
  /**
   * Takes hold of a picture that is brought in, and shows it where `to` says. Whether that could be done. Taken hold of
   * again (onto another layer), it needs no px: they are here.
   */
  takePicture(picture: PictureName, pixels: Uint8Array | null, onto: BroughtOnto, to: Destination): boolean
  movePart(to: Destination): void
  /** Has the px of a stamp or pattern here, before anything draws with them. Whether they are. */
  bringPicture(picture: PictureName): Promise<boolean>
  /** What a stamp or pattern is cut from: of one layer, or of all that can be seen. Null: there is nothing. */
  cutSource(layer: string | null): Pixels | null
  /** A layered file comes in; its pictures are kept by this browser. Whether that could be done. */
  bringStack(act: BringStackAct): Promise<boolean>
  /** Puts the part down where it is. */
  settlePart(): void

  // The lesson

  /** Opens a step and makes its layer ready. */
  openStep(id: string): Promise<void>
  /** Says that what a look-for found is so on purpose, or takes that back. */
  setMeant(step: string, lookFor: string, isMeant: boolean): void
  /** A teacher says that a step of the lesson begins here. */
  markStep(): void
  /** `isQuiet`: only when the hand rests and nothing is in it, null otherwise. */
  lookAtStep(id: string, isQuiet?: boolean): Promise<Finding[] | null>
  /** How much was done on this sheet: acts, marked steps, and the time it took, ms. */
  figures(): { acts: number; marks: number; ms: number }
  /** All that was done on this sheet. */
  record(): DrawingRecord | null

  // What is asked of the drawing

  /** All gaps of a layer's lines, or of all that can be seen. */
  gaps(layer: string | null): LineGap[]
  /** The mean colour of a square round a place, `side` px wide; of a layer's paint, or of all that can be seen. */
  sampleColour(layer: string | null, x: number, y: number, side: number): Rgb8 | null
  /** The colours of what can be seen. */
  palette(count: number): PaletteColour[]
  /** The box round a layer's paint, sheet px; null when there is none. */
  paintBox(layer: string): Rect | null
  /** How often each lightness is found in a layer's paint, 64 steps from dark to light. */
  tones(layer: string): number[]
  /** Takes the shape on a layer, or what is selected, for ladder shading; answers the colour in its middle. */
  beginLadder(layer: string): { colour: Rgb8 | null } | null
  dropLadder(): void
  bands(form: BandForm, light: Light, rungs: number): BandsAnswer
  /** The borders on a layer that divide the shape, into so many bands if all is well. */
  bandBorders(layer: string, wanted: number): BordersFound | null
  /** The seams that are left in it, seen from a layer downward. */
  seams(layer: string): SeamsFound | null
  /** The settled drawing as a file. Null: this browser writes none of that form. */
  picture(way: PictureWay): Promise<Uint8Array | null>
  /** The settled drawing in layers as a file; its pictures are packed by threads at these ports. */
  layered(
    kind: LayeredKind,
    packers: readonly MessagePort[],
    onShare: (share: number) => void,
  ): Promise<LayeredFile | null>
  /** For the bench and the tests. */
  timings(): Timing

  // Keeping and sending

  /** The drawing is a mural's panel, with these neighbours. */
  setPanel(panel: PanelSeen): void
  /** How long what is drawn waits before it is sent, ms: less while someone watches, as usual when nothing is said. */
  gatherFor(ms?: number): void
  /** The network is back, someone signed in, or the page is put away. */
  wake(): void
  /** Hands in what stands now, with a note of the learner's. */
  handIn(note: string): Promise<HandedIn>
  /** Keeps what could not be sent as a drawing of its own. */
  keepApart(): Promise<Sent>
}

/** The sheet's worker as the page sees it. */
export type SheetRemote = Remote<SheetWorker>
