import equal from 'fast-deep-equal'
import { applyAct, type Act, type AdjustAct } from '#core/drawing'
import { reducedPreviewFor, showTile, type Drawing, type ReducedPreview } from '#core/layers'
import type { Destination } from '#core/moving'
import type { LiveSheet } from '../live/live-sheet'
import { actedSmall, AdjustWork, type SlidAct } from './adjusting'
import type { PreviewOwner } from './contract'
import type { InHand } from './in-hand'

/** What is shown of something that is not settled yet, and how. */
type Shown =
  /** The whole drawing with it. */
  | { readonly mode: 'exact'; readonly picture: Drawing | null }
  /** A smaller drawing over the one that was shown before: it follows a slider. */
  | { readonly mode: 'reduced'; readonly picture: Drawing | null; readonly reduced: ReducedPreview | null }
  /** The whole drawing with an adjustment that was made in slices: settling takes it as it is. */
  | { readonly mode: 'sliced'; readonly picture: Drawing; readonly act: AdjustAct; readonly of: Drawing }
  /** What lies under a part in hand; the part floats over it. */
  | { readonly mode: 'floating'; readonly picture: Drawing; readonly part: InHand }

interface Around {
  readonly sheet: () => LiveSheet
  /** One layer is shown without the others: there a smaller drawing would show too much. */
  readonly isAlone: () => boolean
  /** How far work in slices is, 0 … 1; null: it has ended. */
  readonly onShare: (share: number | null) => void
  /** Something can't be done. Throws what is no CoreError. */
  readonly refuse: (error: unknown) => void
}

/**
 * What is in hand, as the sheet shows it. It has one owner at a time: whoever shows something puts out what another
 * had there, and nobody takes away what is another's.
 */
export class Preview {
  private owner: PreviewOwner | null = null
  private now: Shown = NOTHING
  private work: AdjustWork | null = null

  constructor(private readonly around: Around) {}

  get isShown(): boolean {
    return this.owner !== null
  }

  /** The drawing with what is in hand; null: as it stands. */
  get picture(): Drawing | null {
    return this.now.picture
  }

  /** Shows the drawing as it would be with an act that is still changed; null: as it stands, until there is one. */
  show(owner: PreviewOwner, act: Act | null): void {
    this.takeOver(owner)
    try {
      if (act?.kind === 'stack-set' && this.showLookReduced(act)) return
      if (act?.kind === 'adjust' || act?.kind === 'cast-shadow' || act?.kind === 'haze') return this.showSmall(act)
      this.stopWork()
      this.put({ mode: 'exact', picture: act && applyAct(this.sheet.kernels, this.sheet.engine.drawing, act) })
    } catch (error) {
      this.put(NOTHING)
      this.around.refuse(error)
    }
  }

  /** A part that was taken hold of floats over what lies under it. */
  float(part: InHand): void {
    this.takeOver('part')
    this.put({ mode: 'floating', picture: part.below, part })
  }

  /** The part in hand goes somewhere else. */
  moveTo(to: Destination): void {
    if (this.now.mode !== 'floating') return
    this.now.part.goTo(to)
    this.sheet.view.floatOn()
  }

  get part(): InHand | null {
    return this.now.mode === 'floating' ? this.now.part : null
  }

  /** An adjustment in full, once the hand rests. Whether it was not stopped. */
  async refine(act: AdjustAct): Promise<boolean> {
    const of = this.sheet.engine.drawing
    const picture = await this.worked(act)
    if (!picture || this.sheet.engine.drawing !== of || this.owner !== 'adjusting') return false
    this.put({ mode: 'sliced', picture, act, of })
    return true
  }

  /** What an adjustment makes of the drawing: as it was shown in full, or made now. Null: it was stopped. */
  async resultOf(act: AdjustAct): Promise<Drawing | null> {
    const { now } = this
    const of = this.sheet.engine.drawing
    if (now.mode === 'sliced' && now.of === of && equal(now.act, act)) return now.picture
    const picture = await this.worked(act)
    return this.sheet.engine.drawing === of ? picture : null
  }

  /** Stops work under way; what is shown stays. */
  stopWork(): void {
    this.work?.stop()
    this.work = null
  }

  /** Takes away what this owner shows; what is another's stays. */
  drop(owner: PreviewOwner): void {
    if (this.owner === owner) this.clear()
  }

  /** Takes away what is shown, whoever's it is. */
  clear(): void {
    if (this.owner !== null) this.sheet.changing(() => this.forget())
  }

  /** The same for whoever changes the drawing now, and shows that. */
  forget(): void {
    this.stopWork()
    this.leave(NOTHING)
    this.now = NOTHING
    this.owner = null
  }

  private get sheet(): LiveSheet {
    return this.around.sheet()
  }

  private takeOver(owner: PreviewOwner): void {
    if (this.owner !== null && this.owner !== owner) this.clear()
    this.owner = owner
  }

  /** Goes over to another way of showing. */
  private put(next: Shown): void {
    const { sheet } = this
    sheet.changing(() => {
      this.leave(next)
      this.now = next
    })
    if (next.mode === 'floating') sheet.view.float(next.part.floating)
  }

  private leave(next: Shown): void {
    const { now } = this
    if (now.mode === 'floating') this.sheet.view.float(null)
    if (now.mode === 'reduced' && next.mode !== 'reduced') this.sheet.view.showReduced(null)
  }

  /** Shows a smaller drawing over what is shown. */
  private putSmall(small: Drawing, level: number, reduced: ReducedPreview | null): void {
    const { kernels, view } = this.sheet
    this.put({ mode: 'reduced', picture: this.picture, reduced })
    view.showReduced({
      sheet: small.sheet,
      ground: small.sheet.paper,
      level,
      flatten: (tile, part, out) => showTile(kernels, small, tile, part, out),
    })
  }

  /** A look that changes while a slider is moved, on a heavy sheet: as coarsely as the window allows. */
  private showLookReduced(act: Extract<Act, { kind: 'stack-set' }>): boolean {
    // A clip changes what belongs together below.
    if (this.around.isAlone() || act.set.clip !== undefined) return false
    const { kernels, engine, view } = this.sheet
    const before = this.now.mode === 'reduced' ? this.now.reduced : null
    const reduced = reducedPreviewFor(kernels, engine.drawing, act.item, view.level, before)
    if (!reduced) return false
    this.putSmall(applyAct(kernels, reduced.drawing, act), reduced.level, reduced)
    return true
  }

  /** What an adjustment, a shadow or haze does, at once, from a small picture. */
  private showSmall(act: SlidAct): void {
    this.stopWork()
    const { kernels, engine, view } = this.sheet
    const { level, drawing } = actedSmall(kernels, engine.drawing, act, view.level)
    if (level === 0) this.put({ mode: 'exact', picture: drawing })
    else this.putSmall(drawing, level, null)
  }

  private async worked(act: AdjustAct): Promise<Drawing | null> {
    this.stopWork()
    const { onShare, refuse } = this.around
    const work = new AdjustWork(this.sheet.kernels, this.sheet.engine.drawing, act)
    this.work = work
    try {
      return await work.run(share => this.work === work && onShare(share))
    } catch (error) {
      refuse(error)
      return null
    } finally {
      if (this.work === work) this.work = null
      if (!this.work) onShare(null)
    }
  }
}

const NOTHING: Shown = { mode: 'exact', picture: null }
