import { createCanvas, loadImage, type Canvas } from '@napi-rs/canvas'
import { XMLParser } from 'fast-xml-parser'
import JSZip from 'jszip'
import sharp from 'sharp'

/*
 * Another reader and two other renderers, for tests: JSZip unpacks a file, fast-xml-parser reads its stack, sharp its
 * pictures; the layers are joined by Skia, and in double precision by the formulas of the W3C recommendation
 * Compositing and Blending Level 1.
 */

interface Node {
  readonly tag: string
  readonly attributes: Record<string, string>
  readonly children: readonly Node[]
}
type Raw = Record<string, unknown> & { ':@'?: Record<string, string> }
const nodesOf = (raw: readonly Raw[]): Node[] =>
  raw.flatMap(each => {
    const tag = Object.keys(each).find(key => key !== ':@')!
    if (!Array.isArray(each[tag])) return []
    return { tag, attributes: each[':@'] ?? {}, children: nodesOf((each[tag] as Raw[] | undefined) ?? []) }
  })

interface Unpacked {
  readonly zip: JSZip
  readonly width: number
  readonly height: number
  /** The topmost first. */
  readonly items: readonly Node[]
}

export async function unpackedByOthers(bytes: Uint8Array): Promise<Unpacked> {
  const zip = await JSZip.loadAsync(bytes)
  const parser = new XMLParser({ preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '' })
  const tree = nodesOf(parser.parse(await zip.file('stack.xml')!.async('string')) as Raw[])
  const image = tree.find(({ tag }) => tag === 'image')!
  return {
    zip,
    width: Number(image.attributes['w']),
    height: Number(image.attributes['h']),
    items: image.children[0]!.children,
  }
}

export function mostApart(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let most = 0
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!))
  return most
}

const OPS: Record<string, string> = { 'svg:src-over': 'source-over', 'svg:plus': 'lighter' }

export async function joinedBySkia(bytes: Uint8Array): Promise<Uint8ClampedArray> {
  const { zip, width, height, items } = await unpackedByOthers(bytes)
  const canvas = createCanvas(width, height)
  await drawAll(canvas, items)
  return canvas.getContext('2d').getImageData(0, 0, width, height).data

  async function drawAll(on: Canvas, nodes: readonly Node[]): Promise<void> {
    const context = on.getContext('2d')
    for (const { tag, attributes: a, children } of nodes.toReversed()) {
      if (a['visibility'] === 'hidden') continue
      const op = a['composite-op']!
      let source: Canvas | Awaited<ReturnType<typeof loadImage>>
      if (tag === 'layer') source = await loadImage(await zip.file(a['src']!)!.async('nodebuffer'))
      else if (a['isolation'] === 'auto') {
        await drawAll(on, children)
        continue
      } else {
        source = createCanvas(width, height)
        await drawAll(source, children)
      }
      context.globalAlpha = Number(a['opacity'])
      context.globalCompositeOperation = (OPS[op] ?? op.replace('svg:', '')) as typeof context.globalCompositeOperation
      context.drawImage(source, Number(a['x'] ?? 0), Number(a['y'] ?? 0))
    }
  }
}

/** Colours times alpha, and alpha, 0 … 1. */
type Plane = Float64Array

