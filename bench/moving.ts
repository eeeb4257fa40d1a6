import { createCanvas } from '@napi-rs/canvas'
import { contours } from 'd3-contour'
import { loadKernels, TILE_BYTES } from '#core/kernels'
import { sheetRect, tilesUnder, type Layer } from '#core/layers'
import { cornersOf, Lifted, straightNet, type Destination } from '#core/moving'
import { insideOutline, readSelection, selectionEdge, softened } from '#core/select'
import { side, type Row } from './measure'

/** Moving a whole layer of 2500 × 2500 px, and the edge of what is selected on it. */

const SIDE = 2500
const kernels = loadKernels()
const sheet = { width: SIDE, height: SIDE, paper: [255, 255, 255] as const }
const box = sheetRect(sheet)

/** What the window of a 1280 × 800 screen shows of it. */
const SHOWN = { x: 10, y: 10, scale: 0.28 }
const WINDOW = { x0: 0, y0: 0, x1: 800, y1: 720 }
/** While a part moves it is shown at half the size, once it takes long. */
const HALF_SHOWN = { x: 5, y: 5, scale: 0.14 }
const HALF_WINDOW = { x0: 0, y0: 0, x1: 400, y1: 360 }

function hills(): Layer {
  const tiles = new Map<number, Uint8Array>()
  for (const { number } of tilesUnder(sheet, box)) {
    const tile = new Uint8Array(TILE_BYTES)
    for (let i = 0; i < TILE_BYTES; i += 4) tile.set([(i >> 4) & 255, (i >> 9) & 255, 90, 180], i)
    tiles.set(number, tile)
  }
  return { id: 'one', name: 'one', visible: true, opacity: 100, tiles }
}

/** A net pulled about by up to 90 px. */
function pulledNet(seed: number): Destination {
  const points = straightNet(box, 3, 3).map((value, i) => value + 90 * Math.sin(i * 2.3 + seed))
  return { kind: 'net', columns: 3, rows: 3, points }
}

export async function moving(): Promise<Row[]> {
  const lifted = new Lifted(kernels, sheet, hills(), box, undefined, false)
  const turned: Destination = {
    kind: 'corners',
    points: cornersOf(box).map((value, i) => value * 0.9 + (i % 2 ? 120 : 60) + 30 * Math.sin(i)),
  }
  const source = createCanvas(SIDE, SIDE)
  source.getContext('2d').fillStyle = 'rgb(90 140 90 / 70%)'
  source.getContext('2d').fillRect(0, 0, SIDE, SIDE)
  const screen = createCanvas(WINDOW.x1, WINDOW.y1).getContext('2d')
  const whole = createCanvas(SIDE, SIDE).getContext('2d')
  screen.imageSmoothingQuality = 'high'
  let seed = 0
  const shown = await side(
    'a part of 2500 × 2500 px in hand, shown at the size of the screen (aim: a frame in 33 ms)',
    [
      { name: 'Little Easel, a net', run: () => lifted.preview(pulledNet((seed += 0.1)), SHOWN, WINDOW) },
      {
        name: 'Little Easel, a net, while it moves (half the size)',
        run: () => lifted.preview(pulledNet((seed += 0.1)), HALF_SHOWN, HALF_WINDOW),
      },
      { name: 'Little Easel, corners', run: () => lifted.preview(turned, SHOWN, WINDOW) },
      {
        name: 'Skia, turned and scaled',
        run() {
          screen.setTransform(0.25, 0.05, -0.05, 0.25, 60, 30)
          screen.drawImage(source, 0, 0)
          return screen.getImageData(0, 0, WINDOW.x1, WINDOW.y1)
        },
      },
    ],
    9,
  )
  const settled = await side(
    'the same part put down',
    [
      { name: 'Little Easel, a net', run: () => lifted.laid(pulledNet(1)) },
      { name: 'Little Easel, corners', run: () => lifted.laid(turned) },
      {
        name: 'Skia, turned and scaled',
        run() {
          whole.setTransform(0.9, 0.05, -0.05, 0.9, 60, 120)
          whole.drawImage(source, 0, 0)
          return whole.getImageData(0, 0, SIDE, SIDE)
        },
      },
    ],
    3,
  )
  return [...shown, ...settled]
}

export async function selecting(): Promise<Row[]> {
  const wavy = Array.from({ length: 400 }, (_, i) => {
    const angle = (i / 400) * 2 * Math.PI
    const radius = 900 + 160 * Math.sin(angle * 23)
    return [1250 + radius * Math.cos(angle), 1250 + radius * Math.sin(angle)]
  }).flat()
  const selection = insideOutline({ sheet, layers: [] }, wavy)
  const values = Float64Array.from(readSelection(sheet, selection, box)) as unknown as number[]
  const ofContours = contours().size([SIDE, SIDE]).smooth(false).thresholds([127.5])
  return side(
    'the edge of a selection of 2500 × 2500 px',
    [
      { name: 'Little Easel', run: () => selectionEdge(sheet, selection) },
      { name: 'd3-contour', run: () => ofContours(values) },
      {
        name: 'Little Easel, softened by 12 px before',
        run: () => selectionEdge(sheet, softened(sheet, selection, 12)),
      },
    ],
    5,
  )
}
