import { seededRandom, type Point } from '../base'
import type { Pixels } from '../kernels'
import { projectiveTo, type Destination } from '../moving'
import type { Corners } from './corners'
import type { PrintedSheet } from './printed'

/** What is done to a made photograph. */
export interface Made {
  readonly seed: number
  /** Ruled paper, a shadow across the page, coloured pencil under the ink. */
  readonly isRuled: boolean
  readonly hasShadow: boolean
  readonly hasColour: boolean
  /** Drawn with a pencil, not with ink. */
  readonly isPencil?: boolean
  /** Standard deviation of its noise, of 255. */
  readonly noise: number
}

export interface MadePhotograph {
  readonly picture: Pixels
  readonly corners: Corners
  /** What was drawn at a place of the page, both 0 … 1 from its top left corner. */
  readonly drawn: (u: number, v: number) => Drawn
}

const PAGE = { width: 420, height: 560 }

/** What lies at a place of the page. */
export type Drawn = 'ink' | 'colour' | 'paper'

/** A drawing on its page: a pot of ink lines, with coloured pencil in it. RGB of a place, 0 … 1. */
function pageAt(x: number, y: number, made: Made): readonly [number, number, number] {
  const drawn = drawnAt(x, y, made)
  if (drawn === 'ink') return made.isPencil ? [0.42, 0.41, 0.43] : [0.12, 0.12, 0.15]
  if (drawn === 'colour') return [0.85, 0.55, 0.35]
  return made.isRuled && y % 28 < 1.4 ? [0.62, 0.72, 0.86] : [0.93, 0.92, 0.88]
}

function drawnAt(x: number, y: number, { hasColour, seed }: Made): Drawn {
  const [cx, cy] = [PAGE.width / 2, PAGE.height * 0.52]
  const radius = 120 + (seed % 5) * 8
  const off = Math.hypot((x - cx) * 1.1, y - cy)
  const isLine =
    Math.abs(off - radius) < 2.6 ||
    (Math.abs(y - cy + 0.5 * radius) < 2 && Math.abs(x - cx) < radius * 0.7) ||
    (Math.abs(x - cx - radius) < 34 && Math.abs(Math.hypot(x - cx - radius, y - cy) - 40) < 2.4)
  if (isLine) return 'ink'
  return hasColour && off < radius - 8 && (x * 3 + y * 7) % 11 < 8 ? 'colour' : 'paper'
}

/** A table: dark or middling wood with its grain, or a cloth. */
function tableAt(x: number, y: number, kind: number): [number, number, number] {
  const grain = 0.04 * Math.sin(x / 9 + 2 * Math.sin(y / 70)) + 0.02 * Math.sin(y / 3 + x)
  if (kind === 0) return [0.42 + grain, 0.3 + grain, 0.2 + grain]
  if (kind === 1) return [0.22 + grain, 0.23 + grain, 0.26 + grain]
  return [0.35 + grain, 0.45 + grain, 0.5 + grain]
}

type Random = ReturnType<typeof seededRandom>

/** Where the corners of a page lie that is photographed from aslant. @param ratio of the page, width by height */
function cornersAslant(random: Random, width: number, height: number, ratio: number): Corners {
  const h = height * random.between(0.62, 0.86)
  const w = Math.min(width * 0.9, ratio * h)
  const turn = random.between(-0.25, 0.25)
  const [cx, cy] = [width / 2 + random.between(-20, 20), height / 2 + random.between(-10, 10)]
  const pull = () => random.between(-0.06, 0.06)
  return (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] as const
  ).map(([sx, sy]): Point => {
    const [px, py] = [(sx * w * (1 + pull())) / 2, (sy * h * (1 + pull())) / 2]
    const x = cx + px * Math.cos(turn) - py * Math.sin(turn)
    const y = cy + px * Math.sin(turn) + py * Math.cos(turn)
    return { x: Math.min(width - 12, Math.max(12, x)), y: Math.min(height - 12, Math.max(12, y)) }
  }) as unknown as Corners
}

interface Size {
  readonly width: number
  readonly height: number
}
const mapOnto = ({ width, height }: Size, corners: Corners) => {
  const to: Destination = { kind: 'corners', points: corners.flatMap(({ x, y }) => [x, y]) }
  return projectiveTo({ x0: 0, y0: 0, x1: width, y1: height }, to.points)!
}

/** A photograph of a page from aslant, made with plain arithmetic; the corners are known. */
export function madePhotograph(made: Made, width = 1200, height = 900): MadePhotograph {
  const random = seededRandom(made.seed)
  const isHigh = random.unit() < 0.5
  const page = isHigh ? PAGE : { width: PAGE.height, height: PAGE.width }
  const corners = cornersAslant(random, width, height, page.width / page.height)
  const drawn = (u: number, v: number) =>
    isHigh ? drawnAt(u * PAGE.width, v * PAGE.height, made) : drawnAt(v * PAGE.width, u * PAGE.height, made)
  const seenAt = (u: number, v: number) => (isHigh ? pageAt(u, v, made) : pageAt(v, u, made))
  return { picture: shot(made, random, width, height, inverse(mapOnto(page, corners)), page, seenAt), corners, drawn }
}

type Colour = readonly [number, number, number]

