/* eslint-disable max-lines -- every adjustment against the same outside references */
import { createRequire } from 'node:module'
import { converter } from 'culori'
import fc from 'fast-check'
import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { expOf, logOf, powerOf, seededRandom } from '../base'
import { loadKernels, plainKernels, TILE, TILE_BYTES } from '../kernels'
import { flattenDrawing, type Layer, type Selection } from '../layers'
import {
  adjusted,
  adjustmentSchema,
  blurredTiles,
  boxOf,
  curveTable,
  finished,
  levelsTable,
  lightTable,
  oklabOfRgb,
  PLAIN_ADJUSTMENTS,
  rgbOfOklab,
  stepsTable,
  type Adjustment,
} from './index'
import { mapFor } from './maps'

const kernels = loadKernels()
const [WIDTH, HEIGHT] = [520, 300]
const sheet = { width: WIDTH, height: HEIGHT, paper: [255, 255, 255] as const }

/** A layer from a function of its px. */
function painted(
  of: (x: number, y: number) => readonly [number, number, number, number],
  more: Partial<Layer> = {},
): Layer {
  const tiles = new Map<number, Uint8Array>()
  for (let number = 0; number < 6; number++) {
    const tile = new Uint8Array(TILE_BYTES)
    for (let i = 0; i < TILE * TILE; i++) {
      const [x, y] = [(number % 3) * TILE + (i % TILE), Math.floor(number / 3) * TILE + Math.floor(i / TILE)]
      if (x < WIDTH && y < HEIGHT) tile.set(of(x, y), 4 * i)
    }
    tiles.set(number, tile)
  }
  return { id: 'a', name: 'a', visible: true, opacity: 100, tiles, ...more }
}
const pixelsOf = (layer: Layer) => flattenDrawing(kernels, { sheet, layers: [{ ...layer, mask: undefined }] }, null)
const adjust = (layer: Layer, adjustment: Adjustment, selection?: Selection) =>
  finished(adjusted(kernels, { sheet, layer, selection, seed: 3 }, adjustment))

/** Blobs and edges of colour, opaque. */
const random = seededRandom(7)
const blobs = Array.from({ length: 60 }, () => ({
  x: random.between(0, WIDTH),
  y: random.between(0, HEIGHT),
  r: random.between(4, 60),
  colour: [random.int(0, 255), random.int(0, 255), random.int(0, 255)] as const,
}))
const picture = painted((x, y) => {
  const blob = blobs.find(each => (each.x - x) ** 2 + (each.y - y) ** 2 < each.r ** 2)
  return blob ? [...blob.colour, 255] : [230, 226, 215, 255]
})

/** Greatest and mean difference of two pictures. */
function apart(a: ArrayLike<number>, b: ArrayLike<number>): { worst: number; mean: number } {
  let [worst, sum] = [0, 0]
  for (let i = 0; i < a.length; i++) {
    const off = Math.abs(a[i]! - b[i]!)
    worst = Math.max(worst, off)
    sum += off
  }
  return { worst, mean: sum / a.length }
}

describe('powers that are the same everywhere', () => {
  it('agree with the engine’s own to the last few bits', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-6, max: 1e6, noNaN: true }),
        fc.double({ min: -6, max: 6, noNaN: true }),
        (x, y) => {
          expect(Math.abs(logOf(x) - Math.log(x))).toBeLessThan(1e-14 * Math.max(1, Math.abs(Math.log(x))))
          expect(Math.abs(expOf(y) / Math.exp(y) - 1)).toBeLessThan(1e-14)
          if (y > 0) expect(Math.abs(powerOf(x, y) / x ** y - 1)).toBeLessThan(1e-12)
        },
      ),
      { seed: 1 },
    )
    expect(powerOf(0, 2.4)).toBe(0)
  })
})

