import { createRequire } from 'node:module'
import { beforeAll, describe, expect, it } from 'vitest'
import { seededRandom } from '../base'
import { loadKernels } from '../kernels'
import { bitAt, components, dilated, floodBits, newBits, setRun, skeleton, squaredDistances } from './index'

/** The little of OpenCV that is compared with. */
interface Mat {
  readonly data: Uint8Array
  readonly data32S: Int32Array
  readonly data32F: Float32Array
  delete(): void
}
interface OpenCv {
  readonly Mat: {
    new (): Mat
    zeros(rows: number, columns: number, type: number): Mat
    ones(rows: number, columns: number, type: number): Mat
  }
  matFromArray(rows: number, columns: number, type: number, values: ArrayLike<number>): Mat
  connectedComponents(from: Mat, to: Mat, connectivity: number, type: number): number
  floodFill(
    image: Mat,
    mask: Mat,
    seed: object,
    value: object,
    box: object,
    low: object,
    high: object,
    flags: number,
  ): number
  distanceTransform(from: Mat, to: Mat, kind: number, size: number): void
  dilate(from: Mat, to: Mat, kernel: Mat): void
  morphologyEx(from: Mat, to: Mat, kind: number, kernel: Mat): void
  subtract(a: Mat, b: Mat, to: Mat): void
  readonly Point: new (x: number, y: number) => object
  readonly Scalar: new (...values: number[]) => object
  readonly Rect: new () => object
  readonly CV_8UC1: number
  readonly CV_32SC1: number
  readonly MORPH_HITMISS: number
  readonly CV_32S: number
  readonly DIST_L2: number
  readonly DIST_MASK_PRECISE: number
  onRuntimeInitialized?: () => void
}

let cv: OpenCv
beforeAll(async () => {
  cv = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv
  // It answers `then` with itself, so it is never awaited.
  await new Promise<void>(resolve => {
    if (cv.Mat) resolve()
    else cv.onRuntimeInitialized = () => resolve()
  })
}, 60_000)

const WIDTH = 123
const HEIGHT = 97
/** Blobs and lines: runs of chance, so that regions of all sizes come about. */
function scribble(seed: number, share: number): Uint8Array {
  const random = seededRandom(seed)
  const out = new Uint8Array(WIDTH * HEIGHT)
  let value = 0
  for (let i = 0; i < out.length; i++) {
    if (random.unit() < 0.3) value = random.unit() < share ? 1 : 0
    out[i] = value
  }
  return out
}
function bitsOf(set: Uint8Array) {
  const bits = newBits(WIDTH, HEIGHT)
  set.forEach((value, i) => value && setRun(bits, Math.floor(i / WIDTH), i % WIDTH, (i % WIDTH) + 1))
  return bits
}
const seeds = [1, 2, 3, 4, 5, 6]
const mat = (values: Uint8Array) => cv.matFromArray(HEIGHT, WIDTH, cv.CV_8UC1, values)

