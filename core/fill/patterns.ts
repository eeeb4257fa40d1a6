import { tiledReader } from '../cut'
import { requirePicture, type PictureName } from '../pictures'

/**
 * Patterns that are poured. Each is a share of coverage for a px, made of + − × ÷ and roots only: the same in every
 * engine.
 */
export const PATTERNS = ['stripes', 'slanting', 'checks', 'dots', 'rings', 'scales', 'weave'] as const
export type PatternName = (typeof PATTERNS)[number]

/** Covered where `distance` (px, signed) is negative, with a smooth edge a px wide. */
const covered = (distance: number) => Math.min(Math.max(0.5 - distance, 0), 1)
/** What is left of `value` after whole times `size`, 0 … size. */
const within = (value: number, size: number) => value - size * Math.floor(value / size)
const root = Math.sqrt

/** One of these, or one's own by the name of its mask. */
export type Pattern = PatternName | { readonly cut: PictureName }

/** How much of a px a pattern covers, 0 … 1. @param size px from one to the next: of one's own, its longer side */
export function patternFor(
  pictures: Parameters<typeof requirePicture>[0],
  pattern: Pattern,
  size: number,
): (x: number, y: number) => number {
  if (typeof pattern === 'string') return (x, y) => patternAt(pattern, size, x, y)
  const mask = requirePicture(pictures, pattern.cut)
  const by = Math.max(mask.width, mask.height) / size
  const read = tiledReader(mask, by)
  return (x, y) => read((x + 0.5) * by, (y + 0.5) * by)
}

/** How much of the px at (x, y) a pattern covers, 0 … 1. @param size px from one to the next, at least 4 */
export function patternAt(name: PatternName, size: number, x: number, y: number): number {
  const [u, v] = [x + 0.5, y + 0.5]
  switch (name) {
    case 'stripes':
      return bar(v, size)
    // At 45°: along the diagonal a step is √2 px long.
    case 'slanting':
      return bar((u + v) / root(2), size)
    case 'checks':
      return odd(u, v, size)
    case 'dots': {
      const row = Math.floor(v / (size / 2))
      return disc(within(u + ((row % 2) * size) / 2, size) - size / 2, within(v, size / 2) - size / 4, size * 0.2)
    }
    case 'rings': {
      const far = root(square(within(u, size) - size / 2) + square(within(v, size) - size / 2))
      return covered(Math.abs(far - size * 0.32) - size * 0.07)
    }
    case 'scales': {
      // Arcs hanging from rows that are half a step apart.
      const row = Math.floor(v / (size / 2))
      return Math.max(
        ...[row, row - 1].map(each => {
          const far = root(
            square(within(u + (each % 2 ? size / 2 : 0), size) - size / 2) + square(v - (each * size) / 2),
          )
          return covered(Math.abs(far - size / 2) - size * 0.06)
        }),
      )
    }
    case 'weave': {
      const across = (Math.floor(u / size) + Math.floor(v / size)) % 2 === 0
      return bar(across ? u : v, size / 3)
    }
  }
}

const square = (value: number) => value * value
/** Bars that cover half of the way. */
const bar = (value: number, size: number) => covered(Math.abs(within(value, size) - size / 2) - size / 4)
const disc = (dx: number, dy: number, radius: number) => covered(root(dx * dx + dy * dy) - radius)

function odd(u: number, v: number, size: number): number {
  const half = size / 2
  return (Math.floor(u / half) + Math.floor(v / half)) % 2 === 0 ? 1 : 0
}