export async function joinedExactly(bytes: Uint8Array): Promise<Uint8Array> {
  const { zip, width, height, items } = await unpackedByOthers(bytes)
  const plane = await joined(items, new Float64Array(4 * width * height))
  const out = new Uint8Array(plane.length)
  for (let i = 0; i < plane.length; i += 4) {
    const alpha = plane[i + 3]!
    for (let c = 0; c < 3; c++) out[i + c] = alpha > 0 ? Math.round((255 * plane[i + c]!) / alpha) : 0
    out[i + 3] = Math.round(255 * alpha)
  }
  return out

  async function joined(nodes: readonly Node[], on: Plane): Promise<Plane> {
    for (const { tag, attributes: a, children } of nodes.toReversed()) {
      if (a['visibility'] === 'hidden') continue
      if (tag === 'stack' && a['isolation'] === 'auto') {
        if (a['opacity'] !== '1' || a['composite-op'] !== 'svg:src-over') throw new Error('an open group with looks')
        await joined(children, on)
        continue
      }
      const source = tag === 'layer' ? await pictureOf(a) : await joined(children, new Float64Array(4 * width * height))
      lay(source, on, a['composite-op']!.replace('svg:', ''), Number(a['opacity']))
    }
    return on
  }

  async function pictureOf(a: Record<string, string>): Promise<Plane> {
    const file = await zip.file(a['src']!)!.async('nodebuffer')
    const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    const plane = new Float64Array(4 * width * height)
    for (let y = 0; y < info.height; y++) {
      for (let x = 0; x < info.width; x++) {
        const [px, py] = [x + Number(a['x']), y + Number(a['y'])]
        if (px < 0 || py < 0 || px >= width || py >= height) continue
        const [from, to] = [4 * (y * info.width + x), 4 * (py * width + px)]
        const alpha = data[from + 3]! / 255
        for (let c = 0; c < 3; c++) plane[to + c] = (alpha * data[from + c]!) / 255
        plane[to + 3] = alpha
      }
    }
    return plane
  }
}

function lay(source: Plane, on: Plane, op: string, opacity: number): void {
  for (let i = 0; i < on.length; i += 4) {
    const [as, ab] = [source[i + 3]! * opacity, on[i + 3]!]
    if (as === 0) continue
    const s = [0, 1, 2].map(c => source[i + c]! / source[i + 3]!)
    const b = [0, 1, 2].map(c => (ab > 0 ? on[i + c]! / ab : 0))
    if (op === 'plus') {
      for (let c = 0; c < 3; c++) on[i + c] = Math.min(1, as * s[c]! + ab * b[c]!)
      on[i + 3] = Math.min(1, as + ab)
      continue
    }
    // §5.1, §9.1.4: cs = (1 − αb) × Cs + αb × B(Cb, Cs); then source-over.
    const mixed = WHOLE[op]?.(b, s) ?? b.map((value, c) => (op === 'src-over' ? s[c]! : EACH[op]!(value, s[c]!)))
    for (let c = 0; c < 3; c++) on[i + c] = as * ((1 - ab) * s[c]! + ab * mixed[c]!) + (1 - as) * ab * b[c]!
    on[i + 3] = as + ab * (1 - as)
  }
}

/** §9.1: channel by channel, backdrop and source. */
const EACH: Record<string, (b: number, s: number) => number> = {
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => EACH['hard-light']!(s, b),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (b, s) => (b === 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s))),
  'color-burn': (b, s) => (b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  'hard-light': (b, s) => (s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1)),
  'soft-light': (b, s) => {
    if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b)
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b)
    return b + (2 * s - 1) * (d - b)
  },
  difference: (b, s) => Math.abs(b - s),
}

/** §9.2: all channels at once. */
const lum = ([r, g, b]: number[]) => 0.3 * r! + 0.59 * g! + 0.11 * b!
const sat = (colour: number[]) => Math.max(...colour) - Math.min(...colour)
function clipped(colour: number[]): number[] {
  const [l, least, most] = [lum(colour), Math.min(...colour), Math.max(...colour)]
  let out = colour
  if (least < 0) out = out.map(c => l + ((c - l) * l) / (l - least))
  if (most > 1) out = out.map(c => l + ((c - l) * (1 - l)) / (most - l))
  return out
}
const withLum = (colour: number[], l: number) => clipped(colour.map(c => c + l - lum(colour)))
function withSat(colour: number[], s: number): number[] {
  const [least, range] = [Math.min(...colour), sat(colour)]
  return colour.map(c => (range > 0 ? ((c - least) * s) / range : 0))
}
const WHOLE: Record<string, (b: number[], s: number[]) => number[]> = {
  hue: (b, s) => withLum(withSat(s, sat(b)), lum(b)),
  saturation: (b, s) => withLum(withSat(b, sat(s)), lum(b)),
  color: (b, s) => withLum(s, lum(b)),
  luminosity: (b, s) => withLum(b, lum(s)),
}
