import { toolSettings } from '#core/brush'
import { arc, curveThrough, type Point } from '../hand'
import { added, looked, worded, type Lesson } from './lesson'

/** Three plums in a bowl: round forms, one light, soft shading that is blended. px of a 1200 × 900 sheet. */

const GREY = [120, 132, 150] as const
const INK = [44, 40, 52] as const
const PLUM = [126, 62, 104] as const
const BOWL = [196, 178, 140] as const
const INSIDE = [142, 122, 92] as const
const DARK = [70, 40, 78] as const
const BLOOM = [164, 118, 158] as const
const GLINT = [246, 236, 226] as const

const PENCIL = toolSettings('pencil', { size: 10, opacity: 85 })
const PEN = toolSettings('ink-pen', { size: 7, taperIn: 0, taperOut: 0 })
const SOFT = toolSettings('soft-brush', { size: 130, opacity: 80, flow: 18 })
const SMUDGE = toolSettings('smudge', { size: 80, opacity: 50 })
const SOFTEN = toolSettings('soften', { size: 90, opacity: 70 })

/** Middle and radius of each plum, from the back. */
const PLUMS = [
  [470, 380, 118],
  [720, 370, 122],
  [590, 440, 132],
] as const
const RIM: Point[] = arc(600, 500, 330, 62, 0, 1.01)
const BELLY = curveThrough([
  [270, 500],
  [300, 620],
  [400, 720],
  [520, 762],
  [680, 762],
  [800, 720],
  [900, 620],
  [930, 500],
])

/** The part of a way that lies outside a circle. */
function outside(points: readonly Point[], [cx, cy, r]: readonly [number, number, number]): Point[] {
  return points.filter(([x, y]) => Math.hypot(x - cx, y - cy) > r - 4)
}

