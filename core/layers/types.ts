import type { TextureName, Tile } from '../kernels'

export interface Sheet {
  /** Whole px. */
  readonly width: number
  readonly height: number
  /** Paper colour, red green blue, 0 … 255. */
  readonly paper: readonly [number, number, number]
  /** The paper's texture, per cent: how strongly it shows under the paint, and over it. Absent: smooth. */
  readonly texture?: { readonly name: TextureName, readonly under: number, readonly over: number } | undefined
  /** Px in an inch of paper; absent: a screen's sheet. */
  readonly perInch?: number | undefined
}

export interface Layer {
  readonly id: string
  readonly name: string
  readonly visible: boolean
  /** Whole per cent, 0 … 100. */
  readonly opacity: number
  /** Sparse: tile number (see {@link tileNumber}) → pixels. A missing tile is clear. */
  readonly tiles: ReadonlyMap<number, Tile>
}

/**
 * Which part of the sheet is chosen: tile number → coverage 0 … 255, TILE × TILE, row-major. A missing
 * tile: nothing of it. Nothing in it is ever changed.
 */
export type Selection = ReadonlyMap<number, Uint8Array>

/** The whole picture at one moment. Nothing in it is ever changed; an act makes a new one. */
export interface Drawing {
  readonly sheet: Sheet
  /** Bottom first. */
  readonly layers: readonly Layer[]
  /** Only here may be painted; absent: everywhere. */
  readonly selection?: Selection | undefined
  /** Where the sheet that the record began with lies on this one, once it was cut or scaled; absent: it is that sheet. */
  readonly placed?: Placed | undefined
}

/** Places of one sheet on another: scaled, then moved (px). */
export interface Placed {
  readonly x: number
  readonly y: number
  readonly scaleX: number
  readonly scaleY: number
}

/** A sheet on itself. */
export const PLACED_AS_IS: Placed = { x: 0, y: 0, scaleX: 1, scaleY: 1 }
