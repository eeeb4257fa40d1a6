import { facts, type PictureName } from '#core/drawing'
import { bytesOf, laidStamps, type Plan } from '#core/plan'
import type { Cut } from '../stores/cuts'
import { keepPicture } from '../workers/pictures/kept'

const KINDS = new Map<string, Cut['kind']>([
  ['stroke', 'stamp'],
  ['shape', 'stamp'],
  ['pour', 'pattern'],
  ['sheet-paper', 'paper'],
])

/** The masks that a plan was drawn with, and the stamps that it lays out. */
export function cutsIn({ demonstration: { entries }, steps }: Pick<Plan, 'demonstration' | 'steps'>): {
  kind: Cut['kind']
  picture: PictureName
}[] {
  const found = new Map<string, { kind: Cut['kind']; picture: PictureName }>()
  for (const picture of laidStamps(steps)) found.set(picture.hash, { kind: 'stamp', picture })
  for (const entry of entries) {
    if (entry.type !== 'act' && entry.type !== 'prepare') continue
    const { act } = entry
    const kind = KINDS.get(act.kind)
    if (kind) for (const picture of facts(act).pictures) found.set(picture.hash, { kind, picture })
  }
  return [...found.values()]
}

/** Has the px of one's own at hand, to draw with or to be sent. */
export const keepCut = ({ picture, base64 }: Cut): Promise<void> => keepPicture(picture, async () => bytesOf(base64))