describe('against OpenCV', () => {
  it.each(seeds)('components are the same, four-connected (%i)', seed => {
    const set = scribble(seed, 0.55)
    const { labels, found } = components(set, WIDTH, HEIGHT)
    const [from, to] = [mat(set), new cv.Mat()]
    const count = cv.connectedComponents(from, to, 4, cv.CV_32S)
    expect(found.length).toBe(count - 1)
    // Their numbers may differ: each of ours is one of theirs.
    const theirs = new Map<number, number>()
    for (let i = 0; i < set.length; i++) {
      const known = theirs.get(labels[i]!)
      if (known === undefined) theirs.set(labels[i]!, to.data32S[i]!)
      else if (known !== to.data32S[i]) expect.fail(`px ${i} lies in two components`)
    }
    from.delete()
    to.delete()
  })

  it.each(seeds)('a flood reaches the same px (%i)', seed => {
    const open = scribble(seed, 0.65)
    const start = open.findIndex((value, i) => value === 1 && i > 3000)
    const own = floodBits(bitsOf(open), start % WIDTH, Math.floor(start / WIDTH))
    const image = mat(open)
    const mask = cv.Mat.zeros(HEIGHT + 2, WIDTH + 2, cv.CV_8UC1)
    cv.floodFill(
      image,
      mask,
      new cv.Point(start % WIDTH, Math.floor(start / WIDTH)),
      new cv.Scalar(9),
      new cv.Rect(),
      new cv.Scalar(0),
      new cv.Scalar(0),
      4,
    )
    expect(open.findIndex((_, i) => bitAt(own, i % WIDTH, Math.floor(i / WIDTH)) !== (image.data[i] === 9))).toBe(-1)
    image.delete()
    mask.delete()
  })

  it.each(seeds)('distances are the same to a thousandth of a px (%i)', seed => {
    const set = scribble(seed, 0.1)
    const own = squaredDistances(set, WIDTH, HEIGHT)
    const [from, to] = [mat(set.map(value => (value ? 0 : 255))), new cv.Mat()]
    cv.distanceTransform(from, to, cv.DIST_L2, cv.DIST_MASK_PRECISE)
    let worst = 0
    for (let i = 0; i < own.length; i++) worst = Math.max(worst, Math.abs(Math.sqrt(own[i]!) - to.data32F[i]!))
    expect(worst).toBeLessThan(0.001)
    from.delete()
    to.delete()
  })

  it.each([1, 2, 3.5, 6])('dilation by a disc of %d px is the same', radius => {
    const set = scribble(8, 0.08)
    const reach = Math.floor(radius)
    const side = 2 * reach + 1
    const disc = Uint8Array.from({ length: side * side }, (_, i) =>
      ((i % side) - reach) ** 2 + (Math.floor(i / side) - reach) ** 2 <= radius * radius ? 1 : 0,
    )
    const [from, to, kernel] = [mat(set), new cv.Mat(), cv.matFromArray(side, side, cv.CV_8UC1, disc)]
    cv.dilate(from, to, kernel)
    const own = dilated(loadKernels(), bitsOf(set), radius)
    expect(set.findIndex((_, i) => bitAt(own, i % WIDTH, Math.floor(i / WIDTH)) !== (to.data[i] === 1))).toBe(-1)
    for (const each of [from, to, kernel]) each.delete()
  })

  it.each(seeds)(
    'the skeleton runs where thinning by hit-or-miss leaves its own, through the same pieces (%i)',
    seed => {
      const set = strokes(seed)
      const [own, theirs] = [skeleton(set, WIDTH, HEIGHT), thinned(set)]
      // Ours lies on theirs; theirs grows spurs from every roughness of the edge as well.
      const share = (far: number[], part: number) => far.sort((a, b) => a - b)[Math.floor(part * far.length)]
      expect(share(distancesFrom(own, theirs), 0.9)).toBeLessThanOrEqual(Math.SQRT2)
      expect(share(distancesFrom(theirs, own), 0.5)).toBeLessThanOrEqual(1)
      // Eight-connected, as a line one px wide hangs together.
      const pieces = (of: Uint8Array) => {
        const [from, to] = [mat(of), new cv.Mat()]
        const count = cv.connectedComponents(from, to, 8, cv.CV_32S)
        from.delete()
        to.delete()
        return count
      }
      expect(pieces(own)).toBe(pieces(set))
    },
  )

  it.each([5, 8, 11])('twice the distance along the skeleton is the width of a line: %d px', width => {
    const set = new Uint8Array(WIDTH * HEIGHT)
    for (let y = 20; y < 20 + width; y++) set.fill(1, y * WIDTH + 10, y * WIDTH + 110)
    const [from, to] = [mat(set.map(value => 255 * value)), new cv.Mat()]
    cv.distanceTransform(from, to, cv.DIST_L2, cv.DIST_MASK_PRECISE)
    const bones = skeleton(set, WIDTH, HEIGHT)
    const along = [...bones.keys()]
      .filter(i => bones[i] && i % WIDTH > 25 && i % WIDTH < 95)
      .map(i => 2 * to.data32F[i]!)
    expect(along.length).toBeGreaterThan(60)
    // The distance is that to the next clear px: half a px more on each side, and the middle of an even width lies
    // between two.
    for (const value of along) expect(Math.abs(value - 1 - width)).toBeLessThanOrEqual(1)
    from.delete()
    to.delete()
  })
})

/** Strokes of several widths, as they lie on a layer of lines. */
function strokes(seed: number): Uint8Array {
  const random = seededRandom(seed)
  const out = new Uint8Array(WIDTH * HEIGHT)
  for (let k = 0; k < 4; k++) {
    const [x, y, turn, bend, radius] = [
      random.between(25, 98),
      random.between(25, 72),
      random.between(0, 6),
      random.between(-0.03, 0.03),
      random.between(2, 5),
    ]
    for (let t = -18; t <= 18; t += 0.5) {
      const [cx, cy] = [x + t * Math.cos(turn + bend * t), y + t * Math.sin(turn + bend * t)]
      for (let py = Math.floor(cy - radius); py <= cy + radius; py++)
        for (let px = Math.floor(cx - radius); px <= cx + radius; px++)
          if (Math.hypot(px - cx, py - cy) <= radius) out[py * WIDTH + px] = 1
    }
  }
  return out
}

/**
 * Thinning by the eight structuring elements of Golay's alphabet L (Golay 1969, IEEE Transactions on Computers 18; form
 * from memory), each by OpenCV's hit-or-miss.
 */
function thinned(set: Uint8Array): Uint8Array {
  const turned = (each: number[]) => [6, 3, 0, 7, 4, 1, 8, 5, 2].map(i => each[i]!)
  const elements = [
    [-1, -1, -1, 0, 1, 0, 1, 1, 1],
    [0, -1, -1, 1, 1, -1, 0, 1, 0],
  ]
    .flatMap(first => {
      const second = turned(first)
      const third = turned(second)
      return [first, second, third, turned(third)]
    })
    .map(each => cv.matFromArray(3, 3, cv.CV_32SC1, each))
  const [now, hit] = [mat(set), new cv.Mat()]
  for (let last = -1; ;) {
    for (const element of elements) {
      cv.morphologyEx(now, hit, cv.MORPH_HITMISS, element)
      cv.subtract(now, hit, now)
    }
    const left = now.data.reduce((a, b) => a + b, 0)
    if (left === last) break
    last = left
  }
  const out = Uint8Array.from(now.data)
  for (const each of [now, hit, ...elements]) each.delete()
  return out
}

function distancesFrom(from: Uint8Array, to: Uint8Array): number[] {
  const far = squaredDistances(to, WIDTH, HEIGHT)
  return [...from.keys()].filter(i => from[i]).map(i => Math.sqrt(far[i]!))
}
