import { toolSettings } from '#core/brush'
import { curveThrough, type Point } from '../hand'
import { added, fine, worded, type Lesson } from './lesson'

/** A notice for the regatta: a boat of two like halves, patterns, a flag moved and copied, letters. px of a 900 × 1200 sheet. */

const INK = [30, 42, 66] as const
const HULL = [182, 70, 58] as const
const SAIL = [240, 226, 190] as const
const WATER = [86, 138, 160] as const

const PEN = toolSettings('ink-pen', { size: 9, taperIn: 0, taperOut: 0 })
/** The left half of the boat, from the middle down and round. */
const HALF: Point[] = [[450, 300], [340, 520], [250, 690], [450, 690]]
const HULL_HALF: Point[] = [[450, 720], [220, 720], [270, 800], [340, 840], [450, 848]]
const FLAG: Point[] = [[450, 210], [540, 236], [450, 262]]

export const pennant: Lesson = {
  title: 'A notice for the regatta',
  sheet: { width: 900, height: 1200, paper: [250, 248, 242] },
  parts: [
    {
      lay: [added('lines', 'Lines', 0)], layer: 'lines',
      draw(hands) {
        hands.line(PEN, INK, curveThrough(HALF.slice(0, 3)))
        hands.line(PEN, INK, curveThrough([[248, 690], [350, 692], [460, 690]]))
        hands.line(PEN, INK, curveThrough([[460, 720], [340, 722], [218, 720]]))
        hands.line(PEN, INK, curveThrough(hands.has('gap') ? HULL_HALF.slice(1, 4) : [...HULL_HALF.slice(1), [462, 848]]))
        hands.act({ kind: 'mirror-half', version: 1, layer: 'lines', line: [16 * 450, 16 * 1200, 16 * 450, 0] })
      },
    },
    {
      lay: [added('colour', 'Colour', 0)], layer: 'colour',
      draw(hands) {
        const pour = (x: number, y: number, colour: readonly [number, number, number], pattern: boolean) => hands.act({
          kind: 'pour', version: 2, layer: hands.layer, where: { kind: 'places', points: fine([hands.at([x, y])]) },
          paint: pattern ? { kind: 'pattern', colour: [...colour], pattern: 'stripes', size: 40 } : { kind: 'colour', colour: [...colour] },
          tolerance: 40, borders: 'all', gap: 6, grow: 2, seed: 4,
        })
        pour(450, 600, hands.has('off-palette') ? [120, 200, 90] : SAIL, false)
        pour(450, 780, HULL, !hands.has('flat'))
      },
    },
    {
      lay: [added('flag', 'Flag', 9)], layer: 'flag',
      draw(hands) {
        hands.act({ kind: 'shape', version: 1, layer: hands.layer, form: 'polygon', outline: fine(FLAG.map(point => hands.at(point))), line: null, fill: { colour: [...HULL], opacity: 100 }, seed: 2 })
        // A second one for the bow: the flag is chosen, moved, and left where it was as well.
        const [x, y] = hands.at([440, 200])
        const box: [number, number, number, number] = [Math.round(x), Math.round(y), Math.round(x) + 110, Math.round(y) + 72]
        const to = fine([[box[0] - 190, box[1] + 300], [box[2] - 220, box[1] + 300], [box[2] - 220, box[3] + 280], [box[0] - 190, box[3] + 280]])
        hands.act({ kind: 'select', version: 1, choice: 'new', area: { kind: 'outline', points: fine([[box[0], box[1]], [box[2], box[1]], [box[2], box[3]], [box[0], box[3]]]) }, soften: 0 })
        hands.act({ kind: 'move', version: 1, layer: hands.layer, box, to: { kind: 'corners', points: to }, leaves: true })
        hands.act({ kind: 'select-none' })
      },
    },
    {
      lay: [added('water', 'Water', 0)], layer: 'water',
      draw(hands) {
        for (let row = 0; row < 4; row++) hands.line(toolSettings('round-brush', { size: 34 }), WATER, curveThrough(Array.from({ length: 9 }, (_, i): Point => [60 + 98 * i, 866 + 40 * row + (i % 2 ? 16 : -12)])), { speed: 900 })
      },
    },
    {
      lay: [added('letters', 'Letters', 20)], layer: 'letters',
      draw(hands) {
        const nib = toolSettings('broad-nib', { size: 26 })
        // Three letters with a broad nib: stroke by stroke, as they are taught.
        for (const way of [
          [[190, 1064], [190, 1174]], [[190, 1069], [250, 1084], [195, 1119]], [[215, 1119], [262, 1174]],
          [[330, 1069], [300, 1119], [330, 1172], [390, 1172], [392, 1128], [358, 1126]],
          [[470, 1174], [510, 1064], [552, 1174]], [[488, 1138], [536, 1138]],
        ] as Point[][]) hands.line(nib, INK, way.length > 2 ? curveThrough(way) : curveThrough([way[0]!, way[1]!]), { sway: 2 })
      },
    },
    {
      lay: [], layer: 'colour',
      draw(hands) {
        hands.act({ kind: 'adjust', version: 1, layer: 'colour', how: { kind: 'colour', hue: 12, chroma: 14, lightness: 0 }, seed: 6 })
      },
    },
  ],
  edit: plan => worded(plan, {
    goal: 'A notice that is read from across the hall: even shapes, few colours, clear letters.', level: 'first', minutes: 45,
    topics: ['shapes', 'pouring', 'letters'], warmUps: [{ drill: 'parallels', seed: 71 }, { drill: 'pour-shut', seed: 72 }, { drill: 'halve-and-third', seed: 73 }],
  }, [
    ['Half a boat, and the other', 'Draw the left half only: sail, and hull below it. Let each line run a little over the middle. Then mirror it to the right: made things are even.'],
    ['Pour sail and hull', 'Plain cream for the sail, stripes for the hull.', 'If it runs out, look for the gap at the middle.'],
    ['A flag', 'One triangle from the stencils, at the top of the mast.'],
    ['Water', 'Four rows of waves with the round brush, one way, without lifting.'],
    ['Letters', 'Three letters with the broad nib. It is thin one way and thick the other: keep its angle.'],
    ['Warm it', 'Turn the colours a little towards red, and a little livelier.'],
  ]),
}
