import type { Rect } from '../base'
import type { BlendMode } from './modes'

/** Side of a tile in pixels. A tile is TILE × TILE straight-alpha RGBA8, row-major. */
export const TILE = 256
export const TILE_BYTES = TILE * TILE * 4

/** Full coverage in a stroke mask: 15 significant bits in a u16. */
export const FULL = 32768

/** A tile's pixels. Never written to once it belongs to a layer. */
export type Tile = Uint8Array

/** Whether nothing is painted on a tile, or on its rows from `first` up to `end`: every byte is zero. */
export function isClearTile(tile: Tile, first = 0, end = TILE): boolean {
  const words = new Uint32Array(tile.buffer, tile.byteOffset, tile.byteLength >> 2)
  for (let i = first * TILE; i < end * TILE; i++) if (words[i] !== 0) return false
  return true
}

/** Memory for dabs, in bytes. */
export const DAB_ARENA_BYTES = 24 * 1024 * 1024

/** What a dab is made from. Lengths in px; `flow` 0 … 32768; phases are quarters of a pixel, 0 … 3. */
export interface DabSpec {
  readonly radius: number
  /** 0 soft … 1 hard: the share of the radius that is fully covered. */
  readonly hardness: number
  readonly flow: number
  readonly phaseX: number
  readonly phaseY: number
}

/** A dab ready to stamp. Its centre lies at (`reach` + phase ÷ 4) from its top left corner, both axes. */
export interface Dab {
  readonly rows: number
  /** Eight-pixel blocks in a row. */
  readonly blocks: number
  readonly reach: number
  /** For each row the first block with coverage and the block after the last. */
  readonly spans: Int16Array
}

/** The coverage of a dab, row-major, {@link Dab.blocks} × 8 values a row. */
export interface DabValues {
  readonly rows: number
  readonly blocks: number
  readonly reach: number
  readonly values: Uint16Array
}

/** How dabs gather in the stroke mask: `flow` builds up, `peak` keeps the strongest. */
export type Gather = 'flow' | 'peak'

/** Textures that paint catches on. */
export const TEXTURES = ['cartridge', 'cold-pressed', 'laid', 'canvas'] as const
export type TextureName = (typeof TEXTURES)[number]

/** What a texture does to paint. */
export interface Grain {
  readonly texture: TextureName
  /** Thins a thin mask in the hollows: 0 not at all, 1 a faint one loses all there. */
  readonly depth: number
  /** Skips the hollows: the mask is pulled away from the texture's height by so much. */
  readonly bite: number
}

/** How a finished mask is laid over a tile. */
export interface Laying {
  /**
   * A glaze multiplies with the paint that is there; a glow adds its light to it; `behind` shows only where that is
   * clear.
   */
  readonly kind: 'paint' | 'glaze' | 'glow' | 'erase' | 'behind'
  /** Stays inside what is painted: the alpha is left as it is. Nothing is erased then, nor laid behind. */
  readonly isInside?: boolean | undefined
  /** Red, green, blue, 0 … 255. Ignored when erasing. */
  readonly colour: readonly [number, number, number]
  /** 0 … 1. */
  readonly opacity: number
  readonly grain: Grain
  /** How much paler it is inside than at its rim, 0 … 1. */
  readonly rim: number
  /** Seed of the act: shifts the dither matrix, so that faint acts do not round alike. */
  readonly seed: number
}

/** Paint that lies flat and takes no grain. */
export const NO_GRAIN: Grain = { texture: 'cartridge', depth: 0, bite: 0 }

export interface LayerTile {
  readonly tile: Tile
  /** 0 … 1. */
  readonly opacity: number
}

/** Hides parts of what it belongs to: its lightness where it is painted, `base` where it is not; 0 hides, 1 shows. */
export interface MaskTile {
  /** Null: nothing is painted here. */
  readonly tile: Tile | null
  readonly base: 0 | 1
}

/** What is done to the picture so far, in order. An opened group is closed again. */
export type DrawCommand =
  | {
      readonly do: 'tile'
      readonly tile: Tile
      readonly opacity: number
      readonly mode: BlendMode
      readonly mask: MaskTile | null
      readonly isAtop: boolean
    }
  /** A group: of its own (it begins clear), or see-through (it begins with what lies below). */
  | { readonly do: 'open'; readonly isOwn: boolean }
  /** `mode` and `isAtop` count for a group of its own only. */
  | {
      readonly do: 'close'
      readonly opacity: number
      readonly mode: BlendMode
      readonly mask: MaskTile | null
      readonly isAtop: boolean
    }

/** Groups open at once at most. */
export const GREATEST_DEPTH = 24

/** One of three equal boxes along a line that together are nearly a Gaussian. */
export interface BlurBox {
  /** Px to both sides that count wholly. */
  readonly radius: number
  /** Share of one px more on both sides, 0 … 1. */
  readonly edge: number
}

/** A picture, straight-alpha RGBA8, row-major. Never written to once it was read from. */
export interface Pixels {
  readonly width: number
  readonly height: number
  readonly pixels: Uint8Array
}

/** Places read at one call at most. */
export const READ_PLACES = 4096

/** Opaque paper colour 0 … 255, or null for a clear ground. */
export type Ground = readonly [number, number, number] | null

/**
 * The hot loops. Two implementations give the same bytes: SIMD (WebAssembly) and plain TypeScript.
 * One stroke mask is open at a time.
 */
/** Of which px of a row each px is made, by what weights (`most` for each), and how much of it is covered, 0 … 1. */
export interface RowTaps {
  readonly first: Int32Array
  readonly count: Int32Array
  readonly weights: Float32Array
  readonly most: number
  readonly covered: Float32Array
}

