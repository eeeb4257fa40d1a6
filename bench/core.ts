import { createRequire } from 'node:module'
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas'
import sharp from 'sharp'
import { seededRandom } from '#core/base'
import { isRubbing, Stroke, TOOL_IDS, TOOL_NAMES, TOOLS, toolSettings } from '#core/brush'
import { Engine, replay, type Act, type DrawingRecord, type Entry } from '#core/drawing'
import { wanderingSamples } from '#core/drawing/testing'
import { pour } from '#core/fill'
import { resample } from '#core/geometry'
import { loadKernels, plainKernels, TILE_BYTES, type Kernels } from '#core/kernels'
import { flattenDrawing, flattenTile, layerAlpha, sheetRect, tilesUnder, type Drawing, type Layer } from '#core/layers'
import { recognise } from '#core/trueup'
import { HAND_KINDS, handStroke } from '#core/trueup/testing'
import { side, type Row } from './measure'

/** The core's hot paths beside independent libraries command the same work in the same run. */

export const SIDE = 2500
export const sheet = { width: SIDE, height: SIDE, paper: [251, 250, 246] as [number, number, number] }
const BYTES = SIDE * SIDE * 4
export const kernels = loadKernels()
const plain = plainKernels()

export function emptyLayer(id: string): Layer {
  return { id, name: id, visible: true, opacity: 100, tiles: new Map() }
}

export function filledLayer(id: string, seed: number, opacity: number): Layer {
  const random = seededRandom(seed)
  const tiles = new Map<number, Uint8Array>()
  for (const { number } of tilesUnder(sheet, sheetRect(sheet))) {
    const tile = new Uint8Array(TILE_BYTES)
    const words = new Uint32Array(tile.buffer)
    for (let i = 0; i < words.length; i++) words[i] = random.next()
    tiles.set(number, tile)
  }
  return { ...emptyLayer(id), opacity, tiles }
}

const copySource = new Uint8Array(BYTES).fill(7)
const copyTarget = new Uint8Array(BYTES)
export const memoryCopy = { name: `plain copy of ${Math.round(BYTES / 1e6)} MB`, run: () => copyTarget.set(copySource) }

/** A straight way of 300 dabs at 8 % of the size, packed. */
function pathOfDabs(size: number): number[] {
  const step = size * 0.08
  const length = step * 299
  const samples: number[] = []
  // Back and forth within the sheet; a sample every few dabs.
  const room = SIDE - size - 40
  for (let i = 0; i <= 60; i++) {
    const along = (length * i) / 60
    const turn = Math.floor(along / room)
    const x = turn % 2 ? room - (along % room) : along % room
    samples.push(
      Math.round((x + size / 2 + 20) * 16),
      Math.round((size / 2 + 20 + turn * size * 0.4 + i) * 16),
      1023,
      8,
    )
  }
  return samples
}

function strokeCase(name: string, on: Kernels, size: number) {
  const drawing: Drawing = { sheet, layers: [emptyLayer('a')] }
  const samples = pathOfDabs(size)
  const tool = toolSettings('soft-brush', { size, hardness: 0, flow: 12, opacity: 80, spacing: 8, pressureFlow: 0 })
  on.openMask(SIDE, SIDE)
  return {
    name,
    run() {
      const stroke = new Stroke(on, drawing, drawing.layers[0]!, { tool, colour: [40, 60, 90], seed: 5 })
      stroke.extend(samples)
      stroke.finish()
      return stroke.lay()
    },
  }
}

/** Skia: the usual way, one soft stamp drawn 300 times. */
function skiaStampCase(size: number) {
  const stamp = createCanvas(size, size)
  const pen = stamp.getContext('2d')
  const gradient = pen.createRadialGradient(size / 2, size / 2, 0, size / 2, size / 2, size / 2)
  for (let i = 0; i <= 16; i++) {
    const t = i / 16
    gradient.addColorStop(t, `rgba(40,60,90,${(0.12 * (1 - t * t * (3 - 2 * t))).toFixed(5)})`)
  }
  pen.fillStyle = gradient
  pen.fillRect(0, 0, size, size)
  const canvas = createCanvas(SIDE, SIDE)
  const context = canvas.getContext('2d')
  const samples = pathOfDabs(size)
  return {
    name: 'Skia, a stamp drawn 300 times',
    ready: () => context.clearRect(0, 0, SIDE, SIDE),
    run() {
      for (let i = 0; i < 300; i++) {
        const at = Math.min(Math.floor(i / 5), 60) * 4
        context.drawImage(stamp, samples[at]! / 16 - size / 2 + (i % 5) * size * 0.08, samples[at + 1]! / 16 - size / 2)
      }
      return settle(context)
    },
  }
}

