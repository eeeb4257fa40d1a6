import type { Tile } from '../kernels'

export interface Sheet {
  /** Whole px. */
  readonly width: number
  readonly height: number
  /** Paper colour, red green blue, 0 … 255. */
  readonly paper: readonly [number, number, number]
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

/** The whole picture at one moment. Nothing in it is ever changed; an act makes a new one. */
export interface Drawing {
  readonly sheet: Sheet
  /** Bottom first. */
  readonly layers: readonly Layer[]
}
