import { examine } from './examine'
import { drawPanel } from './panel'
import { panelPicture, pictureOf } from './picture'
import { unpacked } from '../utils/unpack'
import type { Asked, Examined, PanelPut } from './asked'

/** The process that draws records again: one question, one answer. */

async function answer(asked: Asked): Promise<Examined | PanelPut> {
  const { sheet, parts, position } = asked.record
  const record = { version: 1, sheet, entries: unpacked(parts, position) } as const
  if (asked.kind === 'panel') {
    const drawn = drawPanel(record, asked)
    if (drawn.why) return drawn
    return { why: null, picture: await panelPicture(drawn.pixels, asked.own), edges: Buffer.from(drawn.edges) }
  }
  const { pixels, width, height, ...found } = examine(record, asked.steps)
  return { ...found, picture: await pictureOf(pixels, width, height) }
}

process.on('message', (asked: Asked) => {
  answer(asked).then(
    result => process.send!({ result }),
    (error: unknown) => process.send!({ error: String(error) }),
  )
})
// Its server is gone.
process.on('disconnect', () => process.exit(0))
