import { newGuide } from '#core/guides'
import { toolSettings } from '#core/brush'
import type { DrawingRecord } from '#core/drawing'
import type { Kernels } from '#core/kernels'
import type { Plan, Step } from '#core/plan'
import { Drawer } from './drawer'
import { arc, BEGINNERS_HAND, curveThrough, lengthOf, part, STEADY_HAND, type Hand, type Point } from './hand'

/** The tin kettle on the hall's stove: the first plan. All geometry in px of a 1600 × 1200 sheet. */

const SHEET = { width: 1600, height: 1200, paper: [251, 250, 246] as [number, number, number] }

const PALETTE = {
  pencil: [126, 140, 158],
  ink: [38, 42, 51],
  tin: [143, 170, 176],
  shadow: [74, 104, 124],
  light: [244, 247, 240],
  copper: [182, 116, 74],
} as const satisfies Record<string, readonly [number, number, number]>
type Well = keyof typeof PALETTE
const WELL_NAMES: Record<Well, string> = {
  pencil: 'pencil grey',
  ink: 'ink',
  tin: 'old tin',
  shadow: 'evening shadow',
  light: 'lamp light',
  copper: 'copper knob',
}
const wellNumber = (well: Well) => Object.keys(PALETTE).indexOf(well)

/** Body and spout in one line, clockwise from the left of the belly. */
export const BODY: readonly Point[] = [
  [512, 780],
  [522, 640],
  [560, 530],
  [610, 470],
  [700, 448],
  [800, 440],
  [900, 448],
  [985, 470],
  [1045, 540],
  [1085, 560],
  [1150, 510],
  [1205, 435],
  [1262, 452],
  [1240, 530],
  [1175, 640],
  [1098, 700],
  [1090, 790],
  [1060, 880],
  [985, 930],
  [800, 945],
  [615, 930],
  [540, 880],
]
const HANDLE: readonly Point[] = [
  [598, 478],
  [520, 380],
  [560, 240],
  [700, 170],
  [860, 165],
  [1000, 220],
  [1050, 330],
  [1000, 470],
]
const LID: readonly Point[] = [
  [640, 462],
  [700, 412],
  [800, 392],
  [900, 412],
  [958, 462],
]
const KNOB = { x: 800, y: 366, rx: 34, ry: 26 }

/** The body's outline as a target, x, y, x, y … */
const POT = BODY.flatMap(([x, y]) => [x, y])
/** Body, lid and knob: all that gets colour. The loop of the handle is air. */
const KETTLE = [
  ...BODY.slice(0, 4),
  [640, 462],
  [700, 412],
  [770, 394],
  [764, 366],
  [800, 338],
  [836, 366],
  [830, 394],
  [900, 412],
  [958, 462],
  ...BODY.slice(8),
].flatMap(([x, y]) => [x!, y!])

const PENCIL = toolSettings('pencil', { size: 14, opacity: 85 })
/** With blunt ends, so that lines that meet close the outline. */
const PEN = toolSettings('ink-pen', { size: 9, taperIn: 0, taperOut: 40 })
const SHADER = toolSettings('soft-brush', { size: 170, opacity: 75 })

const TOLERANCE = 'standard' as const

