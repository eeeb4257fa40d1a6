import { describe, expect, it } from 'vitest'
import { TILE_BYTES } from '#core/kernels'
import type { Drawing, Layer } from '#core/layers'
import { layerNotes, Thumbnailer } from './layer-news'

const sheet = { width: 500, height: 250, paper: [255, 255, 255] as const }
const layer = (id: string, set: Partial<Layer> = {}): Layer => ({ id, name: id, visible: true, opacity: 100, tiles: new Map(), ...set })
const painted = (value: number) => new Map([[0, new Uint8Array(TILE_BYTES).fill(value)]])

describe('what the stack is told', () => {
  it('is all but the pixels', () => {
    const drawing: Drawing = { sheet, layers: [layer('a', { tiles: painted(9) }), layer('b', { visible: false, opacity: 30 })] }
    expect(layerNotes(drawing)).toEqual([
      { id: 'a', name: 'a', visible: true, opacity: 100, isEmpty: false }, { id: 'b', name: 'b', visible: false, opacity: 30, isEmpty: true },
    ])
  })

  it('a thumbnail is made once, and again only when the paint changed', () => {
    const thumbnailer = new Thumbnailer()
    const a = layer('a', { tiles: painted(200) })
    const b = layer('b')
    expect(thumbnailer.changed({ sheet, layers: [a, b] }).map(each => each.layer)).toEqual(['a', 'b'])
    expect(thumbnailer.changed({ sheet, layers: [a, b] })).toEqual([])
    // Another name or place changes no paint.
    expect(thumbnailer.changed({ sheet, layers: [{ ...b, opacity: 10 }, { ...a, name: 'other' }] })).toEqual([])
    expect(thumbnailer.changed({ sheet, layers: [{ ...a, tiles: painted(100) }, b] }).map(each => each.layer)).toEqual(['a'])
  })

  it('has the sheet’s proportions and the colour of the paint', () => {
    const [thumbnail] = new Thumbnailer().changed({ sheet, layers: [layer('a', { tiles: painted(255) })] })
    expect([thumbnail!.width, thumbnail!.height]).toEqual([132, 66])
    expect([...thumbnail!.pixels.subarray(0, 4)]).toEqual([255, 255, 255, 255])
    expect(thumbnail!.pixels[4 * 131 + 3]).toBe(0)
  })
})
