import { toolSettings } from '#core/brush'
import { LIGHTS, RAMP_ONE, shadeLadder } from '#core/colour'
import type { Act } from '#core/drawing'
import { part as cut, curveThrough, type Point } from '../hand'
import { added, fine, worded, type Lesson } from './lesson'

/** The lamp on the mole at dusk: fades, glazes, haze, and a light that adds. px of a 1200 × 900 sheet. */

const NIGHT = [52, 66, 104] as const
const HILL = [74, 92, 118] as const
const STONE = [206, 202, 196] as const
/** Six shades of the stone, dark to light. */
const RUNGS = shadeLadder([...STONE], LIGHTS['blue sky'], 6).rungs
const RED = [176, 64, 54] as const
const SEA = [62, 88, 112] as const
const GLAZE = [96, 82, 120] as const
const LAMP = [255, 214, 130] as const

const TOWER: Point[] = [
  [560, 680],
  [588, 300],
  [652, 300],
  [680, 680],
]
const ramp = Array.from({ length: 17 }, (_, i): [number, number, number, number] => {
  const t = i / 16
  return [52 + 190 * t, 66 + 120 * t, 104 + 40 * t, 255].map(value => Math.round((value * RAMP_ONE) / 255)) as [
    number,
    number,
    number,
    number,
  ]
})
const shape = (layer: string, outline: readonly Point[], colour: readonly [number, number, number]): Act => ({
  kind: 'shape',
  version: 1,
  layer,
  form: 'box',
  outline: fine(outline),
  line: null,
  fill: { colour: [...colour], opacity: 100 },
  seed: 3,
})

