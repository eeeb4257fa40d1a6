import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import type { Pixels } from '../kernels'
import { cutMask, maskReader, PLAIN_CUT, tileable, tiledReader, trimmedMask } from './index'

function picture(width: number, height: number, at: (x: number, y: number) => readonly number[]): Pixels {
  const pixels = new Uint8Array(4 * width * height)
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) pixels.set(at(x, y), 4 * (y * width + x))
  return { width, height, pixels }
}
const alphaAt = ({ width, pixels }: Pixels, x: number, y: number) => pixels[4 * (y * width + x) + 3]!
const noise = (seed: number, width: number, height: number) => {
  const random = seededRandom(seed)
  return picture(width, height, () => [0, 0, 0, random.int(0, 255)])
}

describe('a mask that is cut out', () => {
  const greys = picture(256, 1, x => [x, x, x, 255])

  it('covers what is dark, sharply or as dark as it is', () => {
    const hard = cutMask(greys, { ...PLAIN_CUT, strength: 50 })
    expect([0, 60, 110].map(x => alphaAt(hard, x, 0))).toEqual([255, 255, 255])
    expect([150, 200, 255].map(x => alphaAt(hard, x, 0))).toEqual([0, 0, 0])
    const soft = cutMask(greys, { ...PLAIN_CUT, edge: 'soft', strength: 40 })
    const run = Array.from({ length: 256 }, (_, x) => alphaAt(soft, x, 0))
    expect(run).toEqual([...run].sort((a, b) => b - a))
    expect(new Set(run).size).toBeGreaterThan(100)
    expect(run[255]).toBe(0)
    expect(run[0]).toBe(255)
  })

  it('takes what is light instead, and clear for paper', () => {
    const turned = cutMask(greys, { ...PLAIN_CUT, strength: 50, isTurned: true })
    expect([alphaAt(turned, 0, 0), alphaAt(turned, 255, 0)]).toEqual([0, 255])
    const clear = picture(2, 1, x => [0, 0, 0, x * 255])
    expect(alphaAt(cutMask(clear, PLAIN_CUT), 0, 0)).toBe(0)
    expect(alphaAt(cutMask(clear, PLAIN_CUT), 1, 0)).toBe(255)
  })

  it('is trimmed to a square round its middle; of nothing there is none', () => {
    const mask = picture(60, 40, (x, y) => [0, 0, 0, x >= 10 && x < 30 && y >= 5 && y < 13 ? 255 : 0])
    const trimmed = trimmedMask(mask)!
    expect([trimmed.width, trimmed.height]).toEqual([20, 20])
    expect(alphaAt(trimmed, 0, 5)).toBe(0)
    expect(alphaAt(trimmed, 0, 6)).toBe(255)
    expect(alphaAt(trimmed, 19, 13)).toBe(255)
    expect(alphaAt(trimmed, 19, 14)).toBe(0)
    expect(trimmedMask(picture(9, 9, () => [0, 0, 0, 0]))).toBeNull()
  })
})

describe('a pattern without a seam', () => {
  /** How much two neighbours differ in the mean: within the picture, and from its last column or row to its first. */
  function steps({ width, height, pixels }: Pixels) {
    const at = (x: number, y: number) => pixels[4 * (y * width + x) + 3]!
    const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length
    const pairs = (of: (i: number) => number[]) => mean(Array.from({ length: width - 1 }, (_, i) => of(i)).flat())
    return {
      within: pairs(x => Array.from({ length: height }, (_, y) => Math.abs(at(x, y) - at(x + 1, y)))),
      across: mean(Array.from({ length: height }, (_, y) => Math.abs(at(width - 1, y) - at(0, y)))),
      down: mean(Array.from({ length: width }, (_, x) => Math.abs(at(x, height - 1) - at(x, 0)))),
    }
  }
  it('goes over from its last px to its first as it does within', () => {
    const ramp = picture(120, 90, (x, y) => [0, 0, 0, Math.floor((x + y) * 1.2)])
    expect(steps(ramp).across).toBeGreaterThan(100)
    const made = tileable(ramp)
    expect([made.width, made.height]).toEqual([90, 68])
    const { within, across, down } = steps(made)
    expect(across).toBeLessThan(4 * within)
    expect(down).toBeLessThan(4 * within)
  })
})

describe('a mask that is read', () => {
  it('at its own size gives its own values', () => {
    const mask = noise(3, 21, 17)
    const [plain, tiled] = [maskReader(mask, 1), tiledReader(mask, 1)]
    for (let y = 0; y < 17; y++)
      for (let x = 0; x < 21; x++)
        for (const read of [plain, tiled]) expect(read(x + 0.5, y + 0.5)).toBeCloseTo(alphaAt(mask, x, y) / 255, 6)
    expect(plain(-2, 5)).toBe(0)
    expect(plain(5, 40)).toBe(0)
    expect(tiled(-20.5, 17.5)).toBeCloseTo(alphaAt(mask, 0, 0) / 255, 6)
  })

  it('at a quarter of its size is the mean of what each px covers', () => {
    const mask = noise(5, 64, 64)
    const read = maskReader(mask, 4)
    let most = 0
    for (let y = 0; y < 16; y++)
      for (let x = 0; x < 16; x++) {
        let sum = 0
        for (let k = 0; k < 16; k++) sum += alphaAt(mask, 4 * x + (k % 4), 4 * y + (k >> 2))
        most = Math.max(most, Math.abs(read(4 * x + 2, 4 * y + 2) - sum / 16 / 255))
      }
    expect(most).toBeLessThan(1e-6)
  })
})
