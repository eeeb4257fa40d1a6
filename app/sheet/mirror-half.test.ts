import { describe, expect, it } from 'vitest'
import { newGuide, type Guide } from '#core/guides'
import { mirrorLine, type Half } from './mirror-half'

/** A mirror line that leans, beside the sheet's middle. */
const MIRROR: Guide = {
  ...newGuide('mirror', 'm', { width: 400, height: 300 }),
  isShown: true,
  middle: { x: 120, y: 80 },
  angle: 30,
} as Guide
const sheet = { width: 400, height: 300 }
const SIDES: Record<Half, [number, number]> = { left: [10, 150], right: [390, 150], top: [200, 10], bottom: [200, 290] }

/** Whether a place, sheet px, lies to the left of the way along the line (y down). */
function isLeft([x0, y0, x1, y1]: readonly number[], [x, y]: readonly [number, number]): boolean {
  return (x1! - x0!) * (y * 16 - y0!) - (y1! - y0!) * (x * 16 - x0!) < 0
}

describe('the line that a half is mirrored at', () => {
  it.each(Object.entries(SIDES))('keeps what lies at the %s, on the sheet’s middle', (half, place) => {
    const line = mirrorLine(half as Half, sheet, [])
    expect(line.slice(0, 2)).toEqual([200 * 16, 150 * 16])
    expect(isLeft(line, place)).toBe(true)
    const other: [number, number] = [400 - place[0], 300 - place[1]]
    expect(isLeft(line, other)).toBe(false)
  })

  it.each(Object.keys(SIDES))('goes along the mirror line that is shown, for %s as well', half => {
    const mirror = MIRROR
    const [x0, y0, x1, y1] = mirrorLine(half as Half, sheet, [mirror])
    expect([x0, y0]).toEqual([120 * 16, 80 * 16])
    const angle = (Math.atan2(y1 - y0, x1 - x0) * 180) / Math.PI
    expect(((angle % 180) + 180) % 180).toBeCloseTo(30, 1)
    expect(
      isLeft(
        [x0, y0, x1, y1],
        [
          120 + 200 * (half === 'right' ? 1 : half === 'left' ? -1 : 0),
          80 + 200 * (half === 'bottom' ? 1 : half === 'top' ? -1 : 0),
        ],
      ),
    ).toBe(true)
  })

  it('takes no notice of a mirror line that is put away', () => {
    const mirror = { ...MIRROR, isShown: false } as Guide
    expect(mirrorLine('left', sheet, [mirror])).toEqual(mirrorLine('left', sheet, []))
  })
})