const STEPS: Step[] = [
  {
    id: 'big-shape',
    title: 'Sketch the big shape',
    words: [
      'Look at the kettle as if your eyes were half shut: a fat round pot, a bent spout, a big loop for a handle.',
      'Draw those three with light, loose pencil lines. Go round twice if you like. It may wobble; undo is free.',
    ],
    slip: {
      slip: 'The kettle comes out too small and sits in a corner.',
      remedy: 'Mark the lowest and the highest point first, then draw the pot between them.',
    },
    layer: { id: 'sketch', name: 'Sketch', place: 0 },
    dim: [],
    tools: [
      { kind: 'tool', settings: PENCIL },
      { kind: 'tool', settings: toolSettings('soft-eraser', { size: 70 }) },
    ],
    well: wellNumber('pencil'),
    guides: [{ ...newGuide('thirds', 'thirds', SHEET), opacity: 35 }],
    lookFors: [
      {
        id: 'sketch-layer',
        title: 'On the sketch layer',
        settings: { measure: 'right-layer', layer: 'sketch', tolerance: TOLERANCE },
      },
      {
        id: 'sketch-tools',
        title: 'Drawn with the pencil',
        settings: { measure: 'tools-used', tools: [{ tool: 'pencil', sizeFrom: 6, sizeTo: 30 }], tolerance: TOLERANCE },
      },
    ],
  },
  {
    id: 'outline',
    title: 'One clean line round it',
    words: [
      'The sketch has gone faint, and a new sheet lies over it. Draw the outline of pot and spout with the pen, in one line or in several, and bring the ends together.',
      'Then the handle, the lid and its knob.',
    ],
    slip: {
      slip: 'The line does not quite meet where it began.',
      remedy: 'Go a little past your starting point. A short overlap is better than a gap of two pixels.',
    },
    layer: { id: 'lines', name: 'Lines', place: 1 },
    dim: [{ layer: 'sketch', opacity: 45, visible: true }],
    tools: [
      { kind: 'tool', settings: PEN },
      { kind: 'tool', settings: toolSettings('hard-eraser', { size: 24 }) },
    ],
    well: wellNumber('ink'),
    lookFors: [
      {
        id: 'closed',
        title: 'Closed outline',
        settings: { measure: 'closed-outline', layer: 'lines', what: 'the pot', target: POT, tolerance: TOLERANCE },
      },
      {
        id: 'lines-layer',
        title: 'On the line layer',
        settings: { measure: 'right-layer', layer: 'lines', tolerance: TOLERANCE },
      },
      {
        id: 'lines-tools',
        title: 'Drawn with the ink pen',
        settings: {
          measure: 'tools-used',
          tools: [{ tool: 'ink-pen', sizeFrom: 6, sizeTo: 14 }],
          tolerance: TOLERANCE,
        },
      },
    ],
  },
  {
    id: 'colour',
    title: 'Pour the colour under the line',
    words: [
      'Your colour sheet lies under the lines now. Lift the pour, choose old tin, and touch the middle of the pot. It creeps two pixels under the line, so no pale rim is left.',
      'Pour the lid and the knob as well.',
    ],
    slip: {
      slip: 'The colour runs out over the whole sheet.',
      remedy:
        'There is a gap in the outline. Undo, press “Look at my step” on step 2 to see where, close it with the pen, pour again.',
    },
    layer: { id: 'colour', name: 'Colour', place: 0 },
    dim: [{ layer: 'sketch', opacity: 45, visible: false }],
    tools: [
      { kind: 'pour', tolerance: 40, grow: 2, borders: 'all' },
      { kind: 'tool', settings: toolSettings('soft-brush', { size: 40, hardness: 80, flow: 60, opacity: 100 }) },
      { kind: 'tool', settings: toolSettings('hard-eraser', { size: 40 }) },
    ],
    well: wellNumber('tin'),
    lookFors: [
      {
        id: 'covered',
        title: 'Covered',
        settings: {
          measure: 'covered',
          layer: 'colour',
          lines: 'lines',
          what: 'the pot',
          target: POT,
          tolerance: TOLERANCE,
        },
      },
      {
        id: 'inside',
        title: 'Inside the lines',
        settings: {
          measure: 'inside-lines',
          layer: 'colour',
          lines: 'lines',
          what: 'the kettle',
          target: KETTLE,
          tolerance: TOLERANCE,
        },
      },
      {
        id: 'colour-layer',
        title: 'On the colour layer',
        settings: { measure: 'right-layer', layer: 'colour', tolerance: TOLERANCE },
      },
    ],
  },
  {
    id: 'shade',
    title: 'Shade it with a soft brush',
    words: [
      'The lamp hangs at the upper left. Everything that turns away from it gets darker: the right of the pot, its belly, the under side of the spout.',
      'Take the big soft brush with evening shadow and go over those parts slowly, many times, hardly pressing. Two small touches of lamp light at the upper left finish it.',
    ],
    slip: {
      slip: 'One heavy stroke makes a hard grey stripe.',
      remedy: 'Undo, press less, use the brush bigger, and let several faint strokes overlap.',
    },
    layer: { id: 'shade', name: 'Shade', place: 1 },
    dim: [],
    tools: [
      { kind: 'tool', settings: SHADER },
      { kind: 'tool', settings: toolSettings('soft-eraser', { size: 60 }) },
      { kind: 'tool', settings: toolSettings('hard-eraser', { size: 30 }) },
    ],
    well: wellNumber('shadow'),
    lookFors: [
      {
        id: 'shade-inside',
        title: 'Shadow inside the lines',
        settings: {
          measure: 'inside-lines',
          layer: 'shade',
          lines: 'lines',
          what: 'the kettle',
          target: KETTLE,
          tolerance: 'gentle',
        },
      },
      {
        id: 'shade-layer',
        title: 'On the shade layer',
        settings: { measure: 'right-layer', layer: 'shade', tolerance: TOLERANCE },
      },
      {
        id: 'shade-tools',
        title: 'Built up with the soft brush',
        settings: {
          measure: 'tools-used',
          tools: [{ tool: 'soft-brush', sizeFrom: 50, sizeTo: 300 }],
          tolerance: TOLERANCE,
        },
      },
    ],
  },
]