describe('OKLab', () => {
  it('agrees with culori', () => {
    const toOklab = converter('oklab')
    fc.assert(
      fc.property(fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)), ([r, g, b]) => {
        const own = oklabOfRgb(r, g, b)
        const { l, a, b: c } = toOklab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })
        expect(Math.max(Math.abs(own[0] - l), Math.abs(own[1] - a), Math.abs(own[2] - c))).toBeLessThan(2e-6)
        const back = rgbOfOklab(own)
        expect(Math.max(...back.map((value, i) => Math.abs(value - [r, g, b][i]!)))).toBeLessThan(0.05)
      }),
      { numRuns: 400, seed: 2 },
    )
  })

  it('brings what the screen can’t show back by its chroma', () => {
    const [r, g, b] = rgbOfOklab([0.6, 0.3, 0.2])
    const [l, a, c] = oklabOfRgb(r, g, b)
    expect(Math.abs(l - 0.6)).toBeLessThan(0.005)
    expect(Math.abs(a / c - 1.5)).toBeLessThan(0.03)
    expect(Math.max(r, g, b)).toBeLessThanOrEqual(255)
  })
})

describe('a blur', () => {
  interface Mat {
    readonly data: Uint8Array
    delete(): void
  }
  interface Cv {
    Mat: new () => Mat
    matFromArray(rows: number, columns: number, type: number, values: ArrayLike<number>): Mat
    GaussianBlur(from: Mat, to: Mat, size: object, sx: number, sy: number, border: number): void
    Size: new (width: number, height: number) => object
    readonly CV_8UC4: number
    readonly BORDER_REPLICATE: number
    onRuntimeInitialized?: () => void
  }
  let cv: Cv
  beforeAll(async () => {
    cv = createRequire(import.meta.url)('@techstark/opencv-js') as Cv
    await new Promise<void>(resolve => {
      if (cv.Mat) resolve()
      else cv.onRuntimeInitialized = () => resolve()
    })
  }, 60_000)

  it.each([0.5, 1, 3, 8, 20, 80])('of σ %d px has that variance', sigma => {
    const { radius, edge } = boxOf(sigma)
    const side = radius + 1
    const size = 2 * radius + 1 + 2 * edge
    const variance = ((radius * (radius + 1) * (2 * radius + 1)) / 3 + 2 * edge * side * side) / size
    expect(3 * variance).toBeCloseTo(sigma * sigma, 8)
    expect(edge).toBeGreaterThanOrEqual(0)
    expect(edge).toBeLessThan(1)
  })

  it.each([
    [1, 6, 0.7],
    [3, 6, 0.6],
    [12, 5, 0.5],
    [40, 7, 0.9],
  ])('of σ %d px is that of OpenCV', (sigma, most, mean) => {
    const own = pixelsOf(adjust(picture, { kind: 'blur', sigma: sigma * 10 }))
    const [from, to] = [cv.matFromArray(HEIGHT, WIDTH, cv.CV_8UC4, pixelsOf(picture)), new cv.Mat()]
    const side = 2 * Math.ceil(4 * sigma) + 1
    cv.GaussianBlur(from, to, new cv.Size(side, side), sigma, sigma, cv.BORDER_REPLICATE)
    const off = apart(own, to.data)
    console.info(`blur σ ${sigma}: at most ${off.worst} from OpenCV’s, ${off.mean.toFixed(2)} on average`)
    expect(off.worst).toBeLessThanOrEqual(most)
    expect(off.mean).toBeLessThan(mean)
    from.delete()
    to.delete()
  })

  it.each([
    [3, 6, 0.7],
    [12, 6, 0.7],
  ])('of σ %d px is that of sharp', async (sigma, most, mean) => {
    const own = pixelsOf(adjust(picture, { kind: 'blur', sigma: sigma * 10 }))
    const theirs = await sharp(pixelsOf(picture), { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
      .blur({ sigma, precision: 'float', minAmplitude: 0.01 })
      .raw()
      .toBuffer()
    const off = apart(own, theirs)
    console.info(`blur σ ${sigma}: at most ${off.worst} from sharp’s, ${off.mean.toFixed(2)} on average`)
    expect(off.worst).toBeLessThanOrEqual(most)
    expect(off.mean).toBeLessThan(mean)
  })

  it('counts clear px as nothing: no dark or pale fringe', () => {
    const red = painted((x, y) => ((x - 260) ** 2 + (y - 150) ** 2 < 6000 ? [200, 40, 30, 255] : [0, 0, 0, 0]))
    const soft = pixelsOf(adjust(red, { kind: 'blur', sigma: 120 }))
    let [faint, off] = [0, 0]
    for (let at = 0; at < soft.length; at += 4) {
      // Fainter than that nobody sees a colour.
      if (soft[at + 3]! < 4) continue
      faint++
      for (const [c, value] of [200, 40, 30].entries())
        if (Math.abs(soft[at + c]! - value) > (soft[at + 3]! < 12 ? 12 : 2)) off++
    }
    expect(off).toBe(0)
    expect(faint).toBeGreaterThan(20_000)
  })

  it('wider than the sheet evens all out, and an empty layer stays empty', () => {
    const wide = pixelsOf(adjust(picture, { kind: 'blur', sigma: 4000 }))
    for (let c = 0; c < 3; c++) {
      const values = wide.filter((_, i) => i % 4 === c)
      expect(Math.max(...values.subarray(0, 5000)) - Math.min(...values.subarray(0, 5000))).toBeLessThan(80)
    }
    expect(adjust({ ...picture, tiles: new Map() }, { kind: 'blur', sigma: 40 }).tiles.size).toBe(0)
  })

  it('reaches beyond the paint, and comes in time with its work', () => {
    const dot = painted((x, y) => (x > 240 && x < 252 && y > 100 && y < 112 ? [0, 0, 0, 255] : [0, 0, 0, 0]))
    const tiles = new Map([[0, dot.tiles.get(0)!]])
    const steps: number[] = []
    const work = blurredTiles(kernels, sheet, tiles, 12)
    let step = work.next()
    while (!step.done) {
      steps.push(step.value)
      step = work.next()
    }
    expect([...step.value.keys()].sort()).toEqual([0, 1])
    expect(steps).toEqual([...steps].sort((a, b) => a - b))
    expect(steps.at(-1)).toBeCloseTo(1)
  })
})

describe('values', () => {
  it('brightness and contrast are the slopes of the Filter Effects Module', () => {
    expect(lightTable({ brightness: 50, contrast: 0 })[100]).toBeCloseTo(150)
    expect(lightTable({ brightness: 0, contrast: -40 })[55]).toBeCloseTo((55 / 255) * 0.6 * 255 + (0.5 - 0.3) * 255)
    expect(lightTable({ brightness: 100, contrast: 0 })[200]).toBe(255)
    expect([...lightTable({ brightness: 0, contrast: 0 })]).toEqual(Array.from({ length: 256 }, (_, i) => i))
  })

  it('levels spread what lies between, as sharp’s linear does', async () => {
    const own = pixelsOf(
      adjust(picture, { kind: 'levels', black: 40, white: 210, middle: 100, outBlack: 0, outWhite: 255 }),
    )
    const slope = 255 / 170
    const theirs = await sharp(pixelsOf(picture), { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
      .removeAlpha()
      .linear(slope, -40 * slope)
      .raw()
      .toBuffer()
    expect(
      apart(
        own.filter((_, i) => i % 4 < 3),
        theirs,
      ).worst,
    ).toBeLessThanOrEqual(1)
    expect(levelsTable({ black: 0, white: 255, middle: 200, outBlack: 0, outWhite: 255 })[64]).toBeCloseTo(
      255 * Math.sqrt(64 / 255),
      9,
    )
    expect(levelsTable({ black: 0, white: 255, middle: 100, outBlack: 255, outWhite: 0 })[30]).toBeCloseTo(225)
  })

  it('curves go through their points and never swing beyond them', () => {
    const points = fc
      .uniqueArray(fc.nat(255), { minLength: 2, maxLength: 12 })
      .chain(xs => fc.tuple(...xs.sort((a, b) => a - b).map(x => fc.tuple(fc.constant(x), fc.nat(255)))))
    fc.assert(
      fc.property(points, each => {
        const table = curveTable(each)
        each.forEach(([x, y], k) => {
          expect(table[x]).toBeCloseTo(y, 6)
          const [next, to] = each[k + 1] ?? [x, y]
          for (let i = x; i <= next; i++) {
            expect(table[i]).toBeGreaterThanOrEqual(Math.min(y, to) - 1e-6)
            expect(table[i]).toBeLessThanOrEqual(Math.max(y, to) + 1e-6)
          }
        })
      }),
      { numRuns: 200, seed: 4 },
    )
    expect(
      [
        ...curveTable([
          [0, 0],
          [255, 255],
        ]),
      ].every((value, i) => Math.abs(value - i) < 1e-9),
    ).toBe(true)
  })

  it('steps are those of a discrete transfer function', () => {
    expect(new Set(stepsTable(4))).toEqual(new Set([0, 85, 170, 255]))
    expect([63, 64, 127, 128, 255].map(x => stepsTable(4)[x])).toEqual([0, 85, 85, 170, 255])
  })

  it('grey agrees with the grayscale() matrix', () => {
    const own = pixelsOf(adjust(picture, { kind: 'grey', amount: 100 }))
    const before = pixelsOf(picture)
    let [worst, tinged] = [0, 0]
    for (let at = 0; at < own.length; at += 4) {
      const wanted = 0.2126 * before[at]! + 0.7152 * before[at + 1]! + 0.0722 * before[at + 2]!
      worst = Math.max(worst, Math.abs(own[at]! - wanted))
      if (own[at + 1] !== own[at]) tinged++
    }
    expect(worst).toBeLessThanOrEqual(1)
    expect(tinged).toBe(0)
  })
})

describe('hue, chroma and lightness', () => {
  const toOklch = converter('oklch')
  const rainbow = painted((x, y) => [
    Math.floor((x / WIDTH) * 255),
    Math.floor((y / HEIGHT) * 255),
    Math.floor((x + y) % 256),
    255,
  ])

  it('are what culori makes of them', () => {
    const own = pixelsOf(adjust(rainbow, { kind: 'colour', hue: 40, chroma: -30, lightness: -20 }))
    const before = pixelsOf(rainbow)
    const toRgb = converter('rgb')
    let worst = 0
    let outside = 0
    for (let at = 0; at < own.length; at += 4 * 37) {
      const {
        l,
        c,
        h = 0,
      } = toOklch({ mode: 'rgb', r: before[at]! / 255, g: before[at + 1]! / 255, b: before[at + 2]! / 255 })
      const { r, g, b } = toRgb({ mode: 'oklch', l: l * 0.8, c: c * 0.7, h: h + 40 })
      if (Math.min(r, g, b) < 0 || Math.max(r, g, b) > 1) {
        outside++
        continue
      }
      worst = Math.max(
        worst,
        Math.abs(own[at]! - 255 * r),
        Math.abs(own[at + 1]! - 255 * g),
        Math.abs(own[at + 2]! - 255 * b),
      )
    }
    console.info(
      `hue, chroma, lightness: at most ${worst.toFixed(1)} of 255 from culori (${outside} samples beyond the screen left out)`,
    )
    expect(worst).toBeLessThan(1.2)
  })

  it('leave all as it is when nothing is set', () => {
    expect(apart(pixelsOf(adjust(rainbow, PLAIN_ADJUSTMENTS.colour)), pixelsOf(rainbow)).worst).toBeLessThanOrEqual(1)
  })
})

describe('line art', () => {
  /** A soft pencil ring on paper that gets darker to one side, with dust. */
  const dust = Array.from({ length: 30 }, () => [random.int(0, WIDTH - 1), random.int(0, HEIGHT - 1)] as const)
  const scan = painted((x, y) => {
    const paper = 235 - (x / WIDTH) * 90
    const off = Math.abs(Math.sqrt((x - 260) ** 2 + (y - 150) ** 2) - 90)
    const ink = Math.max(0, 1 - off / 4) * 0.8
    const speck = dust.some(([px, py]) => px === x && py === y) ? 0.8 : 0
    const value = Math.round(paper * (1 - Math.max(ink, speck)))
    return [value, value, Math.round(value * 0.94), 255]
  })

  it('from a photograph becomes solid lines on clear, without the shadow and the dust', () => {
    const out = pixelsOf(adjust(scan, PLAIN_ADJUSTMENTS.lines))
    let [missed, stray, tinged] = [0, 0, 0]
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < WIDTH; x++) {
        const off = Math.abs(Math.sqrt((x - 260) ** 2 + (y - 150) ** 2) - 90)
        const alpha = out[4 * (y * WIDTH + x) + 3]!
        if (off < 0.7 && alpha < 250) missed++
        if (off > 5 && alpha > 0) stray++
        if (alpha > 0 && [38, 42, 51].some((value, c) => out[4 * (y * WIDTH + x) + c] !== value)) tinged++
      }
    }
    expect({ missed, stray, tinged }).toEqual({ missed: 0, stray: 0, tinged: 0 })
  })

  it('gets thicker and thinner by px', () => {
    const widthAt = (thicken: number) => {
      const out = pixelsOf(adjust(scan, { ...PLAIN_ADJUSTMENTS.lines, thicken }))
      let sum = 0
      for (let x = 300; x < 400; x++) sum += out[4 * (150 * WIDTH + x) + 3]! / 255
      return sum
    }
    const plain = widthAt(0)
    expect(widthAt(2) - plain).toBeCloseTo(4, 0)
    expect(plain - widthAt(-1)).toBeCloseTo(2, 0)
  })

  it('loses the sketch by its hue, and only that', () => {
    const drawn = painted((x, y) => (y < 100 ? [90, 140, 220, 200] : y < 200 ? [40, 42, 50, 255] : [200, 90, 60, 255]))
    const out = pixelsOf(adjust(drawn, { kind: 'sketch', colour: [110, 160, 210], width: 30 }))
    expect(out[4 * (50 * WIDTH + 50) + 3]).toBe(0)
    expect([...out.slice(4 * (150 * WIDTH + 50), 4 * (150 * WIDTH + 50) + 4)]).toEqual([40, 42, 50, 255])
    expect([...out.slice(4 * (250 * WIDTH + 50), 4 * (250 * WIDTH + 50) + 4)]).toEqual([200, 90, 60, 255])
  })
})

describe('where it is done', () => {
  const half: Selection = new Map([
    [0, new Uint8Array(TILE * TILE).map((_, i) => (i % TILE < 100 ? 255 : i % TILE < 110 ? 128 : 0))],
  ])

  it.each(Object.values(PLAIN_ADJUSTMENTS).map(each => [each.kind, each] as const))(
    '%s: only where it is chosen',
    (_kind, adjustment) => {
      const out = adjust(picture, adjustment, half)
      const [a, b] = [pixelsOf(out), pixelsOf(picture)]
      let changed = 0
      for (let y = 0; y < HEIGHT; y += 7)
        for (let x = 110; x < WIDTH; x += 3)
          for (let c = 0; c < 4; c++) if (a[4 * (y * WIDTH + x) + c] !== b[4 * (y * WIDTH + x) + c]) changed++
      expect(changed).toBe(0)
      expect(out.tiles.get(1)).toBe(picture.tiles.get(1))
    },
  )

  it.each(['blur', 'lines', 'sketch'] as const)('%s leaves the alpha of a layer that stays inside', kind => {
    const leaf = painted(
      (x, y) => ((x - 200) ** 2 + (y - 150) ** 2 < 5000 ? [x % 255, 120, y % 255, 255] : [0, 0, 0, 0]),
      { inside: true },
    )
    const [a, b] = [pixelsOf(adjust(leaf, PLAIN_ADJUSTMENTS[kind])), pixelsOf(leaf)]
    expect(a.filter((value, i) => i % 4 === 3 && value !== b[i])).toHaveLength(0)
  })

  it.each(Object.values(PLAIN_ADJUSTMENTS).map(each => [each.kind, each] as const))(
    '%s: the same with plain kernels',
    (_kind, adjustment) => {
      const small = { ...picture, tiles: new Map([[0, picture.tiles.get(0)!]]) }
      const [a, b] = [kernels, plainKernels()].map(each =>
        finished(adjusted(each, { sheet, layer: small, seed: 5 }, adjustment)),
      )
      expect([...a!.tiles.keys()].sort()).toEqual([...b!.tiles.keys()].sort())
      for (const [number, tile] of a!.tiles)
        expect(tile.findIndex((value, i) => value !== b!.tiles.get(number)![i])).toBe(-1)
    },
  )
})

describe('bad settings are refused', () => {
  it.each([
    [
      {
        kind: 'curves',
        all: [
          [0, 0],
          [120, 40],
          [120, 90],
          [255, 255],
        ],
      },
      /right/,
    ],
    [
      {
        kind: 'curves',
        all: [
          [90, 0],
          [30, 200],
        ],
      },
      /right/,
    ],
    [{ kind: 'levels', black: 200, white: 200, middle: 100, outBlack: 0, outWhite: 255 }, /below white/],
    [
      {
        kind: 'tones',
        stops: [
          { at: 200, colour: [0, 0, 0] },
          { at: 20, colour: [9, 9, 9] },
        ],
        strength: 100,
      },
      /dark to light/,
    ],
    [{ kind: 'blur', sigma: 0 }, /expected/],
  ])('%o', (settings, why) => {
    const result = adjustmentSchema.safeParse(settings)
    expect(result.success).toBe(false)
    expect(result.error!.message).toMatch(why)
  })

  it('but tones at one value are a jump', () => {
    const jump: Adjustment = {
      kind: 'tones',
      stops: [
        { at: 128, colour: [0, 0, 0] },
        { at: 128, colour: [255, 255, 255] },
      ],
      strength: 100,
    }
    expect(adjustmentSchema.safeParse(jump).success).toBe(true)
    const steps = painted(x => [x % 256, x % 256, x % 256, 255])
    const out = pixelsOf(adjust(steps, jump))
    expect([out[4 * 127], out[4 * 128], out[4 * 129]]).toEqual([expect.any(Number), 255, 255])
    expect(out[4 * 100]).toBe(0)
  })
})

describe('a rough look', () => {
  it.each([
    { ...PLAIN_ADJUSTMENTS.colour, hue: 70, chroma: 30, lightness: -10 },
    { ...PLAIN_ADJUSTMENTS.sketch, width: 40 },
  ] as const)('at $kind is near the full one', how => {
    const [rough, full] = [mapFor(how, true)!, mapFor(how)!]
    const [a, b] = [new Float64Array(4), new Float64Array(4)]
    let total = 0
    let count = 0
    for (let r = 0; r < 256; r += 17)
      for (let g = 3; g < 256; g += 17)
        for (let blue = 1; blue < 256; blue += 17) {
          rough(r, g, blue, a)
          full(r, g, blue, b)
          for (let c = 0; c < 3; c++) total += Math.abs(a[c]! - b[c]!)
          total += 255 * Math.abs(a[3]! - b[3]!)
          count += 4
        }
    expect(total / count).toBeLessThan(4)
    expect(total).toBeGreaterThan(0)
  })
})
