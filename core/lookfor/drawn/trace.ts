import type { Point } from '../../base'
import { depthAt, skeleton } from '../../raster'

/** A line that was found in a picture. */
export interface TracedLine {
  /** Along its middle, px; a closed one ends where it begins. */
  readonly points: readonly Point[]
  /** In the mean, px. */
  readonly width: number
}

/** A branch shorter than so many widths of its line is a bump of its edge. */
const BUMP = 1.5
/** Where lines meet, one goes on in another that turns less than so many radians. */
const GOES_ON = 0.8
/** A turn sharper than this ends a line, radians; looked at over so many widths to both sides, and px at least. */
const CORNER = 0.9
const ARM = 2
const LEAST_ARM = 6
/** Its width is measured at every so manieth place. */
const MEASURED = 6
/** What is wider is no line but an area, px. */
const WIDEST = 60

interface Branch {
  readonly places: number[]
  /** The knots in which it begins and ends; −1: it ends free, or is closed. */
  from: number
  to: number
  readonly width: number
}

/**
 * The lines of a drawing along their middles: its skeleton, taken apart where lines meet and at corners, and put
 * together where one goes straight on. Bumps and areas are left out.
 *
 * @param ink row-major; non-zero is set
 */
export function tracedLines(ink: Uint8Array, width: number, height: number): TracedLine[] {
  const bones = thinnest(skeleton(ink, width, height), width)
  const around = [-width, 1, width, -1, -width + 1, width + 1, width - 1, -width - 1]
  const widthOf = (places: readonly number[]) => {
    let [sum, count] = [0, 0]
    for (let k = Math.min(places.length >> 1, 2); k < places.length; k += MEASURED, count++)
      sum += 2 * depthAt(ink, width, height, places[k]! % width, Math.floor(places[k]! / width)) - 1
    return sum / Math.max(count, 1)
  }
  const knots = knotsOf(bones, around)
  const branches = withoutBridges(branchesOf(bones, knots, around, widthOf)).filter(
    ({ places, from, to, width: own }) => own <= WIDEST && !(from < 0 !== to < 0 && places.length < BUMP * own),
  )
  const point = (i: number): Point => ({ x: (i % width) + 0.5, y: Math.floor(i / width) + 0.5 })
  return joined(branches, point).flatMap(({ points, width: own, isClosed }) =>
    atCorners(
      smoothed(points, Math.max(2, Math.round(own / 2)), isClosed),
      Math.max(LEAST_ARM, ARM * own),
      isClosed,
    ).map(each => ({ points: each, width: own })),
  )
}

/**
 * Without the px of its stairs that nothing hangs on: where the number of pieces round a px is one (Yokoi, Toriwaki &
 * Fukumura 1975, for eight neighbours), it joins nothing; an end stays.
 */
function thinnest(bones: Uint8Array, width: number): Uint8Array {
  const ring = [1, -width + 1, -width, -width - 1, -1, width - 1, width, width + 1]
  bones.forEach((bone, i) => {
    if (!bone) return
    const clear = ring.map(step => 1 - bones[i + step]!)
    const pieces = [0, 2, 4, 6].reduce((sum, k) => sum + clear[k]! - clear[k]! * clear[k + 1]! * clear[(k + 2) % 8]!, 0)
    if (pieces === 1 && clear.filter(each => !each).length > 1) bones[i] = 0
  })
  return bones
}

/** To which knot a px of the skeleton belongs, from 1 on; 0: none. */
function knotsOf(bones: Uint8Array, around: readonly number[]): Int32Array {
  const knots = new Int32Array(bones.length)
  const meets: number[] = []
  bones.forEach((bone, i) => {
    if (bone && around.reduce((sum, step) => sum + bones[i + step]!, 0) > 2) meets.push(i)
  })
  for (const i of meets) knots[i] = -1
  let count = 0
  for (const first of meets) {
    if (knots[first] !== -1) continue
    knots[first] = ++count
    for (const stack = [first]; stack.length;) {
      const i = stack.pop()!
      for (const step of around)
        if (knots[i + step] === -1) {
          knots[i + step] = count
          stack.push(i + step)
        }
    }
  }
  return knots
}

