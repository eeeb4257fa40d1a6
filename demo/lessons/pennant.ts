import { toolSettings } from '#core/brush'
import { curveThrough, type Point } from '../hand'
import { added, fine, worded, type Lesson } from './lesson'

/**
 * A notice for the regatta: a boat of two like halves, patterns, a flag moved and copied, letters. px of a 900 × 1200
 * sheet.
 */

const INK = [30, 42, 66] as const
const HULL = [182, 70, 58] as const
const SAIL = [240, 226, 190] as const
const WATER = [86, 138, 160] as const

const PEN = toolSettings('ink-pen', { size: 9, taperIn: 0, taperOut: 0 })
const SHADE = [120, 104, 130] as const
/** Letters of bars: T, I and L. */
const BARS: Record<string, readonly (readonly [x0: number, y0: number, x1: number, y1: number])[]> = {
  T: [
    [0, 0, 0.7, 0.2],
    [0.25, 0.2, 0.45, 1],
  ],
  I: [[0, 0, 0.2, 1]],
  L: [
    [0, 0, 0.2, 0.8],
    [0, 0.8, 0.6, 1],
  ],
}
function blockLetters(text: string, x: number, y: number, height: number): Point[][] {
  let at = x
  return [...text].flatMap(letter => {
    const bars = BARS[letter]!
    const left = at
    at += (Math.max(...bars.map(bar => bar[2])) + 0.18) * height
    return bars.map(([x0, y0, x1, y1]): Point[] => [
      [left + x0 * height, y + y0 * height],
      [left + x1 * height, y + y0 * height],
      [left + x1 * height, y + y1 * height],
      [left + x0 * height, y + y1 * height],
    ])
  })
}
/** The left half of the boat, from the middle down and round. */
const HALF: Point[] = [
  [450, 300],
  [340, 520],
  [250, 690],
  [450, 690],
]
const HULL_HALF: Point[] = [
  [450, 720],
  [220, 720],
  [270, 800],
  [340, 840],
  [450, 848],
]
const FLAG: Point[] = [
  [450, 210],
  [540, 236],
  [450, 262],
]

