import { createCanvas } from '@napi-rs/canvas'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import {
  BLEND_MODES,
  TILE,
  TILE_BYTES,
  plainKernels,
  simdKernels,
  type BlendMode,
  type DrawCommand,
  type Ground,
  type Tile,
} from './index'

const simd = simdKernels()
const plain = plainKernels()
const PAPER = [250, 249, 246] as const

function randomTile(seed: number): Tile {
  const random = seededRandom(seed)
  const ends = () => random.pick([0, 255, 1, 254, 128, 127, random.int(0, 255), random.int(0, 255)])
  const tile = new Uint8Array(TILE_BYTES)
  for (let i = 0; i < TILE_BYTES; i += 4) {
    const alpha = ends()
    if (alpha) tile.set(random.int(0, 5) === 0 ? [77, 77, 77, alpha] : [ends(), ends(), ends(), alpha], i)
  }
  return tile
}

const tiles = [1, 2, 3, 4].map(randomTile)
const layer = (i: number, more: Partial<Extract<DrawCommand, { do: 'tile' }>> = {}): DrawCommand => ({
  do: 'tile',
  tile: tiles[i]!,
  opacity: 1,
  mode: 'normal',
  mask: null,
  isAtop: false,
  ...more,
})
const close = (more: Partial<Extract<DrawCommand, { do: 'close' }>> = {}): DrawCommand => ({
  do: 'close',
  opacity: 1,
  mode: 'normal',
  mask: null,
  isAtop: false,
  ...more,
})
const open: DrawCommand = { do: 'open', isOwn: true }
const seeThrough: DrawCommand = { do: 'open', isOwn: false }

const RECT = { x0: 1, y0: 3, x1: 255, y1: 120 }

function run(kernels: typeof simd, commands: readonly DrawCommand[], ground: Ground, rect = RECT): Uint8Array {
  const out = new Uint8Array(TILE_BYTES)
  kernels.blend(commands, ground, out, rect)
  return out
}
const difference = (a: Uint8Array, b: Uint8Array) => a.findIndex((value, i) => value !== b[i])

describe('blending by SIMD gives the bytes of its plain twin', () => {
  const mask = { tile: tiles[3]!, base: 1 } as const
  const cases = (mode: BlendMode): DrawCommand[][] => [
    [layer(0, { opacity: 0.8 }), layer(1, { mode, opacity: 0.37 }), layer(2)],
    [layer(0), layer(1, { mode, mask }), layer(2, { mode, mask: { tile: tiles[0]!, base: 0 } })],
    [
      layer(0),
      open,
      layer(1),
      layer(2, { mode, isAtop: true }),
      layer(3, { isAtop: true, opacity: 0.5 }),
      close({ mode, opacity: 0.7, mask }),
    ],
    [
      layer(0, { opacity: 0.4 }),
      seeThrough,
      layer(1, { mode }),
      open,
      layer(2, { mode }),
      close({ mode, isAtop: true }),
      close({ opacity: 0.6, mask }),
    ],
  ]
  it.each(BLEND_MODES)('%s, alone, masked, clipped and in groups, over paper and over nothing', mode => {
    for (const ground of [PAPER, null]) {
      for (const [i, commands] of cases(mode).entries())
        expect(difference(run(simd, commands, ground), run(plain, commands, ground)), `case ${i}`).toBe(-1)
    }
  })

  it('and normal layers alone give what plain flattening gives', () => {
    for (const ground of [PAPER, null]) {
      const out = new Uint8Array(TILE_BYTES)
      simd.composite(
        [
          { tile: tiles[0]!, opacity: 1 },
          { tile: tiles[1]!, opacity: 0.3 },
          { tile: tiles[2]!, opacity: 1 },
        ],
        ground,
        out,
        RECT,
      )
      expect(difference(run(simd, [layer(0), layer(1, { opacity: 0.3 }), layer(2)], ground), out)).toBe(-1)
    }
  })
})

/**
 * The recommendation's own words in doubles, 0 … 1: the formulas of W3C Compositing and Blending Level 1, §10, in its
 * order.
 */
