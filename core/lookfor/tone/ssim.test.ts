import { ssim } from 'ssim.js'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../../base'
import { LEAST_SIDE, structuralSimilarity } from './ssim'

const [WIDTH, HEIGHT] = [40, 28]
type Grey = Float64Array
const grey = (of: (x: number, y: number) => number): Grey =>
  Float64Array.from({ length: WIDTH * HEIGHT }, (_, i) =>
    Math.min(Math.max(Math.round(of(i % WIDTH, Math.floor(i / WIDTH))), 0), 255),
  )
const imageOf = (plane: Grey) =>
  ({
    width: WIDTH,
    height: HEIGHT,
    data: Uint8ClampedArray.from(Array.from(plane, value => [value, value, value, 255]).flat()),
  }) as unknown as ImageData
const random = seededRandom(3)
const ball = grey((x, y) => 200 - 6 * Math.hypot(x - 14, y - 10))
const noise = grey(() => random.int(0, 255))
const pairs: [string, Grey, Grey][] = [
  ['itself', ball, ball],
  ['a little lighter', ball, ball.map(value => Math.min(value + 12, 255))],
  ['less contrast', ball, grey((x, y) => 130 + 0.3 * (ball[y * WIDTH + x]! - 130))],
  ['lit from the other side', ball, grey((x, y) => ball[y * WIDTH + WIDTH - 1 - x]!)],
  ['noise laid over it', ball, grey((x, y) => ball[y * WIDTH + x]! + random.between(-30, 30))],
  ['turned to its opposite', noise, noise.map(value => 255 - value)],
]

describe('structural similarity', () => {
  // ssim.js 3.5.0 with the windows of the paper; its own greys are rounded by less than half a level.
  it.each(pairs)('is what ssim.js finds: %s', (_name, a, b) => {
    const { mssim } = ssim(imageOf(a), imageOf(b), {
      ssim: 'original',
      downsample: false,
      windowSize: 11,
      k1: 0.01,
      k2: 0.03,
      bitDepth: 8,
    })
    expect(structuralSimilarity(a, b, WIDTH, HEIGHT, 255).mean).toBeCloseTo(mssim, 2)
  })

  it('falls the more two pictures differ, and is 1 for the same one', () => {
    const [same, lighter, flat, turned] = pairs.map(
      ([, a, b]) => structuralSimilarity(a, b, WIDTH, HEIGHT, 255).mean,
    ) as [number, number, number, number]
    expect(same).toBeCloseTo(1, 12)
    expect([same > lighter, lighter > flat, flat > 0.1, turned < flat]).toEqual([true, true, true, true])
  })

  it('names the place where they differ', () => {
    const spoilt = grey((x, y) =>
      Math.abs(x - 30) < 3 && Math.abs(y - 20) < 3 ? 255 - ball[y * WIDTH + x]! : ball[y * WIDTH + x]!,
    )
    const { worst } = structuralSimilarity(ball, spoilt, WIDTH, HEIGHT, 255)
    expect(Math.hypot(worst.x - 30, worst.y - 20)).toBeLessThan(6)
  })

  it('is known for two even pictures: only their light differs', () => {
    const [x, y, c1] = [80, 120, (0.01 * 255) ** 2]
    const plane = (value: number) => new Float64Array(LEAST_SIDE * LEAST_SIDE).fill(value)
    expect(structuralSimilarity(plane(x), plane(y), LEAST_SIDE, LEAST_SIDE, 255).mean).toBeCloseTo(
      (2 * x * y + c1) / (x * x + y * y + c1),
      9,
    )
  })
})
