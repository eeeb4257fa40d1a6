import { describe, expect, it } from 'vitest'
import { loadKernels, type Pixels } from '../kernels'
import {
  cleanedPaper,
  paperCorners,
  paperSettingsSchema,
  PLAIN_PAPER,
  readPage,
  straightened,
  straightSize,
  suggestedStrength,
  type Cut,
  type PaperSettings,
  type ReadPage,
} from './index'
import { madePhotograph, type Drawn, type Made } from './testing'

const LONG = Boolean(process.env.LITTLE_EASEL_LONG)
const kernels = loadKernels()

function finish<T>(work: Generator<number, T>): T {
  for (let last = -1; ;) {
    const step = work.next()
    if (step.done) return step.value
    if (step.value < last || step.value > 1) throw new Error(`progress went from ${last} to ${step.value}`)
    last = step.value
  }
}
const clean = (page: Pixels, read: ReadPage, how: Partial<PaperSettings>, cut?: Cut) =>
  finish(cleanedPaper(page, read, paperSettingsSchema.parse({ ...PLAIN_PAPER, ...how }), cut))

const madeOf = (seed: number): Made => ({
  seed,
  isRuled: seed % 3 === 0,
  hasShadow: seed % 2 === 0,
  hasColour: seed % 5 < 3,
  isPencil: seed % 4 === 1,
  noise: 3 + (seed % 4) * 3,
})

const made = new Map<string, ReturnType<typeof makePage>>()
/** A photograph is made once for all that is asked of it. */
function pageOf(how: Made, width: number, height: number) {
  const key = JSON.stringify([how, width, height])
  if (!made.has(key)) made.set(key, makePage(how, width, height))
  return made.get(key)!
}

function makePage(made: Made, width: number, height: number) {
  const { picture, drawn } = madePhotograph(made, width, height)
  const { corners } = paperCorners(picture)!
  const page = straightened(kernels, picture, corners, straightSize(corners))!
  return { page, drawn, read: readPage(kernels, page) }
}

/** One px beside its place a line is where it was: a corner is found within as much. */
function isNear({ width, height }: Pixels, x: number, y: number, is: (i: number) => boolean): boolean {
  for (let py = Math.max(0, y - 1); py <= Math.min(height - 1, y + 1); py++)
    for (let px = Math.max(0, x - 1); px <= Math.min(width - 1, x + 1); px++) if (is(py * width + px)) return true
  return false
}

/** Shares of what was drawn that is there, and of the ground that is clear. */
function compared(
  out: Pixels,
  drawn: (u: number, v: number) => Drawn,
  isWanted: (what: Drawn) => boolean,
  least: number,
) {
  const { width, height, pixels } = out
  const wanted = Uint8Array.from({ length: width * height }, (_, i) =>
    isWanted(drawn(((i % width) + 0.5) / width, (Math.floor(i / width) + 0.5) / height)) ? 1 : 0,
  )
  let [lines, kept, ground, clear] = [0, 0, 0, 0]
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (wanted[i]) {
        lines++
        if (isNear(out, x, y, k => pixels[4 * k + 3]! >= least)) kept++
      } else {
        ground++
        if (pixels[4 * i + 3]! < least || isNear(out, x, y, k => wanted[k] === 1)) clear++
      }
    }
  }
  return { kept: kept / lines, clear: clear / ground }
}

describe('a photographed drawing, against the one from which the photograph was made', () => {
  const count = LONG ? 60 : 10
  const [width, height] = LONG ? [1200, 900] : [800, 600]
  it.each([
    { keeps: 'dark', what: 'ink or pencil', isWanted: (what: Drawn) => what === 'ink', least: 128 },
    { keeps: 'colours', what: 'all that was drawn', isWanted: (what: Drawn) => what !== 'paper', least: 40 },
  ] as const)(
    `keeps $what and clears the ground, each ≥ 98 %, in ${count} of them`,
    { timeout: 900_000 },
    ({ keeps, isWanted, least }) => {
      const bad = []
      for (let seed = 1; seed <= count; seed++) {
        const { page, drawn, read } = pageOf(madeOf(seed), width, height)
        const out = clean(page, read, { keeps, strength: suggestedStrength(page, read, keeps) })
        const found = compared(out, drawn, isWanted, least)
        if (found.kept < 0.98 || found.clear < 0.98) bad.push({ seed, ...found })
      }
      expect(bad).toEqual([])
    },
  )
})

