import type { Pixels } from '../kernels'

/*
 * Stamps and patterns of one's own are masks: pictures of which only the alpha counts. They are read at any size by the
 * mean of what a px covers (the level of a pyramid that is nearest, then between its four px), with + − × ÷ alone: the
 * same in every engine.
 */

interface Level {
  readonly width: number
  readonly height: number
  /** 0 … 1, row-major. */
  readonly values: Float32Array
}

const pyramids = new WeakMap<Pixels, Level[]>()

/** A mask at its own size, then at half, quarter … of it. */
function pyramidOf(mask: Pixels): Level[] {
  let levels = pyramids.get(mask)
  if (levels) return levels
  const { width, height, pixels } = mask
  let level: Level = { width, height, values: new Float32Array(width * height) }
  for (let i = 0; i < level.values.length; i++) level.values[i] = pixels[4 * i + 3]! / 255
  levels = [level]
  while (level.width > 1 || level.height > 1) levels.push((level = halved(level)))
  pyramids.set(mask, levels)
  return levels
}

function halved({ width, height, values }: Level): Level {
  const [w, h] = [Math.max(1, Math.ceil(width / 2)), Math.max(1, Math.ceil(height / 2))]
  const out = new Float32Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const [x1, y1] = [Math.min(2 * x + 1, width - 1), Math.min(2 * y + 1, height - 1)]
      const [above, below] = [2 * y * width, y1 * width]
      out[y * w + x] = (values[above + 2 * x]! + values[above + x1]! + values[below + 2 * x]! + values[below + x1]!) / 4
    }
  return { width: w, height: h, values: out }
}

/** The level of which a px is as large as what is read, or somewhat smaller. @param step px of the mask for one read */
function levelFor(levels: readonly Level[], step: number): { level: Level; by: number } {
  let [at, by] = [0, 1]
  while (at + 1 < levels.length && 2 * by <= step) {
    at++
    by *= 2
  }
  return { level: levels[at]!, by }
}

/** How much of the px round a place is covered, 0 … 1: the place in px of the mask, nothing beyond it. */
export function maskReader(mask: Pixels, step: number): (x: number, y: number) => number {
  const { level, by } = levelFor(pyramidOf(mask), step)
  const { width, height, values } = level
  const at = (x: number, y: number) => (x < 0 || y < 0 || x >= width || y >= height ? 0 : values[y * width + x]!)
  return (x, y) => {
    const [u, v] = [x / by - 0.5, y / by - 0.5]
    const [x0, y0] = [Math.floor(u), Math.floor(v)]
    if (x0 < -1 || y0 < -1 || x0 >= width || y0 >= height) return 0
    const [a, b] = [u - x0, v - y0]
    return (
      (at(x0, y0) * (1 - a) + at(x0 + 1, y0) * a) * (1 - b) + (at(x0, y0 + 1) * (1 - a) + at(x0 + 1, y0 + 1) * a) * b
    )
  }
}

/** The same of a mask that goes on for ever to all sides. */
export function tiledReader(mask: Pixels, step: number): (x: number, y: number) => number {
  const { level } = levelFor(pyramidOf(mask), step)
  const { width, height, values } = level
  // A level of an odd one before it is a little larger than half: what it stands for is the same.
  const [kx, ky] = [width / mask.width, height / mask.height]
  const within = (value: number, size: number) => value - size * Math.floor(value / size)
  return (x, y) => {
    const u = within(x * kx - 0.5, width)
    const v = within(y * ky - 0.5, height)
    const [x0, y0] = [Math.floor(u), Math.floor(v)]
    const [a, b] = [u - x0, v - y0]
    const [x1, y1] = [(x0 + 1) % width, (y0 + 1) % height]
    const [left, right] = [x0 % width, x1]
    return (
      (values[(y0 % height) * width + left]! * (1 - a) + values[(y0 % height) * width + right]! * a) * (1 - b) +
      (values[y1 * width + left]! * (1 - a) + values[y1 * width + right]! * a) * b
    )
  }
}
