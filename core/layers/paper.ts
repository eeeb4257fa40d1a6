import type { Rect } from '../base'
import { FULL, TEXTURE_SIDE, textureOf, TILE, TILE_BYTES, type Ground, type Kernels, type Tile } from '../kernels'
import type { StandIn } from './draw-commands'
import { copyTile, flattenTile } from './flatten'
import { tileOrigin, tilesUnder, sheetRect } from './tiles'
import type { Drawing, Layer, Sheet } from './types'

/** How much darker than the paper its hollows are at full strength. By eye. */
const DEEPEST = 0.16
/**
 * Greys of the texture that lies over the paint: beyond 40 % … 70 % every colour below turns garish
 * (common practice, no source). Evenly round the middle, so that it neither lightens nor darkens.
 */
const DARKEST_OVER = 0.4
const LIGHTEST_OVER = 0.6
/** Heights of a texture that are told apart when it lies over the paint. */
const STEPS = 64

interface Paper {
  /** The paper as a layer; a texture repeats with every tile. */
  readonly layer: Layer | null
  /** For each px of a tile which row of the table it looks in; and the table: 256 values for each step. */
  readonly over: { readonly rows: Uint8Array; readonly table: Uint8Array } | null
}

const papers = new WeakMap<Sheet, Paper>()

/**
 * One tile as it is looked at: the layers over the sheet's paper, with its texture under the paint and
 * softly over it. As {@link flattenTile}, which knows the paper's colour only: what is measured and
 * poured into sees no texture.
 */
export function showTile(
  kernels: Kernels,
  drawing: Drawing,
  number: number,
  part: Rect,
  out: Tile,
  standIn?: StandIn,
): void {
  const { sheet } = drawing
  const { over } = paperOf(sheet)
  flattenTile(kernels, withPaperUnder(drawing), number, part, sheet.paper, out, standIn)
  if (!over) return
  const { x, y } = tileOrigin(sheet, number)
  const { rows, table } = over
  for (let py = part.y0 - y; py < part.y1 - y; py++) {
    for (let px = part.x0 - x; px < part.x1 - x; px++) {
      const at = 4 * (py * TILE + px)
      const row = rows[py * TILE + px]! << 8
      out[at] = table[row + out[at]!]!
      out[at + 1] = table[row + out[at + 1]!]!
      out[at + 2] = table[row + out[at + 2]!]!
    }
  }
}

/** The drawing with its paper's texture as a layer below all others. */
export function withPaperUnder(drawing: Drawing): Drawing {
  const { layer } = paperOf(drawing.sheet)
  return layer ? { ...drawing, layers: [layer, ...drawing.layers] } : drawing
}

/**
 * What a texture does as layers that any renderer joins: the paper itself, opaque, and the greys that lie softly over
 * all else (in overlay mode, at this opacity in per cent). Null: it does nothing there.
 */
export function paperLayers(sheet: Sheet): {
  readonly under: Layer | null
  readonly over: { readonly layer: Layer; readonly opacity: number } | null
} {
  const { layer, over } = paperOf(sheet)
  if (!over) return { under: layer, over: null }
  const grey = new Uint8Array(TILE_BYTES)
  for (let i = 0; i < TILE * TILE; i++) {
    const value = Math.round(255 * greyOf(over.rows[i]!))
    grey.set([value, value, value, 255], 4 * i)
  }
  return { under: layer, over: { layer: paperLayer(sheet, grey), opacity: sheet.texture!.over } }
}

/** The whole drawing as it is looked at, RGBA8, row-major, opaque. */
export function showDrawing(kernels: Kernels, drawing: Drawing): Uint8Array {
  const { width, height } = drawing.sheet
  const out = new Uint8Array(width * height * 4)
  const tile = new Uint8Array(TILE_BYTES)
  const whole = sheetRect(drawing.sheet)
  for (const { number, part } of tilesUnder(drawing.sheet, whole)) {
    showTile(kernels, drawing, number, part, tile)
    copyTile(tile, tileOrigin(drawing.sheet, number), part, out, whole)
  }
  return out
}

function paperOf(sheet: Sheet): Paper {
  let paper = papers.get(sheet)
  if (!paper) papers.set(sheet, (paper = makePaper(sheet)))
  return paper
}

function makePaper(sheet: Sheet): Paper {
  const { texture, paper } = sheet
  if (!texture) return { layer: null, over: null }
  const heights = typeof texture.name === 'string' ? textureOf(texture.name) : texture.heights!
  const heightAt = (i: number) =>
    heights[(Math.floor(i / TILE) % TEXTURE_SIDE) * TEXTURE_SIDE + ((i % TILE) % TEXTURE_SIDE)]! / FULL
  return {
    layer: texture.under > 0 ? paperLayer(sheet, tintedTile(heightAt, paper, (texture.under / 100) * DEEPEST)) : null,
    over:
      texture.over > 0
        ? {
            rows: Uint8Array.from({ length: TILE * TILE }, (_, i) =>
              Math.min(Math.floor(heightAt(i) * STEPS), STEPS - 1),
            ),
            table: overlayTable(texture.over / 100),
          }
        : null,
  }
}

function paperLayer(sheet: Sheet, tile: Tile): Layer {
  return {
    id: '',
    name: '',
    visible: true,
    opacity: 100,
    tiles: new Map(tilesUnder(sheet, sheetRect(sheet)).map(({ number }) => [number, tile])),
  }
}

function tintedTile(heightAt: (i: number) => number, paper: Exclude<Ground, null>, deepest: number): Tile {
  const tile = new Uint8Array(TILE_BYTES)
  for (let i = 0; i < TILE * TILE; i++) {
    const light = 1 - deepest * heightAt(i)
    tile.set([Math.round(paper[0] * light), Math.round(paper[1] * light), Math.round(paper[2] * light), 255], 4 * i)
  }
  return tile
}

const greyOf = (step: number) => LIGHTEST_OVER + ((DARKEST_OVER - LIGHTEST_OVER) * step) / (STEPS - 1)

/**
 * Overlay (W3C Compositing and Blending Level 1: hard-light with the layers exchanged) of each grey on each value, at a
 * strength.
 */
function overlayTable(strength: number): Uint8Array {
  const table = new Uint8Array(STEPS * 256)
  for (let step = 0; step < STEPS; step++) {
    const grey = greyOf(step)
    for (let value = 0; value < 256; value++) {
      const below = value / 255
      const shown = below <= 0.5 ? 2 * below * grey : 1 - 2 * (1 - below) * (1 - grey)
      table[step * 256 + value] = Math.round(255 * (below + (shown - below) * strength))
    }
  }
  return table
}
