import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import {
  colourName,
  GREATEST_RUNGS,
  harmonyOf,
  LEAST_RUNGS,
  LIGHTS,
  lightnessOf,
  mixedAsPaint,
  mixtureOf,
  oklabOf,
  paletteOf,
  shadeLadder,
  type Rgb8,
} from './index'

const byte = fc.integer({ min: 0, max: 255 })
const anyColour = fc.tuple(byte, byte, byte)

describe('a shade ladder', () => {
  it('of 1 000 colours, lights and counts: steps of L* even within 1, each lighter than the one before, all of the screen', () => {
    const random = seededRandom(77)
    let worst = 0
    for (let i = 0; i < 1000; i++) {
      const base: Rgb8 = [random.int(0, 255), random.int(0, 255), random.int(0, 255)]
      const count = random.int(LEAST_RUNGS, GREATEST_RUNGS)
      const { rungs, base: place } = shadeLadder(base, random.pick(Object.values(LIGHTS)), count)
      expect(rungs).toHaveLength(count)
      expect(rungs[place]).toEqual(base)
      const steps = rungs.slice(1).map((rung, j) => lightnessOf(rung) - lightnessOf(rungs[j]!))
      const mean = steps.reduce((sum, step) => sum + step, 0) / steps.length
      worst = Math.max(worst, ...steps.map(step => Math.abs(step - mean)))
      expect(Math.min(...steps), `${base}`).toBeGreaterThan(0)
      expect(rungs.flat().every(value => Number.isInteger(value) && value >= 0 && value <= 255)).toBe(true)
    }
    console.log(`1 000 shade ladders: steps of L* even within ±${worst.toFixed(2)}`)
    expect(worst).toBeLessThanOrEqual(1)
  })

  it('has dark rungs livelier and turned to the shadow, where the screen has room', () => {
    const { rungs, base } = shadeLadder([190, 130, 90], LIGHTS['warm sun'], 7)
    const [dark, own] = [mixtureOf(rungs[base - 2]!), mixtureOf(rungs[base]!)]
    expect(dark.chroma).toBeGreaterThan(own.chroma)
    // Away from the sun's 85°: the base lies at about 56°.
    expect(dark.hue).toBeLessThan(own.hue - 4)
    const light = mixtureOf(rungs[rungs.length - 1]!)
    expect(light.chroma).toBeLessThan(own.chroma)
    expect(light.hue).toBeGreaterThan(own.hue)
  })

  it('of a grey has a shadow with a little colour in it', () => {
    const { rungs } = shadeLadder([128, 128, 128], LIGHTS.lamp, 5)
    expect(mixtureOf(rungs[0]!).chroma).toBeGreaterThan(0.01)
  })
})

describe('mixing as paint', () => {
  it('gives a green of blue and yellow, and purple-brown of red and blue', () => {
    const green = mixedAsPaint([250, 220, 30], [30, 80, 190], 0.5)
    expect(green[1]).toBeGreaterThan(green[0] + 20)
    expect(green[1]).toBeGreaterThan(green[2] + 10)
    const { hue } = mixtureOf(green)
    expect(hue).toBeGreaterThan(120)
    expect(hue).toBeLessThan(190)
  })

  it('of a colour and itself is that colour; goes from one to the other; the order does not matter', () => {
    fc.assert(
      fc.property(anyColour, anyColour, fc.double({ min: 0.02, max: 0.98, noNaN: true }), (a, b, share) => {
        expect(Math.max(...mixedAsPaint(a, a, share).map((value, c) => Math.abs(value - a[c]!)))).toBeLessThanOrEqual(1)
        const mixed = mixedAsPaint(a, b, share)
        const back = mixedAsPaint(b, a, 1 - share)
        for (let c = 0; c < 3; c++) {
          expect(mixed[c]!).toBeGreaterThanOrEqual(Math.min(a[c]!, b[c]!) - 1)
          expect(mixed[c]!).toBeLessThanOrEqual(Math.max(a[c]!, b[c]!) + 1)
          expect(Math.abs(mixed[c]! - back[c]!)).toBeLessThanOrEqual(1)
        }
      }),
      { numRuns: 300, seed: 3 },
    )
  })

  it('is darker than light would mix them', () => {
    expect(lightnessOf(mixedAsPaint([255, 255, 255], [0, 0, 0], 0.5))).toBeLessThan(lightnessOf([128, 128, 128]))
  })
})

