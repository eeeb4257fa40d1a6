import { createCanvas } from '@napi-rs/canvas'
import { converter, interpolate } from 'culori'
import { describe, expect, it } from 'vitest'
import { RAMP_ONE, rampBetween, type Rgb8 } from '../colour'
import { loadKernels } from '../kernels'
import { flattenDrawing, type Drawing, type Layer, type Selection } from '../layers'
import { gradientLaid, type Gradient } from './index'

const kernels = loadKernels()
const sheet = { width: 280, height: 90, paper: [255, 255, 255] as const }
const layer: Layer = { id: 'a', name: 'a', visible: true, opacity: 100, tiles: new Map() }
const drawing: Drawing = { sheet, layers: [layer] }
const FROM: Rgb8 = [20, 60, 200]
const TO: Rgb8 = [250, 210, 40]
const gradient = (more: Partial<Gradient> = {}): Gradient => ({
  form: 'straight',
  from: { x: 0, y: 0 },
  to: { x: 280, y: 0 },
  ramp: rampBetween(FROM, TO, 'srgb'),
  one: RAMP_ONE,
  opacity: 1,
  seed: 0,
  ...more,
})
const shown = (what: Gradient, within?: Selection, on = drawing) =>
  flattenDrawing(kernels, { ...on, layers: [gradientLaid(on, on.layers[0]!, what, within)] }, null)
const pixel = (pixels: Uint8Array, x: number, y: number) => [
  ...pixels.subarray(4 * (y * sheet.width + x), 4 * (y * sheet.width + x) + 4),
]

describe('gradients', () => {
  it('straight in sRGB is within a level and the dither of Skia’s', () => {
    const canvas = createCanvas(sheet.width, sheet.height)
    const pen = canvas.getContext('2d')
    const fill = pen.createLinearGradient(20, 10, 240, 80)
    fill.addColorStop(0, `rgb(${FROM.join(' ')})`)
    fill.addColorStop(1, `rgb(${TO.join(' ')})`)
    pen.fillStyle = fill
    pen.fillRect(0, 0, sheet.width, sheet.height)
    const theirs = pen.getImageData(0, 0, sheet.width, sheet.height).data
    const ours = shown(gradient({ from: { x: 20, y: 10 }, to: { x: 240, y: 80 } }))
    expect(ours.reduce((most, value, i) => Math.max(most, Math.abs(value - theirs[i]!)), 0)).toBeLessThanOrEqual(1)
  })

  it('round is as well', () => {
    const canvas = createCanvas(sheet.width, sheet.height)
    const pen = canvas.getContext('2d')
    const fill = pen.createRadialGradient(140, 45, 0, 140, 45, 50)
    fill.addColorStop(0, `rgb(${FROM.join(' ')})`)
    fill.addColorStop(1, `rgb(${TO.join(' ')})`)
    pen.fillStyle = fill
    pen.fillRect(0, 0, sheet.width, sheet.height)
    const theirs = pen.getImageData(0, 0, sheet.width, sheet.height).data
    const ours = shown(gradient({ form: 'round', from: { x: 140, y: 45 }, to: { x: 190, y: 45 } }))
    expect(ours.reduce((most, value, i) => Math.max(most, Math.abs(value - theirs[i]!)), 0)).toBeLessThanOrEqual(2)
  })

  it('in OKLab goes the way that culori interpolates', () => {
    const theirs = interpolate([`rgb(${FROM.join(',')})`, `rgb(${TO.join(',')})`], 'oklab')
    const toRgb = converter('rgb')
    const ramp = rampBetween(FROM, TO, 'oklab')
    for (const [i, stop] of ramp.entries()) {
      const { r, g, b } = toRgb(theirs(i / (ramp.length - 1)))
      for (const [c, value] of [r, g, b].entries())
        expect(Math.abs(stop[c]! / RAMP_ONE - Math.min(Math.max(value, 0), 1))).toBeLessThan(0.001)
    }
    expect(ramp[0]!.slice(0, 3).map(value => Math.round((value / RAMP_ONE) * 255))).toEqual([...FROM])
    expect(ramp[ramp.length - 1]!.slice(0, 3).map(value => Math.round((value / RAMP_ONE) * 255))).toEqual([...TO])
  })

  it('shows no bands: over 280 px with 4 levels to go, every small patch has the exact mean', () => {
    const faint = gradient({ ramp: rampBetween([100, 100, 100], [104, 104, 104], 'srgb') })
    const pixels = shown(faint)
    let worst = 0
    for (let x = 0; x + 16 <= 272; x += 8) {
      let sum = 0
      for (let y = 16; y < 32; y++) for (let i = 0; i < 16; i++) sum += pixels[4 * (y * sheet.width + x + i)]!
      worst = Math.max(worst, Math.abs(sum / 256 - (100 + (4 * (x + 8)) / 280)))
    }
    expect(worst).toBeLessThan(0.1)
  })

  it('to clear fades and keeps its colour', () => {
    const pixels = shown(gradient({ ramp: rampBetween(FROM, null, 'oklab') }))
    for (const x of [10, 100, 200]) {
      const [r, g, b, a] = pixel(pixels, x, 40)
      expect(Math.abs(a! - 255 * (1 - (x + 0.5) / 280))).toBeLessThanOrEqual(1)
      expect([r, g, b].every((value, c) => Math.abs(value! - FROM[c]!) <= 1)).toBe(true)
    }
  })

  it('along a shape goes from its edge to where it is deepest', () => {
    const within: Selection = new Map([
      [
        0,
        Uint8Array.from({ length: 65536 }, (_, i) =>
          ((i % 256) - 60) ** 2 + (Math.floor(i / 256) - 45) ** 2 <= 900 ? 255 : 0,
        ),
      ],
    ])
    const pixels = shown(gradient({ form: 'along' }), within)
    expect(pixel(pixels, 200, 40)).toEqual([0, 0, 0, 0])
    // 29 of 30 px from the edge: nearly the last colour; at the rim the first.
    expect(
      pixel(pixels, 60, 45)
        .slice(0, 3)
        .every((value, c) => Math.abs(value - TO[c]!) <= 3),
    ).toBe(true)
    expect(
      pixel(pixels, 31, 45)
        .slice(0, 3)
        .every((value, c) => Math.abs(value - FROM[c]!) <= 14),
    ).toBe(true)
    const mid = pixel(pixels, 45, 45)
    expect(Math.abs(mid[0]! - (FROM[0] + TO[0]) / 2)).toBeLessThan(12)
  })

  it('between two places that are one is the last colour', () => {
    expect(pixel(shown(gradient({ from: { x: 5, y: 5 }, to: { x: 5, y: 5 } })), 100, 50)).toEqual([...TO, 255])
  })

  it('stays inside the paint of a layer that does', () => {
    const tile = new Uint8Array(256 * 256 * 4)
    for (let x = 0; x < 40; x++) tile.set([9, 9, 9, 120], 4 * (20 * 256 + x))
    const pixels = shown(gradient(), undefined, {
      ...drawing,
      layers: [{ ...layer, inside: true, tiles: new Map([[0, tile]]) }],
    })
    expect(pixel(pixels, 10, 20)[3]).toBe(120)
    expect(pixel(pixels, 10, 21)).toEqual([0, 0, 0, 0])
    expect(pixel(pixels, 10, 20)[2]).toBeGreaterThan(150)
  })
})
