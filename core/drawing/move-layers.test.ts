import { describe, expect, it } from 'vitest'
import { loadKernels, TILE_BYTES } from '../kernels'
import type { Drawing, Layer } from '../layers'
import { actSchema, applyAct, type Act } from './acts'
import { contentHash } from './hash'

const kernels = loadKernels()
const sheet = { width: 120, height: 90, paper: [255, 255, 255] as const }

function block(id: string, x0: number, y0: number, side: number, more: Partial<Layer> = {}): Layer {
  const tile = new Uint8Array(TILE_BYTES)
  for (let y = y0; y < y0 + side; y++)
    for (let x = x0; x < x0 + side; x++) tile.set([x0, y0, side, 255], 4 * (y * 256 + x))
  return { id, name: id, visible: true, opacity: 100, tiles: new Map([[0, tile]]), ...more }
}
const start: Drawing = { sheet, layers: [block('a', 10, 10, 12), block('b', 40, 20, 8), block('c', 70, 40, 10)] }
const run = (drawing: Drawing, act: Act) => applyAct(kernels, drawing, actSchema.parse(act))
const box = [10, 10, 48, 28] as [number, number, number, number]
const corners = (dx: number, dy: number) => ({
  kind: 'corners' as const,
  points: [10 + dx, 10 + dy, 48 + dx, 10 + dy, 48 + dx, 28 + dy, 10 + dx, 28 + dy].map(each => each * 16),
})

describe('several layers moved at once', () => {
  it('come out as one after the other would, and the others stay as they are', () => {
    const to = corners(20, 30)
    const together = run(start, {
      kind: 'move-layers',
      version: 1,
      parts: ['a', 'b'].map(layer => ({ layer, box, to })),
      leaves: false,
    })
    const alone = ['a', 'b'].reduce(
      (now, layer) => run(now, { kind: 'move', version: 1, layer, box, to, leaves: false }),
      start,
    )
    expect(contentHash(together)).toBe(contentHash(alone))
    expect(contentHash(together)).not.toBe(contentHash(start))
    expect(together.layers[2]).toBe(start.layers[2])
  })

  it('may each go somewhere else', () => {
    const aligned = run(start, {
      kind: 'move-layers',
      version: 1,
      leaves: false,
      parts: [
        {
          layer: 'a',
          box: [10, 10, 22, 22],
          to: { kind: 'corners', points: [10, 10, 22, 10, 22, 22, 10, 22].map(each => each * 16) },
        },
        {
          layer: 'b',
          box: [40, 20, 48, 28],
          to: { kind: 'corners', points: [10, 20, 18, 20, 18, 28, 10, 28].map(each => each * 16) },
        },
      ],
    })
    const alpha = (layer: number, x: number, y: number) => aligned.layers[layer]!.tiles.get(0)![4 * (y * 256 + x) + 3]
    expect([alpha(1, 11, 22), alpha(1, 44, 24)]).toEqual([255, 0])
    expect(alpha(0, 12, 12)).toBe(255)
  })

  it('take the selection along once, as a move of one does', () => {
    const chosen = new Uint8Array(256 * 256)
    for (let y = 10; y < 28; y++) chosen.fill(255, y * 256 + 10, y * 256 + 48)
    const selected: Drawing = { ...start, selection: new Map([[0, chosen]]) }
    const to = corners(5, 5)
    const together = run(selected, {
      kind: 'move-layers',
      version: 1,
      parts: ['a', 'b'].map(layer => ({ layer, box, to })),
      leaves: true,
    })
    const one = run(selected, { kind: 'move', version: 1, layer: 'a', box, to, leaves: true })
    expect([...together.selection!.get(0)!]).toEqual([...one.selection!.get(0)!])
  })

  it.each<[string, Act, string]>([
    [
      'a layer twice',
      {
        kind: 'move-layers',
        version: 1,
        parts: ['a', 'a'].map(layer => ({ layer, box, to: corners(1, 1) })),
        leaves: false,
      },
      'a layer was named twice',
    ],
    [
      'one that there is not',
      { kind: 'move-layers', version: 1, parts: [{ layer: 'z', box, to: corners(1, 1) }], leaves: false },
      'there is no layer "z" on this sheet',
    ],
  ])('refuse %s', (_what, act, message) => {
    expect(() => run(start, act)).toThrow(message)
  })

  it('refuse a locked one, and nothing is moved', () => {
    const locked: Drawing = {
      ...start,
      layers: [start.layers[0]!, { ...start.layers[1]!, locked: true }, start.layers[2]!],
    }
    expect(() =>
      run(locked, {
        kind: 'move-layers',
        version: 1,
        parts: ['a', 'b'].map(layer => ({ layer, box, to: corners(1, 1) })),
        leaves: false,
      }),
    ).toThrow('locked')
  })
})

describe('paint that is selected by itself and moved', () => {
  /** A dot whose edge fades out, as every drawn line's does. */
  const dot = block('dot', 10, 10, 20)
  const tile = dot.tiles.get(0)!.slice()
  for (let y = 10; y < 30; y++)
    for (let x = 10; x < 30; x++)
      tile[4 * (y * 256 + x) + 3] = Math.round(
        255 * Math.min(Math.max((10 - Math.hypot(x - 19.5, y - 19.5)) / 4, 0), 1),
      )
  const faded: Drawing = { sheet, layers: [{ ...dot, tiles: new Map([[0, tile]]) }] }
  const selected = run(faded, {
    kind: 'select',
    version: 1,
    area: { kind: 'paint', layer: 'dot' },
    choice: 'new',
    soften: 0,
  })
  const away = {
    layer: 'dot',
    box: [10, 10, 30, 30] as [number, number, number, number],
    to: { kind: 'corners' as const, points: [60, 10, 80, 10, 80, 30, 60, 30].map(each => each * 16) },
  }
  const leftBehind = ({ layers: [layer] }: Drawing) =>
    Array.from(
      { length: 400 },
      (_, i) => layer!.tiles.get(0)![4 * ((10 + Math.floor(i / 20)) * 256 + 10 + (i % 20)) + 3]!,
    )

  it.each(['move', 'move-layers'] as const)('leaves nothing behind, and comes out as it was: %s', kind => {
    const moved = run(
      selected,
      kind === 'move'
        ? { kind, version: 2, ...away, leaves: false }
        : { kind, version: 2, parts: [away], leaves: false },
    )
    expect(Math.max(...leftBehind(moved))).toBe(0)
    const unselected = run(faded, { kind: 'move', version: 2, ...away, leaves: false })
    expect(moved.layers[0]!.tiles.get(0)).toEqual(unselected.layers[0]!.tiles.get(0))
  })

  it('left a rim in version 1, which old records keep', () => {
    const rim = leftBehind(run(selected, { kind: 'move', version: 1, ...away, leaves: false }))
    expect(Math.max(...rim)).toBeGreaterThan(40)
  })
})
