import type { DrawingRecord } from '#core/drawing'
import type { Plan } from '#core/plan'
import type { Examination } from './examine'
import type { PanelAsked, PanelDrawn } from './panel'

/** What the process that draws again is asked: to examine a hand-in, or to draw a mural's panel. */
export type Asked =
  { readonly kind: 'examine'; readonly record: DrawingRecord; readonly steps: Plan['steps'] } | PanelAsked

/** What it answers: pictures are made there, pixels don't come over. */
export type Examined = Pick<Examination, 'hash' | 'findings' | 'measures'> & { readonly picture: Buffer }
export type PanelPut =
  Exclude<PanelDrawn, { why: null }> | { readonly why: null; readonly picture: Buffer; readonly edges: Buffer }

/** Has a panel drawn, in a process of its own. */
export type DrawPanel = (asked: PanelAsked) => Promise<PanelPut>
