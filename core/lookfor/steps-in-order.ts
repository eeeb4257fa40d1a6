import { z } from 'zod'
import { layerIdSchema } from '../drawing'
import { cantTell, type Evidence, type Found, type Measure } from './contract'
import { paintActs } from './process'
import { capital, listInWords } from './words'

const schema = z.strictObject({
  measure: z.literal('steps-in-order'),
  /** The steps in the order in which they are drawn; and layers that are hidden or gone in the end. */
  steps: z
    .array(z.strictObject({ step: z.string().min(1).max(60), title: z.string().min(1).max(80) }))
    .min(1)
    .max(40),
  hidden: z.array(z.strictObject({ layer: layerIdSchema, name: z.string().min(1).max(60) })).max(20),
})
type Settings = z.infer<typeof schema>

/** Fainter than this a sketch is as good as hidden, %. */
const FAINT = 12

function look(evidence: Evidence, { steps, hidden }: Settings): Found {
  const firsts = steps.map(({ step, title }) => {
    const acts = paintActs({ ...evidence, step }, false)
    const first = evidence.acts.findIndex(
      each => each.step === step && acts.includes(each.act as (typeof acts)[number]),
    )
    return { title, count: acts.length, first }
  })
  if (firsts.every(each => each.count === 0)) return cantTell('Nothing was drawn yet.')
  const empty = firsts.filter(each => each.count === 0)
  const early = firsts.filter(
    (each, i) => each.first >= 0 && firsts.slice(0, i).some(before => before.first > each.first),
  )
  const seen = hidden.filter(({ layer: id }) =>
    evidence.drawing.layers.some(
      layer => layer.id === id && layer.visible && layer.opacity > FAINT && layer.tiles.size > 0,
    ),
  )
  const figure = { value: steps.length - empty.length - early.length, unit: `of ${steps.length} steps` }
  const faults = [
    ...(empty.length ? [`nothing was drawn in ${listInWords(empty.map(({ title }) => `“${title}”`))}`] : []),
    ...(early.length ? [`${listInWords(early.map(({ title }) => `“${title}”`))} came before its turn`] : []),
    ...(seen.length ? [`${listInWords(seen.map(({ name }) => `“${name}”`))} can still be seen`] : []),
  ]
  if (!faults.length)
    return { verdict: 'met', figure, sentence: 'The steps were drawn one after the other.', marks: [] }
  const sentence = listInWords(faults)
  return {
    verdict: !empty.length && early.length + seen.length === 1 ? 'nearly' : 'not-yet',
    figure,
    sentence: `${capital(sentence)}.`,
    marks: [],
  }
}

export const stepsInOrder: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'in which order it was drawn' },
}
