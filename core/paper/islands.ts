import { GreatestFirst } from '../raster'

/*
 * A large area that was painted is darker than the paper all round it; a shadow comes in from the edge of the page. In
 * the light, areas are holes: what can't be left without going up (filling of holes by flooding from the border; Soille
 * & Gratin 1994). There the light is what lies round it, as even as can be: the solution of Laplace's equation.
 */

/** Longer side of the grid on which holes are looked for. */
const GRID = 160
/** A hole is darker than its rim by so much at least. */
const DEPTH = 1.05
/** Steps by which levels are told apart, and rounds until the light in a hole is even. */
const LEVELS = 250
const ROUNDS = 240
const OVER = 1.85

/** @param light row-major, of the paper; returns what it is where painted areas are paper too */
export function withoutIslands(light: Float32Array, width: number, height: number): Float32Array {
  const by = Math.max(1, Math.ceil(Math.max(width, height) / GRID))
  const [w, h] = [Math.ceil(width / by), Math.ceil(height / by)]
  const coarse = means(light, width, height, by, w, h)
  const levels = flooded(coarse, w, h)
  const deep = coarse.map((value, i) => (levels[i]! > DEPTH * value ? 1 : 0))
  const out = light.slice()
  if (!deep.includes(1)) return out
  // Along its edge the light is of both.
  const hole = grown(deep, w, h)
  const even = levels.slice()
  for (let round = 0; round < ROUNDS; round++)
    for (let y = 1; y < h - 1; y++)
      for (let x = 1, i = y * w + 1; x < w - 1; x++, i++)
        if (hole[i]) even[i]! += OVER * ((even[i - 1]! + even[i + 1]! + even[i - w]! + even[i + w]!) / 4 - even[i]!)
  for (let y = 0, i = 0; y < height; y++) {
    const fy = Math.min(h - 1, Math.max(0, (y + 0.5) / by - 0.5))
    const [y0, v] = [Math.min(Math.max(0, h - 2), Math.floor(fy)), fy - Math.min(Math.max(0, h - 2), Math.floor(fy))]
    for (let x = 0; x < width; x++, i++) {
      if (!hole[Math.floor(y / by) * w + Math.floor(x / by)]) continue
      const fx = Math.min(w - 1, Math.max(0, (x + 0.5) / by - 0.5))
      const x0 = Math.min(Math.max(0, w - 2), Math.floor(fx))
      const u = fx - x0
      const at = y0 * w + x0
      const [right, below] = [w > 1 ? 1 : 0, h > 1 ? w : 0]
      const value =
        (even[at]! * (1 - u) + even[at + right]! * u) * (1 - v) +
        (even[at + below]! * (1 - u) + even[at + below + right]! * u) * v
      out[i] = Math.max(light[i]!, value)
    }
  }
  return out
}

function means(values: Float32Array, width: number, height: number, by: number, w: number, h: number): Float32Array {
  const out = new Float32Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let [sum, count] = [0, 0]
      for (let py = y * by; py < Math.min(height, (y + 1) * by); py++)
        for (let px = x * by; px < Math.min(width, (x + 1) * by); px++, count++) sum += values[py * width + px]!
      out[y * w + x] = sum / count
    }
  return out
}

/** For each place the lowest level at which it can be left to the border. */
function flooded(values: Float32Array, w: number, h: number): Float32Array {
  const most = values.reduce((a, b) => Math.max(a, b), 1e-6)
  const levels = new Float32Array(w * h).fill(-1)
  const queue = new GreatestFirst(LEVELS)
  const reach = (i: number, from: number) => {
    if (levels[i]! >= 0) return
    levels[i] = Math.max(values[i]!, from)
    queue.push(i, LEVELS * (1 - levels[i]! / most))
  }
  for (let x = 0; x < w; x++) for (const y of [0, h - 1]) reach(y * w + x, 0)
  for (let y = 0; y < h; y++) for (const x of [0, w - 1]) reach(y * w + x, 0)
  for (let i = queue.pop(); i !== null; i = queue.pop()) {
    const x = i % w
    const level = levels[i]!
    if (x > 0) reach(i - 1, level)
    if (x < w - 1) reach(i + 1, level)
    if (i >= w) reach(i - w, level)
    if (i + w < w * h) reach(i + w, level)
  }
  return levels
}

/** Two more px to every side. */
function grown(set: Float32Array, w: number, h: number): Uint8Array {
  const out = new Uint8Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      if (!set[y * w + x]) continue
      for (let py = Math.max(0, y - 2); py <= Math.min(h - 1, y + 2); py++)
        for (let px = Math.max(0, x - 2); px <= Math.min(w - 1, x + 2); px++) out[py * w + px] = 1
    }
  return out
}
