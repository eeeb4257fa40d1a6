import { z } from 'zod'
import { TILE, type Tile } from '../../kernels'
import { withLayer } from '../../layers'
import { colourSchema, layerIdSchema } from './common'
import { requireUnlocked, type ActKind } from './contract'
import { goesOver } from './cost'

const schema = z.strictObject({
  kind: z.literal('recolour'),
  version: z.literal(1),
  layer: layerIdSchema,
  colour: colourSchema,
  /** Only what has this colour within so much of 255 on each channel; null: all that is painted. */
  only: z.strictObject({ colour: colourSchema, tolerance: z.int().min(0).max(255) }).nullable(),
})
export type RecolourAct = z.infer<typeof schema>

/** Gives what is painted another colour, in the selection if there is one; its alpha stays, empty px stay empty. */
export const recolour: ActKind<RecolourAct> = {
  schema,
  cost: goesOver(10),
  facts: ({ layer, colour }) => ({ name: 'recolour', work: 'fill', layer, isOnPaint: true, colour }),
  apply(_kernels, drawing, { layer: id, colour, only }) {
    const layer = requireUnlocked(drawing, id)
    const tiles = new Map(layer.tiles)
    for (const [number, tile] of layer.tiles) {
      const chosen = drawing.selection?.get(number)
      if (drawing.selection && !chosen) continue
      const changed = recoloured(tile, colour, only, chosen)
      if (changed) tiles.set(number, changed)
    }
    return withLayer(drawing, { ...layer, tiles })
  },
}

function recoloured(
  tile: Tile,
  colour: readonly number[],
  only: RecolourAct['only'],
  chosen: Uint8Array | undefined,
): Tile | null {
  const out = tile.slice()
  let isChanged = false
  for (let i = 0; i < TILE * TILE; i++) {
    const at = 4 * i
    const share = chosen ? chosen[i]! : 255
    if (out[at + 3] === 0 || share === 0 || (only && isOther(out, at, only))) continue
    for (let c = 0; c < 3; c++)
      out[at + c] = Math.floor((out[at + c]! * (255 - share) + colour[c]! * share + 127) / 255)
    isChanged = true
  }
  return isChanged ? out : null
}

function isOther(tile: Tile, at: number, { colour, tolerance }: NonNullable<RecolourAct['only']>): boolean {
  return colour.some((value, c) => Math.abs(tile[at + c]! - value) > tolerance)
}