const FORMULAS: Record<Exclude<BlendMode, 'plus-lighter'>, (cb: number[], cs: number[]) => number[]> = (() => {
  const each = (fn: (b: number, s: number) => number) => (cb: number[], cs: number[]) => cb.map((b, i) => fn(b, cs[i]!))
  const multiply = (b: number, s: number) => b * s
  const screen = (b: number, s: number) => b + s - b * s
  const hard = (b: number, s: number) => (s <= 0.5 ? multiply(b, 2 * s) : screen(b, 2 * s - 1))
  const lum = ([r, g, b]: number[]) => 0.3 * r! + 0.59 * g! + 0.11 * b!
  const sat = (c: number[]) => Math.max(...c) - Math.min(...c)
  const clip = (c: number[]) => {
    const [l, n, x] = [lum(c), Math.min(...c), Math.max(...c)]
    if (n < 0) c = c.map(v => l + ((v - l) * l) / (l - n))
    if (x > 1) c = c.map(v => l + ((v - l) * (1 - l)) / (x - l))
    return c
  }
  const setLum = (c: number[], l: number) => clip(c.map(v => v + l - lum(c)))
  const setSat = (c: number[], s: number) => {
    const order = [0, 1, 2].sort((i, j) => c[i]! - c[j]!)
    const [min, mid, max] = order.map(i => c[i]!) as [number, number, number]
    const out = [0, 0, 0]
    if (max > min) {
      out[order[1]!] = ((mid - min) * s) / (max - min)
      out[order[2]!] = s
    }
    return out
  }
  return {
    normal: (_cb, cs) => cs,
    multiply: each(multiply),
    screen: each(screen),
    overlay: each((b, s) => hard(s, b)),
    darken: each(Math.min),
    lighten: each(Math.max),
    'color-dodge': each((b, s) => (b === 0 ? 0 : s === 1 ? 1 : Math.min(1, b / (1 - s)))),
    'color-burn': each((b, s) => (b === 1 ? 1 : s === 0 ? 0 : 1 - Math.min(1, (1 - b) / s))),
    'hard-light': each(hard),
    'soft-light': each((b, s) => {
      if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b)
      const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b)
      return b + (2 * s - 1) * (d - b)
    }),
    difference: each((b, s) => Math.abs(b - s)),
    exclusion: each((b, s) => b + s - 2 * b * s),
    hue: (cb, cs) => setLum(setSat(cs, sat(cb)), lum(cb)),
    saturation: (cb, cs) => setLum(setSat(cb, sat(cs)), lum(cb)),
    color: (cb, cs) => setLum(cs, lum(cb)),
    luminosity: (cb, cs) => setLum(cb, lum(cs)),
  }
})()

/** §5.1 and §9: premultiplied result of a source over a backdrop, both straight, 0 … 1. */
function formula(mode: BlendMode, cb: number[], ab: number, cs: number[], as: number): number[] {
  if (mode === 'plus-lighter') return [...cb.map((b, i) => Math.min(1, b * ab + cs[i]! * as)), Math.min(1, ab + as)]
  const mixed = FORMULAS[mode](cb, cs)
  return [...cb.map((b, i) => as * (1 - ab) * cs[i]! + as * ab * mixed[i]! + (1 - as) * ab * b), as + ab * (1 - as)]
}

describe('blend modes against the formulas of the recommendation', () => {
  const pixel = (tile: Tile, i: number) => ({
    c: [tile[i]! / 255, tile[i + 1]! / 255, tile[i + 2]! / 255],
    a: tile[i + 3]! / 255,
  })

  it.each(BLEND_MODES)('%s, 30 000 pairs with alpha, within half of 255 of the exact value', mode => {
    const out = run(simd, [layer(0), layer(1, { mode })], null)
    let worst = 0
    for (let y = RECT.y0; y < RECT.y1; y++) {
      for (let x = RECT.x0; x < RECT.x1; x++) {
        const i = 4 * (y * TILE + x)
        const [b, s] = [pixel(tiles[0]!, i), pixel(tiles[1]!, i)]
        const want = formula(mode, b.c, b.a, s.c, s.a)
        const got = pixel(out, i)
        worst = Math.max(worst, Math.abs(got.a - want[3]!))
        for (let c = 0; c < 3; c++) worst = Math.max(worst, Math.abs(got.c[c]! * want[3]! - want[c]!))
      }
    }
    expect(worst * 255).toBeLessThan(0.51)
  })

  it('a see-through group at half strength is half way to what it would be at full', () => {
    const [none, half, full] = [0, 0.5, 1].map(opacity =>
      run(
        simd,
        [
          layer(0, { opacity: 1 }),
          seeThrough,
          layer(1, { mode: 'multiply' }),
          layer(2, { mode: 'screen' }),
          close({ opacity }),
        ],
        PAPER,
      ),
    )
    let worst = 0
    for (let i = 4 * (RECT.y0 * TILE + RECT.x0); i < 4 * 100 * TILE; i++)
      worst = Math.max(worst, Math.abs(half![i]! - (none![i]! + full![i]!) / 2))
    expect(worst).toBeLessThanOrEqual(1)
  })

  it('what is clipped shows only where its base does, and leaves the base’s outline alone', () => {
    const clipped = run(simd, [open, layer(0), layer(1, { isAtop: true, mode: 'multiply' }), close()], null)
    const base = run(simd, [layer(0)], null)
    for (let i = 4 * (RECT.y0 * TILE + RECT.x0) + 3; i < 4 * 100 * TILE; i += 4)
      if (clipped[i] !== base[i]) expect.fail(`alpha ${clipped[i]} where the base has ${base[i]}`)
    expect(difference(clipped, base)).toBeGreaterThan(0)
  })
})

