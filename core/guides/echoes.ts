import type { Guide } from './schema'

/** An affine map: x' = a·x + c·y + e, y' = b·x + d·y + f. */
type Map = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

const AS_IS: Map = [1, 0, 0, 1, 0, 0]
const MOST = 48

/**
 * Where a stroke is repeated by the guides that are followed, in whole parts of `one` as an act holds
 * them: besides where it is drawn. Mirror lines and spokes repeat each other's repeats.
 */
export function echoesOf(guides: readonly Guide[], one: number): [number, number, number, number, number, number][] {
  const all = guides
    .filter(guide => guide.isFollowed)
    .reduce<readonly Map[]>(
      (maps, guide) => {
        const own = mapsOf(guide)
        return own.length === 0 ? maps : [...maps, ...own.flatMap(map => maps.map(each => then(each, map)))]
      },
      [AS_IS],
    )
  return all
    .slice(1, MOST)
    .map(map => map.map(value => Math.round(value * one)) as [number, number, number, number, number, number])
}

function mapsOf(guide: Guide): Map[] {
  if (guide.kind === 'mirror') return [reflection(guide.middle, guide.angle)]
  if (guide.kind !== 'spokes') return []
  const { middle, count, angle } = guide
  const turns = Array.from({ length: count - 1 }, (_, i) => rotation(middle, (360 / count) * (i + 1)))
  if (!guide.isMirrored) return turns
  const mirror = reflection(middle, angle)
  return [...turns, mirror, ...turns.map(turn => then(mirror, turn))]
}

/** First one map, then the other. */
function then([a, b, c, d, e, f]: Map, [A, B, C, D, E, F]: Map): Map {
  return [A * a + C * b, B * a + D * b, A * c + C * d, B * c + D * d, A * e + C * f + E, B * e + D * f + F]
}

function around({ x, y }: { x: number; y: number }, a: number, b: number, c: number, d: number): Map {
  return [a, b, c, d, x - a * x - c * y, y - b * x - d * y]
}

function rotation(middle: { x: number; y: number }, degrees: number): Map {
  const c = Math.cos((degrees * Math.PI) / 180)
  const s = Math.sin((degrees * Math.PI) / 180)
  return around(middle, c, s, -s, c)
}

/** In the line through the middle at an angle. */
function reflection(middle: { x: number; y: number }, degrees: number): Map {
  const c = Math.cos((2 * degrees * Math.PI) / 180)
  const s = Math.sin((2 * degrees * Math.PI) / 180)
  return around(middle, c, s, s, -c)
}
