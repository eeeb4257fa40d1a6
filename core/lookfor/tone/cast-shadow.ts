import { z } from 'zod'
import { layerIdSchema } from '../../drawing'
import { lightFrom } from '../../light'
import { cantTell, limitOf, limitSchema, type Found, type Looking, type Measure } from '../contract'
import { massOf } from '../drawn/mass'
import { medianLightness } from './common'
import { regionView } from './view'
import { labOf } from '../../colour'
import { capital } from '../words'

const schema = z.strictObject({
  measure: z.literal('cast-shadow'),
  /** The layer of the form, and that of its shadow. */
  form: layerIdSchema,
  shadow: layerIdSchema,
  what: z.string().min(1).max(60),
  /** The asked light, sheet px and degrees; absent: the drawing's own light pin. */
  light: z.strictObject({ x: z.number(), y: z.number(), height: z.number().min(0).max(90) }).optional(),
  tolerance: limitSchema,
})
type Settings = z.infer<typeof schema>

/** Degrees between the way of the shadow and the way from the light. */
const OFF = { gentle: 60, standard: 45, strict: 25 } as const
/** Darker than the paper by so much, L*. */
const DARKER = 8
const LEAST_PX = 150
/** A shadow whose middle lies so near that of its form, share of the form's height, goes no way. */
const NO_DIRECTION = 0.06

function look(looking: Looking, { form, shadow, what, light: asked, tolerance }: Settings): Found {
  const { drawing } = looking
  const light = asked ?? drawing.light
  if (!light) return cantTell('There is no light pin yet. Set it first: it says where the light comes from.')
  const [own, thrown] = [massOf(drawing, form), massOf(drawing, shadow)]
  if (!own) return cantTell(`There is hardly anything of ${what} yet.`)
  if (!thrown || thrown.area < LEAST_PX)
    return {
      verdict: 'not-yet',
      figure: null,
      sentence: `${capital(what)} throws no shadow yet. It lies on the side away from the light.`,
      marks: [],
    }
  const { width, height } = drawing.sheet
  const view = regionView(looking, [0, 0, width, 0, width, height, 0, height], shadow)
  const paper = labOf(drawing.sheet.paper)[0]
  const darker = view && view.count > LEAST_PX ? paper - medianLightness(view) : 0
  const [lx, ly] = lightFrom(light, { x: own.x, y: own.y })
  const [dx, dy] = [thrown.x - own.x, thrown.y - own.y]
  const far = Math.hypot(dx, dy)
  const ring = {
    kind: 'ring' as const,
    x: Math.round(thrown.x),
    y: Math.round(thrown.y),
    radius: Math.max(14, Math.round(Math.sqrt(thrown.area / Math.PI) / 2)),
    label: 'shadow',
  }
  if (view && view.count > LEAST_PX && darker < DARKER)
    return {
      verdict: 'not-yet',
      figure: { value: Math.round(darker), unit: 'L* darker than the paper' },
      sentence: `The shadow of ${what} is as light as the paper.`,
      marks: [ring],
    }
  if (Math.hypot(lx, ly) < 0.1)
    return cantTell(`The light comes from straight in front: the shadow of ${what} lies behind it.`)
  if (far < NO_DIRECTION * (own.box.y1 - own.box.y0))
    return {
      verdict: 'nearly',
      figure: { value: Math.round(far), unit: 'px away' },
      sentence: `The shadow of ${what} lies right under it. Move it away from the light.`,
      marks: [ring],
    }
  const turn = Math.abs(((Math.atan2(dy, dx) - Math.atan2(ly, -lx)) * 180) / Math.PI)
  const value = Math.round(Math.min(turn, 360 - turn))
  const limit = limitOf(tolerance, OFF)
  const figure = { value, unit: '° off the light' }
  if (value <= limit)
    return { verdict: 'met', figure, sentence: `The shadow of ${what} falls away from the light.`, marks: [] }
  return {
    verdict: value <= 1.6 * limit ? 'nearly' : 'not-yet',
    figure,
    sentence:
      value > 120
        ? `The shadow of ${what} lies toward the light; it falls on the other side.`
        : `The shadow of ${what} falls ${value}° beside the way of the light.`,
    marks: [ring],
  }
}

export const castShadow: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'what is form and what is shadow' },
}
