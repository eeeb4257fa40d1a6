import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cropHandled, cropHandles, cropMoved, withRatio, type Crop } from './index'

const free: Crop = { box: { x0: 100, y0: 100, x1: 500, y1: 300 }, ratio: null }
const list = ({ box: { x0, y0, x1, y1 } }: Crop) => [x0, y0, x1, y1]

describe('a cut of the sheet', () => {
  it.each<[string, Crop, number[]]>([
    ['moved', cropMoved(free, 7.4, -20), [107, 80, 507, 280]],
    ['pulled by a corner', cropHandled(free, 'corner 2', { x: 610.4, y: 290 }), [100, 100, 610, 290]],
    ['pulled by a side', cropHandled(free, 'side 3', { x: 40, y: 9 }), [40, 100, 500, 300]],
    ['pulled over its other side: it stops', cropHandled(free, 'side 1', { x: 0, y: 9 }), [100, 100, 164, 300]],
    ['squared', withRatio(free, 1), [200, 100, 400, 300]],
    [
      'squared and pulled by a corner: the other stays',
      cropHandled(withRatio(free, 1), 'corner 2', { x: 500, y: 310 }),
      [200, 100, 500, 400],
    ],
    [
      'squared and pulled by a side: its middle stays',
      cropHandled(withRatio(free, 1), 'side 1', { x: 500, y: 0 }),
      [200, 50, 500, 350],
    ],
    ['freed again', withRatio(withRatio(free, 1), null), [200, 100, 400, 300]],
  ])('is %s', (_what, crop, expected) => {
    expect(list(crop)).toEqual(expected)
  })

  it('of a ratio never grows over the box it had, however often the ratio is changed', () => {
    let crop: Crop = { box: { x0: 0, y0: 0, x1: 700, y1: 700 }, ratio: null }
    for (const ratio of [1240 / 1748, 413 / 583, 105 / 148, 413 / 583, 1, 1240 / 1748]) {
      const before = crop.box
      crop = withRatio(crop, ratio)
      expect(crop.box.x0).toBeGreaterThanOrEqual(before.x0)
      expect(crop.box.y0).toBeGreaterThanOrEqual(before.y0)
      expect(crop.box.x1).toBeLessThanOrEqual(before.x1)
      expect(crop.box.y1).toBeLessThanOrEqual(before.y1)
    }
  })

  it('keeps its ratio to half a px whatever is pulled', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...cropHandles(free).map(({ key }) => key)),
        fc.integer({ min: -900, max: 900 }),
        fc.integer({ min: -900, max: 900 }),
        fc.constantFrom(1, 4 / 3, 210 / 297, 16 / 9),
        (key, x, y, ratio) => {
          const { box } = cropHandled(withRatio(free, ratio), key, { x, y })
          expect(Math.abs((box.x1 - box.x0) / ratio - (box.y1 - box.y0))).toBeLessThanOrEqual(0.5)
          expect(box.x1 - box.x0).toBeGreaterThanOrEqual(64)
        },
      ),
      { seed: 5 },
    )
  })
})
