import { z } from 'zod'
import { layerIdSchema } from '../../drawing'
import {
  areaSchema,
  atMost,
  cantTell,
  limitOf,
  limitSchema,
  type Evidence,
  type Found,
  type Measure,
  PAGE,
} from '../contract'
import { massOf } from './mass'
import { capital } from '../words'

const part = z.strictObject({
  layer: layerIdSchema,
  what: z.string().min(1).max(60),
  /** Only there, x, y, x, y … px; absent: all of the layer. */
  target: areaSchema.optional(),
})
const schema = z.strictObject({
  measure: z.literal('proportion'),
  part,
  to: part,
  by: z.enum(['height', 'width', 'area']),
  /** How large the part should be, as a share of the other. */
  ratio: z.number().min(0.01).max(100),
  tolerance: limitSchema,
})
type Settings = z.infer<typeof schema>

/** Too large or too small by so many %, of the greater. */
const OFF = { gentle: 28, standard: 18, strict: 9 } as const

function look(evidence: Evidence, { part: own, to, by, ratio, tolerance }: Settings): Found {
  const [a, b] = [own, to].map(each => massOf(evidence.drawing, each.layer, each.target))
  if (!a) return cantTell(`There is hardly anything of ${own.what} yet.`)
  if (!b) return cantTell(`There is hardly anything of ${to.what} yet.`)
  const size = {
    height: ({ box }: typeof a) => box.y1 - box.y0,
    width: ({ box }: typeof a) => box.x1 - box.x0,
    area: ({ area }: typeof a) => area,
  }[by]
  const found = size(a) / size(b)
  const off = 100 * (1 - Math.min(found / ratio, ratio / found))
  const verdict = atMost(off, limitOf(tolerance, OFF))
  const figure = { value: Math.round(100 * found) / 100, unit: `of ${to.what}` }
  if (verdict === 'met')
    return { verdict, figure, sentence: `${capital(own.what)} and ${to.what} go well together.`, marks: [] }
  const word = {
    height: found > ratio ? 'high' : 'low',
    width: found > ratio ? 'wide' : 'narrow',
    area: found > ratio ? 'big' : 'small',
  }[by]
  const { x0, y0, x1, y1 } = a.box
  return {
    verdict,
    figure,
    sentence: `${capital(own.what)} is too ${word} beside ${to.what}: ${asShare(found)} of it, where ${asShare(ratio)} is asked.`,
    marks: [{ kind: 'path', points: [x0, y0, x1, y0, x1, y1, x0, y1, x0, y0] }],
  }
}

function asShare(value: number): string {
  return value >= 2 ? `${value.toFixed(1)} times` : `${Math.round(100 * value)} %`
}

export const proportion: Measure<Settings> = {
  schema,
  look,
  onPaper: {
    as: settings => ({
      ...settings,
      part: { ...settings.part, layer: PAGE.marks },
      to: { ...settings.to, layer: PAGE.marks },
    }),
    unsure: 'on paper all parts lie on one sheet',
  },
}
