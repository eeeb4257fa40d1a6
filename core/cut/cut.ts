import type { Pixels } from '../kernels'
import { tiledReader } from './mask'

/** How a stamp or a pattern is cut out of a picture. */
export interface CutSettings {
  /** `hard`: covered or not, with an edge a px wide; `soft`: as dark as it is there. */
  readonly edge: 'hard' | 'soft'
  /** How dark it is at least, %; of a soft one what is darker by as much again is covered wholly. */
  readonly strength: number
  /** What is light is covered. */
  readonly isTurned: boolean
}
export const PLAIN_CUT: CutSettings = { edge: 'hard', strength: 40, isTurned: false }

/** Longer side of a stamp and of a pattern, px: larger ones are set down no sharper. */
export const CUT_SIDE = 320

/**
 * The darkness of a picture as a mask: clear is light, as paper is. Of each px only the alpha counts.
 *
 * @param picture RGBA8, straight
 */
export function cutMask({ width, height, pixels }: Pixels, { edge, strength, isTurned }: CutSettings): Pixels {
  const out = new Uint8Array(4 * width * height)
  const least = Math.max(strength, 1) / 100
  for (let at = 0; at < out.length; at += 4) {
    const alpha = pixels[at + 3]! / 255
    // Rec. 709 luma over white.
    const light = (0.2126 * pixels[at]! + 0.7152 * pixels[at + 1]! + 0.0722 * pixels[at + 2]!) / 255
    const dark = isTurned ? alpha * light + 1 - alpha : alpha * (1 - light)
    const share = edge === 'hard' ? (dark - least) * 8 + 0.5 : (dark - 0.5 * least) / (1.5 * least)
    out[at + 3] = Math.round(255 * Math.min(1, Math.max(0, share)))
  }
  return { width, height, pixels: out }
}

/** Fainter than this is nothing, alpha 0 … 255. */
const NOTHING = 8

/** The part of a picture in which anything is covered; null: nothing is. */
export function coveredPart({ width, height, pixels }: Pixels): Pixels | null {
  let [x0, y0, x1, y1] = [width, height, 0, 0]
  for (let y = 0, at = 3; y < height; y++)
    for (let x = 0; x < width; x++, at += 4)
      if (pixels[at]! > NOTHING) {
        x0 = Math.min(x0, x)
        x1 = Math.max(x1, x + 1)
        y0 = Math.min(y0, y)
        y1 = y + 1
      }
  if (x1 <= x0) return null
  const [w, h] = [x1 - x0, y1 - y0]
  const out = new Uint8Array(4 * w * h)
  for (let y = 0, from = 4 * (y0 * width + x0); y < h; y++, from += 4 * width)
    out.set(pixels.subarray(from, from + 4 * w), 4 * y * w)
  return { width: w, height: h, pixels: out }
}

/** The same of a mask in the middle of a square of clear px: a stamp turns round its middle. */
export function trimmedMask(mask: Pixels): Pixels | null {
  const part = coveredPart(mask)
  if (!part) return null
  const { width, height, pixels } = part
  const side = Math.max(width, height)
  const [left, top] = [(side - width) >> 1, (side - height) >> 1]
  const out = new Uint8Array(4 * side * side)
  for (let y = 0; y < height; y++)
    out.set(pixels.subarray(4 * y * width, 4 * (y + 1) * width), 4 * ((top + y) * side + left))
  return { width: side, height: side, pixels: out }
}

/** Of each side, so much goes over into what lies at the opposite one. */
const OVERLAP = 0.25

/**
 * The same px so that they can be laid side by side without a seam: a strip along the right and the lower edge goes
 * over into what lies along the left and the upper one, and is left out. All channels.
 */
export function tileable(picture: Pixels): Pixels {
  return turnedOver(blendedAcross(turnedOver(blendedAcross(picture))))
}

function blendedAcross({ width, height, pixels }: Pixels): Pixels {
  const over = Math.floor(width * OVERLAP)
  const w = width - over
  const out = new Uint8Array(4 * w * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < w; x++)
      for (let c = 0; c < 4; c++) {
        const own = pixels[4 * (y * width + x) + c]!
        // Before the first px lies the last of those that are left out.
        const share = x < over ? (x + 0.5) / over : 1
        const before = x < over ? pixels[4 * (y * width + w + x) + c]! : 0
        out[4 * (y * w + x) + c] = Math.round(own * share + before * (1 - share))
      }
  return { width: w, height, pixels: out }
}

/** Rows become columns. */
function turnedOver({ width, height, pixels }: Pixels): Pixels {
  const out = new Uint8Array(pixels.length)
  const [from, to] = [new Uint32Array(pixels.buffer, pixels.byteOffset, width * height), new Uint32Array(out.buffer)]
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) to[x * height + y] = from[y * width + x]!
  return { width: height, height: width, pixels: out }
}

/** Longer waves than this share of the side are light, not paper. */
const WAVE = 0.12

/**
 * A paper of one's own, out of a photograph of one or of anything rough: its darkness, without the light that fell on
 * it, side by side without a seam. Of each px only the alpha counts: the more, the deeper.
 */
export function paperMask(picture: Pixels): Pixels {
  const { width, height, pixels } = tileable(overWhite(picture))
  const dark = new Float64Array(width * height)
  for (let i = 0; i < dark.length; i++)
    dark[i] = 255 - (0.2126 * pixels[4 * i]! + 0.7152 * pixels[4 * i + 1]! + 0.0722 * pixels[4 * i + 2]!)
  const reach = Math.max(2, Math.round(WAVE * Math.max(width, height)))
  const waves = meanAround(meanAround(dark, width, height, reach), height, width, reach)
  let spread = 0
  for (let i = 0; i < dark.length; i++) spread += (dark[i]! - waves[i]!) ** 2
  // Two deviations to each side fill the range; a page that is even all over stays so.
  const by = 64 / Math.max(Math.sqrt(spread / dark.length), 2)
  const out = new Uint8Array(4 * width * height)
  for (let i = 0; i < dark.length; i++)
    out[4 * i + 3] = Math.round(Math.min(255, Math.max(0, 128 + (dark[i]! - waves[i]!) * by)))
  return { width, height, pixels: out }
}

function overWhite({ width, height, pixels }: Pixels): Pixels {
  const out = new Uint8Array(pixels.length).fill(255)
  for (let at = 0; at < out.length; at += 4)
    for (let c = 0; c < 3; c++) out[at + c] = 255 - Math.round(((255 - pixels[at + c]!) * pixels[at + 3]!) / 255)
  return { width, height, pixels: out }
}

/** Means along the rows, of what goes on for ever; rows become columns. */
function meanAround(values: Float64Array, width: number, height: number, reach: number): Float64Array {
  const out = new Float64Array(values.length)
  const span = Math.min(reach, (width - 1) >> 1)
  for (let y = 0; y < height; y++) {
    const at = (x: number) => values[y * width + (((x % width) + width) % width)]!
    let sum = 0
    for (let x = -span; x <= span; x++) sum += at(x)
    for (let x = 0; x < width; x++) {
      out[x * height + y] = sum / (2 * span + 1)
      sum += at(x + span + 1) - at(x - span)
    }
  }
  return out
}

/** The heights of a paper of one's own for a square texture: its mask as large as that. */
export function paperHeights(mask: Pixels, side: number): Float64Array {
  const read = tiledReader(mask, Math.max(mask.width, mask.height) / side)
  return Float64Array.from({ length: side * side }, (_, i) => {
    const [x, y] = [i % side, Math.floor(i / side)]
    return read(((x + 0.5) * mask.width) / side, ((y + 0.5) * mask.height) / side)
  })
}
