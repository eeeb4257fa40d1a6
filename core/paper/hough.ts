import type { LineFit } from '../geometry'
import type { Planes } from './planes'

/** Directions that are told apart, a degree each. */
const TURNS = 180
/** So many lines at most. */
const MOST_LINES = 22
/** The share of px, those with the strongest edges, that vote. */
const VOTING = 0.12
/** How far from its own direction a px still votes, degrees. */
const SPREAD = 3
/** Lines nearer than this to a stronger one are the same: degrees, px. */
const SAME_TURN = 5
const SAME_PX = 5

/** The strongest straight edges of a picture, in its px. */
export function strongLines({ width, height, light, colour }: Planes): LineFit[] {
  const { gx, gy, strength } = edgesOf(light, colour, width, height)
  const least = Math.max(0.02, quantile(strength, 1 - VOTING))
  const reach = Math.ceil(Math.sqrt(width * width + height * height))
  const rows = 2 * reach + 1
  const votes = new Float32Array(TURNS * rows)
  const [cos, sin] = [new Float32Array(TURNS), new Float32Array(TURNS)]
  for (let t = 0; t < TURNS; t++) {
    cos[t] = Math.cos((t * Math.PI) / TURNS)
    sin[t] = Math.sin((t * Math.PI) / TURNS)
  }
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x
      if (strength[i]! < least) continue
      // A line is named by the direction across it, that of its gradient.
      const own = Math.round((Math.atan2(gy[i]!, gx[i]!) * TURNS) / Math.PI)
      const weight = Math.min(strength[i]!, 0.5)
      for (let k = -SPREAD; k <= SPREAD; k++) {
        const t = (((own + k) % TURNS) + TURNS) % TURNS
        const off = Math.round((x + 0.5) * cos[t]! + (y + 0.5) * sin[t]!) + reach
        votes[t * rows + off]! += weight
      }
    }
  }
  return peaksOf(votes, rows, reach, cos, sin, Math.min(width, height))
}

function edgesOf(light: Float32Array, colour: Float32Array, w: number, h: number) {
  const gx = new Float32Array(w * h)
  const gy = new Float32Array(w * h)
  const strength = new Float32Array(w * h)
  for (let y = 1; y < h - 1; y++) {
    for (let x = 1; x < w - 1; x++) {
      const i = y * w + x
      const across = (v: Float32Array) =>
        v[i + 1 - w]! + 2 * v[i + 1]! + v[i + 1 + w]! - v[i - 1 - w]! - 2 * v[i - 1]! - v[i - 1 + w]!
      const down = (v: Float32Array) =>
        v[i + w - 1]! + 2 * v[i + w]! + v[i + w + 1]! - v[i - w - 1]! - 2 * v[i - w]! - v[i - w + 1]!
      // Paper is bright and hardly coloured: both steps point the same way.
      gx[i] = (across(light) - across(colour)) / 8
      gy[i] = (down(light) - down(colour)) / 8
      strength[i] = Math.sqrt(gx[i]! * gx[i]! + gy[i]! * gy[i]!)
    }
  }
  return { gx, gy, strength }
}

function quantile(values: Float32Array, share: number): number {
  const sorted = values.toSorted()
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
}

function peaksOf(
  votes: Float32Array,
  rows: number,
  reach: number,
  cos: Float32Array,
  sin: Float32Array,
  side: number,
): LineFit[] {
  const lines: LineFit[] = []
  let first = 0
  while (lines.length < MOST_LINES) {
    let at = 0
    for (let i = 1; i < votes.length; i++) if (votes[i]! > votes[at]!) at = i
    const most = votes[at]!
    first ||= most
    // What is far weaker than the first, or shorter than a piece of a side, is none.
    if (most < 0.06 * first || most < 0.01 * side) break
    const [t, off] = [Math.floor(at / rows), at % rows]
    const [px, py] = [(off - reach) * cos[t]!, (off - reach) * sin[t]!]
    const direction = Math.atan2(cos[t]!, -sin[t]!)
    lines.push({
      middle: { x: px, y: py },
      direction: direction > Math.PI / 2 ? direction - Math.PI : direction,
      rms: 0,
      greatest: 0,
    })
    forget(votes, rows, reach, t, off)
  }
  return lines
}

/** Takes away what a line that was found has voted for, and its nearest neighbours. */
function forget(votes: Float32Array, rows: number, reach: number, t: number, off: number): void {
  for (let k = -SAME_TURN; k <= SAME_TURN; k++) {
    const turned = t + k
    const isOver = turned < 0 || turned >= TURNS
    const row = ((turned % TURNS) + TURNS) % TURNS
    // Half a turn on, the same line lies on the other side.
    const middle = isOver ? 2 * reach - off : off
    for (let d = -SAME_PX; d <= SAME_PX; d++) {
      const at = middle + d
      if (at >= 0 && at < rows) votes[row * rows + at] = 0
    }
  }
}
