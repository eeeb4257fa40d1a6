import { toolSettings } from '#core/brush'
import { curveThrough, type Point } from '../hand'
import { added, worded, type Lesson } from './lesson'

/**
 * A thorn tree by the slipway: layered foliage, dark to light, with holes; a mask for the mist. px of a 1200 × 900
 * sheet.
 */

const BARK = [92, 72, 58] as const
const DEEP = [44, 66, 50] as const
const LEAF = [94, 128, 72] as const
const SUN = [196, 206, 118] as const
const BANK = [150, 136, 104] as const

const BRANCHES: Point[][] = [
  [
    [600, 860],
    [590, 640],
    [604, 470],
    [560, 330],
  ],
  [
    [600, 560],
    [690, 430],
    [760, 380],
  ],
  [
    [600, 600],
    [500, 470],
    [430, 420],
  ],
  [
    [604, 480],
    [640, 340],
    [650, 260],
  ],
]
/** Where the leaves hang. */
const CROWN: Point[] = [
  [430, 380],
  [520, 290],
  [620, 240],
  [720, 300],
  [790, 390],
  [480, 470],
  [740, 470],
  [600, 350],
]

export const thorn: Lesson = {
  title: 'The old thorn by the slip',
  sheet: { width: 1200, height: 900, paper: [248, 246, 238], texture: { name: 'cold-pressed', under: 40, over: 12 } },
  parts: [
    {
      lay: [added('trunk', 'Trunk', 0)],
      layer: 'trunk',
      draw(hands) {
        BRANCHES.forEach((branch, i) => {
          for (let k = 0; k < (i ? 1 : 3); k++)
            hands.line(
              toolSettings('crayon', { size: i ? 16 : 30 }),
              BARK,
              curveThrough(branch.map(([x, y]): Point => [x + 12 * k - 12, y])),
              { pressure: 0.7 },
            )
        })
      },
    },
    {
      lay: [added('dark', 'Dark leaves', 1)],
      layer: 'dark',
      draw(hands) {
        for (const [x, y] of CROWN) {
          for (let k = 0; k < 2; k++)
            hands.line(
              toolSettings('spatter', { size: 170, flow: 100, tip: { kind: 'spray', rate: 200, drop: 9 } }),
              DEEP,
              curveThrough([
                [x - 80, y - 30 + 60 * k],
                [x, y + 30],
                [x + 80, y + 110 - 60 * k],
              ]),
              { speed: 420 },
            )
        }
      },
    },
    {
      lay: [added('middle', 'Middle leaves', 2)],
      layer: 'middle',
      draw(hands) {
        for (const [x, y] of hands.has('flat') ? CROWN.slice(0, 3) : CROWN) {
          for (let k = 0; k < 3; k++)
            hands.line(
              toolSettings('stamp', { size: 34, scatter: 40 }),
              LEAF,
              curveThrough([
                [x - 70 + 50 * k, y - 50],
                [x - 20 + 50 * k, y + 10],
                [x + 50 * k, y + 130],
              ]),
              { speed: 700 },
            )
        }
        // Holes for the sky.
        for (const [x, y] of [CROWN[1]!, CROWN[3]!, CROWN[6]!])
          hands.line(
            toolSettings('hard-eraser', { size: 26 }),
            LEAF,
            curveThrough([
              [x - 16, y],
              [x, y + 10],
              [x + 18, y + 4],
            ]),
          )
      },
    },
    {
      lay: [added('light', 'Light leaves', 3)],
      layer: 'light',
      draw(hands) {
        const by = hands.has('wrong-light') ? 90 : -40
        for (const [x, y] of CROWN.slice(0, 5))
          hands.line(
            toolSettings('spatter', { size: 80, tip: { kind: 'spray', rate: 140, drop: 8 } }),
            SUN,
            curveThrough([
              [x - 40, y + by],
              [x + 20, y + by - 16],
            ]),
            { speed: 900 },
          )
      },
    },
    {
      lay: [added('bank', 'Bank', 0)],
      layer: 'bank',
      draw(hands) {
        for (let row = 0; row < 4; row++)
          hands.line(
            toolSettings('chalk', { size: 60 }),
            BANK,
            curveThrough([
              [90, 840 + 12 * row],
              [500, 826 + 14 * row],
              [1100, 846 + 10 * row],
            ]),
            { speed: 1000 },
          )
        hands.line(
          toolSettings('kneaded-eraser', { size: 50 }),
          BANK,
          curveThrough([
            [640, 850],
            [800, 858],
          ]),
        )
      },
    },
    {
      lay: [{ kind: 'mask-add', item: 'dark', mask: 'mist', shows: 'all' }],
      layer: 'mist',
      draw(hands) {
        // Dark on the mask hides: mist rises from the water.
        for (let row = 0; row < 3; row++)
          hands.drawer.stroke(
            'mist',
            toolSettings('soft-brush', { size: 190, flow: 24 }),
            [0, 0, 0],
            curveThrough([
              hands.at([300, 560 + 40 * row]),
              hands.at([620, 600 + 40 * row]),
              hands.at([900, 560 + 40 * row]),
            ]),
            { pressure: 0.6 },
          )
      },
    },
  ],
  edit: plan =>
    worded(
      plan,
      {
        goal: 'A tree out of three greens: dark first, light last and least, with holes for the sky.',
        level: 'second',
        minutes: 50,
        topics: ['trees', 'texture', 'masks'],
        warmUps: [
          { drill: 'ramp-dark', seed: 61 },
          { drill: 'arcs', seed: 62 },
          { drill: 'close-by-eye', seed: 63 },
        ],
      },
      [
        [
          'Trunk and branches',
          'The crayon, broad for the trunk and thin for the branches. The paper’s tooth is the bark.',
        ],
        [
          'Dark leaves first',
          'Spatter the deep green along the branches. Keep moving; leave holes.',
          'Resting makes it solid, fast is thin.',
        ],
        [
          'The middle green',
          'Stamp leaves along the way they hang, more on the upper side. Then open a few holes for the sky with the hard eraser.',
        ],
        ['Light on the edges', 'A little light green on the outer edges that face the sun. Sparingly.'],
        ['The bank', 'Chalk on its side for the ground, then lift a place of light with the kneaded eraser.'],
        ['Mist', 'Paint softly on the mask of the dark leaves: what is painted dark there is hidden, not gone.'],
      ],
    ),
}
