import { createCanvas } from '@napi-rs/canvas'
import { pour } from '#core/fill'
import { BLEND_MODES, TILE_BYTES, type BlendMode } from '#core/kernels'
import {
  flattenDrawing,
  flattenTile,
  reducedPreviewFor,
  layerAlpha,
  sheetRect,
  tilesUnder,
  type Drawing,
  type Group,
  type Layer,
} from '#core/layers'
import { discReach } from '#core/raster'
import { filledLayer, kernels, lineDrawing, memoryCopy, openCv, settle, sheet, SIDE } from './core'
import { side, type Row } from './measure'

/** Blend modes, stacks with clips and masks, and pours whose gaps are closed, beside independent libraries. */

const parts = tilesUnder(sheet, sheetRect(sheet))
const out = new Uint8Array(TILE_BYTES)
const flatten = (drawing: Drawing) =>
  parts.forEach(({ number, part }) => flattenTile(kernels, drawing, number, part, sheet.paper, out))

function canvasOf(layer: Layer) {
  const canvas = createCanvas(SIDE, SIDE)
  const context = canvas.getContext('2d')
  const image = context.createImageData(SIDE, SIDE)
  image.data.set(flattenDrawing(kernels, { sheet, layers: [layer] }, null))
  context.putImageData(image, 0, 0)
  return canvas
}

/** One layer in each mode over another. */
export async function blending(): Promise<Row[]> {
  const [below, above] = [filledLayer('a', 1, 100), filledLayer('b', 2, 100)]
  const [lower, upper] = [canvasOf(below), canvasOf(above)]
  const target = createCanvas(SIDE, SIDE)
  const context = target.getContext('2d')
  const rows: Row[] = []
  for (const mode of BLEND_MODES) {
    const drawing: Drawing = { sheet, layers: [below, { ...above, mode }] }
    rows.push(
      ...(await side(
        `two full layers of ${SIDE} × ${SIDE}, the upper one ${mode} (aim: at most 1.5 × Skia's time)`,
        [
          {
            name: 'Skia, drawImage with globalCompositeOperation',
            run() {
              context.globalCompositeOperation = 'source-over'
              context.fillStyle = '#fbfaf6'
              context.fillRect(0, 0, SIDE, SIDE)
              context.drawImage(lower, 0, 0)
              context.globalCompositeOperation =
                mode === 'normal' ? 'source-over' : mode === 'plus-lighter' ? 'lighter' : mode
              context.drawImage(upper, 0, 0)
              return settle(context)
            },
          },
          { name: 'Little Easel, SIMD', run: () => flatten(drawing) },
        ],
        5,
      )),
    )
  }
  return rows
}

const MIXED: readonly BlendMode[] = [
  'normal',
  'multiply',
  'normal',
  'overlay',
  'screen',
  'normal',
  'soft-light',
  'normal',
  'multiply',
  'color',
]

/** Twenty full layers of mixed modes, some clipped, some masked, some in groups. */
export function mixedStack(): Drawing {
  const groups: Group[] = [
    { id: 'g', name: 'g', visible: true, opacity: 80 },
    { id: 'h', name: 'h', visible: true, opacity: 90, mode: 'multiply' },
  ]
  const layers = Array.from({ length: 20 }, (_, i): Layer => ({
    ...filledLayer(`l${i}`, i + 1, 100 - (i % 5) * 12),
    mode: MIXED[i % MIXED.length]!,
    ...(i % 4 === 2 && { clip: true }),
    ...(i % 5 === 3 && {
      mask: { id: `m${i}`, base: 1 as const, isOn: true, tiles: filledLayer('m', 100 + i, 100).tiles },
    }),
    ...(i >= 4 && i < 8 && { group: 'g' }),
    ...(i >= 12 && i < 15 && { group: 'h' }),
  }))
  return { sheet, layers, groups }
}

