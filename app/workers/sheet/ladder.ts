import {
  bandGaps,
  formShape,
  FormInBands,
  seamsLeft,
  type BandForm,
  type Bands,
  type BandsFound,
  type FormShape,
} from '#core/bands'
import { CoreError } from '#core/base'
import { lightnessPlane, type Rgb8 } from '#core/colour'
import type { Kernels } from '#core/kernels'
import { flattenDrawing, paintable, type Drawing, type Light } from '#core/layers'
import { regionMark, type Mark } from '#core/lookfor'
import { sampledColour } from './sampling'

/** What was found about the borders that a hand drew. */
export type BordersFound = BandsFound
/** What softening has left. */
export interface SeamsFound {
  readonly count: number
  /** L* a px. */ readonly strongest: number
  readonly mark: Mark
}

/** Paint at least this strong covers, alpha 0 … 255. */
const COVERED = 200

/** A shape that is shaded in bands: the shape as it was when that began, whatever is painted over it since. */
export class LadderWork {
  private form: FormInBands | null = null

  private constructor(
    private readonly shape: FormShape,
    private readonly of: { readonly width: number; readonly height: number },
    readonly colour: Rgb8 | null,
  ) {}

  /** @throws CoreError when there is nothing to shade */
  static begin(kernels: Kernels, drawing: Drawing, layerId: string): LadderWork {
    const layer = paintable(drawing, layerId)
    const shape = layer && formShape(drawing, layer)
    if (!shape)
      throw new CoreError(
        'act-refused',
        'there is no shape here',
        'Draw or fill the shape first, or select it, and choose its layer.',
      )
    const { box } = shape
    const [x, y] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2]
    return new LadderWork(shape, drawing.sheet, sampledColour(kernels, drawing, layerId, x, y, 9))
  }

  bands(form: BandForm, light: Light, rungs: number): Bands {
    if (this.form?.form !== form) this.form = new FormInBands(this.shape, form)
    return this.form.bands(light, rungs)
  }

  borders(kernels: Kernels, drawing: Drawing, layerId: string, wanted: number): BordersFound | null {
    const layer = this.isOn(drawing) ? paintable(drawing, layerId) : null
    return layer && bandGaps(kernels, drawing, layer, this.shape, wanted)
  }

  /** Of what is seen from a layer downward, where it is painted: lines above it are no seams, nor is bare paper. */
  seams(kernels: Kernels, drawing: Drawing, layerId: string): SeamsFound | null {
    const place = drawing.layers.findIndex(layer => layer.id === layerId)
    if (!this.isOn(drawing) || place < 0) return null
    const above = new Set(drawing.layers.slice(place + 1).map(layer => layer.id))
    const below = {
      ...drawing,
      layers: drawing.layers.map(layer => (above.has(layer.id) ? { ...layer, visible: false } : layer)),
    }
    const { box, inside } = this.shape
    const [width, height] = [box.x1 - box.x0, box.y1 - box.y0]
    const paint = flattenDrawing(kernels, below, null, box)
    const painted = inside.map((value, i) => (value && paint[4 * i + 3]! >= COVERED ? 1 : 0))
    const { set, count, strongest } = seamsLeft(
      kernels,
      lightnessPlane(flattenDrawing(kernels, below, drawing.sheet.paper, box)),
      painted,
      width,
      height,
    )
    const mark = regionMark(set, width, height)
    if (mark.kind !== 'region') return null
    const polygons = mark.polygons.map(polygon => polygon.map((value, i) => value + (i % 2 ? box.y0 : box.x0)))
    return { count, strongest, mark: { kind: 'region', polygons } }
  }

  /** On a sheet that was cut or scaled since, the shape lies elsewhere. */
  private isOn({ sheet }: Drawing): boolean {
    return sheet.width === this.of.width && sheet.height === this.of.height
  }
}
