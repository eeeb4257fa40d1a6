import type { BlendMode, TextureName, Tile } from '../kernels'
import type { PictureName } from '../pictures'

export interface Sheet {
  /** Whole px. */
  readonly width: number
  readonly height: number
  /** Paper colour, red green blue, 0 … 255. */
  readonly paper: readonly [number, number, number]
  /** The paper's texture, per cent: how strongly it shows under the paint, and over it. Absent: smooth. */
  readonly texture?:
    | {
        /** One of ours, or one's own by the name of its picture, with its heights. */
        readonly name: TextureName | { readonly cut: PictureName }
        readonly heights?: Uint16Array | undefined
        readonly under: number
        readonly over: number
      }
    | undefined
  /** Px in an inch of paper; absent: a screen's sheet. */
  readonly perInch?: number | undefined
}

/** Hides parts of a layer or group without erasing them: dark paint hides, light paint shows. */
export interface Mask {
  /** Acts paint on a mask by its id, as on a layer. */
  readonly id: string
  /** Where it is not painted: 0 hides, 1 shows. */
  readonly base: 0 | 1
  /** Off: it is kept, and hides nothing. */
  readonly isOn: boolean
  readonly tiles: ReadonlyMap<number, Tile>
}

/** What layers and groups have in common. Absent: not so, or normal. */
interface Item {
  readonly id: string
  readonly name: string
  readonly visible: boolean
  /** Whole per cent, 0 … 100. */
  readonly opacity: number
  /** How it mixes with what lies below. */
  readonly mode?: BlendMode | undefined
  /** Nothing of it may be changed. */
  readonly locked?: boolean | undefined
  /** Shows only where the next one below it that is not clipped, in the same group, has paint. */
  readonly clip?: boolean | undefined
  readonly mask?: Mask | undefined
  /** The group it lies in; absent: in none. */
  readonly group?: string | undefined
}

export interface Layer extends Item {
  /** Paint lands only where there is paint: its alpha is not changed. */
  readonly inside?: boolean | undefined
  /** Sparse: tile number (see {@link tileNumber}) → pixels. A missing tile is clear. */
  readonly tiles: ReadonlyMap<number, Tile>
}

/**
 * Layers and groups that lie together. There is no empty group. One that mixes normally is see-through: what is in it
 * mixes with what lies below.
 */
export type Group = Item

/**
 * Which part of the sheet is chosen: tile number → coverage 0 … 255, TILE × TILE, row-major. A missing
 * tile: nothing of it. Nothing in it is ever changed.
 */
export type Selection = ReadonlyMap<number, Uint8Array>

/** Where the light comes from. */
export interface Light {
  /** The pin's place, sheet px; it may lie beyond the sheet. */
  readonly x: number
  readonly y: number
  /** How far the light stands out from the sheet toward the one who looks, whole degrees, 0 … 90. */
  readonly height: number
}

/** The whole picture at one moment. Nothing in it is ever changed; an act makes a new one. */
export interface Drawing {
  readonly sheet: Sheet
  /** Bottom first. What is in one group lies together. */
  readonly layers: readonly Layer[]
  /** Groups that the layers lie in, in any order; absent: none. */
  readonly groups?: readonly Group[] | undefined
  /** Only here may be painted; absent: everywhere. */
  readonly selection?: Selection | undefined
  /** Where the light comes from; absent: it was not decided yet. */
  readonly light?: Light | undefined
  /**
   * Where the sheet that the record began with lies on this one, once it was cut or scaled; absent: it is that sheet.
   */
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
