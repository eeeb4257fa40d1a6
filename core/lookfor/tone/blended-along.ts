import { z } from 'zod'
import { boundsOf } from '../../base'
import { isRubbing, SAMPLE_FIELDS, SUBPIXELS } from '../../brush'
import { atMost, cantTell, limitOf, type Evidence, type Found, type Measure } from '../contract'
import { drawnFields } from '../drawn/common'
import { isInside } from '../drawn/polygon'
import { placedSince } from '../moved'
import { capital } from '../words'
import { actMark, paintActs, toolOf } from '../process'

const schema = z.strictObject({
  measure: z.literal('blended-along'),
  ...drawnFields,
  /** The way of the bands, degrees from the horizontal, anticlockwise; or round the target's middle, as rings go. */
  along: z.union([z.number().min(0).max(180), z.literal('round')]),
})
type Settings = z.infer<typeof schema>

/** Rubbing that goes across, %, by the length of way. */
const ACROSS = { gentle: 45, standard: 30, strict: 15 } as const
/** From so many degrees off the bands' way on it goes across: half way. */
const TURNED = 45
/** Shorter pieces of way have none, px. */
const PIECE = 6
const LEAST = 80

function look(evidence: Evidence, { layer, what, target, tolerance, along }: Settings): Found {
  const { x0, y0, x1, y1 } = boundsOf(target)
  const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2]
  const acts = paintActs(evidence, false).filter(
    act => act.layer === layer && act.kind === 'stroke' && toolOf(act) && isRubbing(toolOf(act)!),
  )
  let [total, across] = [0, 0]
  const crossing = new Set<(typeof acts)[number]>()
  for (const act of acts) {
    if (act.kind !== 'stroke') continue
    let last: { x: number; y: number } | null = null
    let own = 0
    let ownAcross = 0
    const move = placedSince(evidence, act)
    for (let i = 0; i < act.samples.length; i += SAMPLE_FIELDS) {
      const place = {
        x: (act.samples[i]! / SUBPIXELS) * move.scaleX + move.x,
        y: (act.samples[i + 1]! / SUBPIXELS) * move.scaleY + move.y,
      }
      if (!last) {
        last = place
        continue
      }
      const [dx, dy] = [place.x - last.x, place.y - last.y]
      const length = Math.hypot(dx, dy)
      if (length < PIECE) continue
      const middle = { x: (place.x + last.x) / 2, y: (place.y + last.y) / 2 }
      last = place
      if (!isInside(target, middle)) continue
      const direction = along === 'round' ? Math.atan2(middle.x - cx, -(middle.y - cy)) : -(along * Math.PI) / 180
      const off = Math.abs(Math.sin(Math.atan2(dy, dx) - direction))
      own += length
      if (off > Math.sin((TURNED * Math.PI) / 180)) ownAcross += length
    }
    total += own
    across += ownAcross
    if (ownAcross > own / 2) crossing.add(act)
  }
  if (total < LEAST) return cantTell(`${capital(what)} was not smudged or softened yet.`)
  const value = Math.round((100 * across) / total)
  const verdict = atMost(value, limitOf(tolerance, ACROSS), 1.6)
  const figure = { value, unit: '% across the bands' }
  if (verdict === 'met') return { verdict, figure, sentence: `You blended ${what} along its bands.`, marks: [] }
  return {
    verdict,
    figure,
    sentence: `${value} % of the blending on ${what} goes across the bands. Follow them: along keeps their order, across wipes it out.`,
    marks: [...crossing].slice(0, 30).map(act => actMark(evidence, act)),
  }
}

export const blendedAlong: Measure<Settings> = {
  schema,
  look,
  onPaper: { untold: 'which way it was rubbed' },
}