describe('a stack against another renderer', () => {
  it('twelve layers of mixed modes, opacities, a clipped pair and a group: within a level on the mean of Skia’s canvas', () => {
    const SIDE = 64
    const random = seededRandom(31)
    const solid = (seed: number): Tile => {
      // Opaque or clear: Skia's own rounding of faint premultiplied colours stays out of it.
      const own = seededRandom(seed)
      const tile = new Uint8Array(TILE_BYTES)
      for (let y = 0; y < SIDE; y++)
        for (let x = 0; x < SIDE; x++)
          if (own.int(0, 3)) tile.set([own.int(0, 255), own.int(0, 255), own.int(0, 255), 255], 4 * (y * TILE + x))
      return tile
    }
    const picture = (tile: Tile) => {
      const canvas = createCanvas(SIDE, SIDE)
      const pen = canvas.getContext('2d')
      const image = pen.createImageData(SIDE, SIDE)
      for (let y = 0; y < SIDE; y++) image.data.set(tile.subarray(4 * y * TILE, 4 * (y * TILE + SIDE)), 4 * y * SIDE)
      pen.putImageData(image, 0, 0)
      return canvas
    }
    const modes: BlendMode[] = [
      'normal',
      'multiply',
      'screen',
      'overlay',
      'soft-light',
      'difference',
      'hard-light',
      'lighten',
      'darken',
      'exclusion',
    ]
    const canvas = createCanvas(SIDE, SIDE)
    const pen = canvas.getContext('2d')
    pen.fillStyle = 'rgb(250 249 246)'
    pen.fillRect(0, 0, SIDE, SIDE)
    const commands: DrawCommand[] = []
    for (const [i, mode] of modes.entries()) {
      const tile = solid(i + 1)
      const opacity = random.pick([1, 0.5, 0.75])
      commands.push({ do: 'tile', tile, opacity, mode, mask: null, isAtop: false })
      pen.globalAlpha = opacity
      pen.globalCompositeOperation = mode === 'normal' ? 'source-over' : (mode as 'multiply')
      pen.drawImage(picture(tile), 0, 0)
    }
    // A group of its own with a clipped layer, laid on by overlay at 60 %.
    const [base, top] = [solid(50), solid(51)]
    commands.push(
      open,
      { do: 'tile', tile: base, opacity: 1, mode: 'normal', mask: null, isAtop: false },
      { do: 'tile', tile: top, opacity: 0.5, mode: 'multiply', mask: null, isAtop: true },
      close({ mode: 'overlay', opacity: 0.6 }),
    )
    const group = picture(base)
    const inner = group.getContext('2d')
    inner.globalAlpha = 0.5
    // Multiply over what the base covers: within opaque and clear px the same as clipping.
    inner.globalCompositeOperation = 'source-atop'
    const product = new Uint8Array(TILE_BYTES)
    for (let i = 0; i < TILE_BYTES; i += 4)
      if (top[i + 3]) product.set([0, 1, 2].map(c => Math.round((base[i + c]! * top[i + c]!) / 255)).concat(255), i)
    inner.drawImage(picture(product), 0, 0)
    pen.globalAlpha = 0.6
    pen.globalCompositeOperation = 'overlay'
    pen.drawImage(group, 0, 0)
    const theirs = pen.getImageData(0, 0, SIDE, SIDE).data
    const ours = run(simd, commands, PAPER, { x0: 0, y0: 0, x1: SIDE, y1: SIDE })
    let worst = 0
    let sum = 0
    for (let y = 0; y < SIDE; y++) {
      for (let i = 0; i < 4 * SIDE; i++) {
        const off = Math.abs(ours[4 * y * TILE + i]! - theirs[4 * y * SIDE + i]!)
        worst = Math.max(worst, off)
        sum += off
      }
    }
    // Skia rounds after each of the layers, ours once: the modes that stretch differences stretch that as well.
    expect(sum / (4 * SIDE * SIDE)).toBeLessThan(0.75)
    expect(worst).toBeLessThanOrEqual(6)
  })
})
