import { seededRandom } from '../base'
import { difference00, lightnessOf, rgbOf } from '../colour'
import { figure, nothingYet, pointsFor, resultOf, type Drill } from './contract'
import { DRILL_SHEET, mean } from './strokes'

/** Colours and values by eye: no drawing, only mixing. */

/** No points from such a difference, CIEDE2000; from so much off in lightness, L*. */
const COLOUR_ZERO = 22
const VALUE_ZERO = 20
const RUNGS = 5

type Rgb = readonly [number, number, number]

function targetOf(seed: number): Rgb {
  const random = seededRandom(seed)
  return rgbOf({
    lightness: random.between(0.35, 0.82),
    chroma: random.between(0.03, 0.15),
    hue: random.between(0, 360),
  })
}

export const matchColour: Drill = {
  family: 'colour',
  title: 'Match a colour',
  trains: 'Telling lightness, liveliness and hue apart.',
  seconds: 60,
  measured: 'The difference of the two colours (CIEDE2000): all up to 1, none from 22 on.',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Mix the colour on the left. The two fields touch: when they are alike, the border vanishes.',
    prompts: [],
    given: [],
    answering: { by: 'mixing', target: targetOf(seed), isValue: false },
  }),
  score(seed, { mixed }) {
    if (!mixed) return nothingYet('Nothing is mixed yet.')
    const target = targetOf(seed)
    const off = difference00(mixed, target)
    const light = lightnessOf(mixed) - lightnessOf(target)
    const figures = [figure('difference', off, 'ΔE', pointsFor(off, COLOUR_ZERO, 1))]
    return resultOf(
      figures,
      off < 2
        ? 'Hardly anyone could tell them apart.'
        : Math.abs(light) > 3
          ? `Yours is ${light > 0 ? 'lighter' : 'darker'} by ${Math.round(Math.abs(light))} L*. Get the lightness right first.`
          : 'The lightness is right; now hue and liveliness.',
      [],
    )
  },
}

export const matchValue: Drill = {
  family: 'colour',
  title: 'Match a value',
  trains: 'Seeing how light a colour is, whatever its hue.',
  seconds: 40,
  measured: 'The difference in lightness (CIE L*): all up to 1, none from 20 on.',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Make the grey as light as the colour. Half shut your eyes: the border should go.',
    prompts: [],
    given: [],
    answering: { by: 'mixing', target: targetOf(seed ^ 0x5a5a), isValue: true },
  }),
  score(seed, { mixed }) {
    if (!mixed) return nothingYet('Nothing is set yet.')
    const off = lightnessOf(mixed) - lightnessOf(targetOf(seed ^ 0x5a5a))
    return resultOf(
      [figure('lightness off', Math.abs(off), 'L*', pointsFor(Math.abs(off), VALUE_ZERO, 1))],
      Math.abs(off) < 2
        ? 'The same value.'
        : `Your grey is too ${off > 0 ? 'light' : 'dark'}${Math.abs(off) > 8 ? ': lively colours look lighter than they are' : ''}.`,
      [],
    )
  },
}

function endsOf(seed: number): { from: number; to: number } {
  const random = seededRandom(seed)
  return { from: random.between(6, 24), to: random.between(78, 95) }
}

export const valueLadder: Drill = {
  family: 'colour',
  title: 'Build a value ladder',
  trains: 'Even steps from dark to light.',
  seconds: 75,
  measured: 'How far each rung is from its even place (none left at 60 % of a step).',
  make: seed => ({
    sheet: DRILL_SHEET,
    asks: 'Set the five rungs so that all steps from dark to light are alike.',
    prompts: [],
    given: [],
    answering: { by: 'rungs', ...endsOf(seed), rungs: RUNGS },
  }),
  score(seed, { rungs }) {
    if (!rungs || rungs.length !== RUNGS) return nothingYet('Nothing is set yet.')
    const { from, to } = endsOf(seed)
    const step = (to - from) / (RUNGS + 1)
    const offs = rungs.map((value, i) => value - (from + step * (i + 1)))
    const off = (100 * mean(offs.map(Math.abs))) / step
    const worst = offs.reduce((a, b, i) => (Math.abs(b) > Math.abs(offs[a]!) ? i : a), 0)
    const isOrdered = rungs.every((value, i) => value >= (i ? rungs[i - 1]! : from))
    return resultOf(
      [figure('off even steps', off, '% of a step', isOrdered ? pointsFor(off, 60, 4) : 0)],
      !isOrdered
        ? 'Two rungs have changed places.'
        : off < 10
          ? 'Even steps.'
          : `Rung ${worst + 1} is too ${offs[worst]! > 0 ? 'light' : 'dark'}, by ${Math.round(Math.abs(offs[worst]!))} L*.`,
      [],
    )
  },
}