export const pennant: Lesson = {
  title: 'A notice for the regatta',
  sheet: { width: 900, height: 1200, paper: [250, 248, 242] },
  parts: [
    {
      lay: [added('lines', 'Lines', 0)],
      layer: 'lines',
      draw(hands) {
        hands.line(PEN, INK, curveThrough(HALF.slice(0, 3)))
        hands.line(
          PEN,
          INK,
          curveThrough([
            [248, 690],
            [350, 692],
            [460, 690],
          ]),
        )
        hands.line(
          PEN,
          INK,
          curveThrough([
            [460, 720],
            [340, 722],
            [218, 720],
          ]),
        )
        hands.line(
          PEN,
          INK,
          curveThrough(hands.has('gap') ? HULL_HALF.slice(1, 4) : [...HULL_HALF.slice(1), [462, 848]]),
        )
        hands.act({ kind: 'mirror-half', version: 1, layer: 'lines', line: [16 * 450, 16 * 1200, 16 * 450, 0] })
        hands.act({
          kind: 'adjust',
          version: 1,
          layer: 'lines',
          how: { kind: 'lines', strength: 40, soft: 30, thicken: 1, specks: 20, evens: false, colour: [...INK] },
          seed: 7,
        })
      },
    },
    {
      lay: [added('colour', 'Colour', 0)],
      layer: 'colour',
      draw(hands) {
        const pour = (x: number, y: number, colour: readonly [number, number, number], pattern: boolean) =>
          hands.act({
            kind: 'pour',
            version: 2,
            layer: hands.layer,
            where: { kind: 'places', points: fine([hands.at([x, y])]) },
            paint: pattern
              ? { kind: 'pattern', colour: [...colour], pattern: 'stripes', size: 40 }
              : { kind: 'colour', colour: [...colour] },
            tolerance: 40,
            borders: 'all',
            gap: 6,
            grow: 2,
            seed: 4,
          })
        pour(450, 600, hands.has('off-palette') ? [120, 200, 90] : SAIL, false)
        pour(450, 780, HULL, !hands.has('flat'))
      },
    },
    {
      lay: [added('bands', 'Bands', 1)],
      layer: 'bands',
      draw(hands) {
        // From the middle to both sides: each stroke keeps to the sail in which it begins.
        for (const y of [440, 540, 640])
          hands.fenced(
            toolSettings('marker', { size: 44 }),
            WATER,
            curveThrough([
              [450, y],
              [300, y + 10],
              [200, y + 6],
            ]),
            'lines',
          )
        for (const y of [440, 540, 640])
          hands.fenced(
            toolSettings('marker', { size: 44 }),
            WATER,
            curveThrough([
              [456, y],
              [600, y + 10],
              [720, y + 6],
            ]),
            'lines',
          )
      },
    },
    {
      lay: [
        added('shadow', 'Cut shadow', 2),
        { kind: 'stack-set', item: 'shadow', set: { mode: 'multiply', opacity: 70 } },
      ],
      layer: 'shadow',
      draw(hands) {
        // Only where there is colour: one closed shape, filled.
        hands.act({ kind: 'select', version: 1, choice: 'new', area: { kind: 'paint', layer: 'colour' }, soften: 0 })
        const right = hands.has('wrong-light') ? -1 : 1
        const outline: Point[] = [
          [450 + 70 * right, 280],
          [450 + 300 * right, 300],
          [450 + 300 * right, 880],
          [450 + 110 * right, 880],
          [450 + 150 * right, 700],
        ]
        if (!hands.has('flat'))
          hands.act({
            kind: 'shape',
            version: 1,
            layer: hands.layer,
            form: 'polygon',
            outline: fine(outline.map(point => hands.at(point))),
            line: null,
            fill: { colour: [...SHADE], opacity: 100 },
            seed: 5,
          })
        hands.act({ kind: 'select-none' })
      },
    },
    {
      lay: [added('flag', 'Flag', 9)],
      layer: 'flag',
      draw(hands) {
        hands.act({
          kind: 'shape',
          version: 1,
          layer: hands.layer,
          form: 'polygon',
          outline: fine(FLAG.map(point => hands.at(point))),
          line: null,
          fill: { colour: [...HULL], opacity: 100 },
          seed: 2,
        })
        // A second one for the bow: the flag is chosen, moved, and left where it was as well.
        const [x, y] = hands.at([440, 200])
        const box: [number, number, number, number] = [
          Math.round(x),
          Math.round(y),
          Math.round(x) + 110,
          Math.round(y) + 72,
        ]
        const to = fine([
          [box[0] - 190, box[1] + 300],
          [box[2] - 220, box[1] + 300],
          [box[2] - 220, box[3] + 280],
          [box[0] - 190, box[3] + 280],
        ])
        hands.act({
          kind: 'select',
          version: 1,
          choice: 'new',
          area: {
            kind: 'outline',
            points: fine([
              [box[0], box[1]],
              [box[2], box[1]],
              [box[2], box[3]],
              [box[0], box[3]],
            ]),
          },
          soften: 0,
        })
        hands.act({
          kind: 'move',
          version: 1,
          layer: hands.layer,
          box,
          to: { kind: 'corners', points: to },
          leaves: true,
        })
        hands.act({ kind: 'select-none' })
        // It flutters.
        hands.bend('push', 90, 60, [
          [500, 250],
          [504, 236],
          [508, 222],
        ])
      },
    },
    {
      lay: [added('water', 'Water', 0)],
      layer: 'water',
      draw(hands) {
        for (let row = 0; row < 4; row++)
          hands.line(
            toolSettings('round-brush', { size: 34 }),
            WATER,
            curveThrough(
              Array.from({ length: 9 }, (_, i): Point => [60 + 98 * i, 866 + 40 * row + (i % 2 ? 16 : -12)]),
            ),
            { speed: 900 },
          )
      },
    },
    {
      lay: [added('letters', 'Letters', 20)],
      layer: 'letters',
      draw(hands) {
        const nib = toolSettings('broad-nib', { size: 26 })
        // Three letters with a broad nib: stroke by stroke, as they are taught.
        for (const path of [
          [
            [190, 1064],
            [190, 1174],
          ],
          [
            [190, 1069],
            [250, 1084],
            [195, 1119],
          ],
          [
            [215, 1119],
            [262, 1174],
          ],
          [
            [330, 1069],
            [300, 1119],
            [330, 1172],
            [390, 1172],
            [392, 1128],
            [358, 1126],
          ],
          [
            [470, 1174],
            [510, 1064],
            [552, 1174],
          ],
          [
            [488, 1138],
            [536, 1138],
          ],
        ] as Point[][])
          hands.line(nib, INK, path.length > 2 ? curveThrough(path) : curveThrough([path[0]!, path[1]!]), { sway: 2 })
      },
    },
    {
      lay: [added('name', 'Name', 21)],
      layer: 'name',
      draw(hands) {
        hands.act({
          kind: 'lettering',
          version: 1,
          layer: hands.layer,
          text: 'TILLI',
          is: 'text',
          outlines: blockLetters('TILLI', 330, 756, 56).map(fine),
          colour: [...INK],
          opacity: 100,
          seed: 3,
        })
      },
    },
    {
      lay: [],
      layer: 'colour',
      draw(hands) {
        hands.act({
          kind: 'recolour',
          version: 1,
          layer: 'colour',
          colour: [196, 96, 60],
          only: { colour: [...HULL], tolerance: 24 },
        })
        hands.act({
          kind: 'adjust',
          version: 1,
          layer: 'colour',
          how: { kind: 'colour', hue: 12, chroma: 14, lightness: 0 },
          seed: 6,
        })
      },
    },
  ],
  edit: plan =>
    worded(
      plan,
      {
        goal: 'A notice that is read from across the hall: even shapes, few colours, clear letters.',
        level: 'first',
        minutes: 45,
        topics: ['shapes', 'pouring', 'letters'],
        warmUps: [
          { drill: 'parallels', seed: 71 },
          { drill: 'pour-shut', seed: 72 },
          { drill: 'halve-and-third', seed: 73 },
        ],
      },
      [
        [
          'Half a boat, and the other',
          'Draw the left half only: sail, and hull below it. Let each line run a little over the middle. Then mirror it to the right: made things are even. Clean the lines to solid ink at the end.',
        ],
        [
          'Pour sail and hull',
          'Plain cream for the sail, stripes for the hull.',
          'If it runs out, look for the gap at the middle.',
        ],
        [
          'Bands across the sail',
          'Broad bands with the marker. With the fence on, a stroke keeps to the sail in which it begins: run over the edge without fear.',
        ],
        [
          'Cut the shadow',
          'Select what is painted. Then one closed shape down the right side, filled with the dull violet; the layer multiplies, so sail and hull both darken.',
        ],
        [
          'A flag',
          'One triangle from the stencils, at the top of the mast. Leave a copy at the bow, and push the end of the flag a little: it flutters.',
        ],
        ['Water', 'Four rows of waves with the round brush, one way, without lifting.'],
        ['Letters', 'Three letters with the broad nib. It is thin one way and thick the other: keep its angle.'],
        ['Her name', 'Set the boat’s name on the hull, in ink. Read it from across the room.'],
        [
          'Warm it',
          'Give the hull a redder orange, only where there is hull. Then turn the colours a little towards red, and a little livelier.',
        ],
      ],
    ),
}
