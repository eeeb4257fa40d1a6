import { describe, expect, it } from 'vitest'
import { loadKernels, type Pixels } from '../kernels'
import { paperCorners, straightened, straightSize, type Corners } from './index'
import { madePhotograph, type Made } from './testing'

const LONG = Boolean(process.env.LITTLE_EASEL_LONG)

/** The farthest that a corner is off, of the longer side. */
function offOf(found: Corners, wanted: Corners): number {
  const { width, height } = straightSize(wanted)
  return Math.max(
    ...found.map((each, i) => Math.hypot(each.x - wanted[i]!.x, each.y - wanted[i]!.y) / Math.max(width, height)),
  )
}

/** Photographs with all that goes wrong, each in turn and together. */
function madeOf(seed: number): Made {
  return {
    seed,
    isRuled: seed % 3 === 0,
    hasShadow: seed % 2 === 0,
    hasColour: seed % 5 < 3,
    noise: 3 + (seed % 4) * 3,
  }
}

describe('the corners of a photographed sheet', () => {
  const count = LONG ? 200 : 20
  const [width, height] = LONG ? [1200, 900] : [640, 480]
  it(`are found within 1 % of the side in 95 % of ${count} made photographs`, { timeout: 600_000 }, () => {
    const offs = Array.from({ length: count }, (_, i) => {
      const { picture, corners } = madePhotograph(madeOf(i + 1), width, height)
      const found = paperCorners(picture)
      return { seed: i + 1, off: found ? offOf(found.corners, corners) : Infinity }
    })
    const missed = offs.filter(each => each.off > 0.01)
    expect(missed.length, JSON.stringify(missed)).toBeLessThanOrEqual(0.05 * count)
  })

  it('are not found where there is no sheet', () => {
    const plain: Pixels = { width: 400, height: 300, pixels: new Uint8Array(4 * 400 * 300).fill(120) }
    expect(paperCorners(plain)).toBeNull()
  })
})

describe('straightening', () => {
  const kernels = loadKernels()
  it('brings what lies between the corners onto a sheet of its own', () => {
    const { picture, corners } = madePhotograph({
      seed: 4,
      isRuled: false,
      hasShadow: false,
      hasColour: false,
      noise: 0,
    })
    const size = straightSize(corners)
    const straight = straightened(kernels, picture, corners, size)!
    expect([straight.width, straight.height]).toEqual([size.width, size.height])
    // Nothing of the table is left but at the very rim.
    let dark = 0
    for (let y = 4; y < size.height - 4; y++)
      for (const x of [4, size.width - 5]) if (straight.pixels[4 * (y * size.width + x)]! < 150) dark++
    expect(dark).toBeLessThan(0.01 * 2 * size.height)
    for (let at = 3; at < straight.pixels.length; at += 4)
      if (straight.pixels[at] !== 255) throw new Error('not opaque')
  })

  it('is refused where the corners cross over', () => {
    const { picture, corners } = madePhotograph(
      { seed: 4, isRuled: false, hasShadow: false, hasColour: false, noise: 0 },
      300,
      240,
    )
    const [a, b, c, d] = corners
    expect(straightened(kernels, picture, [a, c, b, d], { width: 50, height: 50 })).toBeNull()
  })
})