export const plums: Lesson = {
  title: 'Three plums in a bowl',
  sheet: { width: 1200, height: 900, paper: [250, 247, 240] },
  parts: [
    {
      lay: [added('sketch', 'Sketch', 0)],
      layer: 'sketch',
      draw(hands) {
        for (const [x, y, r] of PLUMS) hands.line(PENCIL, GREY, arc(x, y, r, r, 0, 1.08), { sway: 9 })
        hands.line(PENCIL, GREY, RIM, { sway: 7 })
        hands.line(PENCIL, GREY, BELLY, { sway: 8 })
        // Taken back to a hint, here and there.
        for (const y of [360, 470, 640])
          hands.line(
            toolSettings('soft-eraser', { size: 120 }),
            GREY,
            curveThrough([
              [330, y],
              [600, y + 26],
              [880, y],
            ]),
            { pressure: 0.3, speed: 900 },
          )
      },
    },
    {
      lay: [added('lines', 'Lines', 1), looked('sketch', 35)],
      layer: 'lines',
      draw(hands) {
        const short = hands.has('gap') ? 0.93 : 1.02
        const [back, beside, front] = PLUMS
        hands.line(PEN, INK, arc(front[0], front[1], front[2], front[2], 0, short))
        // Those behind are seen as far as the front one leaves them.
        hands.line(PEN, INK, outside(arc(back[0], back[1], back[2], back[2], 0.1, 1.1), front))
        hands.line(PEN, INK, outside(arc(beside[0], beside[1], beside[2], beside[2], 0.42, 1.42), front))
        hands.line(PEN, INK, arc(600, 500, 330, 62, 0, 0.5))
        hands.line(PEN, INK, [[272, 488] as Point, ...BELLY, [928, 488] as Point])
        hands.line(PEN, INK, arc(600, 500, 330, 62, 0.49, 0.63))
        hands.line(PEN, INK, arc(600, 500, 330, 62, 0.86, 1.01))
      },
    },
    {
      lay: [added('colour', 'Colour', 1), looked('sketch', 0, false)],
      layer: 'colour',
      draw(hands) {
        for (const [x, y] of [
          [590, 400],
          [420, 330],
          [760, 320],
          [590, 566],
        ] as const)
          hands.pour(PLUM, x, y)
        hands.pour(BOWL, 600, 680)
        hands.pour(INSIDE, 330, 492)
        hands.pour(INSIDE, 868, 492)
        if (hands.has('spill'))
          hands.line(
            toolSettings('round-brush', { size: 60 }),
            PLUM,
            curveThrough([
              [800, 300],
              [900, 250],
              [960, 330],
            ]),
          )
      },
    },
    {
      lay: [
        added('shade', 'Shade', 2),
        { kind: 'stack-set', item: 'shade', set: { mode: 'multiply', clip: true } },
        { kind: 'light-pin', version: 1, light: { x: 16 * 240, y: 16 * 150, height: 40 } },
      ],
      layer: 'shade',
      draw(hands) {
        const turn = hands.has('wrong-light') ? 0.5 : 0
        const passes = hands.has('flat') ? 1 : 3
        for (const [x, y, r] of PLUMS) {
          for (let k = 0; k < passes; k++)
            hands.line(SOFT, DARK, arc(x, y, r * (0.86 - 0.1 * k), r * (0.86 - 0.1 * k), -0.08 + turn, 0.32 + turn), {
              pressure: 0.6 - 0.1 * k,
              speed: 500,
            })
        }
        for (let k = 0; k < passes; k++)
          hands.line(
            SOFT,
            DARK,
            curveThrough([
              [930 - 30 * k, 540],
              [860 - 30 * k, 660],
              [700, 740 - 20 * k],
              [480, 740 - 20 * k],
            ]),
            { pressure: 0.5, speed: 500 },
          )
      },
    },
    {
      lay: [],
      layer: 'shade',
      draw(hands) {
        if (hands.has('flat')) return
        hands.line(
          SMUDGE,
          DARK,
          curveThrough([
            [880, 560],
            [810, 660],
            [680, 716],
            [500, 716],
          ]),
          { speed: 420 },
        )
        for (const [x, y, r] of PLUMS)
          for (const share of [0.5, 0.62])
            hands.line(SOFTEN, DARK, arc(x, y, r * share, r * share, -0.1, 0.34), { speed: 420 })
      },
    },
    {
      lay: [{ kind: 'stack-set', item: 'colour', set: { inside: true } }],
      layer: 'colour',
      draw(hands) {
        for (const [x, y, r] of PLUMS)
          hands.line(
            toolSettings('dry-brush', { size: 40, opacity: 60 }),
            BLOOM,
            arc(x, y, r * 0.84, r * 0.84, 0.5, 0.78),
            { pressure: 0.5, speed: 700 },
          )
      },
    },
    {
      lay: [added('lights', 'Lights', 9)],
      layer: 'lights',
      draw(hands) {
        for (const [x, y, r] of PLUMS)
          hands.line(toolSettings('round-brush', { size: 16 }), GLINT, arc(x, y, r * 0.62, r * 0.62, 0.58, 0.66), {
            pressure: 0.8,
          })
      },
    },
    {
      lay: [],
      layer: 'colour',
      draw(hands) {
        const away = hands.has('wrong-light') ? -1 : 1
        hands.act({
          kind: 'cast-shadow',
          version: 1,
          from: 'colour',
          layer: 'cast',
          name: 'Cast shadow',
          colour: [60, 48, 60],
          dark: 85,
          dx: 90 * away,
          dy: 46,
          sigma: 160,
          opacity: 45,
          seed: 4,
        })
      },
    },
  ],
  edit: plan =>
    worded(
      plan,
      {
        goal: 'Three round things under one lamp: where the light falls, where it turns away, and nothing pure white but three small glints.',
        level: 'second',
        minutes: 60,
        topics: ['round things', 'soft shading', 'light'],
        warmUps: [
          { drill: 'circle-through-dots', seed: 41 },
          { drill: 'match-value', seed: 42 },
          { drill: 'shade-ball', seed: 43 },
        ],
      },
      [
        [
          'Round and round',
          'Three circles and a bowl with loose pencil lines. Let them overlap; what is in front is decided later.',
        ],
        [
          'The front one first',
          'Draw the plum in front all round. Those behind end where it begins.',
          'Draw circles from the shoulder.',
        ],
        ['Pour plum and bowl', 'Pour one colour into each plum, and the bowl under the lines.'],
        [
          'Away from the lamp',
          'The lamp hangs at the upper left. Build the dark side up slowly with the big soft brush; the layer multiplies and keeps to the colour by itself.',
          'Hardly press; go over it again.',
        ],
        ['Soften the turn', 'Go along the border between light and dark with the softening brush, never across it.'],
        [
          'The bloom',
          'Stay inside is on for the colour: go over the edge as you like, the dry brush paints only the plums. A paler, rougher place where the light comes from.',
        ],
        ['Three glints', 'One small stroke of warm white on each plum, where it faces the lamp. Then stop.'],
        [
          'It stands on something',
          'Cast the shadow away from the lamp: to the lower right, soft, and paler than the plums.',
        ],
      ],
    ),
}