export async function stacks(): Promise<Row[]> {
  const mixed = mixedStack()
  const plain: Drawing = {
    sheet,
    layers: mixed.layers.map(({ id, name, visible, opacity, tiles }) => ({ id, name, visible, opacity, tiles })),
  }
  const canvases = mixed.layers.map(layer =>
    canvasOf({ ...layer, mode: undefined, clip: undefined, mask: undefined, group: undefined, opacity: 100 }),
  )
  const target = createCanvas(SIDE, SIDE)
  const context = target.getContext('2d')
  const draw = () => {
    context.globalAlpha = 1
    context.globalCompositeOperation = 'source-over'
    context.fillStyle = '#fbfaf6'
    context.fillRect(0, 0, SIDE, SIDE)
    canvases.forEach((canvas, i) => {
      const { mode = 'normal', opacity } = mixed.layers[i]!
      context.globalAlpha = opacity / 100
      context.globalCompositeOperation = mode === 'normal' ? 'source-over' : (mode as 'multiply')
      context.drawImage(canvas, 0, 0)
    })
    return settle(context)
  }
  const [first] = parts
  let opacity = 0
  /**
   * A frame while the opacity of a layer is changed: at the size at which the window shows the whole sheet, or smaller.
   */
  const slide = (place: number) => {
    const { drawing } = reducedPreviewFor(kernels, mixed, `l${place}`, 2, null)!
    const smallParts = tilesUnder(drawing.sheet, sheetRect(drawing.sheet))
    return () => {
      opacity = (opacity + 7) % 100
      const changed = {
        ...drawing,
        layers: drawing.layers.map(layer => (layer.id === `l${place}` ? { ...layer, opacity } : layer)),
      }
      smallParts.forEach(({ number, part }) => flattenTile(kernels, changed, number, part, sheet.paper, out))
    }
  }
  return [
    ...(await side(
      'the opacity of one of 20 layers changed, the whole sheet in sight (aim: a frame in 33 ms)',
      [
        ...[0, 9, 19].map(place => ({ name: `Little Easel, layer ${place + 1}`, run: slide(place) })),
        { name: 'Little Easel, from the whole sheet', run: () => flatten(mixed) },
      ],
      5,
    )),
    ...(await side(
      `20 full layers of ${SIDE} × ${SIDE}, flattened`,
      [
        { name: 'Little Easel, modes, clips, masks, groups', run: () => flatten(mixed) },
        { name: 'Little Easel, all normal', run: () => flatten(plain) },
        { name: 'Skia, the modes alone', run: draw },
        memoryCopy,
      ],
      3,
    )),
    ...(await side(
      'the same, one dirty tile',
      [
        {
          name: 'Little Easel, modes, clips, masks, groups',
          run: () => flattenTile(kernels, mixed, first!.number, first!.part, sheet.paper, out),
        },
        {
          name: 'Little Easel, all normal',
          run: () => flattenTile(kernels, plain, first!.number, first!.part, sheet.paper, out),
        },
      ],
      31,
    )),
  ]
}

/** A pour with gaps closed, and the same done with OpenCV on a picture that lies ready. */
export async function closing(): Promise<Row[]> {
  const GAP = 19
  const drawing = lineDrawing()
  const colour = drawing.layers[0]!
  const cv = await openCv()
  const alpha = layerAlpha(drawing, drawing.layers[1]!)
  const open = cv.matFromArray(
    SIDE,
    SIDE,
    cv.CV_8UC1,
    alpha.map(value => (value > 40 ? 0 : 255)),
  )
  const [core, grown, result] = [new cv.Mat(), new cv.Mat(), new cv.Mat()]
  const reach = discReach((GAP + 1) / 2)
  const width = 2 * reach.length - 1
  const disc = cv.matFromArray(
    width,
    width,
    cv.CV_8UC1,
    Uint8Array.from({ length: width * width }, (_, i) => {
      const dy = Math.abs(Math.floor(i / width) - reach.length + 1)
      return Math.abs((i % width) - reach.length + 1) <= reach[dy]! ? 1 : 0
    }),
  )
  const mask = cv.Mat.zeros(SIDE + 2, SIDE + 2, cv.CV_8UC1)
  const rows: Row[] = []
  for (const [what, x, y] of [
    ['one of 40 shapes', 180, 260],
    ['the ground round 40 shapes', 20, 20],
  ] as const) {
    rows.push(
      ...(await side(
        `pour with gaps of ${GAP} px closed, ${SIDE} × ${SIDE}: ${what} (aim: at least 10 × as fast as OpenCV)`,
        [
          {
            name: 'Little Easel (finds, closes, creeps 2 px, lays)',
            run: () =>
              pour(kernels, drawing, colour, {
                where: { kind: 'places', points: [x, y] },
                paint: { kind: 'colour', colour: [143, 170, 176] },
                tolerance: 40,
                borders: 'all',
                gap: GAP,
                grow: 2,
                seed: 1,
              }),
          },
          {
            name: 'OpenCV: erode, flood, dilate, and',
            ready: () => mask.data.fill(0),
            run() {
              cv.erode(open, core, disc)
              cv.floodFill(
                core,
                mask,
                new cv.Point(x, y),
                new cv.Scalar(128, 0, 0, 0),
                new cv.Rect(),
                new cv.Scalar(0, 0, 0, 0),
                new cv.Scalar(0, 0, 0, 0),
                4,
              )
              cv.dilate(core, result, disc)
              cv.bitwise_and(result, open, grown)
            },
          },
        ],
        5,
      )),
    )
  }
  for (const each of [open, core, grown, result, mask, disc]) each.delete()
  return rows
}
