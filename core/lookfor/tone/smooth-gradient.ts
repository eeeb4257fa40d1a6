import { z } from 'zod'
import { atMost, isFound, limitOf, worse, type Found, type Looking, type Measure, PAGE } from '../contract'
import { rounded } from '../drawn/common'
import { toneFields, viewOrReason } from './common'
import { leastSquares3 } from './plane'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('smooth-gradient'),
  ...toneFields,
  /** The fall that is asked at least, L* from end to end; absent: {@link LEAST_FALL}. */
  fall: z.number().min(1).max(100).optional(),
})
type Settings = z.infer<typeof schema>

/** The steepest place, as many times the mean fall: a band's edge is many times steeper. */
const STEEP = { gentle: 6, standard: 4.2, strict: 2.6 } as const
/** Going back on the way, % of the fall. */
const BACK = { gentle: 14, standard: 8, strict: 4 } as const
const LEAST_FALL = 10
/** Places along the way; means over slices across it, so that grain does not count. */
const SLICES = 48

function look(looking: Looking, settings: Settings): Found {
  const view = viewOrReason(looking, settings)
  if (isFound(view)) return view
  const { what, tolerance } = settings
  const fit = leastSquares3(view.lightness, view.painted, view.width)
  const slope = fit ? Math.hypot(fit.dx, fit.dy) : 0
  const flat = (value: number): Found => ({
    verdict: value > 0.6 * (settings.fall ?? LEAST_FALL) ? 'nearly' : 'not-yet',
    figure: { value: Math.round(value), unit: 'L* from end to end' },
    sentence: `${capital(what)} hardly changes from end to end (${Math.round(value)} of 100).`,
    marks: [],
  })
  if (!fit || slope === 0) return flat(0)
  const [ux, uy] = [fit.dx / slope, fit.dy / slope]
  const { painted, lightness, width } = view
  // How far along the way each px lies.
  const along = new Float32Array(painted.length)
  let [first, last] = [Infinity, -Infinity]
  for (let y = 0, i = 0; i < painted.length; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!painted[i]) continue
      const far = (along[i] = (x - fit.x) * ux + (y - fit.y) * uy)
      if (far < first) first = far
      if (far > last) last = far
    }
  }
  const [sums, counts] = [new Float64Array(SLICES), new Float64Array(SLICES)]
  for (let i = 0; i < painted.length; i++) {
    if (!painted[i]) continue
    const slice = Math.max(Math.min(Math.floor(((along[i]! - first) / (last - first + 1e-9)) * SLICES), SLICES - 1), 0)
    sums[slice]! += lightness[i]!
    counts[slice]!++
  }
  const most = counts.reduce((a, b) => Math.max(a, b), 0)
  // Slivers at the ends are of the paint's edge.
  const profile = [...sums.keys()].filter(i => counts[i]! > 0.25 * most).map(i => sums[i]! / counts[i]!)
  if (profile.length < 8) return flat(0)
  const fall = profile[profile.length - 1]! - profile[0]!
  if (fall < (settings.fall ?? LEAST_FALL)) return flat(Math.max(fall, 0))
  const steps = profile.slice(1).map((value, i) => value - profile[i]!)
  const mean = fall / steps.length
  const steepest = Math.max(...steps) / mean
  let [highest, back] = [-Infinity, 0]
  for (const value of profile) {
    highest = Math.max(highest, value)
    back = Math.max(back, highest - value)
  }
  const backShare = (100 * back) / fall
  const limits =
    typeof tolerance === 'number'
      ? { steep: tolerance, back: BACK.standard }
      : { steep: limitOf(tolerance, STEEP), back: BACK[tolerance] }
  const verdict = worse(atMost(steepest, limits.steep, 1.5), atMost(backShare, limits.back))
  const figure = { value: rounded(steepest), unit: 'times the mean fall at its steepest' }
  if (verdict === 'met')
    return { verdict, figure, sentence: `${capital(what)} goes over evenly from dark to light.`, marks: [] }
  const isBack = atMost(backShare, limits.back) === verdict && atMost(steepest, limits.steep, 1.5) !== verdict
  const at = steps.indexOf(Math.max(...steps)) + 0.5
  const far = first + ((at + 0.5) / profile.length) * (last - first)
  const [x, y] = [view.box.x0 + fit.x + ux * far, view.box.y0 + fit.y + uy * far]
  const half = Math.max(20, Math.sqrt(view.count) / 4)
  return {
    verdict,
    figure: isBack ? { value: Math.round(backShare), unit: '% of the fall, back' } : figure,
    sentence: isBack
      ? `${capital(what)} gets lighter, darker and lighter again. One way all through is asked.`
      : `${capital(what)} has a band: one place changes ${rounded(steepest)} times as fast as the rest.`,
    marks: isBack
      ? []
      : [{ kind: 'path', points: [x - uy * half, y + ux * half, x + uy * half, y - ux * half].map(Math.round) }],
  }
}

export const smoothGradient: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
