import { CoreError } from '../base'
import type { Light } from '../layers'
import { bandsOf, type Bands } from './bands'
import { piecesOf, type Piece } from './cells'
import type { FormShape } from './shape'
import { normalsOf, type BandForm, type Normals } from './surface'

/** A shape taken for a form; the light on it can be moved again and again. */
export class FormInBands {
  private readonly surfaces: readonly { readonly piece: Piece; readonly normals: Normals }[]

  constructor(
    shape: FormShape,
    readonly form: BandForm,
  ) {
    this.surfaces = piecesOf(shape).map(piece => ({ piece, normals: normalsOf(piece, form) }))
  }

  /**
   * The bands of all pieces. @throws CoreError when there is nothing to divide: one rung, a speck, the same light all
   * over
   */
  bands(light: Light, rungs: number): Bands {
    if (!(rungs >= 2))
      throw new CoreError(
        'act-refused',
        'one rung is one flat colour',
        'A ladder has at least two rungs; six or more make a smooth form.',
      )
    if (!this.surfaces.length)
      throw new CoreError(
        'act-refused',
        'this shape is too small for bands',
        'Draw it bigger, or choose another layer.',
      )
    const all = this.surfaces.flatMap(({ piece, normals }) => bandsOf(piece, normals, light, rungs) ?? [])
    if (!all.length)
      throw new CoreError(
        'act-refused',
        'this light falls on the whole form alike',
        'Move the light pin, or take it for another form.',
      )
    return { borders: all.flatMap(each => each.borders), places: all.flatMap(each => each.places) }
  }
}
