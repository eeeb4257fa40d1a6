import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { loadKernels, TILE_BYTES } from '../kernels'
import {
  findItem,
  reducedPreviewFor,
  itemOf,
  showDrawing,
  stackOf,
  withBelowFlattened,
  withItem,
  type Drawing,
  type Layer,
} from './index'

const kernels = loadKernels()

function noise(seed: number): Map<number, Uint8Array> {
  const random = seededRandom(seed)
  return new Map([0, 1].map(number => [number, Uint8Array.from({ length: TILE_BYTES }, () => random.int(0, 255))]))
}
const layer = (id: string, seed: number, more: Partial<Layer> = {}): Layer => ({
  id,
  name: id,
  visible: true,
  opacity: 80,
  tiles: noise(seed),
  ...more,
})

const drawing: Drawing = {
  sheet: { width: 300, height: 60, paper: [250, 248, 240], texture: { name: 'laid', under: 60, over: 30 } },
  groups: [{ id: 'g', name: 'g', visible: true, opacity: 70, mode: 'screen' }],
  layers: [
    layer('a', 1),
    layer('b', 2, { mode: 'multiply', mask: { id: 'm', base: 1, isOn: true, tiles: noise(9) } }),
    layer('c', 3, { group: 'g' }),
    layer('d', 4, { group: 'g', mode: 'overlay' }),
    layer('e', 5, { mode: 'color' }),
    layer('f', 6, { clip: true, mode: 'soft-light' }),
  ],
}

describe('what lies below an item made one layer', () => {
  it.each([
    ['c', 2],
    ['g', 2],
    ['d', 2],
    ['e', 3],
    ['f', 3],
  ])('looks the same, whatever %s looks like', (id, flattened) => {
    const flat = withBelowFlattened(kernels, drawing, id)
    expect(drawing.layers.length - flat.layers.length).toBe(flattened === 2 ? 1 : 3)
    for (const opacity of [0, 37, 100]) {
      const [whole, quick] = [drawing, flat].map(each =>
        showDrawing(kernels, withItem(each, { ...itemOf(findItem(stackOf(each), id)!.item), opacity })),
      )
      let worst = 0
      for (let i = 0; i < whole!.length; i++) worst = Math.max(worst, Math.abs(whole![i]! - quick![i]!))
      // Rounded once more below; modes that stretch contrast, and the paper over it, make more of that.
      expect(worst).toBeLessThanOrEqual(4)
    }
  })

  it('is the same drawing when next to nothing lies below', () => {
    expect(withBelowFlattened(kernels, drawing, 'a')).toBe(drawing)
    expect(withBelowFlattened(kernels, drawing, 'b')).toBe(drawing)
    expect(withBelowFlattened(kernels, drawing, 'not there')).toBe(drawing)
  })

  it('serves in reduced: as small as the window allows, or smaller where that is still too much', () => {
    const big: Drawing = { ...drawing, sheet: { ...drawing.sheet, width: 2400, height: 2400 } }
    const [bottom, top] = ['a', 'e'].map(id => reducedPreviewFor(kernels, big, id, 1, null)!)
    expect([bottom!.level, top!.level]).toEqual([2, 1])
    expect(reducedPreviewFor(kernels, big, 'e', 1, top!) === top).toBe(true)
    // Compared by identity alone: looking for what differs would take minutes.
    expect(reducedPreviewFor(kernels, big, 'f', 1, top!) === top).toBe(false)
    expect(reducedPreviewFor(kernels, big, 'e', 0, null)).toBeNull()
    expect(reducedPreviewFor(kernels, drawing, 'e', 1, null)).toBeNull()
  })
})