function branchesOf(
  bones: Uint8Array,
  knots: Int32Array,
  around: readonly number[],
  widthOf: (places: readonly number[]) => number,
): Branch[] {
  const isSeen = new Uint8Array(bones.length)
  /** From a place on, until it ends or comes to a knot. */
  const walk = (start: number, not: number) => {
    const places: number[] = []
    for (let at = start; ;) {
      isSeen[at] = 1
      places.push(at)
      const knot = around.map(step => knots[at + step]!).find(each => each > 0 && !(each === not && places.length < 3))
      if (knot !== undefined) return { places, knot }
      const next = around.map(step => at + step).find(each => bones[each] && !isSeen[each] && knots[each] === 0)
      if (next === undefined) return { places, knot: -1 }
      at = next
    }
  }
  const branches: Branch[] = []
  bones.forEach((bone, i) => {
    if (!bone || isSeen[i] || knots[i]) return
    const one = walk(i, -1)
    // It began somewhere in its middle: the other way as well.
    const back = around.map(step => i + step).find(each => bones[each] && !isSeen[each] && knots[each] === 0)
    const knotHere = around.map(step => knots[i + step]!).find(each => each > 0)
    const other =
      back !== undefined && !(one.places.length === 1 && one.knot > 0 && knotHere === undefined) ? walk(back, -1) : null
    const places = other ? [...other.places.reverse(), ...one.places] : one.places
    const from = other ? other.knot : (knotHere ?? -1)
    branches.push({ places, from, to: one.knot, width: widthOf(places) })
  })
  return branches
}

/** Lines that cross at a slant meet in two knots with a short bridge between: those become one. */
function withoutBridges(branches: readonly Branch[]): Branch[] {
  const into = new Map<number, number>()
  const rootOf = (knot: number): number => (into.has(knot) ? rootOf(into.get(knot)!) : knot)
  const left = branches.filter(({ places, from, to, width }) => {
    const isBridge = from > 0 && to > 0 && places.length < BUMP * width
    if (isBridge && rootOf(from) !== rootOf(to)) into.set(rootOf(from), rootOf(to))
    return !isBridge
  })
  return left.map(each => ({ ...each, from: rootOf(each.from), to: rootOf(each.to) }))
}

interface Way {
  points: Point[]
  width: number
  isClosed: boolean
}