describe('a straight page', () => {
  const { page, read } = pageOf({ ...madeOf(6), noise: 4 }, 800, 600)
  const alphaOf = ({ pixels }: Pixels) => pixels.filter((_, i) => i % 4 === 3)
  const marked = (of: Pixels) => alphaOf(of).filter(alpha => alpha >= 128).length

  it('finds its ruling, which a page without has not', () => {
    expect(read.ruling.rows ?? read.ruling.columns).not.toBeNull()
    const plain = pageOf({ ...madeOf(6), isRuled: false }, 800, 600).read
    expect(plain.ruling).toEqual({ rows: null, columns: null })
  })

  it('keeps its ruled lines where that is wanted', () => {
    const left = clean(page, read, { keeps: 'marks', strength: 20, ruling: false })
    expect(marked(left)).toBeGreaterThan(1.05 * marked(clean(page, read, { keeps: 'marks', strength: 20 })))
  })

  it('has ink alone, in the colour that was asked for', () => {
    const { pixels } = clean(page, read, { ink: [1, 2, 3] })
    const other = pixels.findIndex((value, i) => i % 4 < 3 && pixels[i - (i % 4) + 3] !== 0 && value !== (i % 4) + 1)
    expect(other).toBe(-1)
    expect(marked({ ...page, pixels })).toBeGreaterThan(500)
  })

  it('gets thicker, thinner and rid of specks', () => {
    const plain = marked(clean(page, read, {}))
    expect(marked(clean(page, read, { thicken: 2 }))).toBeGreaterThan(1.4 * plain)
    expect(marked(clean(page, read, { thicken: -1 }))).toBeLessThan(0.8 * plain)
    expect(marked(clean(page, read, { specks: 0, strength: 8, soft: 0 }))).toBeGreaterThan(
      marked(clean(page, read, { specks: 400, strength: 8, soft: 0 })),
    )
  })

  it('looks over white as it did where colours are kept, and colours what grew', () => {
    const out = clean(page, read, { keeps: 'colours', strength: 20, soft: 0 })
    const even = clean(page, read, { keeps: 'page' })
    let worst = 0
    for (let at = 0; at < out.pixels.length; at += 4) {
      const alpha = out.pixels[at + 3]! / 255
      if (alpha < 0.3) continue
      for (let c = 0; c < 3; c++)
        worst = Math.max(worst, Math.abs(out.pixels[at + c]! * alpha + 255 * (1 - alpha) - even.pixels[at + c]!))
    }
    expect(worst).toBeLessThan(2)
    const grown = clean(page, read, { keeps: 'colours', strength: 20, soft: 0, thicken: 2 })
    const bare = alphaOf(grown).findIndex(
      (alpha, i) => alpha > 0 && grown.pixels.subarray(4 * i, 4 * i + 3).every(v => v > 250),
    )
    expect(marked(grown)).toBeGreaterThan(marked(out))
    expect(bare).toBe(-1)
  })

  it('is evened: what is paper is white within the noise, shadow or none', () => {
    const { pixels } = clean(page, read, { keeps: 'page' })
    const green = pixels.filter((_, i) => i % 4 === 1).toSorted()
    expect(green[Math.floor(0.5 * green.length)]).toBeGreaterThan(245)
    const photographed = page.pixels.filter((_, i) => i % 4 === 1).toSorted()
    const spread = (values: Uint8Array) =>
      values[Math.floor(0.7 * values.length)]! - values[Math.floor(0.3 * values.length)]!
    expect(spread(green)).toBeLessThan(0.25 * spread(photographed))
  })

  it('is left as it was photographed', () => {
    expect(clean(page, read, { keeps: 'photograph' })).toBe(page)
  })

  it('is the same in a part of it as in the whole', () => {
    const { width, height } = page
    const cut = { width, height, x: 83, y: 61 }
    const part = { width: 120, height: 90, pixels: new Uint8Array(4 * 120 * 90) }
    for (let y = 0; y < 90; y++) {
      const from = 4 * ((y + cut.y) * width + cut.x)
      part.pixels.set(page.pixels.subarray(from, from + 480), 480 * y)
    }
    for (const keeps of ['dark', 'colours', 'page'] as const) {
      const [whole, cutOut] = [clean(page, read, { keeps, specks: 0 }), clean(part, read, { keeps, specks: 0 }, cut)]
      const off = cutOut.pixels.findIndex((value, i) => {
        const [x, y] = [(i >> 2) % 120, Math.floor((i >> 2) / 120)]
        return value !== whole.pixels[4 * ((y + cut.y) * width + x + cut.x) + (i & 3)]
      })
      expect(off, keeps).toBe(-1)
    }
  })

  it('of one px, or one row, is read all the same', () => {
    for (const [width, height] of [
      [1, 1],
      [300, 1],
      [1, 300],
    ] as const) {
      const thin: Pixels = { width, height, pixels: new Uint8Array(4 * width * height).fill(200) }
      const out = clean(thin, readPage(kernels, thin), { keeps: 'colours', thicken: 1 })
      expect([out.width, out.height, marked(out)]).toEqual([width, height, 0])
    }
  })
})
