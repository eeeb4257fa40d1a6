import { describe, expect, it } from 'vitest'
import { plainKernels, TILE_BYTES } from '#core/kernels'
import type { Drawing, Layer } from '#core/layers'
import { drawingPalette, sampledColour } from './sampling'

const kernels = plainKernels()
/** Left half black, right half white, at half strength below the middle. */
const tile = new Uint8Array(TILE_BYTES)
for (let y = 0; y < 100; y++)
  for (let x = 0; x < 100; x++) tile.set(x < 50 ? [0, 0, 0, 255] : [255, 255, 255, y < 50 ? 255 : 0], 4 * (y * 256 + x))
const layer: Layer = { id: 'a', name: 'a', visible: true, opacity: 100, tiles: new Map([[0, tile]]) }
const drawing: Drawing = { sheet: { width: 100, height: 100, paper: [200, 30, 30] }, layers: [layer] }

describe('sampling a colour', () => {
  it('takes the px itself, of all or of a layer', () => {
    expect(sampledColour(kernels, drawing, null, 10.7, 20, 1)).toEqual([0, 0, 0])
    expect(sampledColour(kernels, drawing, null, 80, 80, 1)).toEqual([200, 30, 30])
    expect(sampledColour(kernels, drawing, 'a', 80, 80, 1)).toBeNull()
    expect(sampledColour(kernels, drawing, 'gone', 80, 80, 1)).toBeNull()
    expect(sampledColour(kernels, drawing, null, -40, 20, 31)).toBeNull()
  })

  it('averages light: half black, half white is lighter than the middle of the numbers', () => {
    // A square of 31 px whose middle column is white: 15 of 31 columns are black. 16/31 of the light is 0.746 in sRGB.
    expect(sampledColour(kernels, drawing, null, 50, 20, 31)).toEqual([190, 190, 190])
  })

  it('counts a px by its paint', () => {
    expect(sampledColour(kernels, drawing, 'a', 50, 75, 31)).toEqual([0, 0, 0])
  })

  it('finds the colours of the whole sheet', () => {
    const found = drawingPalette(kernels, drawing, 3)
    expect(found.map(each => each.colour).sort()).toEqual([
      [0, 0, 0],
      [200, 30, 30],
      [255, 255, 255],
    ])
    expect(found[0]!.share).toBeCloseTo(0.5, 2)
  })
})
