import type { Engine } from '#core/drawing'
import { PLACED_AS_IS, stackOf, type Selection, type Sheet } from '#core/layers'
import { selectionEdge } from '#core/select'
import { stackNotes, Thumbnailer } from '../view/layer-news'
import type { Notify } from './contract'

/** Thumbnails wait until the hand rests this long, ms. */
const THUMBNAIL_MS = 250

/** Tells the page what a drawing is like: its stack, its selection, its history, and each layer in small. */
export class Telling {
  /** The selection as the page knows it. */
  private shownSelection: Selection | undefined
  private timer: ReturnType<typeof setTimeout> | undefined
  private readonly thumbnailer = new Thumbnailer()

  /** `isBusy`: a stroke is under way, which small pictures must not hold up. */
  constructor(
    private readonly engine: Engine,
    private readonly notify: Notify,
    private readonly isBusy: () => boolean,
  ) {}

  tell(): void {
    const { canUndo, canRedo, position, drawing } = this.engine
    this.notify({
      kind: 'drawing',
      canUndo,
      canRedo,
      position,
      stack: stackNotes(stackOf(drawing)),
      sheet: toldSheet(drawing.sheet),
      placed: drawing.placed ?? PLACED_AS_IS,
      light: drawing.light ?? null,
    })
    if (drawing.selection !== this.shownSelection) {
      this.shownSelection = drawing.selection
      const edges = drawing.selection && selectionEdge(drawing.sheet, drawing.selection)
      this.notify({ kind: 'selection', edges: edges ? edges.map(loop => Int32Array.from(loop)) : null })
    }
    this.wait(THUMBNAIL_MS)
  }

  private wait(ms: number): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => this.tellThumbnail(), ms)
  }

  /** One at a time: a stroke that begins meanwhile waits for none of the others. */
  private tellThumbnail(): void {
    if (this.isBusy()) return this.wait(THUMBNAIL_MS)
    const thumbnail = this.thumbnailer.next(this.engine.drawing)
    if (!thumbnail) return
    this.notify({ kind: 'thumbnail', ...thumbnail })
    this.wait(0)
  }
}

/** Without the heights of a paper of one's own: whoever is told shows no paper. */
function toldSheet({ texture, ...sheet }: Sheet): Sheet {
  return texture ? { ...sheet, texture: { name: texture.name, under: texture.under, over: texture.over } } : sheet
}