/** Rows that are resampled: each is weighed along itself once, and summed with others. */
export interface RowSums {
  /** A row of straight-alpha RGBA8 into a slot, in place of what was there. */
  weigh(slot: number, row: Uint8Array): void
  /**
   * The sum of slots by weights into `out`: colour times alpha and alpha, cut to 0 … 255, and of it what is covered
   * (times `share`).
   */
  sum(slots: readonly number[], weights: readonly number[], share: number, out: Float32Array): void
}

export interface Kernels {
  readonly name: 'simd' | 'plain'
  /**
   * Pictures that acts name, by the hash of their px. Whoever draws with these kernels brings them first; they never
   * change.
   */
  readonly pictures: Map<string, Pixels>
  /** Makes room for a mask of the sheet's size, all zero. */
  openMask(width: number, height: number): void
  /** The same, unless a mask of that size is open: then it is left alone. */
  fitMask(width: number, height: number): void
  /** Sets the mask to zero inside `rect`. */
  clearMask(rect: Rect): void
  /** Writes one row of mask values from `x` on. */
  writeMaskRow(x: number, y: number, values: Uint16Array): void
  /** Fully covers the mask in row `y` from `x0` to before `x1`, within the sheet. */
  fillMaskRow(y: number, x0: number, x1: number): void
  /** A copy of the mask inside `rect`, row-major. */
  readMask(rect: Rect): Uint16Array
  /** A round dab. Throws when the dabs' memory is full: ask {@link dabBytes} and drop them first. */
  makeDab(spec: DabSpec): Dab
  /** A dab of any shape from its coverage, 0 … {@link FULL}; memory as with {@link makeDab}. */
  loadDab(shape: DabValues): Dab
  /** Forgets every dab made so far; none of them may be stamped again. */
  dropDabs(): void
  /** Stamps a dab with its top left corner at (x, y); what lies off the sheet is dropped. */
  stamp(gather: Gather, dab: Dab, x: number, y: number): void
  /**
   * Lays the mask over `src` (null: a clear tile) into `out` inside `rect` (sheet px, within the
   * tile whose top left corner is at tileX, tileY). Pixels of `out` outside `rect` are left alone.
   */
  lay(laying: Laying, src: Tile | null, out: Tile, tileX: number, tileY: number, rect: Rect): void
  /** Flattens the layers, bottom first, over `ground` into `out`, inside `rect` (px within the tile). */
  composite(layers: readonly LayerTile[], ground: Ground, out: Tile, rect: Rect): void
  /**
   * Flattens by a list of commands over `ground` into `out`, inside `rect` (px within the tile). Layers alone, all
   * normal, give the bytes of {@link composite}.
   */
  blend(commands: readonly DrawCommand[], ground: Ground, out: Tile, rect: Rect): void
  /**
   * Reads a picture at `count` places between its px (Catmull–Rom; the middle of the first px at 0.5;
   * NaN: nothing) into `out`, four numbers each: colour times alpha, and alpha, 0 … 255. Beyond the
   * picture all is clear.
   */
  readPicture(picture: Pixels, xs: Float64Array, ys: Float64Array, count: number, out: Float32Array): void
  /**
   * Reads `count` px of an opaque picture along a line of one that was taken aslant (Catmull–Rom; the middle of the
   * first px at 0.5) into `out`, RGBA8: the i-th at (x + i·dx, y + i·dy) ÷ (w + i·dw). At most 4 × READ_PLACES of them.
   * Beyond the picture lies what its edge is.
   */
  readStraight(
    picture: Pixels,
    from: readonly [x: number, y: number, w: number],
    step: readonly [dx: number, dy: number, dw: number],
    count: number,
    out: Uint8Array,
  ): void
  /**
   * Makes room for rows of a picture, `width` px each, that are resampled by these taps: so many at a time. It holds
   * until another one is made or a kernel for whole pictures is called.
   */
  resampleRows(width: number, taps: RowTaps, slots: number): RowSums
  /**
   * What lies in `part` of the tile (px, edges multiples of 8) at half size into the quadrant (qx, qy: 0 or 1) of
   * `out`.
   */
  halve(src: Tile, out: Tile, qx: number, qy: number, part: Rect): void
  /**
   * How different each px of a tile is from a packed pixel (RGBA8, little-endian; channels are weighed by alpha), 0 …
   * 255, and a bit for each whether it is so by `tolerance` at most: eight words a row, the first px in the lowest bit.
   */
  differ(tile: Tile, wanted: number, tolerance: number, differences: Uint8Array, same: Uint32Array): void
  /**
   * Dilates rows of bits, `stride` words each, by a disc given by its half-width at each height above its middle. Bits
   * beyond a sheet's width in a row's last word may become set.
   */
  dilate(words: Uint32Array, stride: number, reach: readonly number[]): Uint32Array
  /** A tile's px weighed by alpha: four values each, colour times alpha and alpha, 0 … 65535. */
  premultiply(tile: Tile, out: Uint16Array): void
  /** Premultiplied px made a tile, rounded by the dither matrix. The tile's top left corner lies at tileX, tileY. */
  unpremultiply(values: Uint16Array, out: Tile, tileX: number, tileY: number, seed: number): void
  /** Three boxes along each row of premultiplied px, in place; beyond its ends lies nothing. */
  blurAcross(pixels: Uint16Array, width: number, rows: number, box: BlurBox): void
  /** Three boxes down each column, in place. */
  blurDown(pixels: Uint16Array, width: number, rows: number, box: BlurBox): void
}
