import type { DrawingRecord } from '#core/drawing'
import type { Plan } from '#core/plan'
import type { Examination } from './examine'
import type { PackedPicture } from './kernels'
import type { Keyframe } from './keyframe'
import type { PanelAsked, PanelDrawn } from './panel'

/** The first `position` entries of a record as they are stored: they are taken apart where they are drawn. */
export interface PackedRecord {
  readonly sheet: DrawingRecord['sheet']
  readonly parts: readonly Uint8Array[]
  readonly position: number
  /** What it takes about to draw them, ms. */
  readonly costMs: number
  /** Px from outside that it needs, packed. */
  readonly pictures: readonly PackedPicture[]
}

/** What the process that draws again is asked: to examine a hand-in, or to draw a mural's panel. */
export type Asked =
  | {
      readonly kind: 'examine'
      readonly record: PackedRecord
      readonly steps: Plan['steps']
      /** What was drawn of it before; null: nothing that is kept. */
      readonly keyframe: Keyframe | null
    }
  | (PanelAsked & { readonly kind: 'panel'; readonly record: PackedRecord })

/** What it answers: pictures are made there, pixels don't come over. */
export type Examined = Pick<Examination, 'hash' | 'findings' | 'measures'> & {
  readonly picture: Buffer
  /** The drawing packed, where it is worth it; null elsewhere. */
  readonly packed: Buffer | null
}
export type PanelPut =
  Exclude<PanelDrawn, { why: null }> | { readonly why: null; readonly picture: Buffer; readonly edges: Buffer }

/** Has a panel drawn, in a process of its own. */
export type DrawPanel = (asked: Asked & { kind: 'panel' }) => Promise<PanelPut>
