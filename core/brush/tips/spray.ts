import { seededRandom } from '../../base'
import { between, type PathPoint } from '../path'
import { FLOW_STEPS } from '../response'
import type { MakeTip } from './contract'
import { roundDabs } from './round'
import { inDisc } from './scatter'

/** Drops thrown when the sprayer is put down, whatever the time. */
const FIRST_DROPS = 3
/** Sizes of drops, share of the tool's: most are small, few are big. */
const SMALLEST = 0.35
const BIGGEST = 1.4

/** Drops thrown evenly in time: resting builds up, moving thins. */
export const sprayTip: MakeTip<'spray'> = ({ tool, tip, response, box, seed, put }) => {
  const random = seededRandom(seed)
  const place = roundDabs(box, tool.hardness, tool.flow, put)
  const perMs = (tip.rate * tool.size) / 10 / 1000
  let owed = 0

  function throwDrop(point: PathPoint): void {
    const step = { ...point, dx: 0, dy: 0, along: Number.MAX_SAFE_INTEGER, speed: 0 }
    const reach = response.radius(step)
    const [u, v] = inDisc(random)
    // Pulled inward by a half: drops are denser in the middle.
    const pull = 0.5 + 0.5 * Math.sqrt(u * u + v * v)
    const chance = random.unit()
    const size = tip.drop * (SMALLEST + (BIGGEST - SMALLEST) * chance * chance * chance)
    const flow = Math.max(1, Math.round(response.flow(step) * random.between(0.55, 1)))
    place(
      point.x + u * pull * reach,
      point.y + v * pull * reach,
      Math.max(Math.round(size * 4) / 8, 0.25),
      Math.min(flow, FLOW_STEPS),
    )
  }

  return {
    begin(point) {
      for (let i = 0; i < FIRST_DROPS; i++) throwDrop(point)
    },
    piece(a, b) {
      owed += (b.time - a.time) * perMs
      while (owed >= 1) {
        owed--
        throwDrop(between(a, b, random.unit()))
      }
    },
  }
}