/** A printed sheet that was drawn on, as it is photographed. */
export interface MadeSheet {
  readonly seed: number
  /** Quarters that the sheet is turned, clockwise. */
  readonly turned?: number
  readonly noise: number
  readonly hasShadow: boolean
  /** Modules of its code, row by row; and what is drawn in the frame, both 0 … 1 from its upper left corner. */
  readonly code: readonly (readonly boolean[])[]
  readonly drawn: (u: number, v: number) => Colour
  /** The photograph is no larger than the paper: its edges are not seen. */
  readonly isCut?: boolean
}

/** A photograph of it, and where the corners of its frame lie. */
export function photographedSheet(
  sheet: PrintedSheet,
  made: MadeSheet,
  width = 1200,
  height = 900,
): { readonly picture: Pixels; readonly frame: Corners; readonly code: Corners } {
  const random = seededRandom(made.seed)
  const turned = made.turned ?? 0
  const ratio = sheet.paper.width / sheet.paper.height
  const lying = cornersAslant(random, width, height, turned % 2 ? 1 / ratio : ratio)
  const grown = made.isCut ? lying.map(({ x, y }) => ({ x: 1.6 * x - 0.3 * width, y: 1.6 * y - 0.3 * height })) : lying
  const corners = [0, 1, 2, 3].map(i => grown[(i + turned) % 4]!) as unknown as Corners
  const map = mapOnto(sheet.paper, corners)
  const at = ({ x, y }: Point): Point => {
    const w = map[6] * x + map[7] * y + map[8]
    return { x: (map[0] * x + map[1] * y + map[2]) / w, y: (map[3] * x + map[4] * y + map[5]) / w }
  }
  const corner4 = ({ x, y, width: w, height: h }: PrintedSheet['frame']) =>
    [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ].map(([px, py]) => at({ x: px!, y: py! })) as unknown as Corners
  const paper: Colour = [0.93, 0.93, 0.9]
  const black: Colour = [0.1, 0.1, 0.11]
  const within = (u: number, v: number, box: PrintedSheet['frame']) =>
    u >= box.x && v >= box.y && u < box.x + box.width && v < box.y + box.height
  const seenAt = (u: number, v: number): Colour => {
    const { frame, code, squares, square } = sheet
    if (within(u, v, frame)) return made.drawn((u - frame.x) / frame.width, (v - frame.y) / frame.height)
    if (within(u, v, code)) {
      const count = made.code.length
      const row = made.code[Math.floor(((v - code.y) / code.height) * count)]!
      return row[Math.floor(((u - code.x) / code.width) * count)] ? black : paper
    }
    return squares.some(({ x, y }) => Math.max(Math.abs(u - x), Math.abs(v - y)) <= square / 2) ? black : paper
  }
  const as: Made = { ...made, isRuled: false, hasColour: false }
  return {
    picture: shot(as, random, width, height, inverse(map), sheet.paper, seenAt),
    frame: corner4(sheet.frame),
    code: corner4(sheet.code),
  }
}

function shot(
  made: Made,
  random: Random,
  width: number,
  height: number,
  back: readonly number[],
  page: Size,
  seenAt: (u: number, v: number) => Colour,
): Pixels {
  const table = random.int(0, 2)
  const [sx, sy, soft] = [random.between(-1, 1), random.between(-1, 1), random.between(20, 60)]
  const at = random.between(-0.25, 0.25) * width
  const bright = random.between(0.75, 1.05)
  const pixels = new Uint8Array(4 * width * height)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let [r, g, b] = [0, 0, 0]
      // Four readings a px: edges are as soft as a lens makes them.
      for (const [ox, oy] of [
        [0.25, 0.25],
        [0.75, 0.25],
        [0.25, 0.75],
        [0.75, 0.75],
      ] as const) {
        const p = 1 / (back[6]! * (x + ox) + back[7]! * (y + oy) + back[8]!)
        const u = (back[0]! * (x + ox) + back[1]! * (y + oy) + back[2]!) * p
        const v = (back[3]! * (x + ox) + back[4]! * (y + oy) + back[5]!) * p
        const isPage = u >= 0 && v >= 0 && u < page.width && v < page.height
        const seen = isPage ? seenAt(u, v) : tableAt(x, y, table)
        r += seen[0]
        g += seen[1]
        b += seen[2]
      }
      const off = ((x - width / 2) * sx + (y - height / 2) * sy - at) / soft
      const shade = made.hasShadow ? 0.58 + 0.42 / (1 + Math.exp(-off)) : 1
      const far = ((x - width / 2) ** 2 + (y - height / 2) ** 2) / (width * width)
      const light = (bright * shade * (1 - 0.35 * far) * 255) / 4
      const noise = () => made.noise * (random.unit() + random.unit() + random.unit() - 1.5) * 2
      pixels.set(
        [r, g, b].map(each => Math.min(255, Math.max(0, each * light + noise()))),
        4 * (y * width + x),
      )
      pixels[4 * (y * width + x) + 3] = 255
    }
  }
  return { width, height, pixels }
}

function inverse([a, b, c, d, e, f, g, h, i]: readonly number[]): number[] {
  const [A, B, C, D, E, F, G, H, I] = [a!, b!, c!, d!, e!, f!, g!, h!, i!]
  const det = A * (E * I - F * H) - B * (D * I - F * G) + C * (D * H - E * G)
  return [
    E * I - F * H,
    C * H - B * I,
    B * F - C * E,
    F * G - D * I,
    A * I - C * G,
    C * D - A * F,
    D * H - E * G,
    B * G - A * H,
    A * E - B * D,
  ].map(each => each / det)
}