/** What can go wrong in a made-up attempt. Gaps in px. */
export interface Faults {
  readonly gap?: number
  readonly secondGap?: number
  readonly colourOnLines?: boolean
  readonly handColoured?: boolean
  readonly spill?: boolean
  readonly hardShading?: boolean
  readonly shadeOutside?: boolean
  readonly linesOnSketch?: boolean
}

export interface Attempt {
  readonly seed: number
  /** Steps begun, 1 … 4. */
  readonly steps: number
  /** The last step is left half done. */
  readonly unfinished?: boolean
  readonly hand?: Hand
  readonly faults?: Faults
  /** Shift and scale of the whole kettle: everyone's is a little different. */
  readonly shift?: Point
}

/** A kettle drawn by hand-like strokes through the real engine. */
export function drawKettle(kernels: Kernels, attempt: Attempt): Drawer {
  const { steps, unfinished = false, faults = {}, shift = [0, 0], seed } = attempt
  const drawer = new Drawer(kernels, SHEET, attempt.hand ?? BEGINNERS_HAND, seed)
  const moved = (points: readonly Point[]) => points.map(([x, y]): Point => [x + shift[0], y + shift[1]])
  const shape: Shape = {
    body: curveThrough(moved(BODY), true),
    handle: curveThrough(moved(HANDLE)),
    lid: curveThrough(moved(LID)),
    knob: arc(KNOB.x + shift[0], KNOB.y + shift[1], KNOB.rx, KNOB.ry, 0.2, 1.23),
    shift,
  }
  const run = [sketch, outline, colour, shade]
  for (let i = 0; i < steps; i++) {
    drawer.open(STEPS[i]!)
    run[i]!(drawer, shape, faults, unfinished && i === steps - 1)
  }
  return drawer
}

interface Shape {
  readonly body: Point[]
  readonly handle: Point[]
  readonly lid: Point[]
  readonly knob: Point[]
  readonly shift: Point
}

function sketch(
  drawer: Drawer,
  { body, handle, lid, shift: [dx, dy] }: Shape,
  _faults: Faults,
  unfinished: boolean,
): void {
  const loose = { sway: 11, speed: 1100 }
  const line = (points: Point[]) => drawer.stroke('sketch', PENCIL, PALETTE.pencil, points, loose)
  line(arc(800 + dx, 700 + dy, 285, 255, -0.3, 0.82))
  line(arc(800 + dx, 700 + dy, 290, 248, 0.1, 1.15))
  if (unfinished) return
  line(part(body, 0.32, 0.63))
  drawer.undo()
  line(part(body, 0.31, 0.64))
  line(handle)
  line(lid)
  line(arc(800 + dx, 945 + dy, 330, 24, 0.02, 0.98))
}

function outline(drawer: Drawer, shape: Shape, faults: Faults, unfinished: boolean): void {
  const layer = faults.linesOnSketch ? 'sketch' : 'lines'
  const line = (points: Point[]) => drawer.stroke(layer, PEN, PALETTE.ink, points)
  const { body } = shape
  // Three strokes that overlap a little, opened by the wanted gaps and the pen's own tips.
  const length = lengthOf(body)
  const opened = (gap: number | undefined) => (gap === undefined ? -0.006 : (gap + PEN.size * 0.6) / length)
  const first = opened(faults.gap)
  const second = opened(faults.secondGap)
  line(part(body, 0, 0.4))
  line(part(body, 0.395, 0.78))
  if (unfinished) return
  line(part(body, 0.78 + second, 1 - first))
  if (first > 0) return void details(line, shape)
  line([...part(body, 0.985, 1), ...part(body, 0, 0.012)])
  details(line, shape)
}

function details(line: (points: Point[]) => void, { handle, lid, knob }: Shape): void {
  line(handle)
  line(lid)
  line(knob)
}

function colour(drawer: Drawer, { shift: [dx, dy] }: Shape, faults: Faults, unfinished: boolean): void {
  const layer = faults.colourOnLines ? 'lines' : 'colour'
  if (faults.gap !== undefined && !faults.handColoured) {
    // The pour runs out; it is undone and the pot coloured by hand instead.
    drawer.pour(layer, PALETTE.tin, 800 + dx, 700 + dy)
    drawer.undo()
  }
  if (faults.gap !== undefined || faults.handColoured || unfinished) {
    byHand(drawer, layer, [dx, dy], faults, unfinished)
    return
  }
  // The lines are on the hidden sketch: it has to be brought back, or the pour finds no border.
  if (faults.linesOnSketch) drawer.look('sketch', true, 100)
  drawer.pour(layer, PALETTE.tin, 800 + dx, 700 + dy)
  drawer.pour(layer, PALETTE.tin, 800 + dx, 425 + dy)
  drawer.pour(layer, PALETTE.copper, 800 + dx, 366 + dy)
  if (faults.spill) {
    const brush = toolSettings('soft-brush', { size: 90, hardness: 80, flow: 60, opacity: 100 })
    drawer.stroke(
      layer,
      brush,
      PALETTE.tin,
      curveThrough([
        [1040 + dx, 760 + dy],
        [1130 + dx, 800 + dy],
        [1190 + dx, 880 + dy],
        [1120 + dx, 930 + dy],
      ]),
    )
  }
}