/** Branches that meet in a knot and run on straight become one. */
function joined(branches: readonly Branch[], point: (i: number) => Point): Way[] {
  /** End `2k` is where branch `k` begins, `2k + 1` where it ends. */
  const partner = new Map<number, number>()
  const ends = new Map<number, number[]>()
  branches.forEach(({ from, to }, k) => {
    for (const [knot, end] of [
      [from, 2 * k],
      [to, 2 * k + 1],
    ] as const)
      if (knot > 0) ends.set(knot, [...(ends.get(knot) ?? []), end])
  })
  const headingOf = (end: number) => {
    const { places, width } = branches[end >> 1]!
    const far = Math.min(places.length - 1, Math.max(LEAST_ARM, Math.round(ARM * width)))
    const [near, off] = end % 2 ? [places.length - 1, places.length - 1 - far] : [0, far]
    const [a, b] = [point(places[near]!), point(places[off]!)]
    return Math.atan2(a.y - b.y, a.x - b.x)
  }
  for (const met of ends.values()) {
    const headings = met.map(headingOf)
    const pairs = met.flatMap((a, i) =>
      met.slice(i + 1).map((b, k) => ({ a, b, turn: Math.abs(turnOf(headings[i]!, headings[i + 1 + k]! + Math.PI)) })),
    )
    for (const { a, b, turn } of pairs.sort((p, q) => p.turn - q.turn))
      if (turn < GOES_ON && !partner.has(a) && !partner.has(b)) partner.set(a, b).set(b, a)
  }
  const used = new Set<number>()
  const ways: Way[] = []
  const follow = (start: number): Way => {
    const places: number[] = []
    let [sum, end] = [0, start]
    let isClosed = false
    for (;;) {
      const k = end >> 1
      used.add(k)
      const { places: own, width } = branches[k]!
      for (const each of end % 2 ? [...own].reverse() : own) places.push(each)
      sum += width * own.length
      const next = partner.get(end ^ 1)
      if (next === undefined) break
      if (used.has(next >> 1)) {
        isClosed = next === start
        break
      }
      end = next
    }
    return { points: places.map(point), width: sum / places.length, isClosed }
  }
  // From the ends that nothing goes on from, then what runs round in itself.
  for (let end = 0; end < 2 * branches.length; end++)
    if (!partner.has(end) && !used.has(end >> 1)) ways.push(follow(end))
  branches.forEach((_, k) => {
    if (!used.has(k)) ways.push(follow(2 * k))
  })
  for (const way of ways) {
    const [first, last] = [way.points[0]!, way.points[way.points.length - 1]!]
    way.isClosed ||= way.points.length > 4 * LEAST_ARM && Math.hypot(first.x - last.x, first.y - last.y) < 3
  }
  return ways
}

const turnOf = (a: number, b: number) => {
  const turn = (b - a) % (2 * Math.PI)
  return turn > Math.PI ? turn - 2 * Math.PI : turn < -Math.PI ? turn + 2 * Math.PI : turn
}

/** The stairs of the px out of a way: each place the mean of those around it, the ends as they are. */
function smoothed(points: readonly Point[], reach: number, isClosed: boolean): Point[] {
  const count = points.length
  const out = points.map((_, i) => {
    const half = isClosed ? Math.min(reach, count >> 2) : Math.min(reach, i, count - 1 - i)
    let [x, y] = [0, 0]
    for (let k = i - half; k <= i + half; k++) {
      const each = points[(k + count) % count]!
      x += each.x
      y += each.y
    }
    return { x: x / (2 * half + 1), y: y / (2 * half + 1) }
  })
  if (isClosed) out.push(out[0]!)
  return out
}

/** Taken apart at its corners; a closed way begins at one, where it has any. */
function atCorners(points: readonly Point[], arm: number, isClosed: boolean): Point[][] {
  const reach = Math.round(arm)
  const count = isClosed ? points.length - 1 : points.length
  if (count < 3 * reach) return [[...points]]
  const at = (i: number) => points[isClosed ? (i + count) % count : i]!
  const turns = Array.from({ length: count }, (_, i) => {
    if (!isClosed && (i < reach || i >= count - reach)) return 0
    const [a, b, c] = [at(i - reach), at(i), at(i + reach)]
    return Math.abs(turnOf(Math.atan2(b.y - a.y, b.x - a.x), Math.atan2(c.y - b.y, c.x - b.x)))
  })
  const corners: number[] = []
  for (let i = 0; i < count; i++) {
    if (turns[i]! < CORNER) continue
    let isMost = true
    for (let k = i - reach; k <= i + reach && isMost; k++) {
      const other = isClosed ? (k + count) % count : k
      if (other < 0 || other >= count || other === i) continue
      isMost = turns[other]! < turns[i]! || (turns[other] === turns[i] && k > i)
    }
    if (isMost) corners.push(i)
  }
  if (corners.length === 0) return [[...points]]
  const part = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, k) => at(from + k))
  if (isClosed)
    return corners.map((from, k) => part(from, k + 1 < corners.length ? corners[k + 1]! : corners[0]! + count))
  return [0, ...corners].map((from, k) => part(from, corners[k] ?? count - 1))
}
