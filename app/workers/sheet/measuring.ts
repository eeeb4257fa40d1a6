import type { Remote } from 'comlink'
import { CoreError, isEmptyRect, type Rect } from '#core/base'
import { layerTones } from '#core/adjust'
import type { BandForm, Bands } from '#core/bands'
import { GREATEST_RUNGS, type PaletteColour, type Rgb8 } from '#core/colour'
import { applyAct, standingActs, type Act, type Engine, type FreshPourAct } from '#core/drawing'
import type { LineGap } from '#core/fill'
import type { Kernels } from '#core/kernels'
import { changedTiles, paintable, type Drawing, type Light } from '#core/layers'
import type { Finding } from '#core/lookfor'
import type { Step } from '#core/plan'
import { paintOf, selectionBox } from '#core/select'
import type { Looker } from '../looker.worker'
import { LadderWork, type BordersFound, type SeamsFound } from './ladder'
import { closingStroke, closingStrokeThat, gapsOf, isAmong, pourDoubt, type PourAnswer } from './pouring'
import { drawingPalette, sampledColour } from './sampling'

/** Bands that were laid, or why they could not be. */
export type BandsAnswer =
  { readonly ok: true; readonly bands: Bands } | { readonly ok: false; readonly message: string; readonly fix: string }

/** What is asked of a drawing while it is drawn. Nothing here changes it. */
export class Measuring {
  private ladder: LadderWork | null = null

  constructor(
    private readonly kernels: Kernels,
    private readonly engine: () => Engine | null,
    private readonly looker: Remote<Looker>,
  ) {}

  private get drawing(): Drawing | null {
    return this.engine()?.drawing ?? null
  }

  /** Looks at a step in the looker's worker, as the drawing stands now. */
  async lookAt(step: Step): Promise<Finding[]> {
    const { drawing, entries } = this.engine()!
    return await this.looker.look({ drawing, acts: standingActs(entries), step: step.id }, step.lookFors)
  }

  /** The mean colour of a square round a place; of a layer's paint, or of all that can be seen. */
  sampleColour(layer: string | null, x: number, y: number, side: number): Rgb8 | null {
    return this.drawing && sampledColour(this.kernels, this.drawing, layer, x, y, side)
  }

  /** The colours of what can be seen. */
  palette(count: number): PaletteColour[] {
    return this.drawing ? drawingPalette(this.kernels, this.drawing, count) : []
  }

  /** The box round a layer's paint, sheet px; null when there is none. */
  paintBox(layer: string): Rect | null {
    const { drawing } = this
    const found = drawing && paintable(drawing, layer)
    const box = found && selectionBox(drawing.sheet, paintOf(found))
    return box && !isEmptyRect(box) ? box : null
  }

  /** How often each lightness is found in a layer's paint, 64 steps from dark to light. */
  tones(layer: string): number[] {
    const { drawing } = this
    const found = drawing && paintable(drawing, layer)
    return found ? layerTones(found, drawing.selection) : []
  }

  // --- gaps

  /** What should be asked before a pour: whether the whole sheet is meant, what to do about gaps. Null: nothing. */
  pourDoubt(act: FreshPourAct): PourAnswer | null {
    return this.drawing && pourDoubt(this.kernels, this.drawing, act)
  }

  /** All gaps of a layer's lines, or of all that can be seen. */
  gaps(layer: string | null): LineGap[] {
    return this.drawing ? gapsOf(this.kernels, this.drawing, layer) : []
  }

  /**
   * The stroke that closes a gap, as wide and of the colour that the line has there; on a certain layer, if one is
   * named. Null where nothing would change: nothing is done then that would have to be undone.
   */
  closing(gap: LineGap, layer: string | undefined, seed: number): Act | null {
    const { drawing, kernels, ladder } = this
    if (!drawing) return null
    // On a layer of bands, a border that ends at the form's edge is open there as well.
    const isClosedBy = (act: Act) => {
      const after = applyAct(kernels, drawing, act)
      const found =
        ladder && layer !== undefined
          ? ladder.borders(kernels, after, layer, GREATEST_RUNGS)?.gaps
          : gapsOf(kernels, after, 'layer' in act ? (act.layer as string) : null)
      return !isAmong(gap, found ?? [])
    }
    const act =
      closingStrokeThat(drawing, gap, seed, layer, isClosedBy) ??
      (layer === undefined ? closingStroke(drawing, gap, seed) : null)
    return act && changedTiles(drawing, applyAct(kernels, drawing, act)).size > 0 ? act : null
  }

  // --- ladder shading

  /**
   * Takes the shape on a layer, or what is selected; answers the colour in its middle. Throws CoreError when there is
   * none.
   */
  beginLadder(layer: string): { colour: Rgb8 | null } | null {
    if (!this.drawing) return null
    this.ladder = LadderWork.begin(this.kernels, this.drawing, layer)
    return { colour: this.ladder.colour }
  }

  dropLadder(): void {
    this.ladder = null
  }

  /** The bands of that shape. */
  bands(form: BandForm, light: Light, rungs: number): BandsAnswer {
    try {
      return { ok: true, bands: this.ladder?.bands(form, light, rungs) ?? { borders: [], places: [] } }
    } catch (error) {
      if (!(error instanceof CoreError)) throw error
      return { ok: false, message: `${error.message[0]!.toUpperCase()}${error.message.slice(1)}`, fix: error.fix }
    }
  }

  /** The borders on a layer that divide it, into so many bands if all is well. */
  bandBorders(layer: string, wanted: number): BordersFound | null {
    return (this.drawing && this.ladder?.borders(this.kernels, this.drawing, layer, wanted)) ?? null
  }

  /** The seams that are left in it, seen from a layer downward. */
  seams(layer: string): SeamsFound | null {
    return (this.drawing && this.ladder?.seams(this.kernels, this.drawing, layer)) ?? null
  }
}
