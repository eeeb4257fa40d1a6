import { Resvg } from '@resvg/resvg-js'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { BLEND_MODES, loadKernels, TILE_BYTES, type BlendMode } from '../kernels'
import { flattenDrawing, stackOf, type Drawing, type Group, type Layer, type StackItem } from './index'

/**
 * The stack written as an open layered document (SVG, with CSS compositing and masking) and drawn by a renderer of its
 * own.
 */

const kernels = loadKernels()
const SIDE = 96
const sheet = { width: SIDE, height: SIDE, paper: [250, 249, 246] as const }

/** Blobs of flat paint, a third of it half clear. */
function painted(seed: number): Map<number, Uint8Array> {
  const random = seededRandom(seed)
  const tile = new Uint8Array(TILE_BYTES)
  for (let blob = 0; blob < 9; blob++) {
    const [cx, cy, radius] = [random.int(0, SIDE), random.int(0, SIDE), random.int(8, 34)]
    const colour = [random.int(0, 255), random.int(0, 255), random.int(0, 255), random.pick([255, 255, 128])]
    for (let y = 0; y < SIDE; y++)
      for (let x = 0; x < SIDE; x++)
        if ((x - cx) ** 2 + (y - cy) ** 2 < radius * radius) tile.set(colour, 4 * (y * 256 + x))
  }
  return new Map([[0, tile]])
}

async function png(tiles: ReadonlyMap<number, Uint8Array>): Promise<string> {
  const tile = tiles.get(0) ?? new Uint8Array(TILE_BYTES)
  const raw = new Uint8Array(SIDE * SIDE * 4)
  for (let y = 0; y < SIDE; y++) raw.set(tile.subarray(4 * y * 256, 4 * (y * 256 + SIDE)), 4 * y * SIDE)
  return (
    await sharp(raw, { raw: { width: SIDE, height: SIDE, channels: 4 } })
      .png()
      .toBuffer()
  ).toString('base64')
}

const image = async (tiles: ReadonlyMap<number, Uint8Array>) =>
  `<image width="${SIDE}" height="${SIDE}" href="data:image/png;base64,${await png(tiles)}"/>`

async function svgOf(drawing: Drawing): Promise<string> {
  let defs = ''
  const write = async (items: readonly StackItem[]): Promise<string> => {
    let out = ''
    for (const item of items) {
      const own: Layer | Group = item.kind === 'layer' ? item.layer : item.group
      if (!own.visible) continue
      const inner = item.kind === 'layer' ? await image(item.layer.tiles) : await write(item.items)
      if (own.mask)
        defs += `<mask id="${own.mask.id}" maskUnits="userSpaceOnUse" x="0" y="0" width="${SIDE}" height="${SIDE}"><rect width="${SIDE}" height="${SIDE}" fill="${own.mask.base ? '#fff' : '#000'}"/>${await image(own.mask.tiles)}</mask>`
      const mode = own.mode && own.mode !== 'normal' ? `mix-blend-mode:${own.mode};` : ''
      const isolation = item.kind === 'group' && mode ? 'isolation:isolate;' : ''
      out += `<g style="${mode}${isolation}" opacity="${own.opacity / 100}"${own.mask ? ` mask="url(#${own.mask.id})"` : ''}>${inner}</g>`
    }
    return out
  }
  const body = await write(stackOf(drawing))
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><defs>${defs}</defs><rect width="${SIDE}" height="${SIDE}" fill="rgb(${sheet.paper.join(',')})"/>${body}</svg>`
}

async function compared(drawing: Drawing): Promise<{ mean: number; worst: number }> {
  const theirs = new Resvg(await svgOf(drawing)).render().pixels
  const ours = flattenDrawing(kernels, drawing)
  let [sum, worst] = [0, 0]
  for (let i = 0; i < ours.length; i++) {
    const off = Math.abs(ours[i]! - theirs[i]!)
    sum += off
    worst = Math.max(worst, off)
  }
  return { mean: sum / ours.length, worst }
}

const layer = (id: string, seed: number, more: Partial<Layer> = {}): Layer => ({
  id,
  name: id,
  visible: true,
  opacity: 100,
  tiles: painted(seed),
  ...more,
})
/** SVG knows the 16 modes of the recommendation. */
const MODES = BLEND_MODES.filter(mode => mode !== 'plus-lighter')

const STRETCHING: readonly BlendMode[] = ['saturation', 'color', 'luminosity', 'hue']

describe('a stack as an SVG drawn by resvg', () => {
  it.each(MODES)('a layer in %s over others, half strong', async (mode: BlendMode) => {
    const { mean, worst } = await compared({
      sheet,
      layers: [layer('a', 1), layer('b', 2, { opacity: 80 }), layer('c', 3, { mode, opacity: 60 })],
    })
    expect(mean).toBeLessThan(0.6)
    // resvg keeps eight bits at each step: where saturation is stretched, or a colour is cut off, they can tell.
    expect(worst).toBeLessThanOrEqual(STRETCHING.includes(mode) ? 12 : 4)
  })

  it('a group of its own, with a mask, at a strength, in a mode', async () => {
    const group: Group = {
      id: 'g',
      name: 'g',
      visible: true,
      opacity: 70,
      mode: 'multiply',
      mask: {
        id: 'm',
        base: 0,
        isOn: true,
        tiles: new Map([
          [
            0,
            painted(9)
              .get(0)!
              .map((value, i) => (i % 4 === 3 ? value : 255)),
          ],
        ]),
      },
    }
    const { mean, worst } = await compared({
      sheet,
      groups: [group],
      layers: [
        layer('a', 4),
        layer('b', 5, { group: 'g' }),
        layer('c', 6, { group: 'g', mode: 'screen', opacity: 50 }),
        layer('d', 7, { mode: 'overlay', opacity: 40 }),
      ],
    })
    expect(mean).toBeLessThan(0.6)
    expect(worst).toBeLessThanOrEqual(4)
  })

  it('a layer with a grey mask', async () => {
    const mask = {
      id: 'm',
      base: 1 as const,
      isOn: true,
      tiles: new Map([
        [
          0,
          painted(11)
            .get(0)!
            .map((value, i) => (i % 4 === 3 ? value : 90)),
        ],
      ]),
    }
    const { mean, worst } = await compared({ sheet, layers: [layer('a', 1), layer('b', 8, { mask })] })
    expect(mean).toBeLessThan(0.6)
    expect(worst).toBeLessThanOrEqual(4)
  })
})
