import { toolSettings } from '../brush'
import { seededRandom } from '../base'
import { rgbOf } from '../colour'
import type { Kernels } from '../kernels'
import { lookAt, type LookFor } from '../lookfor'
import { figure, nothingYet, pointsFor, resultOf, type Drill, type Tried } from './contract'
import { drawn, LAYERS, stripe } from './given'
import { DRILL_SHEET, ellipsePoints, OWN, withTools } from './strokes'

/** Tone: blending a band, and shading a ball to a light. */

const BAND = { x: 200, y: 320, width: 560, height: 150 }
const STRIPES = 4

function bandOf(seed: number): { colours: (readonly [number, number, number])[] } {
  const random = seededRandom(seed)
  const [hue, low, high, chroma] = [
    random.between(0, 360),
    random.between(0.3, 0.4),
    random.between(0.74, 0.84),
    random.between(0.05, 0.11),
  ]
  return {
    colours: Array.from({ length: STRIPES }, (_, i) =>
      rgbOf({ lightness: low + ((high - low) * i) / (STRIPES - 1), chroma, hue: hue + 6 * i }),
    ),
  }
}

const BAND_AREA = [
  BAND.x + 12,
  BAND.y - BAND.height / 2 + 14,
  BAND.x + BAND.width - 12,
  BAND.y - BAND.height / 2 + 14,
  BAND.x + BAND.width - 12,
  BAND.y + BAND.height / 2 - 14,
  BAND.x + 12,
  BAND.y + BAND.height / 2 - 14,
]

/** A look-for's finding on what was tried. */
function found(kernels: Kernels, tried: Tried, settings: LookFor['settings']) {
  return lookAt(kernels, { drawing: tried.drawing, acts: tried.acts, step: '' }, [
    { id: 'drill', title: 'drill', settings },
  ])[0]!
}

export const blendBand: Drill = {
  family: 'tone',
  title: 'Blend a band',
  trains: 'Seams that go, while dark stays dark and light stays light.',
  seconds: 90,
  measured:
    'The hardest step left (L* a px: all up to 0.5, none from 3 on), with the range from dark to light kept (25 L*; it counts as far as the seams are gone).',
  make(seed) {
    const { colours } = bandOf(seed)
    const wide = BAND.width / STRIPES
    return {
      sheet: DRILL_SHEET,
      asks: 'Blend the stripes into one even band: work along the seams, and leave the ends as they are.',
      prompts: [],
      answering: withTools(
        toolSettings('soften', { size: 70, opacity: 70 }),
        toolSettings('smudge', { size: 60, opacity: 50 }),
      ),
      // Stripes are drawn from top to bottom, side by side, on the layer that is worked on.
      given: [
        { kind: 'layer-add', layer: OWN, name: 'Band', place: 0 },
        ...colours.map((colour, i) =>
          stripe(
            { x: BAND.x + wide * (i + 0.5), y: BAND.y - BAND.height / 2 + wide / 2 },
            { x: BAND.x + wide * (i + 0.5), y: BAND.y + BAND.height / 2 - wide / 2 },
            wide + 6,
            colour,
            i + 1,
          ),
        ),
      ],
    }
  },
  score(_seed, tried, kernels) {
    if (!tried.acts.some(each => !each.prepared && each.act.kind === 'stroke'))
      return nothingYet('Nothing is blended yet.')
    const seams = found(kernels, tried, {
      measure: 'seams-blended',
      what: 'the band',
      target: BAND_AREA,
      tolerance: 'strict',
    })
    const range = found(kernels, tried, {
      measure: 'value-range',
      what: 'the band',
      target: BAND_AREA,
      tolerance: 'standard',
    })
    const step = seams.figure?.value ?? 10
    const kept = range.figure?.value ?? 0
    return resultOf(
      [
        figure('hardest step', step, 'L* a px', pointsFor(step, 3, 0.5)),
        figure('range kept', kept, 'L*', Math.round((pointsFor(25 - kept, 25) * pointsFor(step, 3, 0.5)) / 100)),
      ],
      kept < 18
        ? 'It has become one grey: leave the ends untouched.'
        : step > 1.5
          ? `${seams.sentence}`
          : 'The seams are gone, and the range is there.',
      seams.marks,
    )
  },
}

function ballOf(seed: number): {
  x: number
  y: number
  radius: number
  light: { x: number; y: number; height: number }
} {
  const random = seededRandom(seed)
  const turn = random.between(0, 2 * Math.PI)
  return {
    x: 480,
    y: 330,
    radius: 190,
    light: {
      x: Math.round(480 + 290 * Math.cos(turn)),
      y: Math.round(330 + 290 * Math.sin(turn)),
      height: Math.round(random.between(30, 50)),
    },
  }
}

export const shadeBall: Drill = {
  family: 'tone',
  title: 'Shade a ball to a light',
  trains: 'Light on the side of the lamp, and darker all round away from it.',
  seconds: 120,
  measured:
    'The angle between the light your shading shows and the pin (none left at 70°), and the range from dark to light (all from 40 L* on).',
  make(seed) {
    const { x, y, radius, light } = ballOf(seed)
    const base: readonly [number, number, number] = [205, 176, 140]
    const rows = Array.from({ length: 19 }, (_, i) => {
      const dy = -radius + 14 + ((2 * radius - 28) * i) / 18
      const half = Math.max(Math.sqrt(Math.max(radius * radius - dy * dy, 0)) - 14, 1)
      return stripe({ x: x - half, y: y + dy }, { x: x + half, y: y + dy }, 26, base, i + 50)
    })
    return {
      sheet: DRILL_SHEET,
      asks: 'The lamp hangs at the pin. Shade the ball with the soft brush: it turns away from the light all round.',
      prompts: [{ kind: 'dot', at: { x: light.x, y: light.y }, label: 'lamp' }],
      answering: {
        ...withTools(toolSettings('soft-brush', { size: 130 }), toolSettings('soften', { size: 70 })),
        colour: [84, 52, 44],
      },
      given: [
        ...LAYERS,
        ...rows,
        drawn(ellipsePoints(x, y, radius, radius), 1),
        { kind: 'stack-set', item: OWN, set: { inside: true } },
        { kind: 'light-pin', version: 1, light: { x: light.x * 16, y: light.y * 16, height: light.height } },
      ],
    }
  },
  score(seed, tried, kernels) {
    if (!tried.acts.some(each => !each.prepared && each.act.kind === 'stroke'))
      return nothingYet('Nothing is shaded yet.')
    const { x, y, radius, light } = ballOf(seed)
    const target = ellipsePoints(x, y, radius - 16, radius - 16, 0, 36).flatMap(point => [point.x, point.y])
    const shown = found(kernels, tried, {
      measure: 'light-from-pin',
      what: 'the ball',
      target,
      layer: OWN,
      light,
      tolerance: 'standard',
    })
    const range = found(kernels, tried, {
      measure: 'value-range',
      what: 'the ball',
      target,
      layer: OWN,
      tolerance: 'standard',
    })
    const off = shown.figure?.value ?? 90
    const wide = range.figure?.value ?? 0
    return resultOf(
      [
        figure('light off the pin', off, '°', pointsFor(off, 70, 6)),
        figure('dark to light', wide, 'L*', pointsFor(40 - wide, 40)),
      ],
      shown.verdict === 'met' && wide < 30
        ? 'The light is right; now dare to go darker where it turns away.'
        : shown.sentence,
      shown.marks,
    )
  },
}
