import type { Act } from '../drawing'

/**
 * Acts that only lay something out: layers and what they are set to, the light pin, the sheet. Nothing of them is
 * drawn.
 */
const READYING = [
  'layer-add',
  'layer-look',
  'layer-rename',
  'layer-move',
  'stack-set',
  'stack-put',
  'stack-group',
  'mask-add',
  'light-pin',
  'sheet-cut',
  'sheet-scale',
  'sheet-paper',
  'sheet-resolution',
] as const satisfies readonly Act['kind'][]
type ReadyingKind = (typeof READYING)[number]
export type ReadyingAct = Extract<Act, { kind: ReadyingKind }>

/** Whether an act can be laid out by a step before anyone draws. */
export function isReadying(act: Act): act is ReadyingAct {
  return (READYING as readonly string[]).includes(act.kind)
}
