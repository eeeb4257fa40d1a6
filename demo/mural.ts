import sharp from 'sharp'
import { toolSettings } from '#core/brush'
import type { Rgb8 } from '#core/colour'
import type { Kernels } from '#core/kernels'
import { panelPlan, panelSheet, panelsOf, type MuralGrid, type MuralTerms } from '#core/mural'
import type { NewMural } from '#shared/mural'
import { Drawer } from './drawer'
import { BEGINNERS_HAND, curveThrough, type Hand, type Point } from './hand'

/** The mural of the demo: the harbour at low tide, drawn by a class in broad strokes. Made up. */

const PALETTE = [
  { name: 'high sky', colour: [126, 168, 206] },
  { name: 'low sky', colour: [196, 212, 214] },
  { name: 'sun', colour: [246, 214, 130] },
  { name: 'far hill', colour: [120, 140, 150] },
  { name: 'sea', colour: [72, 122, 146] },
  { name: 'quay', colour: [128, 112, 98] },
  { name: 'mud', colour: [158, 132, 102] },
  { name: 'wet mud', colour: [118, 100, 84] },
  { name: 'red hull', colour: [176, 66, 52] },
  { name: 'dark hull', colour: [44, 56, 72] },
  { name: 'sail', colour: [238, 228, 206] },
] as const satisfies readonly { name: string; colour: Rgb8 }[]
const [HIGH, LOW, SUN, HILL, SEA, QUAY, MUD, WET, RED, DARK, SAIL] = PALETTE.map((_, i) => i) as [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
]

/** What lies behind everything: which colour of the palette a place has; x from 0 to 2, y from 0 to 1. */
function behindAt(x: number, y: number): number {
  const hill = 0.46 - 0.05 * Math.sin(2.1 * x) - 0.03 * Math.sin(5.3 * x + 1)
  const shore = 0.6 + 0.025 * Math.sin(3 * x + 0.5)
  if (y < hill - 0.16) return HIGH
  if (y < hill) return LOW
  if (y < 0.5) return HILL
  if (y < shore) return SEA
  return Math.sin(9 * x + 14 * y) > 0.55 ? WET : MUD
}

/** What stands before it; null where nothing does. */
function beforeAt(x: number, y: number): number | null {
  if ((x - 1.62) ** 2 + (y - 0.2) ** 2 < 0.008) return SUN
  const hull = (cx: number, top: number, length: number, depth: number) =>
    y > top && y < top + depth && Math.abs(x - cx) < length * (1 - 0.45 * ((y - top) / depth))
  if (hull(0.52, 0.66, 0.26, 0.13)) return RED
  if (hull(1.34, 0.62, 0.2, 0.11)) return DARK
  if (x > 0.55 && x < 0.53 + (0.62 - y) * -0.6 + 0.26 && y > 0.28 && y < 0.62) return SAIL
  if (x > 1.78 && y > 0.46 && y < 0.76) return QUAY
  return null
}
/** Masts, from top to bottom: x, y, y. */
const MASTS = [
  [0.5, 0.24, 0.67],
  [1.36, 0.34, 0.63],
] as const

function colourAt(x: number, y: number): number {
  const mast = MASTS.find(([at, top, foot]) => Math.abs(x - at) < 0.008 && y > top && y < foot)
  return mast ? DARK : (beforeAt(x, y) ?? behindAt(x, y))
}

/** The same as a picture, PNG. */
async function picture(width: number): Promise<Buffer> {
  const height = width / 2
  const pixels = Buffer.alloc(3 * width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++)
      pixels.set(PALETTE[colourAt((2 * x) / width, y / height)]!.colour, 3 * (y * width + x))
  }
  return sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer()
}

export const HARBOUR_GRID: MuralGrid = { columns: 4, rows: 2, width: 600, height: 600, bleed: 30 }

/** As it is laid out. The picture is cut to whatever grid of twice its height. */
export async function harbourMural(grid: MuralGrid = HARBOUR_GRID): Promise<NewMural> {
  return {
    facts: {
      title: 'The harbour at low tide',
      words: 'Two boats on the mud, the sea far out. Broad strokes along the ground; hulls and sail last.',
      grid,
      ground: Math.round(0.6 * grid.rows * grid.height),
      unit: Math.round(grid.width / 4),
      unitWords: 'as high as a grown person',
      vanishing: null,
      isUnder: true,
      isPicked: true,
    },
    palette: PALETTE.map(({ name, colour }) => ({ name, colour: [...colour] })),
    picture: (await picture(1200)).toString('base64'),
  }
}