/** Colouring in with a broad brush, in rows, that leaves bare places and goes over the edge here and there. */
function byHand(drawer: Drawer, layer: string, [dx, dy]: Point, faults: Faults, unfinished: boolean): void {
  const brush = toolSettings('soft-brush', { size: 74, hardness: 80, flow: 60, opacity: 100 })
  const over = faults.spill ? 70 : 0
  for (let row = 0; row < (unfinished ? 4 : 8); row++) {
    const y = 500 + row * 56
    const half = 222 + 45 * Math.sin((Math.PI * (row + 0.6)) / 8.4)
    const from: Point = [800 - half + dx, y + dy]
    const to: Point = [800 + half + over * (row % 3 === 1 ? 1 : 0) + dx, y + dy]
    drawer.stroke(
      layer,
      brush,
      PALETTE.tin,
      curveThrough(row % 2 ? [to, [800 + dx, y + 6 + dy], from] : [from, [800 + dx, y - 6 + dy], to]),
    )
  }
  if (!unfinished)
    drawer.stroke(
      layer,
      toolSettings('soft-brush', { size: 52, hardness: 80, flow: 60, opacity: 100 }),
      PALETTE.tin,
      curveThrough([
        [1060 + dx, 640 + dy],
        [1150 + dx, 560 + dy],
        [1215 + dx, 475 + dy],
      ]),
    )
}

function shade(drawer: Drawer, { shift: [dx, dy] }: Shape, faults: Faults, unfinished: boolean): void {
  const brush = faults.hardShading ? toolSettings('ink-pen', { size: 60, opacity: 40 }) : SHADER
  const out = faults.shadeOutside ? 105 : 0
  const moved = (points: readonly Point[]) => points.map(([x, y]): Point => [x + dx, y + dy])
  // From the edge that turns away inwards, each pass fainter and wider: the form comes round by itself.
  SHADOW_PASSES.slice(0, unfinished ? 2 : SHADOW_PASSES.length).forEach(([inset, pressure], i) => {
    const pass = SHADOW_EDGE.map(([x, y]): Point => [x - (inset - out) * 0.96, y - (inset - out) * 0.55])
    drawer.stroke('shade', brush, PALETTE.shadow, curveThrough(moved(i % 2 ? pass : [...pass].reverse())), {
      pressure,
      speed: 560,
    })
  })
  if (unfinished || faults.hardShading) return
  const fine = toolSettings('soft-brush', { size: 62 })
  for (let i = 0; i < 3; i++)
    drawer.stroke('shade', fine, PALETTE.shadow, curveThrough(moved(UNDER_SPOUT)), { pressure: 0.5 })
  for (let i = 0; i < 3; i++)
    drawer.stroke('shade', fine, PALETTE.light, arc(690 + dx, 590 + dy, 70, 60, 0.5, 0.72), { pressure: 0.6 })
}

/** Where the pot turns away from the lamp, from the root of the spout round the belly, px. */
const SHADOW_EDGE: readonly Point[] = [
  [1056, 640],
  [1062, 720],
  [1050, 800],
  [1010, 858],
  [930, 884],
  [810, 892],
  [690, 884],
]
/** How far in from there each stroke goes, px, and how hard it presses. */
const SHADOW_PASSES: readonly (readonly [number, number])[] = [
  [42, 0.5],
  [50, 0.6],
  [46, 0.5],
  [74, 0.45],
  [82, 0.4],
  [108, 0.32],
  [118, 0.3],
  [146, 0.22],
]
const UNDER_SPOUT: readonly Point[] = [
  [1110, 650],
  [1160, 610],
  [1205, 548],
  [1222, 500],
]

export function kettlePlan(kernels: Kernels): Plan {
  const shown = drawKettle(kernels, { seed: 1, steps: 4, hand: STEADY_HAND })
  const demonstration: DrawingRecord = { version: 1, sheet: SHEET, entries: shown.entries }
  return {
    version: 1,
    title: 'The tin kettle',
    level: 'first',
    minutes: 40,
    goal: 'One round thing from first sketch to soft shading: line, colour and shade each on a sheet of its own.',
    sheet: SHEET,
    palette: (Object.keys(PALETTE) as Well[]).map(well => ({ name: WELL_NAMES[well], colour: [...PALETTE[well]] })),
    steps: STEPS,
    demonstration,
  }
}
