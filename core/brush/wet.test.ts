import { describe, expect, it } from 'vitest'
import { toolSettings, toolSettingsSchema } from './index'
import { TrialSheet, straight } from './testing'

const wash = (set = {}) =>
  toolSettings('wash', {
    size: 80,
    opacity: 80,
    pressureSize: 0,
    grain: { texture: 'cartridge', depth: 0, bite: 0 },
    ...set,
  })
const flat = toolSettings('marker', { size: 220, opacity: 100, rim: 0, effect: 'paint', tip: { kind: 'disc' } })
const across = straight(40, 150, 360, 150)
const down = straight(200, 20, 200, 280)
const [blue, yellow] = [
  [40, 80, 200],
  [240, 210, 60],
] as const
/** The greatest change of a channel from px to px along a column or row. */
function steepest(picture: Uint8Array, places: readonly [number, number][]): number {
  let most = 0
  for (let i = 1; i < places.length; i++) {
    for (let c = 0; c < 3; c++) {
      const at = ([x, y]: readonly [number, number]) => picture[4 * (y * 400 + x) + c]!
      most = Math.max(most, Math.abs(at(places[i]!) - at(places[i - 1]!)))
    }
  }
  return most
}
const column = (x: number, y0: number, y1: number) =>
  Array.from({ length: y1 - y0 }, (_, i): [number, number] => [x, y0 + i])

describe('wet on wet', () => {
  it('softens the edge where there was paint, more the wetter it is, and leaves it hard on dry paper', () => {
    const edges = [0, 40, 100].map(wet => {
      const { picture } = new TrialSheet()
        .stroke(
          flat,
          [
            { x: 100, y: 150 },
            { x: 100, y: 151 },
          ],
          { colour: yellow },
        )
        .stroke(wash({ wet }), across, { colour: blue })
      return { onPaint: steepest(picture, column(90, 90, 135)), onPaper: steepest(picture, column(300, 90, 135)) }
    })
    expect(edges[1]!.onPaint).toBeLessThan(edges[0]!.onPaint / 2)
    expect(edges[2]!.onPaint).toBeLessThan(edges[1]!.onPaint)
    // No rim is left: the paint gets darker all the way in.
    for (const wet of [40, 100]) {
      const { picture } = new TrialSheet()
        .stroke(
          flat,
          [
            { x: 100, y: 150 },
            { x: 100, y: 151 },
          ],
          { colour: yellow },
        )
        .stroke(wash({ wet }), across, { colour: blue })
      const reds = column(90, 80, 150).map(([x, y]) => picture[4 * (y * 400 + x)]!)
      for (let i = 4; i < reds.length; i++) expect(reds[i]!).toBeLessThanOrEqual(reds[i - 4]! + 2)
    }
    // A dry edge is the same whatever the brush holds.
    expect(new Set(edges.map(({ onPaper }) => onPaper)).size).toBe(1)
  })

  it('the wash runs beyond its edge and is thinner inside it; nothing far away changes', () => {
    const ground = () =>
      new TrialSheet().stroke(
        flat,
        [
          { x: 200, y: 150 },
          { x: 200, y: 151 },
        ],
        { colour: yellow },
      )
    const [dry, wet] = [0, 100].map(amount => ground().stroke(wash({ wet: amount }), across, { colour: blue }).picture)
    const red = (picture: Uint8Array, y: number) => picture[4 * (y * 400 + 200)]!
    // Just outside the stroke it is bluer than the yellow was, just inside yellower.
    expect(red(wet!, 106)).toBeLessThan(red(dry!, 106) - 8)
    expect(red(wet!, 116)).toBeGreaterThan(red(dry!, 116) + 8)
    expect(red(wet!, 60)).toBe(red(dry!, 60))
    expect(Math.abs(red(wet!, 150) - red(dry!, 150))).toBeLessThan(8)
  })

  it('an old setting without it draws as before, and erasing does not run', () => {
    const { wet: _wet, ...old } = wash()
    expect(toolSettingsSchema.safeParse(old).success).toBe(true)
    const draw = (tool: typeof old) =>
      new TrialSheet()
        .stroke(
          flat,
          [
            { x: 200, y: 150 },
            { x: 200, y: 151 },
          ],
          { colour: yellow },
        )
        .stroke(tool, down, { colour: blue })
    expect(Buffer.compare(draw(old).picture, draw(wash({ wet: 0 })).picture)).toBe(0)
    expect(
      Buffer.compare(draw({ ...old, effect: 'erase' }).picture, draw(wash({ effect: 'erase', wet: 100 })).picture),
    ).toBe(0)
  })

  it('keeps to what is selected, and to the paint of a layer that stays inside', () => {
    const sheet = new TrialSheet().stroke(
      flat,
      [
        { x: 200, y: 150 },
        { x: 200, y: 151 },
      ],
      { colour: yellow },
    )
    const before = sheet.picture
    const alpha = sheet.alpha.slice()
    const chosen = new Uint8Array(256 * 256)
    for (let y = 0; y < 256; y++) chosen.fill(255, y * 256 + 150, y * 256 + 256)
    sheet.drawing = {
      ...sheet.drawing,
      selection: new Map([[0, chosen]]),
      layers: sheet.drawing.layers.map(layer => ({ ...layer, inside: true })),
    }
    sheet.stroke(wash({ wet: 100 }), across, { colour: blue })
    expect(Buffer.compare(sheet.alpha, alpha)).toBe(0)
    for (const x of [110, 130, 149])
      for (const y of [105, 115, 150])
        expect(sheet.picture.subarray(4 * (y * 400 + x), 4 * (y * 400 + x) + 3)).toEqual(
          before.subarray(4 * (y * 400 + x), 4 * (y * 400 + x) + 3),
        )
    expect(sheet.picture[4 * (150 * 400 + 200)]).not.toBe(before[4 * (150 * 400 + 200)])
  })

  it('is the same however the samples come, and twice alike', () => {
    const make = () =>
      new TrialSheet()
        .stroke(
          flat,
          [
            { x: 200, y: 150 },
            { x: 200, y: 151 },
          ],
          { colour: yellow },
        )
        .stroke(wash({ wet: 70 }), across, { colour: blue })
    expect(Buffer.compare(make().picture, make().picture)).toBe(0)
  })
})