export interface PanelAttempt {
  readonly seed: number
  /** All of it is so many px too low. */
  readonly sunk?: number
  /** Painted down to here only, 0 … 1. */
  readonly upTo?: number
  readonly hand?: Hand
}

/** Who of the class has which panel, and how they drew it; null: not begun. The others are free. */
export const PANELS: readonly {
  readonly place: number
  readonly learner: number
  readonly attempt: PanelAttempt | null
}[] = [
  { place: 0, learner: 0, attempt: { seed: 41 } },
  { place: 1, learner: 1, attempt: { seed: 42 } },
  { place: 2, learner: 2, attempt: { seed: 43 } },
  { place: 4, learner: 3, attempt: { seed: 44 } },
  { place: 5, learner: 4, attempt: { seed: 45, sunk: 34 } },
  { place: 6, learner: 5, attempt: { seed: 46, upTo: 0.55 } },
  { place: 7, learner: 6, attempt: null },
]

const STEP = 6

/** Someone paints a panel in rows of broad strokes, each of one colour. */
export function drawPanelOf(
  kernels: Kernels,
  mural: NewMural,
  place: number,
  { seed, sunk = 0, upTo = 1, hand = BEGINNERS_HAND }: PanelAttempt,
): Drawer {
  const { grid } = mural.facts
  const panel = panelsOf(grid)[place]!
  const { sheet, steps } = panelPlan(grid, { ...mural.facts, palette: mural.palette } satisfies MuralTerms, panel, null)
  const { width, height } = panelSheet(grid)
  const drawer = new Drawer(kernels, sheet, { ...hand, speed: 1600 }, seed)
  drawer.open(steps[0]!)
  const size = Math.round(grid.height / 14)
  const brush = toolSettings('round-brush', { size })
  const [wide, high] = [grid.columns * grid.width, grid.rows * grid.height]
  /** Of the panel's sheet, in the picture. */
  const across = (x: number) => (2 * (panel.own.x0 - grid.bleed + x)) / wide
  const down = (y: number) => (panel.own.y0 - grid.bleed + y - sunk) / high
  const stroke = (colour: number, line: readonly Point[], tool = brush) =>
    drawer.stroke(steps[0]!.layer.id, tool, mural.palette[colour]!.colour as Rgb8, curveThrough(line), {
      sway: size / 14,
    })
  const rows = (at: (x: number, y: number) => number | null, beyond: number) => {
    for (let y = size / 4; y < height * upTo; y += size * 0.4) {
      for (let from = 0; from < width;) {
        const colour = at(across(from), down(y))
        let to = from
        while (to < width && at(across(to), down(y)) === colour) to += STEP
        const [x0, x1] = [from === 0 ? -1.5 * size : from - beyond, to >= width ? width + 1.5 * size : to + beyond]
        const points = Math.max(2, Math.ceil((x1 - x0) / 90))
        if (colour !== null && x1 - x0 > STEP)
          stroke(
            colour,
            Array.from({ length: points }, (_, i): Point => [x0 + ((x1 - x0) * i) / (points - 1), y]),
          )
        from = to
      }
    }
  }
  // First what is behind, each stroke a little into the next; then what stands before it; the masts last.
  rows(behindAt, size * 0.5)
  rows(beforeAt, -size * 0.2)
  for (const [x, top, foot] of MASTS) {
    const at = (x * wide) / 2 - panel.own.x0 + grid.bleed
    const [y0, y1] = [top, foot].map(y =>
      Math.min(Math.max(y * high - panel.own.y0 + grid.bleed + sunk, -size), height * upTo + size),
    ) as [number, number]
    if (at > -size && at < width + size && y1 - y0 > size && y0 < height * upTo)
      stroke(
        DARK,
        [
          [at, y0],
          [at + 1, (y0 + y1) / 2],
          [at, y1],
        ],
        toolSettings('round-brush', { size: Math.max(3, Math.round(size * 0.3)) }),
      )
  }
  return drawer
}
