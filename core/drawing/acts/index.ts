import type { z } from 'zod'
import { anyOf } from '../../base'
import type { Kernels } from '../../kernels'
import type { Drawing, OwnTiles } from '../../layers'
import type { ActKind } from './contract'
import { PLAIN_FACTS, type ActFacts } from './facts'
import { adjust } from './adjust'
import { bringIn } from './bring-in'
import { bringStack } from './bring-stack'
import { gradient } from './gradient'
import { layerAdd, layerClear, layerCopy, layerLook, layerMove, layerRemove, layerRename } from './layers'
import { castShadow, cutShading, haze, lightPin } from './light'
import { lettering } from './lettering'
import { maskAdd, maskApply, maskInvert, maskRemove, maskSwitch } from './masks'
import { bend, mirrorHalf, move, moveLayers } from './move'
import { pour } from './pour'
import { recolour } from './recolour'
import { select, selectInvert, selectNone, selectSoften } from './select'
import { shape } from './shape'
import { sheetCut, sheetPaper, sheetResolution, sheetScale } from './sheet'
import { stackCopy, stackGroup, stackMerge, stackPut, stackRemove, stackSet, stackUngroup } from './stack'
import { stroke } from './stroke'

export {
  bordersSchema,
  colourSchema,
  GREATEST_GAP,
  GREATEST_GROW,
  GREATEST_LAYERS,
  layerIdSchema,
  layerNameSchema,
  percentSchema,
} from './common'
export { requireUnlocked } from './contract'
export type { BringInAct } from './bring-in'
export {
  GREATEST_PICTURE_AREA,
  GREATEST_PICTURE_SIDE,
  pictureNameSchema,
  requirePicture,
  type PictureName,
} from '../../pictures'
export { stackItemShape, type BringStackAct, type StackPaint } from './bring-stack'
export { adjusting, type AdjustAct } from './adjust'
export type { ActFacts, Work } from './facts'
export type { GradientAct } from './gradient'
export type { LayerAddAct } from './layers'
export { pourOf, type FreshPourAct, type PourAct, type PourPaint } from './pour'
export { FARTHEST_SHADOW, type CastShadowAct, type HazeAct, type LightPinAct } from './light'
export type { LetteringAct } from './lettering'
export { destinationOf, GREATEST_NET, type BendAct, type MirrorHalfAct, type MoveAct, type MoveLayersAct } from './move'
export type { SelectAct, SelectArea } from './select'
export type { ShapeAct } from './shape'
export type { SheetCutAct, SheetPaperAct } from './sheet'
export type { StackMergeAct, StackSetAct } from './stack'
export {
  ECHO_ONE,
  freshStyleOf,
  openFreshStroke,
  openStroke,
  type FreshStrokeAct,
  type FreshStyle,
  type StrokeAct,
} from './stroke'

/** Every kind of act: a new one is a file and a line here. */
export const ACTS = {
  stroke: stroke,
  pour: pour,
  gradient: gradient,
  recolour: recolour,
  adjust: adjust,
  'light-pin': lightPin,
  'cast-shadow': castShadow,
  'cut-shading': cutShading,
  haze: haze,
  shape: shape,
  'layer-add': layerAdd,
  'layer-remove': layerRemove,
  'layer-rename': layerRename,
  'layer-move': layerMove,
  'layer-look': layerLook,
  'layer-clear': layerClear,
  'layer-copy': layerCopy,
  'stack-set': stackSet,
  'stack-put': stackPut,
  'stack-group': stackGroup,
  'stack-ungroup': stackUngroup,
  'stack-copy': stackCopy,
  'stack-remove': stackRemove,
  'stack-merge': stackMerge,
  'mask-add': maskAdd,
  'mask-switch': maskSwitch,
  'mask-invert': maskInvert,
  'mask-remove': maskRemove,
  'mask-apply': maskApply,
  select: select,
  'select-invert': selectInvert,
  'select-soften': selectSoften,
  'select-none': selectNone,
  move: move,
  'move-layers': moveLayers,
  bend: bend,
  'mirror-half': mirrorHalf,
  lettering: lettering,
  'bring-in': bringIn,
  'bring-stack': bringStack,
  'sheet-cut': sheetCut,
  'sheet-scale': sheetScale,
  'sheet-paper': sheetPaper,
  'sheet-resolution': sheetResolution,
}

/** Anything that changes a drawing. */
export const actSchema = anyOf(ACTS)
export type Act = z.infer<typeof actSchema>

/** What an act is: its name, its layer, its tool. */
export function facts(act: Act): ActFacts {
  const kind = ACTS[act.kind] as ActKind<Act>
  return { ...PLAIN_FACTS, ...kind.facts(act), isReadying: isReadying(act) }
}

/** What each act takes at least, ms. */
const LEAST_COST = 0.05

/** What an act takes about on a sheet of so many px, ms. */
export function costOf(act: Act, area: number): number {
  const kind = ACTS[act.kind] as ActKind<Act>
  return LEAST_COST + (kind.cost?.(act, area) ?? 0)
}

type Readying = { [K in Act['kind']]: (typeof ACTS)[K] extends { isReadying: true } ? K : never }[Act['kind']]
/** An act that only lays something out. */
export type ReadyingAct = Extract<Act, { kind: Readying }>

/** Whether an act can be laid out by a step before anyone draws. */
export function isReadying(act: Act): act is ReadyingAct {
  return 'isReadying' in ACTS[act.kind]
}

/**
 * The drawing after the act. Throws CoreError `act-refused` when it can't be done.
 *
 * @param own see {@link OwnTiles}; left out, every tile of the drawing before stays as it is
 */
export function applyAct(kernels: Kernels, drawing: Drawing, act: Act, own?: OwnTiles): Drawing {
  const kind = ACTS[act.kind] as ActKind<Act>
  kernels.fitMask(drawing.sheet.width, drawing.sheet.height)
  return kind.apply(kernels, drawing, act, own)
}