describe('harmonies', () => {
  it('keep the lightness; the complement of the complement comes back near', () => {
    fc.assert(
      fc.property(anyColour, colour => {
        for (const each of [
          ...harmonyOf(colour, 'complement'),
          ...harmonyOf(colour, 'neighbours'),
          ...harmonyOf(colour, 'triad'),
        ]) {
          expect(Math.abs(mixtureOf(each).lightness - mixtureOf(colour).lightness)).toBeLessThan(0.03)
        }
      }),
      { numRuns: 200, seed: 4 },
    )
    expect(
      Math.abs(
        mixtureOf(harmonyOf([120, 150, 130], 'complement')[0]!).hue - ((mixtureOf([120, 150, 130]).hue + 180) % 360),
      ),
    ).toBeLessThan(4)
  })
})

describe('a palette from a picture', () => {
  const COLOURS: Rgb8[] = [
    [200, 40, 30],
    [20, 120, 60],
    [40, 60, 200],
    [230, 190, 20],
    [245, 240, 230],
  ]

  it('finds five colours and their shares, whatever little noise lies on them', () => {
    const random = seededRandom(9)
    const shares = [0.4, 0.25, 0.15, 0.12, 0.08]
    const pixels = new Uint8Array(4 * 20_000)
    for (let i = 0; i < 20_000; i++) {
      let roll = random.unit()
      const which = shares.findIndex(share => (roll -= share) < 0)
      const colour = COLOURS[which < 0 ? 0 : which]!
      pixels.set([...colour.map(value => Math.min(255, Math.max(0, value + random.int(-6, 6)))), 255], 4 * i)
    }
    const found = paletteOf(pixels, 5)
    expect(found).toHaveLength(5)
    for (const [i, colour] of COLOURS.entries()) {
      const near = found.find(
        each => Math.hypot(...oklabOf(each.colour).map((value, c) => value - oklabOf(colour)[c]!)) < 0.02,
      )
      expect(near, `${colour}`).toBeDefined()
      expect(Math.abs(near!.share - shares[i]!)).toBeLessThan(0.02)
    }
    expect(found).toEqual(paletteOf(pixels, 5))
  })

  it('has no more colours than the picture, and none of what is clear', () => {
    expect(paletteOf([10, 20, 30, 255, 10, 20, 30, 255, 90, 90, 90, 0], 8)).toEqual([
      { colour: [10, 20, 30], share: 1 },
    ])
    expect(paletteOf([], 5)).toEqual([])
    expect(paletteOf([1, 2, 3, 0], 5)).toEqual([])
    expect(
      paletteOf(
        Array.from({ length: 40_000 }, (_, i) => (i % 4 === 3 ? 255 : (i * 7919) % 256)),
        10_000,
      ).length,
    ).toBeLessThanOrEqual(24)
  })
})

describe('names', () => {
  it.each<[Rgb8, string]>([
    [[0, 0, 0], 'black'],
    [[255, 255, 255], 'white'],
    [[128, 128, 128], 'grey'],
    [[255, 0, 0], 'vivid red'],
    [[0, 0, 255], 'vivid blue'],
    [[255, 255, 0], 'pale vivid yellow'],
    [[0, 128, 0], 'green'],
    [[110, 65, 30], 'brown'],
    [[60, 70, 95], 'greyish blue'],
    [[255, 165, 0], 'light orange'],
    [[30, 36, 52], 'dark greyish blue'],
    [[250, 246, 230], 'white with a touch of golden yellow'],
  ])('%j is %s', (rgb, name) => {
    expect(colourName(rgb)).toBe(name)
  })
})
