import { z } from 'zod'
import { leastSquares3 } from './plane'
import { atMost, cantTell, isFound, limitOf, type Found, type Looking, type Measure, PAGE } from '../contract'
import { lightFrom } from '../../light'
import { toneFields, viewOrReason } from './common'
import { innerPaint } from './view'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('light-from-pin'),
  ...toneFields,
  /** The asked light, sheet px and degrees; absent: the drawing's own light pin. */
  light: z.strictObject({ x: z.number(), y: z.number(), height: z.number().min(0).max(90) }).optional(),
})
type Settings = z.infer<typeof schema>

/** Degrees between the light that is asked and the one that is painted. */
const OFF = { gentle: 40, standard: 28, strict: 15 } as const
/** Shading that falls less than this from side to side has no way, L*. */
const LEAST_FALL = 5
/** So much of what is painted must be told by a fall of light, or it is a pattern. */
const LEAST_R2 = 0.12
const EDGE = 4

/**
 * Fits L* ≈ a + b x + c y over the form (least squares): by Lambert's cosine law a ball and a cushion are, on the
 * whole, lighter toward the light, and b, c points there. Compared with the way from the form's middle to the pin.
 */
function look(looking: Looking, settings: Settings): Found {
  const { drawing } = looking
  const light = settings.light ?? drawing.light
  const { what } = settings
  if (!light) return cantTell('There is no light pin yet. Set it first: it says where the light comes from.')
  const view = viewOrReason(looking, settings)
  if (isFound(view)) return view
  const inner = innerPaint(view, EDGE)
  const fit = leastSquares3(view.lightness, inner, view.width)
  if (!fit) return cantTell(`There is too little colour on ${what} to be looked at yet.`)
  const middle = { x: view.box.x0 + fit.x, y: view.box.y0 + fit.y }
  const [lx, ly] = lightFrom(light, middle)
  if (Math.hypot(lx, ly) < 0.2)
    return cantTell(`The light pin lies on ${what}: the light comes from straight in front.`)
  const reach = Math.sqrt(view.count / Math.PI)
  const fall = 2 * reach * Math.hypot(fit.dx, fit.dy)
  if (fall < LEAST_FALL)
    return {
      verdict: 'not-yet',
      figure: { value: Math.round(fall), unit: 'L* from side to side' },
      sentence: `${capital(what)} is as light on one side as on the other. Make it lighter toward the pin and darker away from it.`,
      marks: [arrow(middle, lx, -ly, reach)],
    }
  if (fit.r2 < LEAST_R2) return cantTell(`Light and dark on ${what} do not say where the light comes from.`)
  // y down on the sheet, up for the light.
  const turn = Math.abs(((Math.atan2(fit.dy, fit.dx) - Math.atan2(-ly, lx)) * 180) / Math.PI)
  const value = Math.round(Math.min(turn, 360 - turn))
  const verdict = atMost(value, limitOf(settings.tolerance, OFF), 1.7)
  const figure = { value, unit: '° off the pin' }
  if (verdict === 'met') return { verdict, figure, sentence: `${capital(what)} is lit from the pin.`, marks: [] }
  const length = Math.hypot(fit.dx, fit.dy)
  return {
    verdict,
    figure,
    sentence:
      value > 120
        ? `${capital(what)} is lit from the far side: it should be light toward the pin.`
        : `The light on ${what} comes from ${value}° beside the pin.`,
    marks: [arrow(middle, lx, -ly, reach), arrow(middle, fit.dx / length, fit.dy / length, reach)],
  }
}

/** An arrow from the middle toward the light. */
function arrow({ x, y }: { x: number; y: number }, dx: number, dy: number, reach: number) {
  const length = Math.hypot(dx, dy)
  const [u, v] = [dx / length, dy / length]
  const tip = { x: x + 1.3 * reach * u, y: y + 1.3 * reach * v }
  const head = 0.22 * reach
  return {
    kind: 'path' as const,
    points: [
      x,
      y,
      tip.x,
      tip.y,
      tip.x - head * (u + 0.6 * v),
      tip.y - head * (v - 0.6 * u),
      tip.x,
      tip.y,
      tip.x - head * (u - 0.6 * v),
      tip.y - head * (v + 0.6 * u),
    ].map(Math.round),
  }
}

export const lightFromPin: Measure<Settings> = {
  schema,
  look,
  onPaper: { as: settings => ({ ...settings, layer: PAGE.marks }) },
}