export const mole: Lesson = {
  title: 'The lamp on the mole',
  sheet: { width: 1200, height: 900, paper: [246, 244, 238] },
  parts: [
    {
      lay: [added('sky', 'Sky', 0)],
      layer: 'sky',
      draw(hands) {
        const act: Act = {
          kind: 'gradient',
          version: 1,
          layer: hands.layer,
          form: 'straight',
          from: [16 * 600, 0],
          to: [16 * 600, 16 * 620],
          ramp,
          opacity: 100,
          seed: 5,
        }
        hands.act(hands.has('flat') ? { ...act, ramp: [ramp[8]!, ramp[9]!] } : act)
      },
    },
    {
      lay: [added('hills', 'Far hills', 1)],
      layer: 'hills',
      draw(hands) {
        const brush = toolSettings('dry-brush', { size: 70 })
        for (let row = 0; row < 4; row++)
          hands.line(
            brush,
            HILL,
            curveThrough([
              [40, 610 + 22 * row],
              [260, 540 + 30 * row],
              [420, 590 + 22 * row],
              [760, 560 + 28 * row],
              [1000, 520 + 36 * row],
              [1170, 590 + 22 * row],
            ]),
            { speed: 900 },
          )
      },
    },
    {
      lay: [added('sea', 'Sea', 2)],
      layer: 'sea',
      draw(hands) {
        const marker = toolSettings('marker', { size: 50 })
        for (let row = 0; row < 5; row++)
          hands.line(
            marker,
            SEA,
            [
              [30, 700 + 44 * row],
              [400, 704 + 44 * row],
              [800, 698 + 44 * row],
              [1170, 702 + 44 * row],
            ].flatMap((p, i, all) =>
              i ? cut(curveThrough([all[i - 1] as unknown as Point, p as unknown as Point]), 0, 1) : [],
            ),
            { speed: 1200 },
          )
      },
    },
    {
      lay: [added('tower', 'Tower', 3)],
      layer: 'tower',
      draw(hands) {
        const put = (outline: readonly Point[], colour: readonly [number, number, number]) =>
          hands.act(
            shape(
              hands.layer,
              outline.map(point => hands.at(point)),
              colour,
            ),
          )
        put(TOWER, STONE)
        put(
          [
            [592, 300],
            [592, 236],
            [648, 236],
            [648, 300],
          ],
          LAMP,
        )
        put(
          [
            [580, 240],
            [620, 196],
            [660, 240],
          ],
          RED,
        )
      },
    },
    {
      lay: [added('rungs', 'Shades', 4), { kind: 'stack-set', item: 'rungs', set: { clip: true } }],
      layer: 'rungs',
      draw(hands) {
        const brush = toolSettings('round-brush', { size: 24, pressureSize: 0, speedSize: 0, taperIn: 0, taperOut: 0 })
        const rungs = hands.has('flat') ? RUNGS.slice(4) : RUNGS
        rungs.forEach((rung, i) => {
          const x = 678 - (116 * (i + 0.5)) / rungs.length
          hands.line(
            brush,
            rung,
            curveThrough([
              [x - 12, 304],
              [x - 4, 500],
              [x, 680],
            ]),
          )
        })
      },
    },
    {
      lay: [],
      layer: 'rungs',
      draw(hands) {
        // Along the borders, never across them.
        for (let i = 1; i < RUNGS.length; i++)
          hands.line(
            toolSettings('soften', { size: 40, opacity: 60 }),
            STONE,
            curveThrough([
              [666 - (116 * i) / RUNGS.length, 310],
              [674 - (116 * i) / RUNGS.length, 500],
              [678 - (116 * i) / RUNGS.length, 676],
            ]),
            { speed: 480 },
          )
      },
    },
    {
      lay: [added('stripes', 'Stripes', 5), { kind: 'stack-set', item: 'stripes', set: { clip: true } }],
      layer: 'stripes',
      draw(hands) {
        const brush = toolSettings('round-brush', { size: 58, pressureSize: 0, taperIn: 0, taperOut: 0 })
        for (const y of [380, 500, 620])
          hands.line(
            brush,
            RED,
            curveThrough([
              [540, y],
              [620, y + 4],
              [700, y],
            ]),
          )
      },
    },
    {
      lay: [
        added('glaze', 'Glaze', 6),
        { kind: 'stack-set', item: 'glaze', set: { mode: 'multiply', clip: true, opacity: 80 } },
      ],
      layer: 'glaze',
      draw(hands) {
        const wash = toolSettings('wash', { size: 60 })
        const x = hands.has('wrong-light') ? 575 : 662
        for (let k = 0; k < 3; k++)
          hands.line(
            wash,
            GLAZE,
            curveThrough([
              [x - 6 * k, 300],
              [x + 4 - 6 * k, 480],
              [x + 10 - 6 * k, 680],
            ]),
            { speed: 520 },
          )
      },
    },
    {
      lay: [
        { kind: 'stack-group', group: 'lighthouse', name: 'Lighthouse', items: ['tower', 'rungs', 'stripes', 'glaze'] },
        added('glow', 'Glow', 9),
      ],
      layer: 'glow',
      draw(hands) {
        const glow = toolSettings('glow', { size: 190, flow: 20 })
        for (let k = 0; k < (hands.has('flat') ? 1 : 3); k++)
          hands.line(
            glow,
            LAMP,
            curveThrough([
              [560 - 20 * k, 262],
              [620, 268],
              [690 + 40 * k, 262],
            ]),
            { pressure: 0.6, speed: 380 },
          )
        hands.line(
          glow,
          NIGHT,
          curveThrough([
            [600, 720],
            [640, 800],
            [620, 860],
          ]),
          { pressure: 0.3, speed: 500 },
        )
      },
    },
    {
      lay: [],
      layer: 'hills',
      draw(hands) {
        if (hands.has('flat')) return
        hands.act({ kind: 'adjust', version: 1, layer: 'hills', how: { kind: 'blur', sigma: 24 }, seed: 7 })
        hands.act({
          kind: 'adjust',
          version: 1,
          layer: 'hills',
          how: { kind: 'light', brightness: 8, contrast: -20 },
          seed: 9,
        })
        hands.act({
          kind: 'haze',
          version: 1,
          sky: [222, 168, 138],
          layers: [
            { layer: 'hills', share: 45 },
            { layer: 'sea', share: 10 },
          ],
          seed: 8,
        })
      },
    },
  ],
  edit: plan =>
    worded(
      plan,
      {
        goal: 'Dusk in layers: a fade for the sky, far things paler, a glaze for the dark side, and one light that adds.',
        level: 'third',
        minutes: 70,
        topics: ['layers', 'glazes', 'depth'],
        warmUps: [
          { drill: 'line-through-dots', seed: 51 },
          { drill: 'value-ladder', seed: 52 },
          { drill: 'blend-band', seed: 53 },
        ],
      },
      [
        ['The sky fades', 'One fade from evening blue at the top to warm light above the sea.'],
        ['Far hills', 'The dry brush, a few quick strokes. They may be rough: they are far away.'],
        [
          'The sea',
          'Level strokes with the marker, side by side, from the horizon down.',
          'Turn the sheet if level strokes come easier upright.',
        ],
        ['Set the tower', 'Tower, lamp and roof from three shapes. The ground line lies a quarter up from the bottom.'],
        [
          'A ladder of six shades',
          'The light comes from the left. Six upright stripes of the stone’s shades, the darkest at the right, each beside the next. The layer keeps to the tower.',
        ],
        [
          'Soften the borders',
          'Follow each border from top to bottom with the softening brush. The tower turns round; leave the middle of each stripe alone.',
        ],
        ['Red bands', 'Three bands with the round brush. The layer keeps to the tower: you may go over its edge.'],
        [
          'Glaze the dark side',
          'The lamp is inside, the last daylight comes from the left. Glaze the right side of the tower with the wash.',
        ],
        ['Let it shine', 'The glow brush adds light: once round the lamp, once faintly on the water.'],
        [
          'Haze',
          'Blur the far hills a trace, take contrast out of them, then fade hills and water toward the sky. What is far goes farther.',
        ],
      ],
    ),
}
