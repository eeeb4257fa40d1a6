import type { Dab, DabSpec } from './contract'

/** A dab's measures, shared by both implementations. */
export interface DabShape {
  readonly rows: number
  readonly blocks: number
  readonly reach: number
  readonly cx: number
  readonly cy: number
  readonly inner: number
  readonly outer: number
  /** Flow after the allowance for dabs thinner than a pixel. */
  readonly flow: number
}

/** Half the width of an antialiased edge, px. */
const EDGE = 0.5
/** Below this radius a dab keeps its size and pales instead: a pixel can't be thinner than itself. */
const LEAST_RADIUS = 0.5

export function dabShape(spec: DabSpec): DabShape {
  const radius = Math.max(spec.radius, LEAST_RADIUS)
  const paling = spec.radius < LEAST_RADIUS ? (spec.radius * spec.radius) / (LEAST_RADIUS * LEAST_RADIUS) : 1
  const outer = radius + EDGE
  const inner = Math.min(radius * spec.hardness, radius - EDGE)
  const reach = Math.ceil(outer)
  const rows = 2 * reach + 1
  return {
    rows,
    blocks: Math.ceil(rows / 8),
    reach,
    cx: reach + spec.phaseX / 4,
    cy: reach + spec.phaseY / 4,
    inner,
    outer,
    flow: Math.floor(spec.flow * paling),
  }
}

/** For each row the blocks that hold any coverage. */
export function spansOf(values: Uint16Array, rows: number, blocks: number): Int16Array {
  const spans = new Int16Array(rows * 2)
  for (let y = 0; y < rows; y++) {
    const row = values.subarray(y * blocks * 8, (y + 1) * blocks * 8)
    let first = 0
    while (first < row.length && row[first] === 0) first++
    let last = row.length
    while (last > first && row[last - 1] === 0) last--
    spans[2 * y] = first >> 3
    spans[2 * y + 1] = (last + 7) >> 3
  }
  return spans
}

/** The part of a dab that lies on the mask: rows r0 … r1, blocks b0 … b1; null when none does. */
export function clipDab(dab: Dab, x: number, y: number, width: number, height: number) {
  const r0 = Math.max(0, -y)
  const r1 = Math.min(dab.rows, height - y)
  const b0 = Math.max(0, -x >> 3)
  const b1 = Math.min(dab.blocks, (width - x + 7) >> 3)
  return r0 < r1 && b0 < b1 ? { r0, r1, b0, b1 } : null
}

/** An upper bound of the memory that a dab takes, in bytes. */
export function dabBytes(spec: DabSpec): number {
  return bytesOf(dabShape(spec))
}

export function bytesOf({ rows, blocks }: { readonly rows: number; readonly blocks: number }): number {
  return rows * blocks * 16 + rows * 4 + 32
}
