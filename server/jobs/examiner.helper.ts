import { recordCost } from '#core/drawing'
import { examine } from './examine'
import { drawPanel } from './panel'
import { bringPictures } from './kernels'
import * as keyframes from './keyframe'
import { panelPicture, pictureOf } from './picture'
import { unpacked } from '../utils/unpack'
import type { Asked, Examined, PanelPut } from './asked'

/** The process that draws records again: one question, one answer. */

async function answer(asked: Asked): Promise<Examined | PanelPut> {
  const { sheet, parts, position, pictures } = asked.record
  await bringPictures(pictures)
  const record = { version: 1, sheet, entries: unpacked(parts, position) } as const
  if (asked.kind === 'panel') {
    const drawn = drawPanel(record, asked)
    if (drawn.why) return drawn
    return { why: null, picture: await panelPicture(drawn.pixels, asked.own), edges: Buffer.from(drawn.edges) }
  }
  const { keyframe, steps } = asked
  const before = keyframe && (await keyframes.unpacked(keyframe))
  const from = before && { position: keyframe!.position, drawing: before }
  const { pixels, width, height, drawing, ...found } = examine(record, steps, from)
  const picture = await pictureOf(pixels, width, height)
  return { ...found, picture, packed: await keyframes.packed(drawing, recordCost(record)) }
}

process.on('message', (asked: Asked) => {
  answer(asked).then(
    result => process.send!({ result }),
    (error: unknown) => process.send!({ error: String(error) }),
  )
})
// Its server is gone.
process.on('disconnect', () => process.exit(0))