/** Makes Skia finish what it has put off. */
export function settle(context: SKRSContext2D): number {
  return context.getImageData(0, 0, 1, 1).data[3]!
}

export async function strokes(): Promise<Row[]> {
  const rows: Row[] = []
  for (const size of [40, 150, 500]) {
    rows.push(
      ...(await side(
        `300 dabs of ${size} px at 8 % on ${SIDE} × ${SIDE}`,
        [
          strokeCase('Little Easel, SIMD', kernels, size),
          strokeCase('Little Easel, plain twin', plain, size),
          skiaStampCase(size),
          memoryCopy,
        ],
        11,
      )),
    )
  }
  kernels.openMask(SIDE, SIDE)
  return rows
}

/** Every tool on the same way, beside Skia's stamps of the same size. */
export async function toolStrokes(): Promise<Row[]> {
  const rows: Row[] = []
  for (const size of [20, 200]) {
    const cases = TOOL_IDS.filter(id => !isRubbing(TOOLS[id])).map(id => {
      const drawing: Drawing = {
        sheet,
        layers: [TOOLS[id].effect === 'erase' ? filledLayer('a', 3, 100) : emptyLayer('a')],
      }
      const samples = pathOfDabs(size)
      return {
        name: TOOL_NAMES[id],
        run() {
          const stroke = new Stroke(kernels, drawing, drawing.layers[0]!, {
            tool: toolSettings(id, { size }),
            colour: [40, 60, 90],
            seed: 5,
          })
          stroke.extend(samples)
          stroke.finish()
          return stroke.lay()
        },
      }
    })
    kernels.openMask(SIDE, SIDE)
    rows.push(
      ...(await side(
        `the way of 300 dabs of ${size} px with every tool on ${SIDE} × ${SIDE}`,
        [skiaStampCase(size), ...cases],
        5,
      )),
    )
  }
  return rows
}

/** What a held stroke of 500 samples was meant to be (aim: under 10 ms). */
export async function trueUp(): Promise<Row[]> {
  const strokes = HAND_KINDS.map((kind, i) => ({ name: kind, points: resample(handStroke(kind, 4000 + i), 500) }))
  return side(
    'true-up: recognising a stroke of 500 samples (aim: under 10 ms)',
    strokes.map(({ name, points }) => ({ name, run: () => recognise(points) })),
    21,
  )
}

export async function compositing(): Promise<Row[]> {
  const layers = Array.from({ length: 8 }, (_, i) =>
    filledLayer(`l${i}`, i + 1, [100, 80, 60, 100, 50, 90, 70, 100][i]!),
  )
  const drawing: Drawing = { sheet, layers }
  const out = new Uint8Array(TILE_BYTES)
  const parts = tilesUnder(sheet, sheetRect(sheet))
  const flat = layers.map(layer => flattenDrawing(kernels, { sheet, layers: [{ ...layer, opacity: 100 }] }, null))
  const canvases = flat.map(pixels => {
    const canvas = createCanvas(SIDE, SIDE)
    const context = canvas.getContext('2d')
    const image = context.createImageData(SIDE, SIDE)
    image.data.set(pixels)
    context.putImageData(image, 0, 0)
    return canvas
  })
  const target = createCanvas(SIDE, SIDE)
  const context = target.getContext('2d')
  const raw = { width: SIDE, height: SIDE, channels: 4 as const }
  return side(
    `8 full layers of ${SIDE} × ${SIDE} flattened`,
    [
      {
        name: 'Little Easel, SIMD',
        run: () => parts.forEach(({ number, part }) => flattenTile(kernels, drawing, number, part, sheet.paper, out)),
      },
      {
        name: 'Skia, drawImage with globalAlpha',
        run() {
          context.globalAlpha = 1
          context.fillStyle = '#fbfaf6'
          context.fillRect(0, 0, SIDE, SIDE)
          canvases.forEach((canvas, i) => {
            context.globalAlpha = layers[i]!.opacity / 100
            context.drawImage(canvas, 0, 0)
          })
          return settle(context)
        },
      },
      {
        name: 'libvips, composite (no layer opacity)',
        run: () =>
          sharp({ create: { width: SIDE, height: SIDE, channels: 4, background: '#fbfaf6' } })
            .composite(flat.map(input => ({ input: Buffer.from(input.buffer), raw })))
            .raw()
            .toBuffer(),
      },
      memoryCopy,
    ],
    7,
  )
}

