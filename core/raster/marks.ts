import { components } from './components'

/** How much of each px is marked, 0 … 1, row-major. */
export interface Marks {
  readonly width: number
  readonly height: number
  readonly values: Float32Array
}

/** What hangs together in less than `least` px goes. */
export function withoutSpecks({ width, height, values }: Marks, least: number): void {
  if (width === 0 || height === 0) return
  const set = new Uint8Array(values.length)
  for (let i = 0; i < values.length; i++) set[i] = values[i]! > 0 ? 1 : 0
  const { labels, found } = components(set, width, height)
  const goes = Uint8Array.from([{ area: least }, ...found], ({ area }) => (area < least ? 1 : 0))
  for (let i = 0; i < values.length; i++) if (goes[labels[i]!]) values[i] = 0
}

/**
 * Thicker (px to each side), or thinner: by how far each px lies from those that are half marked at least, or less.
 * Only those along the edge are looked round, for they are nearest to whatever lies without.
 */
export function thickenMarks({ width, height, values }: Marks, by: number): void {
  const isThicker = by > 0
  const reach = Math.abs(by) + 1
  const isSet = (i: number) => values[i]! >= 0.5 === isThicker
  const places = placesWithin(reach)
  const none = reach * reach + 1
  const squares = new Uint8Array(values.length).fill(none)
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!isSet(i)) continue
      squares[i] = 0
      const isInside =
        (x === 0 || isSet(i - 1)) &&
        (x === width - 1 || isSet(i + 1)) &&
        (y === 0 || isSet(i - width)) &&
        (y === height - 1 || isSet(i + width))
      if (isInside) continue
      for (const [dx, dy] of places) {
        const [px, py] = [x + dx, y + dy]
        if (px < 0 || py < 0 || px >= width || py >= height) continue
        const at = i + dy * width + dx
        squares[at] = Math.min(squares[at]!, dx * dx + dy * dy)
      }
    }
  }
  for (let i = 0; i < values.length; i++) {
    if (squares[i]! >= none) continue
    // From the edge of the line, which lies half a px before the px that is set.
    const far = Math.sqrt(squares[i]!) - 0.5
    const inside = Math.min(Math.max(Math.abs(by) - far + 0.5, 0), 1)
    values[i] = isThicker ? Math.max(values[i]!, inside) : Math.min(values[i]!, 1 - inside)
  }
}

/** Steps to the px that lie within a reach, the nearest first. */
export function placesWithin(reach: number): (readonly [number, number])[] {
  const places: (readonly [number, number])[] = []
  for (let dy = -reach; dy <= reach; dy++) for (let dx = -reach; dx <= reach; dx++) places.push([dx, dy])
  const far = ([x, y]: readonly [number, number]) => x * x + y * y
  return places.filter(each => far(each) <= reach * reach).sort((a, b) => far(a) - far(b))
}