/** Forty hand-drawn rings on a line layer. */
export function lineDrawing(): Drawing {
  const engine = new Engine(kernels, sheet)
  engine.add({ type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'colour', name: 'colour', place: 0 } })
  engine.add({ type: 'prepare', at: 0, act: { kind: 'layer-add', layer: 'lines', name: 'lines', place: 1 } })
  const random = seededRandom(40)
  for (let i = 0; i < 40; i++) {
    const cx = 180 + (i % 8) * 305
    const cy = 260 + Math.floor(i / 8) * 490
    const samples: number[] = []
    for (let k = 0; k <= 66; k++) {
      const angle = (2 * Math.PI * k) / 64
      samples.push(
        Math.round((cx + (120 + random.between(-4, 4)) * Math.cos(angle)) * 16),
        Math.round((cy + (200 + random.between(-5, 5)) * Math.sin(angle)) * 16),
        800,
        8,
      )
    }
    engine.add({
      type: 'act',
      at: i,
      act: {
        kind: 'stroke',
        version: 2,
        layer: 'lines',
        tool: toolSettings('ink-pen', { size: 9 }),
        colour: [38, 42, 51],
        seed: i,
        samples,
      },
    })
  }
  return engine.drawing
}

/** The little of OpenCV that is timed. */
export interface OpenCv {
  Mat: { new (): OpenCvMat; zeros(rows: number, cols: number, type: number): OpenCvMat }
  matFromArray(rows: number, cols: number, type: number, data: ArrayLike<number>): OpenCvMat
  CV_8UC3: number
  CV_8UC4: number
  Size: new (width: number, height: number) => object
  readonly BORDER_REPLICATE: number
  GaussianBlur(from: OpenCvMat, to: OpenCvMat, size: object, sx: number, sy: number, border: number): void
  CV_8UC1: number
  Point: new (x: number, y: number) => object
  Scalar: new (...values: number[]) => object
  Rect: new () => object
  readonly THRESH_BINARY: number
  erode(from: OpenCvMat, to: OpenCvMat, kernel: OpenCvMat): void
  dilate(from: OpenCvMat, to: OpenCvMat, kernel: OpenCvMat): void
  threshold(from: OpenCvMat, to: OpenCvMat, limit: number, value: number, kind: number): void
  bitwise_and(a: OpenCvMat, b: OpenCvMat, to: OpenCvMat): void
  readonly CV_32FC2: number
  readonly INTER_CUBIC: number
  readonly COLOR_RGBA2GRAY: number
  readonly ADAPTIVE_THRESH_MEAN_C: number
  readonly THRESH_BINARY_INV: number
  getPerspectiveTransform(from: OpenCvMat, to: OpenCvMat): OpenCvMat
  warpPerspective(from: OpenCvMat, to: OpenCvMat, map: OpenCvMat, size: object, how: number): void
  cvtColor(from: OpenCvMat, to: OpenCvMat, how: number): void
  adaptiveThreshold(
    from: OpenCvMat,
    to: OpenCvMat,
    most: number,
    how: number,
    kind: number,
    side: number,
    off: number,
  ): void
  floodFill(
    image: OpenCvMat,
    mask: OpenCvMat,
    seed: object,
    value: object,
    rect: object,
    low: object,
    high: object,
    flags: number,
  ): number
}
export interface OpenCvMat {
  data: Uint8Array
  delete(): void
}

let library: Promise<OpenCv> | null = null

/**
 * The library, ready. Its object answers `then` with itself, so it must never be awaited; and it says only once that it
 * is ready.
 */
export function openCv(): Promise<OpenCv> {
  library ??= new Promise(resolve => {
    const loaded = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv & {
      onRuntimeInitialized?: () => void
    }
    loaded.onRuntimeInitialized = () => resolve(withoutThen(loaded))
  })
  return library
}

function withoutThen(loaded: OpenCv): OpenCv {
  const {
    Mat,
    matFromArray,
    CV_8UC3,
    CV_8UC4,
    CV_8UC1,
    Size,
    BORDER_REPLICATE,
    GaussianBlur,
    Point,
    Scalar,
    Rect,
    floodFill,
    erode,
    dilate,
    threshold,
    bitwise_and,
    THRESH_BINARY,
    getPerspectiveTransform,
    warpPerspective,
    cvtColor,
    adaptiveThreshold,
    CV_32FC2,
    INTER_CUBIC,
    COLOR_RGBA2GRAY,
    ADAPTIVE_THRESH_MEAN_C,
    THRESH_BINARY_INV,
  } = loaded
  return {
    Mat,
    matFromArray,
    CV_8UC3,
    CV_8UC4,
    CV_8UC1,
    Size,
    BORDER_REPLICATE,
    GaussianBlur,
    Point,
    Scalar,
    Rect,
    floodFill,
    erode,
    dilate,
    threshold,
    bitwise_and,
    THRESH_BINARY,
    getPerspectiveTransform,
    warpPerspective,
    cvtColor,
    adaptiveThreshold,
    CV_32FC2,
    INTER_CUBIC,
    COLOR_RGBA2GRAY,
    ADAPTIVE_THRESH_MEAN_C,
    THRESH_BINARY_INV,
  }
}

export async function pouring(): Promise<Row[]> {
  const drawing = lineDrawing()
  const colour = drawing.layers[0]!
  const picture = flattenDrawing(kernels, drawing)
  const loaded = await openCv()
  const rgb = new Uint8Array(SIDE * SIDE * 3)
  for (let i = 0, j = 0; i < picture.length; i += 4) {
    rgb[j++] = picture[i]!
    rgb[j++] = picture[i + 1]!
    rgb[j++] = picture[i + 2]!
  }
  const image = loaded.matFromArray(SIDE, SIDE, loaded.CV_8UC3, rgb)
  const mask = loaded.Mat.zeros(SIDE + 2, SIDE + 2, loaded.CV_8UC1)
  const rows: Row[] = []
  for (const [what, x, y] of [
    ['one of 40 shapes', 180, 260],
    ['the ground round 40 shapes', 20, 20],
  ] as const) {
    rows.push(
      ...(await side(
        `pour on a ${SIDE} × ${SIDE} line drawing: ${what}`,
        [
          {
            name: 'Little Easel (finds, creeps 2 px, lays)',
            run: () =>
              pour(kernels, drawing, colour, {
                where: { kind: 'places', points: [x, y] },
                paint: { kind: 'colour', colour: [143, 170, 176] },
                tolerance: 40,
                borders: 'all',
                gap: 0,
                grow: 2,
                seed: 1,
              }),
          },
          {
            name: 'OpenCV, floodFill (finds and fills)',
            ready() {
              image.data.set(rgb)
              mask.data.fill(0)
            },
            run: () =>
              loaded.floodFill(
                image,
                mask,
                new loaded.Point(x, y),
                new loaded.Scalar(143, 170, 176, 255),
                new loaded.Rect(),
                new loaded.Scalar(40, 40, 40, 0),
                new loaded.Scalar(40, 40, 40, 0),
                4 | (1 << 16),
              ),
          },
          memoryCopy,
        ],
        11,
      )),
    )
  }
  image.delete()
  mask.delete()
  return rows
}

const PAINT = ['pencil', 'ink-pen', 'soft-brush', 'hard-eraser', 'soft-eraser'] as const

/** 2 000 strokes of every tool on four layers, with a pour and an undo now and then. */
export function mixedRecord(count: number): DrawingRecord {
  const random = seededRandom(2000)
  const layers = ['one', 'two', 'three', 'four']
  const entries: Entry[] = layers.map((layer, place) => ({
    type: 'prepare',
    at: 0,
    act: { kind: 'layer-add', layer, name: layer, place },
  }))
  for (let i = 0; i < count; i++) {
    const at = (i + 1) * 900
    const layer = random.pick(layers)
    const colour: [number, number, number] = [random.int(0, 255), random.int(0, 255), random.int(0, 255)]
    const tool = toolSettings(random.pick(PAINT))
    const act: Act = {
      kind: 'stroke',
      version: 2,
      layer,
      tool,
      colour,
      seed: random.next(),
      samples: wanderingSamples(random, sheet, random.int(20, 60)),
    }
    entries.push({ type: 'act', at, act })
    if (i % 50 === 49) entries.push({ type: 'undo', at: at + 100 })
  }
  return { version: 1, sheet, entries }
}

export async function replaying(): Promise<Row[]> {
  const record = mixedRecord(2000)
  return side(
    `replay of 2 000 mixed strokes on ${SIDE} × ${SIDE}`,
    [{ name: 'Little Easel, SIMD', run: () => replay(kernels, record).drawing }, memoryCopy],
    3,
  )
}

/** Something is really drawn: a bench of nothing would be fast. */
export function checkThatItDraws(): void {
  kernels.openMask(SIDE, SIDE)
  const { run } = strokeCase('check', kernels, 150)
  const drawn = run()
  const painted = layerAlpha(drawn, drawn.layers[0]!).reduce((sum, value) => sum + (value ? 1 : 0), 0)
  if (painted < 100_000) throw new Error(`the stroke of the bench paints only ${painted} px`)
}
